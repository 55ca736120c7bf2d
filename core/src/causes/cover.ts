/**
 * Weighted set cover: the cheapest set of causes that explains every observation, by branch and bound over
 * the bounds of `relax`. Causes whose reduced cost exceeds the gap are settled without branching.
 */
import type { Work } from '../progress/index.js';
import { greedyCover } from './greedy.js';
import { closeDominated, type Matrix, matrixOf } from './matrix.js';
import { relax, type Relaxed } from './relax.js';

export interface CoverCase {
  /** Cost of each cause, 0 or more. */
  readonly costs: readonly number[];
  /** For each observation the indices of the causes that explain it; one that none explains is passed over. */
  readonly explainedBy: readonly (readonly number[])[];
}

export interface Cover {
  /** Indices of the causes, ascending. */
  readonly chosen: readonly number[];
  readonly cost: number;
  /** No cover costs less than this; equal to the cost where the search came to its end. */
  readonly bound: number;
  readonly nodes: number;
}

export const defaultBudget = 20_000;

interface Node {
  readonly chosen: readonly number[];
  readonly closed: Uint8Array;
  readonly prices: Float64Array;
  readonly bound: number;
}

const equal = 1e-9;
const rootSteps = 200;
const nodeSteps = 20;

/**
 * The cheapest cover, from which no cause of a cost above 0 can be dropped. `budget` is in nodes; where it ends
 * the search, `bound` stays below `cost`.
 *
 * @example finish(cheapestCover({ costs: [1, 1, 1.5], explainedBy: [[0, 2], [1, 2]] })) // chosen [2]
 */
export function* cheapestCover(problem: CoverCase, budget: number = defaultBudget): Work<Cover> {
  const matrix = matrixOf(problem.costs, problem.explainedBy);
  return (yield* search(matrix, [rootOf(matrix, [], [])], budget))!;
}

/**
 * The cheapest other cover from which no cause can be dropped, or null where there is none. Such a cover must
 * lack a cause of the best one (if it held them all it could drop the rest): for each in turn, the ones
 * before it are kept and it is left out.
 */
export function* nextCover(
  problem: CoverCase,
  best: Cover,
  budget: number = defaultBudget,
): Work<Cover | null> {
  const matrix = matrixOf(problem.costs, problem.explainedBy);
  const roots = best.chosen.map((cause, at) => rootOf(matrix, best.chosen.slice(0, at), [cause]));
  return yield* search(matrix, roots.reverse(), budget);
}

function rootOf(matrix: Matrix, chosen: readonly number[], leftOut: readonly number[]): Node {
  const closed = new Uint8Array(matrix.costs.length);
  for (const cause of leftOut) closed[cause] = 1;
  closeDominated(matrix, closed);
  const prices = new Float64Array(matrix.rowCount);
  for (let row = 0; row < matrix.rowCount; row++) {
    const own = matrix.causes.subarray(matrix.rowStart[row], matrix.rowStart[row + 1]);
    prices[row] = Math.min(...Array.from(own, (cause) => matrix.costs[cause]!)) / 2;
  }
  return { chosen, closed, prices, bound: 0 };
}

function* search(matrix: Matrix, roots: readonly Node[], budget: number): Work<Cover | null> {
  const stack = [...roots];
  let best: readonly number[] | null = null;
  let cost = Infinity;
  let unexplored = Infinity;
  let nodes = 0;
  for (let node = stack.pop(); node; node = stack.pop()) {
    if (node.bound >= cost - equal) continue;
    if (nodes >= budget) {
      unexplored = Math.min(unexplored, node.bound);
      continue;
    }
    if (++nodes % 64 === 0) yield { done: nodes, total: budget };
    const { cover, children } = explore(matrix, node, cost, nodes);
    const found = cover && sum(cover, matrix);
    if (cover && found! < cost - equal) [best, cost] = [cover, found!];
    stack.push(...children);
  }
  if (best === null) return null;
  return { chosen: [...best].sort((a, b) => a - b), cost, bound: Math.min(cost, unexplored), nodes };
}

/** One node: what follows of itself, its bound, a cover built from the relaxed answer, and the branches. */
function explore(
  matrix: Matrix,
  node: Node,
  limit: number,
  number: number,
): { cover: number[] | null; children: Node[] } {
  const closed = Uint8Array.from(node.closed);
  const taken = new Uint8Array(closed.length);
  const chosen = [...node.chosen];
  for (const cause of chosen) taken[cause] = 1;
  const prices = Float64Array.from(node.prices);
  const nothing = { cover: null, children: [] };
  let upper = limit;
  let tried: number[] | null = null;

  for (;;) {
    const open = settleForced(matrix, closed, taken, chosen);
    if (!open) return nothing;
    const base = sum(chosen, matrix);
    if (open.length === 0) return { cover: chosen, children: [] };
    if (tried === null && (number % 16 === 1 || !Number.isFinite(upper))) {
      tried = greedyCover(matrix, closed, chosen);
      if (tried) upper = Math.min(upper, sum(tried, matrix));
    }
    if (base >= upper - equal) return { cover: tried, children: [] };

    const shut = closed.map((value, cause) => value | taken[cause]!);
    const steps = node.bound === 0 ? rootSteps : nodeSteps;
    const relaxed = relax(matrix, open, shut, prices, base, upper, steps);
    if (relaxed.bound >= upper - equal) return { cover: tried, children: [] };
    if (number % 16 === 1) {
      const better = greedyCover(matrix, closed, chosen, leaning(matrix, relaxed));
      if (better && sum(better, matrix) < upper) [tried, upper] = [better, sum(better, matrix)];
    }
    if (settleByGap(relaxed, closed, taken, chosen, upper)) continue;
    return { cover: tried, children: branches(matrix, open, closed, chosen, prices, relaxed) };
  }
}

/** Takes causes that are an observation's only one left; the open observations, or null where one has none. */
function settleForced(
  { rowStart, causes, rowCount }: Matrix,
  closed: Uint8Array,
  taken: Uint8Array,
  chosen: number[],
): Int32Array | null {
  const open = new Int32Array(rowCount);
  for (;;) {
    let count = 0;
    let forced = false;
    for (let row = 0; row < rowCount; row++) {
      let only = -1;
      let width = 0;
      for (let at = rowStart[row]!; at < rowStart[row + 1]!; at++) {
        const cause = causes[at]!;
        if (taken[cause]) {
          width = -1;
          break;
        }
        if (closed[cause]) continue;
        only = cause;
        width++;
      }
      if (width === 0) return null;
      if (width === 1) {
        taken[only] = 1;
        chosen.push(only);
        forced = true;
      } else if (width > 1) open[count++] = row;
    }
    if (!forced) return open.subarray(0, count);
  }
}

/** Closes or takes causes whose other choice would cost more than the best cover; true where one was taken. */
function settleByGap(
  { bound, reduced }: Relaxed,
  closed: Uint8Array,
  taken: Uint8Array,
  chosen: number[],
  limit: number,
): boolean {
  let any = false;
  for (let cause = 0; cause < reduced.length; cause++) {
    if (closed[cause] || taken[cause]) continue;
    if (reduced[cause]! > 0 && bound + reduced[cause]! >= limit - equal) closed[cause] = 1;
    else if (reduced[cause]! < 0 && bound - reduced[cause]! >= limit - equal) {
      taken[cause] = 1;
      chosen.push(cause);
      any = true;
    }
  }
  return any;
}

/** One branch for each cause of the narrowest observation; later ones leave the earlier causes out. */
function branches(
  { rowStart, causes }: Matrix,
  open: Int32Array,
  closed: Uint8Array,
  chosen: readonly number[],
  prices: Float64Array,
  { bound, reduced }: Relaxed,
): Node[] {
  let narrowest: number[] = [];
  for (const row of open) {
    const own = [...causes.subarray(rowStart[row], rowStart[row + 1])].filter((cause) => !closed[cause]);
    if (narrowest.length === 0 || own.length < narrowest.length) narrowest = own;
  }
  narrowest.sort((a, b) => reduced[a]! - reduced[b]!);
  return narrowest
    .map((cause, rank): Node => {
      const shut = Uint8Array.from(closed);
      for (const other of narrowest.slice(0, rank)) shut[other] = 1;
      return { chosen: [...chosen, cause], closed: shut, prices, bound };
    })
    .reverse();
}

/** Costs that lean towards the causes which look cheap in the relaxed answer. */
const leaning = ({ costs }: Matrix, { reduced }: Relaxed) =>
  costs.map((cost, cause) => Math.min(cost, Math.max(0, reduced[cause]!)) + cost * 0.05);

const sum = (chosen: readonly number[], { costs }: Matrix) =>
  chosen.reduce((total, cause) => total + costs[cause]!, 0);
