/** Readings of one test in one moment of the car count once: a second look sees with the same eyes. */
import type { MeteredTest, TraceReading, TraceTest } from '../model/schema.js';
import { isDisturbing } from './epochs.js';
import { accuracyOf } from './evidence.js';
import { resolution } from './likelihood.js';
import { isMetered } from './predict.js';

export interface Pooled {
  readonly heard: readonly TraceReading[];
  /** A test that was answered both ways: which of them holds is asked, and neither counts. */
  readonly unsettled: string | null;
}

/**
 * Of a look that was made again the one answer, of a value that was read again the mean. Values that a meter tells apart
 * both count: a fault that comes and goes gives just these. What lies on two sides of a disturbing test is of two cars,
 * and stays apart.
 */
export function pooled(readings: readonly TraceReading[], tests: ReadonlyMap<string, TraceTest>): Pooled {
  const groups = new Map<string, TraceReading[]>();
  let moment = 0;
  for (const reading of readings) {
    const test = tests.get(reading.test)!;
    const key = `${moment} ${reading.test}`;
    groups.set(key, [...(groups.get(key) ?? []), reading]);
    if (isDisturbing(test)) moment++;
  }
  let unsettled: string | null = null;
  const heard = [...groups.values()].flatMap((group) => {
    const [first] = group as [TraceReading];
    const test = tests.get(first.test)!;
    if (group.length === 1) return [first];
    if (isMetered(test)) return alike(group, test) ? [meanOf(group)] : group;
    if (group.every((one) => answerOf(one) === answerOf(first))) return [first];
    unsettled = first.test;
    return [];
  });
  return { heard, unsettled };
}

/** Whether a meter cannot tell its readings apart. */
function alike(group: readonly TraceReading[], test: MeteredTest): boolean {
  const values = group.flatMap(({ value }) => value ?? []);
  if (values.length === 0) return true;
  const [least, most] = [Math.min(...values), Math.max(...values)];
  return values.length === group.length && most - least <= 2 * resolution(accuracyOf(test), most);
}

const answerOf = ({ found, moved, gone }: TraceReading) => `${found} ${moved} ${gone}`;

/** One reading for several that are alike: their mean, and of the supply's volts where they were measured with each. */
function meanOf(group: readonly TraceReading[]): TraceReading {
  if (group[0]!.value == null) return group[0]!;
  const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
  const volts = group.flatMap(({ supplyVolts }) => supplyVolts ?? []);
  return {
    test: group[0]!.test,
    value: mean(group.map(({ value }) => value!)),
    ...(volts.length === group.length ? { supplyVolts: mean(volts) } : {}),
  };
}
