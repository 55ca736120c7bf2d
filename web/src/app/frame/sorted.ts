/** Rows of a table in the order that was asked for at its head. */
import type { Sort } from '@angular/material/sort';

const collator = new Intl.Collator('en', { numeric: true });

/**
 * The rows by the value of the sorted column; as they come where none is sorted. Empty values stand last either way.
 * @example sorted(rows, { active: 'name', direction: 'desc' }, ({ name }) => ({ name }))
 */
export function sorted<T>(
  rows: readonly T[],
  { active, direction }: Sort,
  columns: (row: T) => Readonly<Record<string, string | number | null>>,
): T[] {
  if (direction === '') return [...rows];
  const sign = direction === 'asc' ? 1 : -1;
  const value = (row: T) => columns(row)[active] ?? null;
  return [...rows].sort((a, b) => {
    const [one, other] = [value(a), value(b)];
    if (one === null || other === null) return Number(one === null) - Number(other === null);
    return (
      sign *
      (typeof one === 'number' && typeof other === 'number'
        ? one - other
        : collator.compare(String(one), String(other)))
    );
  });
}

/** As a table begins: in the order in which its rows come. */
export const unsorted: Sort = { active: '', direction: '' };
