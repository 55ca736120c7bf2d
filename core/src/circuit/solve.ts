/** Solves a direct-current circuit in a state, with meters. */
import { type Assembly, assemble, withFault } from './assemble.js';
import { MeterBench, withFaults } from './measure.js';
import { Refusal } from '../refusal/index.js';
import { type AtRest, type Guess, operate } from './operate.js';
import type { Circuit, Fault, MeterReading, Solution, SolveAnswer, SolveRequest, State } from './schema.js';

/**
 * Voltages, currents and meters of a circuit at rest. Volts against `gnd`, amps from an element's first pin
 * to its second.
 * @throws Refusal where the circuit or state is not sound (no ground, an id twice, an unknown name)
 *
 * @example solve({ circuit: { elements: [battery, lamp] } }).points['b+'] // 12.57
 */
export function solve({ circuit, state, meters }: SolveRequest): SolveAnswer {
  const now = state ?? {};
  const assembly = assemble(circuit, now, 'live');
  const rest = operate(assembly);
  const bench = new MeterBench(circuit, now, [], assembly, rest, [...rest.blown, ...rest.shutOff]);
  const readings = new Map<string, MeterReading>();
  for (const [index, meter] of (meters ?? []).entries()) {
    if (readings.has(meter.id)) throw new Refusal(`meters[${index}].id`, `"${meter.id}" is used twice`);
    readings.set(meter.id, bench.read(meter, `meters[${index}]`));
  }
  return { ...describe(circuit, assembly, rest), meters: Object.fromEntries(readings) };
}

/** Meter benches on one circuit with faults in it, a state each. */
export type Benches = (state: State) => MeterBench;

/**
 * Fuses that the faults blow with the state `usual` in force are open already, in every state. Each state is solved once,
 * when it is first asked for.
 */
export const meterBenches = (circuit: Circuit, faults: readonly Fault[], usual: State): Benches =>
  benchesOf(circuit, usual)(faults);

/**
 * As `meterBenches`, for many faults of one circuit: it is assembled once for each state, and each search for an
 * operating point begins where the first one in that state ended. So the sound circuit is best asked for first.
 */
export function benchesOf(circuit: Circuit, usual: State): (faults: readonly Fault[]) => Benches {
  const fuses = new Set(circuit.elements.filter(({ kind }) => kind === 'fuse').map(({ id }) => id));
  const known = new Map<State, Assembly>();
  const sound = (state: State) => {
    let one = known.get(state);
    if (!one) known.set(state, (one = assemble(circuit, state, 'live')));
    return one;
  };
  const first = new Map<State, Guess>();
  const faulty = (state: State, faults: readonly Fault[]): Assembly => {
    const [fault, ...others] = faults;
    if (!fault) return sound(state);
    const quick = others.length === 0 && !state.faults?.length ? withFault(sound(state), fault) : null;
    return quick ?? assemble(circuit, withFaults(state, faults), 'live');
  };
  return (faults) => {
    const solved = (state: State, opened: readonly string[]) => {
      const assembly = faulty(state, faults);
      const near: Guess = new Map(first.get(state));
      const rest = operate(assembly, opened, near);
      if (!first.has(state)) first.set(state, near);
      const open = [...opened, ...rest.blown, ...rest.shutOff];
      return new MeterBench(circuit, state, faults, assembly, rest, open);
    };
    const made = new Map<State, MeterBench>();
    // An output that has switched itself off in the usual state is not open for good: fuses alone are.
    let blown: readonly string[] | null = null;
    const inUse = () => {
      const known = made.get(usual);
      if (known) return known;
      const bench = solved(usual, []);
      blown = bench.blown.filter((id) => fuses.has(id));
      made.set(usual, bench);
      return bench;
    };
    return (state) => {
      const known = made.get(state);
      if (known) return known;
      const usually = inUse();
      if (state === usual) return usually;
      const bench = solved(state, blown!);
      made.set(state, bench);
      return bench;
    };
  };
}

function describe(circuit: Circuit, assembly: Assembly, rest: AtRest): Solution {
  const points: Record<string, number | null> = {};
  const floating: string[] = [];
  for (const [point, node] of assembly.points) {
    const tied = rest.island[node] === 0;
    put(points, point, tied ? clean(rest.volts[node]!) : null);
    if (!tied) floating.push(point);
  }
  const currents: Record<string, number> = {};
  const inputs: Record<string, 'high' | 'low'> = {};
  for (const element of circuit.elements) {
    put(currents, element.id, 0);
    if (element.kind !== 'moduleInput') continue;
    const [input, ground] = element.pins.map((pin) => rest.volts[assembly.points.get(pin)!]!);
    put(inputs, element.id, input! - ground! > element.thresholdVolts ? 'high' : 'low');
  }
  for (const [index, { element }] of assembly.branches.entries())
    if (element !== null) put(currents, element, clean(rest.amps[index]!));
  return {
    points,
    currents,
    relays: Object.fromEntries(assembly.relays.map(({ id }) => [id, rest.on.has(id) ? 'on' : 'off'])),
    inputs,
    blown: rest.blown,
    shutOff: rest.shutOff,
    floating,
    chatter: rest.chatter,
  };
}

/** Adds one of many names, whatever it is: `__proto__` is a name too. */
function put<T>(to: Record<string, T>, name: string, value: T): void {
  if (name === '__proto__')
    Object.defineProperty(to, name, { value, configurable: true, enumerable: true, writable: true });
  else to[name] = value;
}

const clean = (value: number) => (value === 0 ? 0 : value);
