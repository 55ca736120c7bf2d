/** Access as a graph of AND and OR: which steps can be done, once which others are. */
import { Refusal } from '../refusal/index.js';
import type { AccessStep } from './schema.js';

export interface AccessGraph {
  readonly minutes: readonly number[];
  /** Of each step its alternatives, as places of steps; a step without any can be done at once. */
  readonly needs: readonly (readonly (readonly number[])[])[];
  readonly places: ReadonlyMap<string, number>;
}

/** @throws Refusal where a step stands twice, or needs one that is not there */
export function accessGraph(steps: readonly AccessStep[]): AccessGraph {
  const places = new Map<string, number>();
  steps.forEach(({ id }, n) => {
    if (places.has(id)) throw new Refusal(`steps[${n}].id`, `"${id}" stands twice`);
    places.set(id, n);
  });
  return {
    minutes: steps.map(({ minutes }) => minutes),
    needs: steps.map(({ needs }, n) =>
      (needs ?? []).map((way, at) =>
        way.map((id, place) => placeOf(places, id, `steps[${n}].needs[${at}][${place}]`)),
      ),
    ),
    places,
  };
}

/** @throws Refusal where there is no such step */
export function placeOf(places: ReadonlyMap<string, number>, id: string, path: string): number {
  const place = places.get(id);
  if (place === undefined) throw new Refusal(path, `there is no step "${id}"`);
  return place;
}

/**
 * The steps of a set that can be done with nothing but that set, in an order in which they can.
 *
 * @param already done before them, in their own order
 */
export function doable(
  { needs }: Pick<AccessGraph, 'needs'>,
  within: ReadonlySet<number>,
  already: readonly number[] = [],
): number[] {
  const done = new Set(already);
  const order = [...already];
  const left = new Set([...within].filter((step) => !done.has(step)));
  for (let before = -1; before !== order.length;) {
    before = order.length;
    for (const step of left) {
      const ways = needs[step]!;
      if (ways.length > 0 && !ways.some((way) => way.every((need) => done.has(need)))) continue;
      done.add(step);
      order.push(step);
      left.delete(step);
    }
  }
  return order;
}
