/** Finds the state in which a circuit comes to rest: nonlinear elements, relays, fuses and protected outputs. */
import { Refusal } from '../refusal/index.js';
import type { Assembly, Branch, Limit, RelayContact } from './assemble.js';
import { blowsAt } from './fuses.js';
import {
  type Factor,
  type Plan,
  planElimination,
  Scratch,
  type Solved,
  solveNetwork,
  type Wiring,
} from './network.js';

export interface AtRest {
  readonly volts: Float64Array;
  /** The lowest node of each node's island: its volts count from there. 0 means tied to the reference. */
  readonly island: Int32Array;
  /** Amps of each branch, from `a` to `b`. */
  readonly amps: Float64Array;
  readonly on: ReadonlySet<string>;
  readonly blown: readonly string[];
  readonly shutOff: readonly string[];
  readonly chatter: readonly string[];
  /** The circuit as straight lines about where it rests: for small currents that are added. */
  readonly line: Factor;
}

/**
 * Settles `assembly`: relays until none changes (those that never come to rest are named as chatter), then
 * the most overloaded fuse or output opens, and so on until nothing changes.
 * @param opened ids that are open from the start, such as fuses that a fault has blown before
 * @param near where nonlinear elements stood in a circuit much like it: the search begins there, and leaves there what
 *   it found
 */
export function operate(assembly: Assembly, opened: readonly string[] = [], near: Guess = new Map()): AtRest {
  const gone = new Set(opened);
  const blown: string[] = [];
  const shutOff: string[] = [];
  for (;;) {
    const settled = settleRelays(assembly, gone, near);
    const over = mostOverloaded(assembly, settled.amps, gone);
    if (!over) {
      const { volts, island, amps, line, on, chatter } = settled;
      return { volts, island, amps, line, on, chatter, blown, shutOff };
    }
    gone.add(over.element!);
    ((over.gate as Limit).as === 'fuse' ? blown : shutOff).push(over.element!);
  }
}

/** Volts over nonlinear elements, by id. */
export type Guess = Map<string, number>;

type Settled = Omit<AtRest, 'blown' | 'shutOff'>;

const none: ReadonlySet<string> = new Set();

function settleRelays(assembly: Assembly, gone: ReadonlySet<string>, near: Guess): Settled {
  if (assembly.relays.length === 0) {
    const { volts, island, amps, line } = balance(assembly, none, gone, near);
    return { volts, island, amps, line, on: none, chatter: [] };
  }
  let on = new Set<string>();
  const seen: ReadonlySet<string>[] = [];
  for (;;) {
    const state = { ...balance(assembly, on, gone, near), on };
    const next = new Set(
      assembly.relays.filter((relay) => pulledIn(relay, assembly, state)).map((relay) => relay.id),
    );
    if (same(next, on)) return { ...state, chatter: [] };
    seen.push(on);
    const cycle = seen.findIndex((earlier) => same(earlier, next));
    if (cycle >= 0)
      return (
        settleInTurn(assembly, gone, near) ?? { ...state, chatter: restless(assembly, seen.slice(cycle)) }
      );
    on = next;
  }
}

/**
 * Relays that hold each other off swing for ever where all of them move at once; in a car one is quicker and the
 * other gives way. One at a time, in their order in the circuit; null where even so none comes to rest.
 */
function settleInTurn(assembly: Assembly, gone: ReadonlySet<string>, near: Guess): Settled | null {
  let on = new Set<string>();
  const seen: ReadonlySet<string>[] = [];
  for (;;) {
    const state = { ...balance(assembly, on, gone, near), on };
    const moves = assembly.relays.find((relay) => pulledIn(relay, assembly, state) !== on.has(relay.id));
    if (!moves) return { ...state, chatter: [] };
    if (seen.some((earlier) => same(earlier, on))) return null;
    seen.push(on);
    on = new Set(on);
    if (!on.delete(moves.id)) on.add(moves.id);
  }
}

function pulledIn(
  relay: Assembly['relays'][number],
  assembly: Assembly,
  state: { volts: Float64Array; on: ReadonlySet<string> },
): boolean {
  const branch = assembly.branches[assembly.columns.of.get(relay.id) ?? -1];
  if (!branch) return false;
  const volts = Math.abs(state.volts[branch.a]! - state.volts[branch.b]!);
  return state.on.has(relay.id) ? volts >= relay.releaseVolts : volts >= relay.pullInVolts;
}

function same(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  return a.size === b.size && [...a].every((id) => b.has(id));
}

function restless(assembly: Assembly, cycle: readonly ReadonlySet<string>[]): string[] {
  return assembly.relays
    .map((relay) => relay.id)
    .filter((id) => new Set(cycle.map((on) => on.has(id))).size > 1);
}

function mostOverloaded(
  { branches, columns }: Assembly,
  amps: Float64Array,
  gone: ReadonlySet<string>,
): Branch | null {
  let worst: Branch | null = null;
  let ratio = 1;
  for (const index of columns.limited) {
    const branch = branches[index]!;
    const gate = branch.gate as Limit;
    const limit = gate.as === 'fuse' ? gate.amps * blowsAt : gate.amps;
    const load = Math.abs(amps[index]!) / limit;
    if (load > ratio && !gone.has(branch.element!)) [worst, ratio] = [branch, load];
  }
  return worst;
}

const gentleSteps = 2;
/** Newton for half of so many steps, then gentle for the other half, in turn. */
const patience = 40;
const mostSteps = 600;
/**
 * Where a step of every nonlinear element is smaller than this, the circuit is at rest: what Newton is off after a step
 * goes with its square. A gentle step closes in no faster than by a factor.
 */
const smallStep = { newton: 1e-6, gentle: 1e-9 } as const;

/** The straight lines that stand for bent branches in one search. */
const lines = { siemens: new Scratch(), amps: new Scratch() };

type Balance = Pick<AtRest, 'volts' | 'island' | 'amps' | 'line'>;

/** Node voltages with relays and gates as they stand: one elimination if linear, else Newton steps. */
function balance(
  assembly: Assembly,
  on: ReadonlySet<string>,
  gone: ReadonlySet<string>,
  near: Guess,
): Balance {
  const { columns } = assembly;
  const { ends } = columns;
  const active = joining(assembly, on, gone);
  const wiring: Wiring = { ends, active };
  const plan = planElimination(wiring);
  const bent = columns.bent.filter((k) => active[k]);
  const g = bent.length > 0 ? lines.siemens.copy(columns.siemens) : columns.siemens;
  const i = bent.length > 0 ? lines.amps.copy(columns.amps) : columns.amps;
  const { volts, factor } =
    bent.length === 0 ? solveNetwork(plan, wiring, g, i) : bend(assembly, bent, plan, wiring, g, i, near);
  const amps = new Float64Array(active.length);
  for (let k = 0; k < amps.length; k++)
    if (active[k]) amps[k] = g[k]! * (volts[ends.a[k]!]! - volts[ends.b[k]!]!) + i[k]!;
  return { volts, island: plan.island, amps, line: factor };
}

/** Newton over the nonlinear branches `bent`; leaves their last straight lines in `g` and `i`. */
function bend(
  assembly: Assembly,
  bent: readonly number[],
  plan: Plan,
  wiring: Wiring,
  g: Float64Array,
  i: Float64Array,
  near: Guess,
): Solved {
  const { branches } = assembly;
  const at = bent.map((index) => near.get(branches[index]!.element!) ?? branches[index]!.law!.start);
  const firstSteps = near.size > 0 ? 0 : gentleSteps;
  let solved: Solved | undefined;
  for (let step = 0; step <= mostSteps; step++) {
    const gentle = step < firstSteps || step % patience >= patience / 2;
    for (let n = 0; n < bent.length; n++) {
      const line = branches[bent[n]!]!.law!.line(at[n]!, gentle);
      g[bent[n]!] = line.g;
      i[bent[n]!] = line.i;
    }
    solved = solveNetwork(plan, wiring, g, i, solved);
    const small = gentle ? smallStep.gentle : smallStep.newton;
    let settled = true;
    for (let n = 0; n < bent.length; n++) {
      const { a, b, law } = branches[bent[n]!]!;
      const wanted = solved.volts[a]! - solved.volts[b]!;
      // By the step that is wanted: one that is held back (a dark lamp that is to turn its sign) is at rest nowhere.
      settled &&= Math.abs(wanted - at[n]!) <= small * (Math.abs(wanted) + 1);
      at[n] = law!.limit(wanted, at[n]!);
    }
    if (settled) {
      bent.forEach((index, n) => near.set(branches[index]!.element!, at[n]!));
      return solved;
    }
  }
  throw new Refusal('circuit', `no operating point found in ${mostSteps} steps`);
}

/** Which branches conduct, as relays, fuses and outputs stand. */
export function joining(
  { branches, columns, gone: out }: Assembly,
  on: ReadonlySet<string>,
  opened: { has(id: string): boolean },
): boolean[] {
  const active = branches.map(() => true);
  for (const k of out) active[k] = false;
  for (const k of columns.limited) if (opened.has(branches[k]!.element!)) active[k] = false;
  for (const k of columns.switched) {
    const { kind, relay } = branches[k]!.gate as RelayContact;
    if ((kind === 'relayOn') !== on.has(relay)) active[k] = false;
  }
  return active;
}
