/** Finds the state in which a circuit comes to rest: nonlinear elements, relays, fuses and protected outputs. */
import { Refusal } from '../refusal/index.js';
import type { Assembly, Branch } from './assemble.js';
import { blowsAt } from './fuses.js';
import {
  type Factor,
  type Plan,
  planElimination,
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
    if (!over) return { ...settled, blown, shutOff };
    gone.add(over.element!);
    const limit = over.gate as { as: 'fuse' | 'output' };
    (limit.as === 'fuse' ? blown : shutOff).push(over.element!);
  }
}

/** Volts over nonlinear elements, by id. */
export type Guess = Map<string, number>;

type Settled = Omit<AtRest, 'blown' | 'shutOff'>;

function settleRelays(assembly: Assembly, gone: ReadonlySet<string>, near: Guess): Settled {
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
  const branch = assembly.branches.find((other) => other.element === relay.id);
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

function mostOverloaded(assembly: Assembly, amps: Float64Array, gone: ReadonlySet<string>): Branch | null {
  let worst: Branch | null = null;
  let ratio = 1;
  for (const [index, branch] of assembly.branches.entries()) {
    if (branch.gate?.kind !== 'limit' || gone.has(branch.element!)) continue;
    const limit = branch.gate.as === 'fuse' ? branch.gate.amps * blowsAt : branch.gate.amps;
    const load = Math.abs(amps[index]!) / limit;
    if (load > ratio) [worst, ratio] = [branch, load];
  }
  return worst;
}

const gentleSteps = 2;
/** Newton for half of so many steps, then gentle for the other half, in turn. */
const patience = 40;
const mostSteps = 600;
/** Where a step of every nonlinear element is smaller than this, the circuit is at rest. */
const relativeStep = 1e-9;
const absoluteStep = 1e-9;

type Balance = Pick<AtRest, 'volts' | 'island' | 'amps' | 'line'>;

/** Node voltages with relays and gates as they stand: one elimination if linear, else Newton steps. */
function balance(
  assembly: Assembly,
  on: ReadonlySet<string>,
  gone: ReadonlySet<string>,
  near: Guess,
): Balance {
  const { branches, ends } = assembly;
  const wiring: Wiring = {
    ...ends,
    nodes: assembly.nodes,
    active: branches.map((branch) => !isOpen(branch, on, gone)),
  };
  const plan = planElimination(wiring);
  const g = new Float64Array(branches.length);
  const i = new Float64Array(branches.length);
  const bent: number[] = [];
  for (let k = 0; k < branches.length; k++) {
    const { ohms, volts, law } = branches[k]!;
    g[k] = 1 / ohms;
    i[k] = -volts / ohms;
    if (law && wiring.active[k]) bent.push(k);
  }
  const { volts, factor } =
    bent.length === 0 ? solveNetwork(plan, wiring, g, i) : bend(assembly, bent, plan, wiring, g, i, near);
  const amps = new Float64Array(branches.length);
  for (let k = 0; k < branches.length; k++)
    if (wiring.active[k]) amps[k] = g[k]! * (volts[ends.a[k]!]! - volts[ends.b[k]!]!) + i[k]!;
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
    bent.forEach((index, n) => {
      const line = branches[index]!.law!.line(at[n]!, gentle);
      g[index] = line.g;
      i[index] = line.i;
    });
    solved = solveNetwork(plan, wiring, g, i, solved);
    const { volts } = solved;
    let settled = true;
    bent.forEach((index, n) => {
      const { a, b, law } = branches[index]!;
      const next = law!.limit(volts[a]! - volts[b]!, at[n]!);
      settled &&= Math.abs(next - at[n]!) <= relativeStep * Math.abs(next) + absoluteStep;
      at[n] = next;
    });
    if (settled) {
      bent.forEach((index, n) => near.set(branches[index]!.element!, at[n]!));
      return solved;
    }
  }
  throw new Refusal('circuit', `no operating point found in ${mostSteps} steps`);
}

function isOpen(branch: Branch, on: ReadonlySet<string>, gone: ReadonlySet<string>): boolean {
  const { gate } = branch;
  if (gate === null) return false;
  if (gate.kind === 'limit') return gone.has(branch.element!);
  return (gate.kind === 'relayOn') !== on.has(gate.relay);
}
