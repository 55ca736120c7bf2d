/** The cases that a job's traces stand for now: their circuit with every reading and repair entered so far. */
import { itemsOf, lastEntries, stepsTo } from '../ledger/index.js';
import type { TraceCase, TraceReading } from '../trace/index.js';
import type { JobRecord, StripPlanFact, Trace } from './schema.js';
import { originOf, standing } from './standing.js';

/** A trace's case with the readings, answers, words and repairs that stand, in the order of entry. */
export function caseOf(record: JobRecord, trace: Trace): TraceCase {
  const traceId = originOf(record.traces, trace);
  const read = standing(record.readings).filter((reading) => reading.traceId === traceId);
  const readings = read.map(({ test, value, overload, found, moved, gone, supplyVolts }) => ({
    test,
    value,
    overload,
    found,
    moved,
    gone,
    supplyVolts,
  }));
  const repairs = standing(record.repairs).filter(
    (repair) => repair.traceId === traceId && repair.element != null,
  );
  const done = repairs.map((repair) => ({
    element: repair.element!,
    method: repair.method,
    cured: repair.cured,
  }));
  const epochs = standing(record.epochs)
    .filter((epoch) => epoch.traceId === traceId)
    .flatMap(({ after, shows, seq }): NonNullable<TraceCase['epochs']> => {
      const before = read.filter((reading) => reading.seq < seq);
      if (after == null) return [{ shows, from: before.length }];
      if (!before.some(({ test }) => test === after)) return [];
      // Left out where it is the place that the test itself gives it.
      const usual = read.findLastIndex(({ test }) => test === after) + 1;
      return [{ after, shows, ...(before.length === usual ? {} : { from: before.length }) }];
    });
  return {
    ...trace.case,
    ...accessesOf(record, trace, traceId),
    readings,
    done,
    epochs,
    words: wordsOf(record, trace, traceId),
    ...(trace.case.power ? { power: { ...trace.case.power, now: powerNow(trace.case, readings) } } : {}),
  };
}

/** The plan by which the car is taken apart: the last that stands. */
export const stripPlanOf = (record: JobRecord): StripPlanFact | null =>
  standing(record.stripPlans).at(-1) ?? null;

/** Ids of the steps that are off now: what is off is reached. */
export function stepsOff(record: JobRecord): ReadonlySet<string> {
  const last = [...lastEntries(standing(record.ledgerEntries)).values()];
  return new Set(last.filter(({ as }) => as === 'off').map(({ step }) => step));
}

/** What has to be reached for the trace's tests, in the steps of the car's own map where the plan says which part that is. */
function accessesOf(
  record: JobRecord,
  { case: source }: Trace,
  traceId: string,
): Pick<TraceCase, 'accesses' | 'gainedSteps'> | null {
  const plan = stripPlanOf(record);
  const reaches = plan?.reaches?.filter((own) => own.traceId === traceId) ?? [];
  if (!plan || reaches.length === 0) return null;
  const accesses = source.accesses?.map((access) => {
    const part = reaches.find((own) => own.access === access.id)?.part;
    if (part === undefined) return access;
    const steps = wayTo(plan, part);
    return { ...access, steps, minutes: steps.reduce((sum, step) => sum + step.minutes, 0) };
  });
  return { accesses: accesses ?? null, gainedSteps: [...stepsOff(record)] };
}

const waysTo = new WeakMap<StripPlanFact, Map<string, { id: string; minutes: number }[]>>();

/** The steps to a part by the plan's way; the part itself stays where it is for a test. Looked for once. */
function wayTo(plan: StripPlanFact, part: string): { id: string; minutes: number }[] {
  const known = waysTo.get(plan) ?? new Map<string, { id: string; minutes: number }[]>();
  waysTo.set(plan, known);
  const before = known.get(part);
  if (before) return before;
  const minutes = new Map(itemsOf(plan.map).map((item) => [item.id, item.minutes]));
  const steps = stepsTo(plan.map, plan.way.order, part)
    .filter((id) => id !== part)
    .map((id) => ({ id, minutes: minutes.get(id)! }));
  known.set(part, steps);
  return steps;
}

/** The last word on each suspect that the trace still has. */
function wordsOf(record: JobRecord, trace: Trace, traceId: string): NonNullable<TraceCase['words']> {
  const ids = new Set(trace.case.suspects?.map(({ id }) => id));
  const last = new Map(
    standing(record.suspectWords)
      .filter((word) => word.traceId === traceId)
      .map((word) => [word.suspect, word]),
  );
  return [...last.values()].flatMap(({ suspect, as, note }) =>
    as === 'open' || !ids.has(suspect) ? [] : [{ suspect, as, note: note ?? null }],
  );
}

/** As the last test left the car. */
function powerNow({ tests }: TraceCase, readings: readonly TraceReading[]): 'live' | 'dead' {
  const wanted = readings
    .map((reading) => tests.find(({ id }) => id === reading.test)?.power)
    .findLast((power) => power != null);
  return wanted === 'dead' ? 'dead' : 'live';
}

/** The traces on which work is open: those that name a beacon without a working repair entered after them. */
export function openTraces(record: JobRecord): Trace[] {
  return standing(record.traces).filter((trace) => {
    const traceId = originOf(record.traces, trace);
    return !standing(record.repairs).some((repair) => repair.traceId === traceId && repair.cured);
  });
}
