/** The order in which a circuit is drawn: a line from its source to ground. */
import {
  type Circuit,
  type Element,
  type MeterReading,
  reference,
  solve,
  type State,
} from '@dormant-beacon/core/circuit';

export interface ChainStep {
  readonly element: Element;
  /** The point at its upper and lower end. */
  readonly from: string;
  readonly to: string;
}

const sources = new Set(['battery', 'moduleInput']);

/**
 * The elements in one line from the source to ground. Elements that are not on that line follow in their
 * order, so that nothing is left out.
 */
export function chainOf(circuit: Circuit): ChainStep[] {
  const source = circuit.elements.find((element) => sources.has(element.kind)) ?? circuit.elements[0];
  if (!source) return [];
  const steps: ChainStep[] = [{ element: source, from: reference, to: source.pins[0]! }];
  const left = new Set(circuit.elements.filter((element) => element !== source));
  for (let at = source.pins[0]!; at !== reference;) {
    const next = [...left].find((element) => element.pins.slice(0, 2).includes(at));
    if (!next) break;
    left.delete(next);
    const to = next.pins[0] === at ? next.pins[1]! : next.pins[0]!;
    steps.push({ element: next, from: at, to });
    at = to;
  }
  return [
    ...steps,
    ...[...left].map((element) => ({ element, from: element.pins[0]!, to: element.pins[1]! })),
  ];
}

/** Volts at every point of the sound circuit, as a voltmeter would read them. */
export function soundVolts(circuit: Circuit, state: State): ReadonlyMap<string, MeterReading> {
  const points = [...new Set(circuit.elements.flatMap((element) => element.pins))].filter(
    (point) => point !== reference,
  );
  const { meters } = solve({
    circuit,
    state,
    meters: points.map((point) => ({ id: point, kind: 'volts', from: point, to: reference })),
  });
  return new Map(Object.entries(meters));
}
