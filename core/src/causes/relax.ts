/**
 * Lagrangian relaxation of the cover: each observation gets a price, a cause is worth its cost less the prices
 * of what it explains, and subgradient steps raise the bound that follows. Source: the classical method.
 */
import type { Matrix } from './matrix.js';

export interface Relaxed {
  /** No cover with what is chosen, and without what is closed, costs less. */
  readonly bound: number;
  /** Cost of each cause less the prices of what it explains, at the best bound. */
  readonly reduced: Float64Array;
}

/** `open` are the observations not yet explained; `prices` (one each) are moved to the best that was found. */
export function relax(
  { costs, rowStart, causes }: Matrix,
  open: Int32Array,
  shut: Uint8Array,
  prices: Float64Array,
  base: number,
  limit: number,
  steps: number,
): Relaxed {
  const reduced = new Float64Array(costs.length);
  const bestReduced = new Float64Array(costs.length);
  const bestPrices = new Float64Array(prices.length);
  const slack = new Int32Array(open.length);
  let best = -Infinity;
  let scale = 1;
  let stuck = 0;
  for (let step = 0; step < steps; step++) {
    reduced.set(costs);
    let bound = base;
    for (const row of open) {
      const price = prices[row]!;
      bound += price;
      for (let at = rowStart[row]!; at < rowStart[row + 1]!; at++) reduced[causes[at]!]! -= price;
    }
    for (let cause = 0; cause < costs.length; cause++)
      if (!shut[cause] && reduced[cause]! < 0) bound += reduced[cause]!;
    if (bound > best + 1e-7) {
      best = bound;
      bestReduced.set(reduced);
      bestPrices.set(prices);
      stuck = 0;
    } else if (++stuck >= 6) {
      scale /= 2;
      stuck = 0;
    }
    if (best >= limit || scale < 0.005) break;
    let norm = 0;
    for (let n = 0; n < open.length; n++) {
      const row = open[n]!;
      let value = 1;
      for (let at = rowStart[row]!; at < rowStart[row + 1]!; at++) {
        const cause = causes[at]!;
        if (!shut[cause] && reduced[cause]! < 0) value--;
      }
      slack[n] = value;
      norm += value * value;
    }
    if (norm === 0) break;
    const target = Number.isFinite(limit) ? limit * 1.02 : bound * 1.1 + 1;
    const stride = (scale * Math.max(target - bound, 1e-6)) / norm;
    for (let n = 0; n < open.length; n++)
      prices[open[n]!] = Math.max(0, prices[open[n]!]! + stride * slack[n]!);
  }
  prices.set(bestPrices);
  return { bound: best, reduced: bestReduced };
}
