/** Plans one trace after the other, a step at a time, so that a plan can be given up between two steps. */
import {
  type NextTests,
  planning,
  predicting,
  type Predictions,
  type TraceCase,
} from '@dormant-beacon/core/trace';
import type { Progress } from '@dormant-beacon/core/progress';

export type PlanRequest =
  | { readonly ticket: number; readonly traceKey: string; readonly case: TraceCase }
  | { readonly ticket: number; readonly giveUp: true };
export type PlanAnswer =
  | { readonly ticket: number; readonly share: number }
  | { readonly ticket: number; readonly plan: NextTests }
  | { readonly ticket: number; readonly problem: string };

const given = new Set<number>();
const known = new Map<string, Predictions>();
/** Longest time without listening to the page. */
const sliceMs = 30;

addEventListener('message', ({ data }: MessageEvent<PlanRequest>) => {
  if ('giveUp' in data) given.add(data.ticket);
  else void work(data.ticket, data.traceKey, data.case);
});

async function work(ticket: number, traceKey: string, source: TraceCase): Promise<void> {
  try {
    let predictions = known.get(traceKey);
    if (!predictions) {
      predictions = await inSlices(ticket, predicting(source), 0.8, 0);
      if (!predictions) return;
      known.set(traceKey, predictions);
    }
    const plan = await inSlices(ticket, planning(source, predictions), 0.2, 0.8);
    if (plan) postMessage({ ticket, plan } satisfies PlanAnswer);
  } catch (error) {
    postMessage({ ticket, problem: (error as Error).message } satisfies PlanAnswer);
  } finally {
    given.delete(ticket);
  }
}

/** Runs a computation in slices; undefined where it was given up. */
async function inSlices<T>(
  ticket: number,
  steps: Generator<Progress, T, void>,
  weight: number,
  before: number,
): Promise<T | undefined> {
  let since = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - since < sliceMs) continue;
    postMessage({
      ticket,
      share: before + (weight * step.value.done) / step.value.total,
    } satisfies PlanAnswer);
    await new Promise((resolve) => setTimeout(resolve));
    if (given.has(ticket)) return undefined;
    since = performance.now();
  }
}
