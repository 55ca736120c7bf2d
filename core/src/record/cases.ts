/** The cases that a job's traces stand for now: their circuit with every reading and repair entered so far. */
import type { TraceCase, TraceReading } from '../trace/index.js';
import type { JobRecord, Trace } from './schema.js';
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
    readings,
    done,
    epochs,
    words: wordsOf(record, trace, traceId),
    ...(trace.case.power ? { power: { ...trace.case.power, now: powerNow(trace.case, readings) } } : {}),
  };
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
