/** Readings of one test in one moment of the car count once: a second look sees with the same eyes. */
import type { TraceReading, TraceTest } from '../model/schema.js';
import { isDisturbing } from './epochs.js';

export interface Pooled {
  readonly heard: readonly TraceReading[];
  /** A test that was answered both ways: which of them holds is asked, and neither counts. */
  readonly unsettled: string | null;
}

/**
 * Of a look that was made again the one answer, of a value that was read again the mean. What lies on two sides of a
 * disturbing test is of two cars, and stays apart.
 */
export function pooled(readings: readonly TraceReading[], tests: ReadonlyMap<string, TraceTest>): Pooled {
  const groups = new Map<string, TraceReading[]>();
  let moment = 0;
  for (const reading of readings) {
    const key = `${moment} ${reading.test}`;
    groups.set(key, [...(groups.get(key) ?? []), reading]);
    if (isDisturbing(tests.get(reading.test)!)) moment++;
  }
  let unsettled: string | null = null;
  const heard = [...groups.values()].flatMap((group) => {
    const [first] = group as [TraceReading];
    if (group.length === 1) return [first];
    if (group.every(({ value }) => value != null)) return [meanOf(group)];
    if (group.every((one) => answerOf(one) === answerOf(first))) return [first];
    unsettled = first.test;
    return [];
  });
  return { heard, unsettled };
}

const answerOf = ({ value, overload, found, moved, gone }: TraceReading) =>
  value != null ? 'value' : `${overload} ${found} ${moved} ${gone}`;

/** The mean of several values; of the supply's volts where they were measured with every one. */
function meanOf(group: readonly TraceReading[]): TraceReading {
  const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
  const volts = group.flatMap(({ supplyVolts }) => supplyVolts ?? []);
  return {
    test: group[0]!.test,
    value: mean(group.map(({ value }) => value!)),
    ...(volts.length === group.length ? { supplyVolts: mean(volts) } : {}),
  };
}
