/**
 * Exact elimination of linear networks. Star-mesh transformation in order of least degree: conductances are
 * only added, multiplied and divided, never subtracted, so that micro-ohms beside megohms lose nothing.
 * The plan (which slot meets which) depends on the wiring alone and serves every set of values.
 */

/** Which nodes the branches join. A branch that is not in `active` joins nothing. Node 0 is the reference. */
export interface Wiring {
  readonly nodes: number;
  readonly a: readonly number[];
  readonly b: readonly number[];
  readonly active: readonly boolean[];
}

/** What to do, in order; slots hold the conductance between two nodes. */
export interface Plan {
  readonly nodes: number;
  /** The lowest node of each node's island: its volts count from there. 0 means tied to the reference. */
  readonly island: Int32Array;
  /** Slot of each branch between two free nodes, -1 - node where one end is the island's root, or none. */
  readonly branchSlot: Int32Array;
  readonly order: Int32Array;
  /** The step in which each node goes; -1 for the root of an island. */
  readonly stepOf: Int32Array;
  /** For each step the first later one whose node it meets, or -1: everything that it touches lies on that way. */
  readonly next: Int32Array;
  /** For each step of `order`: where its neighbours start in `neighbour` and `slot`. */
  readonly start: Int32Array;
  readonly neighbour: Int32Array;
  readonly slot: Int32Array;
  /** Slots that receive the products of neighbour pairs, in the order in which they are made. */
  readonly target: Int32Array;
  readonly slots: number;
}

const none = -2147483648;

const kept = new Map<string, Plan>();
const mostKept = 200;
/** A net that is no tree fills in: its plan is large, and is made again. */
const largestKept = 20_000;

/** The plan of a wiring. One that was planned before is kept: a fault of another size has the same. */
export function planElimination(wiring: Wiring): Plan {
  if (wiring.a.length > largestKept / 10) return planned(wiring);
  const key = keyOf(wiring);
  const known = kept.get(key);
  if (known) return known;
  const made = planned(wiring);
  if (made.target.length > largestKept) return made;
  if (kept.size >= mostKept) kept.clear();
  kept.set(key, made);
  return made;
}

function keyOf({ nodes, a, b, active }: Wiring): string {
  let key = `${nodes} `;
  for (let k = 0; k < a.length; k++) if (active[k]) key += `${k},${a[k]},${b[k]};`;
  return `${key}${a.length}`;
}

/** Time grows with the fill-in: for circuits, which are nearly trees, with their size. */
function planned({ nodes, a, b, active }: Wiring): Plan {
  const island = islands(nodes, a, b, active);
  const near = new Neighbours(nodes);
  const branchSlot = new Int32Array(a.length).fill(none);
  for (let k = 0; k < a.length; k++) {
    const p = a[k]!;
    const q = b[k]!;
    if (!active[k] || p === q) continue;
    const root = island[p]!;
    branchSlot[k] = p === root ? -1 - q : q === root ? -1 - p : near.slotOf(p, q);
  }

  const order: number[] = [];
  const start = [0];
  const neighbour: number[] = [];
  const slot: number[] = [];
  const target: number[] = [];
  const left: number[] = [];
  for (let k = 1; k < nodes; k++) if (island[k] !== k) left.push(k);
  while (left.length > 0) {
    const k = takeLeastDegree(left, near);
    order.push(k);
    const own = near.nodes[k]!;
    for (let n = 0; n < own.length; n++) {
      neighbour.push(own[n]!);
      slot.push(near.slots[k]![n]!);
      near.drop(own[n]!, k);
    }
    for (let m = 0; m < own.length; m++)
      for (let n = m + 1; n < own.length; n++) target.push(near.slotOf(own[m]!, own[n]!));
    start.push(neighbour.length);
  }
  const stepOf = new Int32Array(nodes).fill(-1);
  order.forEach((node, step) => (stepOf[node] = step));
  const next = Int32Array.from(order, (_, step) => {
    let first = -1;
    for (let n = start[step]!; n < start[step + 1]!; n++) {
      const at = stepOf[neighbour[n]!]!;
      if (first < 0 || at < first) first = at;
    }
    return first;
  });
  return {
    stepOf,
    next,
    nodes,
    island,
    branchSlot,
    slots: near.count,
    order: Int32Array.from(order),
    start: Int32Array.from(start),
    neighbour: Int32Array.from(neighbour),
    slot: Int32Array.from(slot),
    target: Int32Array.from(target),
  };
}

/** For each node its neighbours and the slots of the conductances between: short lists, searched in line. */
class Neighbours {
  readonly nodes: number[][];
  readonly slots: number[][];
  count = 0;

  constructor(nodes: number) {
    this.nodes = Array.from({ length: nodes }, () => []);
    this.slots = Array.from({ length: nodes }, () => []);
  }

  /** The slot between two nodes, made when it is new. */
  slotOf(p: number, q: number): number {
    const known = this.nodes[p]!.indexOf(q);
    if (known >= 0) return this.slots[p]![known]!;
    this.nodes[p]!.push(q);
    this.slots[p]!.push(this.count);
    this.nodes[q]!.push(p);
    this.slots[q]!.push(this.count);
    return this.count++;
  }

  drop(from: number, k: number): void {
    const nodes = this.nodes[from]!;
    const slots = this.slots[from]!;
    const at = nodes.indexOf(k);
    nodes[at] = nodes[nodes.length - 1]!;
    slots[at] = slots[slots.length - 1]!;
    nodes.pop();
    slots.pop();
  }
}

function takeLeastDegree(left: number[], near: Neighbours): number {
  let best = 0;
  let least = Infinity;
  for (let n = 0; n < left.length && least > 1; n++) {
    const degree = near.nodes[left[n]!]!.length;
    if (degree >= least) continue;
    best = n;
    least = degree;
  }
  const k = left[best]!;
  left[best] = left[left.length - 1]!;
  left.pop();
  return k;
}

/** A plan carried out for one set of conductances: any injected currents are then two passes away. */
export interface Factor {
  readonly plan: Plan;
  /** Conductances of the slots as they were when their node went, and all of that node together, by step. */
  readonly siemens: Float64Array;
  readonly total: Float64Array;
  /** What each neighbour takes over of the node that goes, in the order of `neighbour`. */
  readonly share: Float64Array;
}

/** Room for the elimination of one plan: filled again for every set of values. */
interface Room extends Factor {
  readonly toRoot: Float64Array;
  readonly injected: Float64Array;
}

const roomFor = (plan: Plan): Room => ({
  plan,
  siemens: new Float64Array(plan.slots),
  total: new Float64Array(plan.order.length),
  share: new Float64Array(plan.neighbour.length),
  toRoot: new Float64Array(plan.nodes),
  injected: new Float64Array(plan.nodes),
});

/** Carries the plan out for the conductances `g` of the branches. */
function factorise(plan: Plan, g: Float64Array, { siemens, toRoot, total, share }: Room): void {
  const { branchSlot, order, start, neighbour, slot, target } = plan;
  siemens.fill(0);
  toRoot.fill(0);
  for (let k = 0; k < branchSlot.length; k++) {
    const at = branchSlot[k]!;
    if (at === none) continue;
    if (at < 0) toRoot[-1 - at]! += g[k]!;
    else siemens[at]! += g[k]!;
  }
  let t = 0;
  for (let step = 0; step < order.length; step++) {
    const k = order[step]!;
    const from = start[step]!;
    const to = start[step + 1]!;
    let sum = toRoot[k]!;
    for (let n = from; n < to; n++) sum += siemens[slot[n]!]!;
    total[step] = sum;
    for (let n = from; n < to; n++) {
      const own = siemens[slot[n]!]! / sum;
      share[n] = own;
      toRoot[neighbour[n]!]! += own * toRoot[k]!;
      for (let m = n + 1; m < to; m++) siemens[target[t++]!]! += own * siemens[slot[m]!]!;
    }
  }
}

/** Volts of every node for amps that are injected there; `injected` is used up. */
function voltsFor({ plan, siemens, total, share }: Factor, injected: Float64Array): Float64Array {
  const { nodes, order, start, neighbour, slot } = plan;
  for (let step = 0; step < order.length; step++) {
    const own = injected[order[step]!]!;
    if (own === 0) continue;
    for (let n = start[step]!; n < start[step + 1]!; n++) injected[neighbour[n]!]! += share[n]! * own;
  }
  const volts = new Float64Array(nodes);
  for (let step = order.length - 1; step >= 0; step--) {
    const k = order[step]!;
    let sum = injected[k]!;
    for (let n = start[step]!; n < start[step + 1]!; n++) sum += siemens[slot[n]!]! * volts[neighbour[n]!]!;
    volts[k] = sum / total[step]!;
  }
  return volts;
}

/** Room for what is injected, used again by each of thousands of readings. */
let spare = new Float64Array(256);

/** Ohms between two nodes of one island: what 1 A that goes in at one and out at the other makes of volts. */
export function ohmsBetween({ plan, total, share }: Factor, from: number, to: number): number {
  const { order, start, neighbour, stepOf, next } = plan;
  if (spare.length < plan.nodes) spare = new Float64Array(2 * plan.nodes);
  const injected = spare.fill(0, 0, plan.nodes);
  injected[from] = 1;
  injected[to] = -1;
  let [a, b] = [stepOf[from]!, stepOf[to]!];
  let ohms = 0;
  // The pivots are the diagonal of the elimination, so no way back is needed; what is touched lies on two ways up.
  while (a >= 0 || b >= 0) {
    const step = a < 0 ? b : b < 0 ? a : Math.min(a, b);
    const own = injected[order[step]!]!;
    ohms += (own * own) / total[step]!;
    for (let n = start[step]!; n < start[step + 1]!; n++) injected[neighbour[n]!]! += share[n]! * own;
    if (a === step) a = next[a]!;
    if (b === step) b = next[b]!;
  }
  return ohms;
}

/** A network solved for one set of values: its volts, and its elimination for currents that are added. */
export interface Solved {
  readonly volts: Float64Array;
  readonly factor: Factor;
}

/**
 * Volts of every node, where amps from `a` to `b` of a branch = g · (Va − Vb) + i.
 * @param before an earlier solution of the same plan that is not needed any more: its elimination is written over
 */
export function solveNetwork(
  plan: Plan,
  wiring: Wiring,
  g: Float64Array,
  i: Float64Array,
  before?: Solved,
): Solved {
  const room = before?.factor.plan === plan ? (before.factor as Room) : roomFor(plan);
  const { injected } = room;
  injected.fill(0);
  for (let k = 0; k < plan.branchSlot.length; k++) {
    if (plan.branchSlot[k] === none) continue;
    injected[wiring.a[k]!]! -= i[k]!;
    injected[wiring.b[k]!]! += i[k]!;
  }
  factorise(plan, g, room);
  return { volts: voltsFor(room, injected), factor: room };
}

function islands(
  nodes: number,
  a: readonly number[],
  b: readonly number[],
  active: readonly boolean[],
): Int32Array {
  const root = new Int32Array(nodes);
  for (let k = 0; k < nodes; k++) root[k] = k;
  const find = (k: number): number => {
    while (root[k] !== k) {
      root[k] = root[root[k]!]!;
      k = root[k]!;
    }
    return k;
  };
  for (let k = 0; k < a.length; k++) {
    if (!active[k]) continue;
    const p = find(a[k]!);
    const q = find(b[k]!);
    if (p < q) root[q] = p;
    else root[p] = q;
  }
  for (let k = 0; k < nodes; k++) root[k] = find(k);
  return root;
}
