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

/** Closes each open cause where another open one explains all that it explains for no more. */
export function closeDominated({ costs, causeStart, rows }: Matrix, closed: Uint8Array): void {
  const own = Array.from(costs, (_, cause) => rows.subarray(causeStart[cause], causeStart[cause + 1]));
  const has = own.map((list) => new Set(list));
  for (const [cause, list] of own.entries()) {
    if (closed[cause]) continue;
    const beaten = own.some(
      (theirs, other) =>
        other !== cause &&
        !closed[other] &&
        theirs.length >= list.length &&
        (costs[other]! < costs[cause]! ||
          (costs[other] === costs[cause] && (theirs.length > list.length || other < cause))) &&
        list.every((row) => has[other]!.has(row)),
    );
    if (beaten || list.length === 0) closed[cause] = 1;
  }
}
