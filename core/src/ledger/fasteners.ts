/** What holds the steps of a way: the drives to lay out, and what is used once. */
import type { Fastener, LedgerPlan } from './schema.js';

type Held = readonly Pick<Fastener, 'kind' | 'drive' | 'count' | 'oneTime'>[];

/** In the order in which they are first needed. */
export const toolsOf = (fasteners: Held): readonly string[] => [
  ...new Set(fasteners.flatMap(({ drive }) => drive ?? [])),
];

export function oneTimeOf(fasteners: Held): LedgerPlan['oneTime'] {
  const counts = new Map<string, LedgerPlan['oneTime'][number]>();
  for (const { kind, drive = null, count, oneTime } of fasteners) {
    if (oneTime !== true) continue;
    const key = JSON.stringify([kind, drive]);
    counts.set(key, { kind, drive, count: (counts.get(key)?.count ?? 0) + count });
  }
  return [...counts.values()];
}
