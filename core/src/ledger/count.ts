/** Whether what came off went back on: by bag, kind and drive. */
import type { LedgerCountRequest } from './schema.js';

export interface CountRow {
  readonly bag: string;
  readonly kind: string;
  readonly drive: string | null;
  readonly removed: number;
  readonly refitted: number;
  /** Refitted less removed: below zero some are left over, above zero some came from elsewhere. */
  readonly difference: number;
}

/** @example countLedger({ removed: [{ bag: '1', kind: 'screw', count: 4 }], refitted: [] }).rows[0].difference // -4 */
export function countLedger({ removed, refitted }: LedgerCountRequest): {
  readonly rows: readonly CountRow[];
  readonly even: boolean;
} {
  const rows = new Map<string, CountRow>();
  const add = (list: LedgerCountRequest['removed'], as: 'removed' | 'refitted') => {
    for (const { bag, kind, drive = null, count } of list) {
      const key = JSON.stringify([bag, kind, drive]);
      const before = rows.get(key) ?? { bag, kind, drive, removed: 0, refitted: 0, difference: 0 };
      const after = { ...before, [as]: before[as] + count };
      rows.set(key, { ...after, difference: after.refitted - after.removed });
    }
  };
  add(removed, 'removed');
  add(refitted, 'refitted');
  const all = [...rows.values()];
  return { rows: all, even: all.every(({ difference }) => difference === 0) };
}
