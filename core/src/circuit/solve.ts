/** Solves a direct-current circuit in a state, with meters. */
import { assemble } from './assemble.js';
import { MeterBench } from './measure.js';
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
  const bench = new MeterBench(circuit, now, assembly, rest, [...rest.blown, ...rest.shutOff]);
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
 * @param near shared by circuits that are much alike: each search begins where the last one ended
 */
export function meterBenches(
  circuit: Circuit,
  faults: readonly Fault[],
  usual: State,
  near: Guess = new Map(),
): Benches {
  const made = new Map<State, MeterBench>();
  const solved = (state: State, opened: readonly string[]) => {
    const all = { ...state, faults: [...(state.faults ?? []), ...faults] };
    const assembly = assemble(circuit, all, 'live');
    const rest = operate(assembly, opened, near);
    return new MeterBench(circuit, all, assembly, rest, [...opened, ...rest.blown, ...rest.shutOff]);
  };
  // An output that has switched itself off in the usual state is not open for good: fuses alone are.
  let first: { bench: MeterBench; blown: readonly string[] } | null = null;
  const inUse = () => {
    if (first) return first;
    const bench = solved(usual, []);
    const isFuse = (id: string) =>
      circuit.elements.some((element) => element.id === id && element.kind === 'fuse');
    return (first = { bench, blown: bench.blown.filter(isFuse) });
  };
  return (state) => {
    if (state === usual) return inUse().bench;
    let bench = made.get(state);
    if (!bench) made.set(state, (bench = solved(state, inUse().blown)));
    return bench;
  };
}

function describe(circuit: Circuit, assembly: ReturnType<typeof assemble>, rest: AtRest): Solution {
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
