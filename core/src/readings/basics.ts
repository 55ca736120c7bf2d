/** What a reading of the basics says: charging with the engine running, and what main contacts and grounds lose under load. */
import { dropLimits } from './drops.js';

export type MeasuredBasics = 'charging' | 'links' | 'grounds';

export interface BasicsAnswer {
  readonly result: 'good' | 'bad';
  /** The limit that it was judged by, and what it means. */
  readonly says: string;
}

/**
 * Volts within which a 12 V system charges, measured at the battery with the engine running and loads on. Source:
 * the gassing voltage of a lead battery and the least that charges it; a car with managed charging may stand lower
 * for a while, so that a low reading is taken again at higher speed.
 */
export const chargingLimits = { low: 13.2, high: 15.0, discharging: 12.8 } as const;

/** What all contacts between battery and fuse box may lose together, under load; one alone has `dropLimits.contact`. */
export const linkVolts = 0.2;

/**
 * @param volts at the battery for charging, else the drop under load
 * @example judgeBasics('grounds', 0.35).result // 'bad'
 */
export function judgeBasics(item: MeasuredBasics, volts: number): BasicsAnswer {
  if (item === 'charging') {
    const { low, high, discharging } = chargingLimits;
    if (volts > high)
      return {
        result: 'bad',
        says: `Over ${high} V: the regulator or its sensing. It harms lamps, modules and the battery.`,
      };
    if (volts < discharging)
      return {
        result: 'bad',
        says: `Under ${discharging} V: the battery carries the car. No charge arrives.`,
      };
    if (volts < low)
      return {
        result: 'bad',
        says: `Under ${low} V with loads on: too little. Measure again at 2,000 rpm; managed charging may rest.`,
      };
    return { result: 'good', says: `Within ${low} to ${high} V: it charges.` };
  }
  const limit = item === 'grounds' ? dropLimits.ground : linkVolts;
  const lost = Math.abs(volts);
  return lost > limit
    ? {
        result: 'bad',
        says: `More than ${limit} V lost under load: find the contact that loses it, clean and torque it, measure again.`,
      }
    : { result: 'good', says: `At most ${limit} V lost under load: good.` };
}

export const isMeasured = (item: string): item is MeasuredBasics =>
  item === 'charging' || item === 'links' || item === 'grounds';
