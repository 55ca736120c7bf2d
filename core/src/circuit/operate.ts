/** Finds the state in which a circuit comes to rest: nonlinear elements, relays, fuses and protected outputs. */
import { Refusal } from '../refusal/index.js';
import type { Assembly, Branch } from './assemble.js';
import { blowsAt } from './fuses.js';
import { type Network, type NodeVolts, nodeVolts } from './network.js';

export interface AtRest extends NodeVolts {
  /** Amps of each branch, from `a` to `b`. */
  readonly amps: Float64Array;
  readonly on: ReadonlySet<string>;
  readonly blown: readonly string[];
  readonly shutOff: readonly string[];
  readonly chatter: readonly string[];
}

/**
 * Settles `assembly`: relays until none changes (those that never come to rest are named as chatter), then
 * the most overloaded fuse or output opens, and so on until nothing changes.
 * @param opened ids that are open from the start, such as fuses that a fault has blown before
 */
export function operate(assembly: Assembly, opened: readonly string[] = []): AtRest {
  const gone = new Set(opened);
  const blown: string[] = [];
  const shutOff: string[] = [];
  for (;;) {
    const settled = settleRelays(assembly, gone);
    const over = mostOverloaded(assembly, settled.amps, gone);
    if (!over) return { ...settled, blown, shutOff };
    gone.add(over.element!);
    const limit = over.gate as { as: 'fuse' | 'output' };
    (limit.as === 'fuse' ? blown : shutOff).push(over.element!);
  }
}

type Settled = Omit<AtRest, 'blown' | 'shutOff'>;

function settleRelays(assembly: Assembly, gone: ReadonlySet<string>): Settled {
  let on = new Set<string>();
  const seen: ReadonlySet<string>[] = [];
  for (;;) {
    const state = { ...balance(assembly, on, gone), on };
    const next = new Set(assembly.relays.filter((relay) => pulledIn(relay, assembly, state)).map((relay) => relay.id));
    if (same(next, on)) return { ...state, chatter: [] };
    seen.push(on);
    const cycle = seen.findIndex((earlier) => same(earlier, next));
    if (cycle >= 0) return { ...state, chatter: restless(assembly, seen.slice(cycle)) };
    on = next;
  }
}

function pulledIn(relay: Assembly['relays'][number], assembly: Assembly, state: NodeVolts & { on: ReadonlySet<string> }): boolean {
  const branch = assembly.branches.find((other) => other.element === relay.id);
  if (!branch) return false;
  const volts = Math.abs(state.volts[branch.a]! - state.volts[branch.b]!);
  return state.on.has(relay.id) ? volts >= relay.releaseVolts : volts >= relay.pullInVolts;
}

function same(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  return a.size === b.size && [...a].every((id) => b.has(id));
}

function restless(assembly: Assembly, cycle: readonly ReadonlySet<string>[]): string[] {
  return assembly.relays.map((relay) => relay.id).filter((id) => new Set(cycle.map((on) => on.has(id))).size > 1);
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

const gentleSteps = 4;
const mostSteps = 400;

interface Balance extends NodeVolts {
  readonly amps: Float64Array;
}

/** Node voltages with relays and gates as they stand: one elimination if linear, else Newton steps. */
function balance(assembly: Assembly, on: ReadonlySet<string>, gone: ReadonlySet<string>): Balance {
  const { branches } = assembly;
  const network = linear(assembly, on, gone);
  const bent = branches.flatMap((branch, index) => (branch.law && network.g[index]! > 0 ? [index] : []));
  const at = new Float64Array(branches.length);
  for (const index of bent) at[index] = branches[index]!.law!.start;

  let lastMove = Infinity;
  let gentle = true;
  for (let step = 0; ; step++) {
    for (const index of bent) {
      const line = branches[index]!.law!.line(at[index]!, gentle);
      network.g[index] = line.g;
      network.i[index] = line.i;
    }
    const solved = nodeVolts(network);
    if (bent.length === 0) return withAmps(network, solved);
    let move = 0;
    for (const index of bent) {
      const { a, b, law } = branches[index]!;
      const next = law!.limit(solved.volts[a]! - solved.volts[b]!, at[index]!);
      move = Math.max(move, Math.abs(next - at[index]!) / (1e-6 + Math.abs(next)));
      at[index] = next;
    }
    if (move < 1e-10) return withAmps(network, solved);
    if (step === mostSteps) throw new Refusal('circuit', `no operating point found in ${mostSteps} steps`);
    if (step >= gentleSteps) gentle = gentle ? false : move > lastMove && step < mostSteps / 2;
    lastMove = move;
  }
}

function linear(assembly: Assembly, on: ReadonlySet<string>, gone: ReadonlySet<string>): Network {
  const { branches } = assembly;
  const g = branches.map((branch) => (isOpen(branch, on, gone) ? 0 : 1 / branch.ohms));
  return {
    nodes: assembly.nodes,
    a: branches.map((branch) => branch.a),
    b: branches.map((branch) => branch.b),
    g,
    i: branches.map((branch, index) => -branch.volts * g[index]!),
  };
}

function isOpen(branch: Branch, on: ReadonlySet<string>, gone: ReadonlySet<string>): boolean {
  const { gate } = branch;
  if (gate === null) return false;
  if (gate.kind === 'limit') return gone.has(branch.element!);
  return (gate.kind === 'relayOn') !== on.has(gate.relay);
}

function withAmps(network: Network, solved: NodeVolts): Balance {
  const amps = new Float64Array(network.g.length);
  for (let k = 0; k < amps.length; k++) {
    const g = network.g[k]!;
    if (g > 0) amps[k] = g * (solved.volts[network.a[k]!]! - solved.volts[network.b[k]!]!) + network.i[k]!;
  }
  return { ...solved, amps };
}
