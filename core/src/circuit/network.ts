/**
 * Exact elimination of linear networks. Star-mesh transformation in order of least degree: conductances are
 * only added, multiplied and divided, never subtracted, so that micro-ohms beside megohms lose nothing.
 * The plan (which slot meets which) depends on the wiring alone and serves every set of values.
 */

/** Which nodes the branches join; node 0 is the reference. Circuits that differ in values alone share one. */
export interface Ends {
  readonly nodes: number;
  readonly a: readonly number[];
  readonly b: readonly number[];
}

/** The branches of a circuit. One that is not in `active` joins nothing. */
export interface Wiring {
  readonly ends: Ends;
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

/** A long net is planned anew each time: it is solved once, and its plan is large. */
const longestKept = 2000;
/** Numbers in all that are kept: some ten megabytes. */
const mostKept = 2_500_000;

/** Plans by the ends that wirings share, and there by the branches that join nothing. */
class Plans {
  private readonly ends = new Map<string, Ends>();
  private readonly plans = new Map<Ends, Map<string | number, Plan>>();
  private count = 0;

  endsOf(nodes: number, a: readonly number[], b: readonly number[]): Ends {
    if (a.length > longestKept) return { nodes, a, b };
    const key = `${nodes} ${a.join()} ${b.join()}`;
    let known = this.ends.get(key);
    if (!known) {
      this.makeRoom(3 * a.length);
      this.ends.set(key, (known = { nodes, a, b }));
    }
    return known;
  }

  of(wiring: Wiring): Plan {
    const { ends, active } = wiring;
    if (active.length > longestKept) return planned(wiring);
    // Mostly all branches are active but one, whose number then is the key.
    let off: string | number = -1;
    for (let k = 0; k < active.length; k++) if (!active[k]) off = off === -1 ? k : `${off},${k}`;
    const known = this.plans.get(ends)?.get(off);
    if (known) return known;
    const made = planned(wiring);
    const numbers = active.length + 6 * ends.nodes + 2 * made.neighbour.length + made.target.length;
    // A net that is no tree fills in.
    if (numbers > mostKept / 20) return made;
    this.makeRoom(numbers);
    const near = this.plans.get(ends) ?? new Map<string | number, Plan>();
    this.plans.set(ends, near.set(off, made));
    return made;
  }

  /** Where too much is known, all of it is forgotten. */
  private makeRoom(numbers: number): void {
    this.count += numbers;
    if (this.count <= mostKept) return;
    this.ends.clear();
    this.plans.clear();
    this.count = numbers;
  }
}

const plans = new Plans();

/** The ends of branches: the same object for the same ends, by which plans are kept. */
export const endsOf = (nodes: number, a: readonly number[], b: readonly number[]): Ends =>
  plans.endsOf(nodes, a, b);

/** The plan of a wiring. One that was planned before is kept: a fault of another size has the same. */
export const planElimination = (wiring: Wiring): Plan => plans.of(wiring);

/** Time grows with the fill-in: for circuits, which are nearly trees, with their size. */
function planned({ ends: { nodes, a, b }, active }: Wiring): Plan {
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
  /** All conductances of a node as it went, by step. */
  readonly total: Float64Array;
  /** What each neighbour takes over of the node that goes, in the order of `neighbour`. */
  readonly share: Float64Array;
}

/** Numbers that are needed for one pass alone: room that is used again by each of thousands. */
export class Scratch {
  private room = new Float64Array(256);

  /** As many as are asked for, all nothing; what stands behind them is left over. */
  empty(count: number): Float64Array {
    if (this.room.length < count) this.room = new Float64Array(2 * count);
    return this.room.fill(0, 0, count);
  }

  /** A copy of numbers. */
  copy(values: Float64Array): Float64Array {
    if (this.room.length < values.length) this.room = new Float64Array(2 * values.length);
    this.room.set(values);
    return this.room;
  }
}
const [inSlots, inNodes] = [new Scratch(), new Scratch()];

/** Carries the plan out for the conductances `g` of the branches. */
function factorise(plan: Plan, g: Float64Array, { total, share }: Factor): void {
  const { branchSlot, order, start, neighbour, slot, target } = plan;
  const siemens = inSlots.empty(plan.slots);
  const toRoot = inNodes.empty(plan.nodes);
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

/** Volts of every node for the amps that are injected there, which are used up. */
function voltsFor({ plan, total, share }: Factor, injected: Float64Array, volts: Float64Array): void {
  const { order, start, neighbour } = plan;
  for (let step = 0; step < order.length; step++) {
    const own = injected[order[step]!]!;
    if (own === 0) continue;
    for (let n = start[step]!; n < start[step + 1]!; n++) injected[neighbour[n]!]! += share[n]! * own;
  }
  for (let step = order.length - 1; step >= 0; step--) {
    const k = order[step]!;
    let own = injected[k]! / total[step]!;
    for (let n = start[step]!; n < start[step + 1]!; n++) own += share[n]! * volts[neighbour[n]!]!;
    volts[k] = own;
  }
}

/** What is injected while ohms are worked out: left as empty as it was found. */
let onTheWay = new Float64Array(256);

/** Ohms between two nodes of one island: what 1 A that goes in at one and out at the other makes of volts. */
export function ohmsBetween({ plan, total, share }: Factor, from: number, to: number): number {
  const { order, start, neighbour, stepOf, next } = plan;
  if (onTheWay.length < plan.nodes) onTheWay = new Float64Array(2 * plan.nodes);
  const injected = onTheWay;
  injected[from] = 1;
  injected[to] = -1;
  let [a, b] = [stepOf[from]!, stepOf[to]!];
  let ohms = 0;
  // The pivots are the diagonal of the elimination, so no way back is needed; what is touched lies on two ways up.
  while (a >= 0 || b >= 0) {
    const step = a < 0 ? b : b < 0 ? a : Math.min(a, b);
    const own = injected[order[step]!]!;
    injected[order[step]!] = 0;
    ohms += (own * own) / total[step]!;
    for (let n = start[step]!; n < start[step + 1]!; n++) injected[neighbour[n]!]! += share[n]! * own;
    if (a === step) a = next[a]!;
    if (b === step) b = next[b]!;
  }
  injected[plan.island[from]!] = 0;
  return ohms;
}

/** A network solved for one set of values: its volts, and its elimination for currents that are added. */
export interface Solved {
  readonly volts: Float64Array;
  readonly factor: Factor;
}

/**
 * Volts of every node, where amps from `a` to `b` of a branch = g · (Va − Vb) + i.
 * @param before an earlier solution of the same plan that is not needed any more: it is written over
 */
export function solveNetwork(
  plan: Plan,
  { ends: { a, b } }: Wiring,
  g: Float64Array,
  i: Float64Array,
  before?: Solved,
): Solved {
  const factor = before?.factor ?? {
    plan,
    total: new Float64Array(plan.order.length),
    share: new Float64Array(plan.neighbour.length),
  };
  const volts = before?.volts ?? new Float64Array(plan.nodes);
  factorise(plan, g, factor);
  const injected = inNodes.empty(plan.nodes);
  for (let k = 0; k < plan.branchSlot.length; k++) {
    if (plan.branchSlot[k] === none) continue;
    injected[a[k]!]! -= i[k]!;
    injected[b[k]!]! += i[k]!;
  }
  voltsFor(factor, injected, volts);
  return { volts, factor };
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
