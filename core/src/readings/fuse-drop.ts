/** The current of a fuse from the millivolts across it: nothing is opened, nothing goes in line. */
import * as z from 'zod';
import { blowsAt, coldFuseOhms, fuseStyle } from '../circuit/index.js';

export const fuseDropSheet = z.strictObject({
  sheet: z.literal('fuse-drop'),
  fuse: z.string().trim().min(1).max(60),
  ratingAmps: z.number().gt(0).max(500),
  style: fuseStyle.nullish(),
  millivolts: z.number().min(-2000).max(2000),
  /** The smallest step that the meter shows in this range, in millivolts. */
  stepMillivolts: z.number().gt(0).max(10).nullish(),
});
export type FuseDropSheet = z.infer<typeof fuseDropSheet>;

export interface FuseDropAnswer {
  readonly amps: number;
  /** Half width of what it may be: a quarter for the table and the fuse, and the meter's step. */
  readonly within: number;
  readonly valid: boolean;
  readonly says: string;
}

/** How much a fuse at its rated current is above its cold resistance: shop data, typical of blade fuses. */
const warmShare = 0.3;
/** How far fuses of one rating differ from the table. */
const tableShare = 0.25;

/**
 * Amperes that make this drop, the fuse's own warming counted: R = cold · (1 + 0.3 · (I/rating)²).
 * Valid up to the current that opens the fuse, and where the drop is at least three of the meter's steps.
 */
export function fuseDropAmps(sheet: FuseDropSheet): FuseDropAnswer {
  const cold = coldFuseOhms(sheet.ratingAmps, sheet.style ?? 'mini');
  const volts = Math.abs(sheet.millivolts) / 1000;
  const step = (sheet.stepMillivolts ?? 0.1) / 1000;
  const amps = currentFor(volts, cold, sheet.ratingAmps);
  const within = tableShare * amps + step / cold;
  const sign = sheet.millivolts < 0 ? 'The tips are the other way round. ' : '';
  if (volts > 0 && amps > blowsAt * sheet.ratingAmps)
    return {
      amps,
      within,
      valid: false,
      says: `${sign}That is more than this fuse carries without opening: check rating and style, or it is open and the drop is the supply’s.`,
    };
  if (volts < 3 * step)
    return {
      amps,
      within,
      valid: false,
      says: `${sign}Below ${((3 * step) / cold).toFixed(2)} A this drop cannot be told from nothing: use a finer range, or a clamp.`,
    };
  return {
    amps,
    within,
    valid: true,
    says: `${sign}About ${amps.toFixed(2)} A flow through ${sheet.fuse}, within ${within.toFixed(2)} A.`,
  };
}

/** I with I · cold · (1 + share · (I/rating)²) = volts, by bisection: it rises with I, so there is one. */
function currentFor(volts: number, cold: number, rating: number): number {
  let [low, high] = [0, volts / cold];
  for (let n = 0; n < 80; n++) {
    const amps = (low + high) / 2;
    if (amps * cold * (1 + warmShare * (amps / rating) ** 2) < volts) low = amps;
    else high = amps;
  }
  return (low + high) / 2;
}
