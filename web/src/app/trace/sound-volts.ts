/** What a voltmeter would read in the circuit if nothing were wrong. */
import { type Circuit, type MeterReading, reference, solve, type State } from '@dormant-beacon/core/circuit';

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
