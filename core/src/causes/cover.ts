/**
 * Weighted set cover: the cheapest set of causes that explains every observation, by branch and bound over
 * the bounds of `relax`. Causes whose reduced cost exceeds the gap are settled without branching.
 */
import type { Work } from '../progress/index.js';
import { greedyCover } from './greedy.js';
import { dominators, type Matrix, matrixOf } from './matrix.js';
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

/** In units of work: a node counts one, and one more for each thousand links between causes and observations. */
export const defaultBudget = 60_000;

interface Node {
  readonly chosen: readonly number[];
  readonly closed: Uint8Array;
  readonly prices: Float64Array;
  readonly bound: number;
  /** Subgradient steps to be made here. */
  readonly steps: number;
}

const equal = 1e-9;
const rootSteps = 200;
const nodeSteps = 20;
const linksOfOne = 1000;

/**
 * The cheapest cover, from which no cause of a cost above 0 can be dropped. Where `budget` ends the search,
 * `bound` stays below `cost`.
 *
 * @example finish(cheapestCover({ costs: [1, 1, 1.5], explainedBy: [[0, 2], [1, 2]] })) // chosen [2]
 */
export function* cheapestCover(problem: CoverCase, budget: number = defaultBudget): Work<Cover> {
  const matrix = matrixOf(problem.costs, problem.explainedBy);
  const root = { chosen: [], prices: firstPrices(matrix), bound: 0, steps: rootSteps };
  const closed = closedWithout(dominators(matrix), []);
  return (yield* search(matrix, [{ ...root, closed }], budget))!;
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
  const above = dominators(matrix);
  // Prices for all causes together are a good start for each of the searches that lack one.
  const prices = firstPrices(matrix);
  const all = Int32Array.from({ length: matrix.rowCount }, (_, row) => row);
  relax(matrix, all, closedWithout(above, []), prices, 0, best.cost, rootSteps);
  const roots = best.chosen.map((cause, at): Node => ({
    chosen: best.chosen.slice(0, at),
    closed: closedWithout(above, [cause]),
    prices,
    bound: 0,
    steps: nodeSteps,
  }));
  return yield* search(matrix, roots.reverse(), budget);
}

/** The causes that are not to be looked at: those left out, and those of which a dominator is not. */
function closedWithout(above: readonly (readonly number[])[], leftOut: readonly number[]): Uint8Array {
  const out = new Set(leftOut);
  return Uint8Array.from(above, (dominating, cause) =>
    out.has(cause) || dominating.some((other) => !out.has(other)) ? 1 : 0,
  );
}

/** Half the cost of the cheapest cause of each observation. */
function firstPrices({ costs, rowStart, causes, rowCount }: Matrix): Float64Array {
  return Float64Array.from({ length: rowCount }, (_, row) => {
    let least = Infinity;
    for (let at = rowStart[row]!; at < rowStart[row + 1]!; at++) least = Math.min(least, costs[causes[at]!]!);
    return least / 2;
  });
}

function* search(matrix: Matrix, roots: readonly Node[], budget: number): Work<Cover | null> {
  const stack = [...roots];
  let best: readonly number[] | null = null;
  let cost = Infinity;
  let unexplored = Infinity;
  let nodes = 0;
  let spent = 0;
  const each = 1 + matrix.causes.length / linksOfOne;
  for (let node = stack.pop(); node; node = stack.pop()) {
    if (node.bound >= cost - equal) continue;
    if (spent >= budget) {
      unexplored = Math.min(unexplored, node.bound);
      continue;
    }
    nodes++;
    spent += each;
    if (nodes % 64 === 0 || each > 8) yield { done: Math.min(spent, budget), total: budget };
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
  let upper = limit;
  let tried: number[] | null = null;
  const done = (cover: number[] | null = null) => ({
    cover: cover && (!tried || sum(cover, matrix) < sum(tried, matrix)) ? cover : tried,
    children: [],
  });

  for (;;) {
    const open = settleForced(matrix, closed, taken, chosen);
    // What was settled by the gap leaves nothing cheaper than the cover that was tried.
    if (!open) return done();
    const base = sum(chosen, matrix);
    if (open.length === 0) return done(chosen);
    if (tried === null && (number % 16 === 1 || !Number.isFinite(upper))) {
      tried = greedyCover(matrix, closed, chosen);
      if (tried) upper = Math.min(upper, sum(tried, matrix));
    }
    if (base >= upper - equal) return done();

    const shut = closed.map((value, cause) => value | taken[cause]!);
    const relaxed = relax(matrix, open, shut, prices, base, upper, node.steps);
    if (relaxed.bound >= upper - equal) return done();
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
      return { chosen: [...chosen, cause], closed: shut, prices, bound, steps: nodeSteps };
    })
    .reverse();
}

/** Costs that lean towards the causes which look cheap in the relaxed answer. */
const leaning = ({ costs }: Matrix, { reduced }: Relaxed) =>
  costs.map((cost, cause) => Math.min(cost, Math.max(0, reduced[cause]!)) + cost * 0.05);

const sum = (chosen: readonly number[], { costs }: Matrix) =>
  chosen.reduce((total, cause) => total + costs[cause]!, 0);
