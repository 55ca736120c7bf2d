/** What to test next in each open trace of a job, for its row in the bays. */
import { caseOf, type JobRecord, openTraces, originOf, type Trace } from '@dormant-beacon/core/job';
import type { ElementKind } from '@dormant-beacon/core/circuit';
import { finish } from '@dormant-beacon/core/progress';
import {
  type NextTests,
  planning,
  type Predictions,
  predicting,
  type TraceCase,
} from '@dormant-beacon/core/trace';

/** Elements × suspects × metered tests up to which the server plans itself; above, the page does it in a worker. */
const mostWork = 60_000;
const keptTraces = 300;

/** Predictions by the id of the trace's row, which never changes: only a cache, another server makes its own. */
const known = new Map<string, Predictions>();

/** Plans by the id under which a trace began. Traces too large to be planned here are left out. */
export function plansFor(record: JobRecord): Map<string, NextTests> {
  const plans = new Map<string, NextTests>();
  for (const trace of openTraces(record)) {
    if (workOf(trace.case) > mostWork) continue;
    plans.set(originOf(record.traces, trace), finish(planning(caseOf(record, trace), predictionsOf(trace))));
  }
  return plans;
}

/** Solves a new trace's circuit under every suspect before a lock is taken. @throws Refusal where it is not sound */
export function preparePlan(traceId: string, source: TraceCase): void {
  const predictions = soundPredictions(source);
  if (predictions) remember(traceId, predictions);
}

/**
 * Solves a case under every suspect, as far as the server plans itself; of a larger one only its suspects are
 * looked at. @throws Refusal where it is not sound, naming the place
 */
export function soundPredictions(source: TraceCase): Predictions | null {
  if (workOf(source) <= mostWork) return finish(predicting(source));
  finish(planning({ ...source, tests: [], readings: [] }));
  return null;
}

/**
 * How probable an element is at fault, from every reading and repair of its trace, and how it most likely had
 * failed. Only the tests that were read are solved, so that the size of the trace does not matter.
 */
export function elementFault(
  record: JobRecord,
  trace: Trace,
  element: string,
): { readonly chance: number; readonly kind: ElementKind | null; readonly mode: string | null } {
  const source = caseOf(record, trace);
  const read = new Set(source.readings?.map(({ test }) => test));
  const { suspects } = finish(planning({ ...source, tests: source.tests.filter(({ id }) => read.has(id)) }));
  const own = suspects.filter((suspect) => suspect.element === element);
  const sum = own.reduce((total, { probability }) => total + probability, 0);
  return {
    chance: Math.min(1, Math.max(0, sum)),
    kind: source.circuit.elements.find(({ id }) => id === element)?.kind ?? null,
    mode: own[0]?.mode ?? null,
  };
}

function predictionsOf(trace: Trace): Predictions {
  return known.get(trace.id) ?? remember(trace.id, finish(predicting(trace.case)));
}

function remember(traceId: string, predictions: Predictions): Predictions {
  known.set(traceId, predictions);
  const oldest = known.keys().next();
  if (known.size > keptTraces && !oldest.done) known.delete(oldest.value);
  return predictions;
}

function workOf({ circuit, suspects, tests }: TraceCase): number {
  return (
    circuit.elements.length *
    (suspects?.length ?? 2 * circuit.elements.length) *
    tests.filter((test) => !('element' in test)).length
  );
}
