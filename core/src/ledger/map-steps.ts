/** An access map as the planner sees it: its steps, and its parts as the last step to each. */
import { Refusal } from '../refusal/index.js';
import type { AccessMap, MapPart, MapStep } from './access-map.js';
import { disturbedId } from './acts.js';
import { accessGraph, doable } from './graph.js';
import type { AccessStep } from './schema.js';

/** A step of the map or the part at the end of a way: both are taken off and put back. */
export type MapItem = MapStep | MapPart;

export const isPart = (item: MapItem): item is MapPart => 'kind' in item;

export const itemsOf = ({ steps, parts }: AccessMap): readonly MapItem[] => [...steps, ...parts];

/** What the planner needs of a map. @param off steps that are off already, and cost nothing any more */
export function stepsOf(map: AccessMap, off: ReadonlySet<string> = new Set()): readonly AccessStep[] {
  return itemsOf(map).map(({ id, minutes, needs, fasteners }) => ({
    id,
    minutes: off.has(id) ? 0 : minutes,
    needs: needs ?? null,
    fasteners: (fasteners ?? []).map(({ kind, drive, count, torqueNm, oneTime }) => ({
      kind,
      drive,
      count,
      torqueNm,
      oneTime,
    })),
  }));
}

/** @throws Refusal where an id stands twice or is not there, or something can never be reached */
export function checkMap(map: AccessMap): void {
  const items = itemsOf(map);
  const path = (n: number) => (n < map.steps.length ? `steps[${n}]` : `parts[${n - map.steps.length}]`);
  const seen = new Set<string>();
  for (const [n, { id }] of items.entries()) {
    if (id === disturbedId) throw new Refusal(`${path(n)}.id`, `"${id}" has a meaning of its own`);
    if (seen.has(id)) throw new Refusal(`${path(n)}.id`, `"${id}" stands twice`);
    seen.add(id);
  }
  const known = (ids: readonly string[], at: string) => {
    for (const [n, id] of ids.entries())
      if (!seen.has(id)) throw new Refusal(`${at}[${n}]`, `there is no step "${id}"`);
  };
  for (const [n, item] of items.entries()) {
    item.needs?.forEach((way, at) => known(way, `${path(n)}.needs[${at}]`));
    if (isPart(item)) known(item.tryNeeds ?? [], `${path(n)}.tryNeeds`);
  }
  const graph = accessGraph(stepsOf(map));
  const reached = new Set(doable(graph, new Set(items.keys())));
  const lost = items.findIndex((_, n) => !reached.has(n));
  if (lost !== -1)
    throw new Refusal(
      `${path(lost)}.needs`,
      `"${items[lost]!.label}" cannot be reached: what it needs needs it`,
    );
}
