/** Units whose routes are worth weighing: what the traces would have replaced next, and is not weighed yet. */
import type { Element } from '../../circuit/index.js';
import { type JobRecord, openTraces, originOf, standing } from '../../record/index.js';
import type { UnitSort } from '../../route/index.js';
import type { NextTests } from '../../trace/index.js';
import { isRestraintTrace } from '../safety.js';

export interface ProposedUnit {
  readonly unit: string;
  readonly sort: UnitSort;
  /** What the trace reckons for it new, in cents. */
  readonly newCents: number;
  readonly traceId: string;
  readonly element: string;
  readonly beaconIds: readonly string[];
  /** What usually kills such a part, and the look that shows it; null where nothing is known. */
  readonly checkFirst: string | null;
}

const sorts: Partial<Record<Element['kind'], UnitSort>> = {
  lamp: 'lamp',
  fuse: 'lamp',
  led: 'lamp-unit',
  motor: 'actuator',
  switch: 'switch',
  relay: 'switch',
  sensor: 'sensor',
  moduleInput: 'module',
  moduleOutput: 'module',
  wire: 'harness',
  contact: 'harness',
  ground: 'harness',
};

/** @param plans what to test next, for each trace that is open */
export function proposedUnits(
  record: JobRecord,
  plans: ReadonlyMap<string, NextTests>,
): readonly ProposedUnit[] {
  const weighed = standing(record.routePlans);
  return openTraces(record).flatMap((trace) => {
    const traceId = originOf(record.traces, trace);
    const next = plans.get(traceId)?.next[0];
    if (next?.action !== 'repair' || (next.method ?? 'replace') !== 'replace') return [];
    if (weighed.some((plan) => plan.traceId === traceId && plan.element === next.element)) return [];
    const repair = trace.case.repairs.find(
      ({ element, method }) => element === next.element && (method ?? 'replace') === 'replace',
    );
    const element = trace.case.circuit.elements.find(({ id }) => id === next.element);
    if (!repair || !element) return [];
    const root = trace.case.roots?.find((own) => own.element === next.element);
    return [
      {
        unit: element.label ?? element.id,
        sort: sortOf(element, isRestraintTrace(trace)),
        newCents: repair.priceCents,
        traceId,
        element: element.id,
        beaconIds: trace.beaconIds,
        checkFirst: root ? `${root.root}: ${root.check}` : null,
      },
    ];
  });
}

function sortOf({ kind }: Element, restraint: boolean): UnitSort {
  if (!restraint) return sorts[kind] ?? 'other';
  if (kind === 'squib') return 'restraint-pyrotechnic';
  if (kind === 'moduleInput' || kind === 'moduleOutput') return 'restraint-module';
  return kind === 'sensor' || kind === 'switch' ? 'restraint-sensor' : 'harness';
}
