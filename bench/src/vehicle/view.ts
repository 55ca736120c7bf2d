/** What a module can measure of the car in one moment: the solved circuit, with loops read as only their module reads them. */
import { type Circuit, type Meter, solve, type SolveAnswer, type State } from '@dormant-beacon/core/circuit';

export interface View {
  /** Between a point and ground; null where nothing holds the point. */
  volts(point: string): number | null;
  /** Through an element, whatever its direction. */
  amps(element: string): number;
  /** Between two points of a loop that carries nothing; Infinity where it is open. */
  ohms(from: string, to: string): number;
  /** Volts between two points. */
  across(plus: string, minus: string): number;
  readonly blown: readonly string[];
  /** Outputs that their module has shut off, since too much flowed. */
  readonly shutOff: readonly string[];
}

/** Loops whose ohms are asked for: measured with the rest, since each measurement solves the circuit. */
export type OhmsAsked = readonly (readonly [from: string, to: string])[];

const keyOf = (from: string, to: string): string => `${from} ${to}`;

export function viewOf(circuit: Circuit, state: State, asked: OhmsAsked): View {
  const meters = asked.map(([from, to]): Meter => ({ id: keyOf(from, to), kind: 'ohms', from, to }));
  const { points, currents, blown, shutOff, meters: read }: SolveAnswer = solve({ circuit, state, meters });
  const volts = (point: string): number | null => points[point] ?? null;
  return {
    blown,
    shutOff,
    volts,
    amps: (element) => Math.abs(currents[element] ?? 0),
    across: (plus, minus) => (volts(plus) ?? 0) - (volts(minus) ?? 0),
    ohms: (from, to) => {
      const one = read?.[keyOf(from, to)];
      return one?.value ?? Infinity;
    },
  };
}
