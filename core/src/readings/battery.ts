/** What a battery's readings amount to. Source: computation page, section 5; the tables are shop data. */
import * as z from 'zod';
import type { BatteryReading, BatteryType } from './schema.js';

export const batteryVerdict = z.enum(['good', 'charge-and-retest', 'replace', 'cannot-judge-yet']);
export type BatteryVerdict = z.infer<typeof batteryVerdict>;

export interface BatteryAnswer {
  readonly verdict: BatteryVerdict;
  /** 0 to 1 from the resting volts, or null where they cannot tell. */
  readonly stateOfCharge: number | null;
  /** What the tester's figures leave of a new one, the least of them; null where none can be compared. */
  readonly share: number | null;
  /** The numbers that led to it, as sentences. */
  readonly reasons: readonly string[];
}

/** Resting volts at 0, 25, 50, 75 and 100 % of charge, at 25 °C. */
const restingVolts: Readonly<Record<BatteryType, readonly number[] | null>> = {
  flooded: [11.89, 12.06, 12.24, 12.45, 12.65],
  efb: [11.95, 12.1, 12.3, 12.5, 12.7],
  agm: [11.8, 12.05, 12.35, 12.6, 12.85],
  gel: [11.8, 12.1, 12.35, 12.65, 12.85],
  // Its resting volts hardly change with its charge.
  lithium: null,
  unknown: [11.89, 12.06, 12.24, 12.45, 12.65],
};

/** Shares and hours by which a battery is judged: shop data. */
export const batteryLimits = {
  restHours: 4,
  enoughCharge: 0.75,
  goodShare: 0.8,
  failedShare: 0.7,
  coldCelsius: 0,
  hotCelsius: 50,
  shortedVolts: 10.6,
  /** Volts that a new battery loses inside at its rated amperes: they give the milliohms that it has when new. */
  voltsInsideAtRating: 2.7,
  /** Ohms inside differ from make to make: they condemn only below this share. */
  failedByOhms: 0.5,
} as const;

const percent = (share: number) => `${Math.round(share * 100)}\u202f%`;

/**
 * The verdict over one set of readings. Volts alone show charge, never ability: without a tester's figure a
 * charged battery stays `cannot-judge-yet`.
 *
 * @param reading of a 12 V battery: volts, hours, °C, amperes
 * @example judgeBattery({ type: 'flooded', restingVolts: 12.6, restHours: 8, ratedAmps: 640, ratedStandard: 'EN', measuredAmps: 590, measuredStandard: 'EN' }).verdict // 'good'
 */
export function judgeBattery(reading: BatteryReading): BatteryAnswer {
  const stateOfCharge = chargeOf(reading);
  const { share, worn, wornIfCharged, remarks } = shareOf(reading);
  const reasons = [
    stateOfCharge === null
      ? `${reading.restingVolts} V tells no state of charge for this type.`
      : `${reading.restingVolts} V at rest is about ${percent(stateOfCharge)} charged.`,
    ...remarks,
    ...(reading.type === 'unknown' ? ['Type unknown: judged as a flooded one.'] : []),
  ];
  const answer = (verdict: BatteryVerdict, ...why: string[]): BatteryAnswer => ({
    verdict,
    stateOfCharge,
    share,
    reasons: [...reasons, ...why],
  });

  if (reading.restingVolts < batteryLimits.shortedVolts && reading.charged === true)
    return answer('replace', 'So low after a full charge, a cell is shorted.');
  const unsafe = unsafeOf(reading);
  if (unsafe) return answer('cannot-judge-yet', unsafe);
  // A surface charge only flatters: what is worn out after a full charge is so whenever it was tested.
  if (reading.charged === true && wornIfCharged)
    return answer('replace', 'Too little after a full charge, and no rest makes it more: it is worn out.');
  const doubt = unsettledOf(reading);
  if (doubt) return answer('cannot-judge-yet', doubt);
  if (stateOfCharge !== null && stateOfCharge < batteryLimits.enoughCharge)
    return reading.charged === true
      ? answer('replace', 'It does not hold a full charge.')
      : answer(
          'charge-and-retest',
          'A tester’s figure below three quarters of charge says nothing of the battery.',
        );
  if (share === null)
    return answer('cannot-judge-yet', 'Charge is not ability: test it under load, or by its conductance.');
  if (share >= batteryLimits.goodShare) return answer('good');
  if (worn)
    return stateOfCharge === null && reading.charged !== true
      ? answer('charge-and-retest', 'Charge it fully, then test again.')
      : answer('replace', 'Too little for a battery that is charged: it is worn out.');
  if (reading.charged !== true)
    return answer('charge-and-retest', 'Between good and worn out: charge it fully, then test again.');
  return answer(
    'cannot-judge-yet',
    'Resistance alone does not settle it: test it in amperes, by the standard on its label.',
  );
}

/** Share of charge by the table of its type, or null where volts cannot tell. */
function chargeOf({ type, restingVolts: volts }: BatteryReading): number | null {
  const table = restingVolts[type];
  if (!table) return null;
  if (volts <= table[0]!) return 0;
  const above = table.findIndex((step) => volts < step);
  if (above === -1) return 1;
  const [low, high] = [table[above - 1]!, table[above]!];
  return 0.25 * (above - 1 + (volts - low) / (high - low));
}

/** One figure of a tester as a share of a new battery. */
interface Figure {
  readonly share: number;
  /** Below it the figure alone condemns a battery. */
  readonly failed: number;
  /** Below it the figure condemns one that was charged fully. */
  readonly failedCharged: number;
  readonly says: string;
}

const figure = (share: number, says: string): Figure => ({
  share,
  failed: batteryLimits.failedShare,
  failedCharged: batteryLimits.goodShare,
  says,
});

/** What the tester's figures say together: the least of them counts. */
function shareOf(reading: BatteryReading): {
  readonly share: number | null;
  /** What condemns it as it is, and if it was charged fully. */
  readonly worn: boolean;
  readonly wornIfCharged: boolean;
  readonly remarks: readonly string[];
} {
  const amps = ampsOf(reading);
  const figures = [typeof amps === 'string' ? null : amps, healthOf(reading), ohmsOf(reading)].filter(
    (one): one is Figure => one !== null,
  );
  return {
    share: figures.length > 0 ? Math.min(...figures.map(({ share }) => share)) : null,
    worn: figures.some(({ share, failed }) => share < failed),
    wornIfCharged: figures.some(({ share, failedCharged }) => share < failedCharged),
    remarks: [...(typeof amps === 'string' ? [amps] : []), ...figures.map(({ says }) => says)],
  };
}

/** The tester's amperes against the rating; words where the two cannot be compared. */
function ampsOf(reading: BatteryReading): Figure | string | null {
  const { ratedAmps, ratedStandard, measuredAmps, measuredStandard } = reading;
  if (ratedAmps == null || measuredAmps == null) return null;
  if (ratedStandard == null || measuredStandard == null)
    return 'Without the standard of rating and tester their figures cannot be compared.';
  if (ratedStandard !== measuredStandard)
    return `Rated by ${ratedStandard}, measured by ${measuredStandard}: set the tester to ${ratedStandard} and test again.`;
  const share = measuredAmps / ratedAmps;
  return figure(share, `The tester’s ${measuredAmps} A are ${percent(share)} of the rated ${ratedAmps} A.`);
}

function healthOf({ healthPercent }: BatteryReading): Figure | null {
  if (healthPercent == null) return null;
  const share = healthPercent / 100;
  return figure(share, `The tester shows ${percent(share)} health.`);
}

/** Ohms inside need the rating: a large battery has few of them. */
function ohmsOf({ milliohms, ratedAmps }: BatteryReading): Figure | null {
  if (milliohms == null || ratedAmps == null) return null;
  const whenNew = (1000 * batteryLimits.voltsInsideAtRating) / ratedAmps;
  const share = whenNew / milliohms;
  return {
    share,
    failed: batteryLimits.failedByOhms,
    failedCharged: batteryLimits.failedByOhms,
    says: `${milliohms} mΩ of internal resistance; a new battery of ${ratedAmps} A has about ${whenNew.toFixed(1)} mΩ: ${percent(share)}.`,
  };
}

/** Why it is neither charged nor judged now, or null. */
function unsafeOf({ celsius }: BatteryReading): string | null {
  if (celsius != null && celsius < batteryLimits.coldCelsius)
    return `At ${celsius} °C it may be frozen: neither charge nor judge it before it is above freezing.`;
  if (celsius != null && celsius > batteryLimits.hotCelsius)
    return `At ${celsius} °C something is wrong: let it cool, look for a leak or a swollen case.`;
  return null;
}

/** Why its volts say nothing yet, or null. */
function unsettledOf(reading: BatteryReading): string | null {
  const { restHours, surfaceChargeRemoved } = reading;
  const settled =
    surfaceChargeRemoved === true || (restHours != null && restHours >= batteryLimits.restHours);
  // A surface charge only lifts the volts: a low reading is low all the same.
  if (settled || (chargeOf(reading) ?? 1) < batteryLimits.enoughCharge) return null;
  return restHours == null
    ? 'Nobody knows how long it has rested: take the surface charge off, or let it rest four hours.'
    : `After ${restHours} h of rest the surface charge still shows: take it off, or wait for four hours.`;
}
