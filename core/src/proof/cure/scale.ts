/**
 * The likeliest weights are not their means, and averaging over what is not known of them draws every chance towards
 * even. What that takes away is given back: all chances are moved and stretched, in log-odds, so that as many held as
 * were stated. Source: logistic calibration, held near none by a prior.
 */
import { logistic } from './published.js';

export interface Scale {
  readonly shift: number;
  readonly stretch: number;
}

/** Standard deviations of what it may take: 0.3 of shift, 0.07 of stretch. */
const shiftPrecision = 11;
const stretchPrecision = 200;
const rounds = 6;

export const scaled = (odds: number, { shift, stretch }: Scale): number => logistic(shift + stretch * odds);

/** @param outcomes their log-odds, P(so clean | not cured) or null where they showed again, and how many they are */
export function scaleOf(
  outcomes: readonly { readonly odds: number; readonly miss: number | null; readonly count: number }[],
): Scale {
  let shift = 0;
  let stretch = 1;
  for (let round = 0; round < rounds; round++) {
    let [a, b] = [-shift * shiftPrecision, (1 - stretch) * stretchPrecision];
    let [aa, ab, bb] = [shiftPrecision, 0, stretchPrecision];
    for (const { odds, miss, count } of outcomes) {
      const chance = scaled(odds, { shift, stretch });
      const held = miss === null ? 0 : chance / (chance + (1 - chance) * miss);
      const bend = count * chance * (1 - chance);
      a += count * (held - chance);
      b += count * (held - chance) * odds;
      aa += bend;
      ab += bend * odds;
      bb += bend * odds * odds;
    }
    const whole = aa * bb - ab * ab;
    shift += (bb * a - ab * b) / whole;
    stretch += (aa * b - ab * a) / whole;
  }
  return { shift, stretch };
}
