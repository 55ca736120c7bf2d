/** The sections of a circuit for its voltage-drop sheet, each with what it takes while all is sound. */
import { type Circuit, type Element, solve, type State } from '../circuit/index.js';
import type { SectionKind } from './drops.js';

export interface Section {
  readonly name: string;
  readonly kind: SectionKind;
  /** Volts across it in the sound circuit; null where nothing is known. */
  readonly soundVolts: number | null;
}

const kinds: Partial<Record<Element['kind'], SectionKind>> = {
  wire: 'wire',
  contact: 'contact',
  switch: 'switch',
  fuse: 'fuse',
  relay: 'relay-contact',
  moduleOutput: 'output',
  ground: 'ground',
};

/** Current below which a section is not on the way of the load. */
const leastAmps = 0.02;

/** Those that carry the load's current, in the order of the circuit. */
export function sectionsOf(circuit: Circuit, state: State): Section[] {
  const { points, currents } = solve({ circuit, state });
  return circuit.elements.flatMap((element) => {
    const kind = kinds[element.kind];
    if (!kind) return [];
    const [from, to] = element.kind === 'relay' ? [element.pins[2], element.pins[3]] : element.pins;
    const [high, low] = [points[from], points[to]];
    const carries = element.kind === 'relay' || Math.abs(currents[element.id] ?? 0) >= leastAmps;
    if (!carries) return [];
    return [
      {
        name: element.label || element.id,
        kind,
        soundVolts: high == null || low == null ? null : high - low,
      },
    ];
  });
}
