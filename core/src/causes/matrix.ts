/** Which cause explains which observation, as flat lists both ways: what the search for a cover walks over. */

export interface Matrix {
  readonly costs: Float64Array;
  /** The causes of observation `row` are `causes[rowStart[row]]` up to, not including, `causes[rowStart[row + 1]]`. */
  readonly rowStart: Int32Array;
  readonly causes: Int32Array;
  /** The observations of a cause, the same way. */
  readonly causeStart: Int32Array;
  readonly rows: Int32Array;
  readonly rowCount: number;
}

/**
 * The matrix of the observations that some cause explains. One that is explained whenever another one is
 * adds nothing to the search and is left away.
 */
export function matrixOf(costs: readonly number[], explainedBy: readonly (readonly number[])[]): Matrix {
  const rows = withoutImplied(explainedBy.filter((causes) => causes.length > 0));
  const [rowStart, causes] = flat(rows);
  const of: number[][] = costs.map(() => []);
  rows.forEach((row, at) => row.forEach((cause) => of[cause]!.push(at)));
  const [causeStart, byCause] = flat(of);
  return {
    costs: Float64Array.from(costs),
    rowStart,
    causes,
    causeStart,
    rows: byCause,
    rowCount: rows.length,
  };
}

function flat(lists: readonly (readonly number[])[]): [Int32Array, Int32Array] {
  const start = new Int32Array(lists.length + 1);
  lists.forEach((list, at) => (start[at + 1] = start[at]! + list.length));
  return [start, Int32Array.from(lists.flat())];
}

function withoutImplied(rows: readonly (readonly number[])[]): number[][] {
  const sorted = rows.map((row) => [...new Set(row)].sort((a, b) => a - b));
  const unique = [...new Map(sorted.map((row) => [row.join(), row])).values()];
  unique.sort((a, b) => a.length - b.length);
  const kept: number[][] = [];
  for (const row of unique) {
    const has = new Set(row);
    if (!kept.some((other) => other.every((cause) => has.has(cause)))) kept.push(row);
  }
  return kept;
}

/**
 * For each cause those that explain all that it explains for no more (of two that are equal, the earlier): one
 * of them always does in its place.
 */
export function dominators({ costs, rowStart, causes, causeStart, rows }: Matrix): readonly number[][] {
  const own = Array.from(costs, (_, cause) => rows.subarray(causeStart[cause], causeStart[cause + 1]));
  const has = own.map((list) => new Set(list));
  return own.map((list, cause) => {
    const first = list[0];
    if (first === undefined) return [];
    // Only a cause that explains the first of them can explain them all.
    return [...causes.subarray(rowStart[first], rowStart[first + 1])].filter(
      (other) =>
        other !== cause &&
        own[other]!.length >= list.length &&
        (costs[other]! < costs[cause]! ||
          (costs[other] === costs[cause] && (own[other]!.length > list.length || other < cause))) &&
        list.every((row) => has[other]!.has(row)),
    );
  });
}
