/** Plans traces; the predictions of a trace are kept for its next reading. */
import '../page-policy';
import {
  type NextTests,
  planning,
  predicting,
  type Predictions,
  type TraceCase,
} from '@dormant-beacon/core/trace';
import type { Work } from '@dormant-beacon/core/progress';
import { serve } from './serve';

export interface PlanRequest {
  readonly traceKey: string;
  readonly case: TraceCase;
}

/** Those of a large trace are some ten megabytes. */
const keptPredictions = 4;
const known = new Map<string, Predictions>();

serve<PlanRequest, NextTests>(function* ({ traceKey, case: source }) {
  const predictions = known.get(traceKey) ?? (yield* part(predicting(source), 0, 0.8));
  // The one that was asked for last goes last.
  known.delete(traceKey);
  known.set(traceKey, predictions);
  for (const oldest of [...known.keys()].slice(0, -keptPredictions)) known.delete(oldest);
  return yield* part(planning(source, predictions), 0.8, 1);
});

/** A computation as a part of a longer one. */
function* part<T>(steps: Work<T>, from: number, to: number): Work<T> {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    yield { done: from + ((to - from) * step.value.done) / step.value.total, total: 1 };
  }
}
