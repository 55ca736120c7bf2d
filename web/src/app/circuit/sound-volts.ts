/** What a voltmeter would read in the circuit if nothing were wrong. */
import { type Circuit, type MeterReading, reference, solve, type State } from '@dormant-beacon/core/circuit';

/** Amps below which nothing is shown as flowing. */
const leastAmps = 0.0005;

/** Elements that carry current while all is sound, with their amps; relays by their contact are not told apart. */
export function soundAmps(circuit: Circuit, state: State): ReadonlyMap<string, number> {
  const { currents } = solve({ circuit, state });
  return new Map(Object.entries(currents).filter(([, amps]) => Math.abs(amps) >= leastAmps));
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
