/** The planner in a car that it does not know: it asks, the car answers, until a part is called for. */
import { finish } from '../../progress/index.js';
import { planning, predicting } from '../plan/next-tests.js';
import type { Predictions } from '../observe/predict.js';
import { outside, type TraceCase, type TraceReading, type TraceTest } from '../model/schema.js';

/** How the planner came to its first part. */
export interface FirstPart {
  /** Null where nothing but looking elsewhere was left. */
  readonly element: string | null;
  /** Every element that it ends the faults of. */
  readonly covers: readonly string[];
  /** What it stated of that part: the probability of all its faults together. */
  readonly stated: number;
  /** What it held for something outside the circuit. */
  readonly elsewhere: number;
  readonly tests: number;
}

/** Solved once for a case, for all of its trials. */
export const foreseenFor = (source: TraceCase): Predictions => finish(predicting(source));

/**
 * Does what the plan puts first until that is a repair.
 * @param read what the car shows for a test
 */
export function untilFirstPart(
  source: TraceCase,
  foreseen: Predictions,
  read: (test: TraceTest) => TraceReading,
): FirstPart {
  const readings: TraceReading[] = [];
  for (;;) {
    const { next, suspects } = finish(planning({ ...source, readings }, foreseen));
    const [first] = next;
    if (first?.action === 'test') {
      readings.push(read(source.tests.find(({ id }) => id === first.test)!));
      continue;
    }
    const element = first?.element ?? null;
    const covers = [element, ...(first?.covers ?? [])];
    const stated = suspects
      .filter((suspect) => covers.includes(suspect.element) && suspect.id !== outside)
      .reduce((sum, { probability }) => sum + probability, 0);
    const elsewhere = suspects.find(({ id }) => id === outside)?.probability ?? 0;
    return {
      element,
      covers: covers.filter((one) => one !== null),
      stated,
      elsewhere,
      tests: readings.length,
    };
  }
}
