/** Where each step of an access map stands on its drawing: from outside at the left to the parts at the right. */
import type { AccessMap, MapItem } from '@dormant-beacon/core/ledger';
import { itemsOf } from '@dormant-beacon/core/ledger';

export interface DrawnItem {
  readonly item: MapItem;
  /** Column from outside, and row in it. */
  readonly column: number;
  readonly row: number;
}

export interface DrawnMap {
  readonly items: readonly DrawnItem[];
  /** From what comes first to what it opens; `alternative` where another way would do as well. */
  readonly ties: readonly { readonly from: string; readonly to: string; readonly alternative: boolean }[];
  readonly columns: number;
  readonly rows: number;
}

/**
 * A step stands one column behind the nearest alternative that reaches it.
 *
 * @param only the steps that are drawn; all where left out
 */
export function drawnMap(map: AccessMap, only: ReadonlySet<string> | null = null): DrawnMap {
  const items = itemsOf(map).filter(({ id }) => only === null || only.has(id));
  const there = new Set(items.map(({ id }) => id));
  const columns = new Map<string, number>();
  for (let changed = true; changed;) {
    changed = false;
    for (const { id, needs } of items) {
      if (columns.has(id)) continue;
      const ways = (needs ?? []).filter((way) => way.every((need) => there.has(need)));
      const known = ways.filter((way) => way.every((need) => columns.has(need)));
      if (ways.length > 0 && known.length === 0) continue;
      const depth = Math.min(
        ...known.map((way) => Math.max(0, ...way.map((need) => columns.get(need)! + 1))),
      );
      columns.set(id, known.length === 0 ? 0 : depth);
      changed = true;
    }
  }
  const ties = items.flatMap(({ id, needs }) => {
    const ways = (needs ?? []).filter((way) => way.every((need) => there.has(need)));
    return [...new Set(ways.flat())].map((from) => ({ from, to: id, alternative: ways.length > 1 }));
  });
  // What cannot be reached in the drawing stands at the left all the same.
  const columnOf = (id: string) => columns.get(id) ?? 0;
  const count = Math.max(0, ...items.map(({ id }) => columnOf(id))) + 1;
  const rows = untangled(
    Array.from({ length: count }, (_, column) =>
      items.filter(({ id }) => columnOf(id) === column).map(({ id }) => id),
    ),
    ties,
  );
  const drawn = items.map((item) => ({ item, column: columnOf(item.id), row: rows.get(item.id)! }));
  return {
    items: drawn,
    ties,
    columns: count,
    rows: Math.max(0, ...rows.values()) + 1,
  };
}

/** Turns of sorting each column by its neighbours: more changes little. */
const turns = 6;

/** Rows in which the ties cross less: each column in turn by the middle of what it is tied to. */
function untangled(
  columns: readonly (readonly string[])[],
  ties: DrawnMap['ties'],
): ReadonlyMap<string, number> {
  const rows = new Map(columns.flatMap((ids) => ids.map((id, row) => [id, row] as const)));
  const tied = new Map<string, string[]>();
  for (const { from, to } of ties) {
    tied.set(from, [...(tied.get(from) ?? []), to]);
    tied.set(to, [...(tied.get(to) ?? []), from]);
  }
  const middle = (id: string): number => {
    const others = (tied.get(id) ?? []).map((other) => rows.get(other)!);
    return others.length === 0 ? rows.get(id)! : others.reduce((sum, row) => sum + row, 0) / others.length;
  };
  for (let turn = 0; turn < turns; turn++)
    for (const ids of turn % 2 === 0 ? columns : [...columns].reverse())
      [...ids].sort((m, n) => middle(m) - middle(n)).forEach((id, row) => rows.set(id, row));
  return rows;
}
