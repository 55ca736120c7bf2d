/** Steps and what holds them, as they are read in a bay. */
import type { MapItem } from './map-steps.js';
import { isPart } from './map-steps.js';
import type { MapFastener, MapPart, MapStep } from './access-map.js';

const many = (count: number, noun: string): string =>
  count === 1 ? `one ${noun}` : `${count} ${/(?:s|x|ch|sh)$/.test(noun) ? `${noun}es` : `${noun}s`}`;

/** @example fastenerWords({ kind: 'screw', drive: 'T20', count: 4, torqueNm: 2 }) // '4 screws T20, 2 Nm' */
export function fastenerWords({ kind, drive, count, torqueNm, thread, mark, oneTime }: MapFastener): string {
  return [
    [many(count, kind), drive, thread].filter(Boolean).join(' '),
    ...(torqueNm == null ? [] : [`${torqueNm} Nm`]),
    ...(mark ? [mark] : []),
    ...(oneTime === true ? ['used once'] : []),
  ].join(', ');
}

/** @example plugWords({ name: 'X41', locks: ['secondary lock', 'latch'] }) // 'plug X41: secondary lock, then latch' */
export const plugWords = (
  { name, locks }: NonNullable<MapStep['plugs']>[number],
  as: 'off' | 'on' = 'off',
): string => {
  const order = as === 'off' ? (locks ?? []) : [...(locks ?? [])].reverse();
  return `plug ${name}${order.length > 0 ? `: ${order.join(', then ')}` : ''}`;
};

/** Everything that holds it, a line each; a plug’s locks in the order in which they are let go, or close again. */
export function heldBy(item: MapItem, as: 'off' | 'on' = 'off'): readonly string[] {
  return [
    ...(item.fasteners ?? []).map(fastenerWords),
    ...(isPart(item)
      ? []
      : (item.clips ?? []).map(({ what, count, direction }) => `${many(count, what)}, ${direction}`)),
    ...(item.plugs ?? []).map((plug) => plugWords(plug, as)),
    ...(isPart(item) ? [] : (item.cables ?? [])),
  ];
}

const acts: Readonly<Record<MapStep['act'], readonly [off: string, on: string]>> = {
  remove: ['Take off', 'Put back'],
  loosen: ['Loosen', 'Tighten'],
  unclip: ['Unclip', 'Clip back'],
  unplug: ['Unplug', 'Plug in'],
  move: ['Move', 'Move back'],
  open: ['Open', 'Close'],
};

/** A name as it stands alone: `the lower trim` → `lower trim`. */
export const bareName = ({ label }: Pick<MapItem, 'label'>): string => label.replace(/^the /, '');

/** What is done, and to what: `Unplug the wiper motor`. */
export function doing(
  item: Pick<MapStep, 'act' | 'label'> | Pick<MapPart, 'kind' | 'label'>,
  as: 'off' | 'on',
): string {
  const [off, on] = 'act' in item ? acts[item.act] : (['Take out', 'Put in'] as const);
  return `${as === 'off' ? off : on} ${item.label}`;
}
