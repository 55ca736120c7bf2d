/** What was unplugged on the way to the parts: it is tried too, once everything is closed. */
import { disturbedId } from './acts.js';
import type { MapPart } from './access-map.js';
import { isPart, type MapItem } from './map-steps.js';
import type { LedgerEntry } from './records.js';

/** @param tried steps that are tried with a part anyway */
export function disturbedBy(
  items: readonly MapItem[],
  entries: readonly LedgerEntry[],
  tried: ReadonlySet<string>,
): MapPart | null {
  const off = new Set(entries.filter(({ as }) => as === 'off').map(({ step }) => step));
  const modes = items.flatMap((item) => {
    if (isPart(item) || !off.has(item.id) || tried.has(item.id)) return [];
    return item.tries?.length
      ? item.tries
      : (item.plugs ?? []).map(({ name }) => `what hangs on plug ${name}`);
  });
  if (modes.length === 0) return null;
  return {
    id: disturbedId,
    label: 'what was unplugged on the way',
    kind: 'on the way',
    zone: 'on the way',
    minutes: 0,
    modes: [...new Set(modes)],
  };
}
