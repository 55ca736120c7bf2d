/** A quick cover: always the cause that costs least for what it adds, and then whatever can be dropped is. */
import type { Matrix } from './matrix.js';

/**
 * The causes taken, or null where an observation has only closed causes. `weights` steer the choice (the
 * matrix's costs, or those that a relaxed answer suggests); what is thinned out goes by the true costs.
 */
export function greedyCover(
  matrix: Matrix,
  closed: Uint8Array,
  chosen: readonly number[] = [],
  weights: Float64Array = matrix.costs,
): number[] | null {
  const { costs, rowStart, causes, causeStart, rows, rowCount } = matrix;
  const covered = new Int32Array(rowCount);
  const gain = new Int32Array(costs.length);
  for (let cause = 0; cause < costs.length; cause++)
    gain[cause] = causeStart[cause + 1]! - causeStart[cause]!;
  const picked: number[] = [];
  let left = rowCount;
  const pick = (cause: number): void => {
    picked.push(cause);
    for (let at = causeStart[cause]!; at < causeStart[cause + 1]!; at++) {
      const row = rows[at]!;
      if (covered[row]!++ > 0) continue;
      left--;
      for (let other = rowStart[row]!; other < rowStart[row + 1]!; other++) gain[causes[other]!]!--;
    }
  };
  for (const cause of chosen) pick(cause);
  while (left > 0) {
    let best = -1;
    let rate = Infinity;
    for (let cause = 0; cause < costs.length; cause++) {
      if (closed[cause] || gain[cause]! === 0) continue;
      const own = weights[cause]! / gain[cause]!;
      if (own < rate) [best, rate] = [cause, own];
    }
    if (best < 0) return null;
    pick(best);
  }
  return thin(matrix, picked, covered);
}

function thin({ costs, causeStart, rows }: Matrix, picked: readonly number[], covered: Int32Array): number[] {
  const kept = new Set(picked);
  for (const cause of [...kept].sort((a, b) => costs[b]! - costs[a]!)) {
    const own = rows.subarray(causeStart[cause], causeStart[cause + 1]);
    if (own.some((row) => covered[row] === 1)) continue;
    kept.delete(cause);
    for (const row of own) covered[row]!--;
  }
  return [...kept];
}
