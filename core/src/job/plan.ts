/** The cases that a job's traces stand for now: their circuit with every reading and repair entered so far. */
import type { TraceCase } from '../trace/index.js';
import type { JobRecord, Trace } from './schema.js';
import { originOf, standing } from './standing.js';

/** A trace's case with the readings and repairs that stand, in the order of entry. */
export function caseOf(record: JobRecord, trace: Trace): TraceCase {
  const traceId = originOf(record.traces, trace);
  const readings = standing(record.readings)
    .filter((reading) => reading.traceId === traceId)
    .map(({ test, value, overload, found, moved, gone }) => ({ test, value, overload, found, moved, gone }));
  const done = standing(record.repairs)
    .filter((repair) => repair.traceId === traceId && repair.element != null)
    .map((repair) => ({ element: repair.element!, cured: repair.cured }));
  return { ...trace.case, readings, done };
}

/** The traces on which work is open: those that name a beacon without a working repair entered after them. */
export function openTraces(record: JobRecord): Trace[] {
  return standing(record.traces).filter((trace) => {
    const traceId = originOf(record.traces, trace);
    return !standing(record.repairs).some((repair) => repair.traceId === traceId && repair.cured);
  });
}
