/** Whether a unit that is put right belongs to restraints: from its name, its parts and its place in the circuit. */
import { type JobRecord, type RoutePlanFact, originOf, standing, standingFor } from '../record/index.js';
import { guardOf } from '../restraints/index.js';
import { isRestraintTrace } from './safety.js';

/** What lies on a restraint circuit and is no restraint unit: its supply, and the lamp that warns. */
const harmless: ReadonlySet<string> = new Set(['lamp', 'led', 'fuse', 'relay', 'battery']);

/** What says so; null where nothing does. The sort that was entered may add to it and takes nothing away. */
export function restraintUnit(record: JobRecord, plan: RoutePlanFact): string | null {
  const planId = originOf(record.routePlans, plan);
  const kinds = standing(record.parts)
    .filter((part) => part.planId === planId)
    .map(({ part }) => part.kind);
  for (const part of [plan.unit, ...kinds]) {
    const { guard, why } = guardOf({ part });
    if (guard === 'restraint') return why[0]!;
  }
  const trace = plan.traceId == null ? undefined : standingFor(record.traces, plan.traceId);
  if (trace && isRestraintTrace(trace)) {
    const element = trace.case.circuit.elements.find(({ id }) => id === plan.element);
    if (!element || !harmless.has(element.kind)) return `it lies on the circuit of “${trace.title}”`;
  }
  return plan.sort.startsWith('restraint') ? 'it was entered as a restraint unit' : null;
}
