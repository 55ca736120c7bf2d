/** A linear network of branches between numbered nodes, and its exact, cancellation-free elimination. */

/**
 * Branches as columns: amps from `a` to `b` = g · (Va − Vb) + i. A branch with g = 0 carries nothing and
 * joins nothing. Node 0 is the reference.
 */
export interface Network {
  readonly nodes: number;
  readonly a: readonly number[];
  readonly b: readonly number[];
  readonly g: number[];
  readonly i: number[];
}

export interface NodeVolts {
  readonly volts: Float64Array;
  /** The node that each node's volts are counted from: 0 where tied to the reference, else of its island. */
  readonly island: Int32Array;
}

/**
 * Node voltages by star-mesh elimination in order of least degree. Conductances are only added and divided,
 * never subtracted, so that micro-ohms beside megohms lose nothing. Islands without a path to the reference
 * are counted from their lowest node.
 */
export function nodeVolts(network: Network): NodeVolts {
  const { nodes } = network;
  const island = islands(network);
  const volts = new Float64Array(nodes);
  const injected = new Float64Array(nodes);
  const toReference = new Float64Array(nodes);
  const near: number[][] = Array.from({ length: nodes }, () => []);
  const with_: number[][] = Array.from({ length: nodes }, () => []);

  for (let k = 0; k < network.g.length; k++) {
    const g = network.g[k]!;
    const a = network.a[k]!;
    const b = network.b[k]!;
    if (g === 0 || a === b) continue;
    injected[a]! -= network.i[k]!;
    injected[b]! += network.i[k]!;
    const root = island[a]!;
    if (a === root) toReference[b]! += g;
    else if (b === root) toReference[a]! += g;
    else join(near, with_, a, b, g);
  }

  const order: number[] = [];
  const left = new Set<number>();
  for (let k = 1; k < nodes; k++) if (island[k] !== k) left.add(k);
  const total = new Float64Array(nodes);
  while (left.size > 0) {
    const k = leastDegree(left, near);
    left.delete(k);
    order.push(k);
    total[k] = eliminate(k, near, with_, toReference, injected);
  }
  for (let at = order.length - 1; at >= 0; at--) {
    const k = order[at]!;
    let sum = injected[k]!;
    const neighbours = near[k]!;
    const siemens = with_[k]!;
    for (let n = 0; n < neighbours.length; n++) sum += siemens[n]! * volts[neighbours[n]!]!;
    volts[k] = sum / total[k]!;
  }
  return { volts, island };
}

function leastDegree(left: ReadonlySet<number>, near: readonly number[][]): number {
  let best = -1;
  let degree = Infinity;
  for (const k of left) {
    const own = near[k]!.length;
    if (own < degree) {
      best = k;
      degree = own;
      if (own <= 1) break;
    }
  }
  return best;
}

/** Replaces the star around node k by the mesh between its neighbours; returns the star's total siemens. */
function eliminate(k: number, near: number[][], with_: number[][], toReference: Float64Array, injected: Float64Array): number {
  const neighbours = near[k]!;
  const siemens = with_[k]!;
  let total = toReference[k]!;
  for (const g of siemens) total += g;
  for (let n = 0; n < neighbours.length; n++) {
    const to = neighbours[n]!;
    const share = siemens[n]! / total;
    injected[to]! += share * injected[k]!;
    toReference[to]! += share * toReference[k]!;
    drop(near[to]!, with_[to]!, k);
    for (let m = n + 1; m < neighbours.length; m++) join(near, with_, to, neighbours[m]!, share * siemens[m]!);
  }
  return total;
}

function join(near: number[][], with_: number[][], a: number, b: number, g: number): void {
  add(near[a]!, with_[a]!, b, g);
  add(near[b]!, with_[b]!, a, g);
}

function add(neighbours: number[], siemens: number[], to: number, g: number): void {
  const at = neighbours.indexOf(to);
  if (at >= 0) siemens[at]! += g;
  else {
    neighbours.push(to);
    siemens.push(g);
  }
}

function drop(neighbours: number[], siemens: number[], k: number): void {
  const at = neighbours.indexOf(k);
  const last = neighbours.length - 1;
  neighbours[at] = neighbours[last]!;
  siemens[at] = siemens[last]!;
  neighbours.pop();
  siemens.pop();
}

/** The lowest node of each node's island. */
function islands(network: Network): Int32Array {
  const root = Int32Array.from({ length: network.nodes }, (_, k) => k);
  const find = (k: number): number => {
    let top = k;
    while (root[top] !== top) top = root[top]!;
    while (root[k] !== top) [k, root[k]] = [root[k]!, top];
    return top;
  };
  for (let k = 0; k < network.g.length; k++) {
    if (network.g[k] === 0) continue;
    const a = find(network.a[k]!);
    const b = find(network.b[k]!);
    if (a < b) root[b] = a;
    else root[a] = b;
  }
  for (let k = 0; k < network.nodes; k++) root[k] = find(k);
  return root;
}
