/** The way of one job through an access map: to every part that it has to reach, at once. */
import { finish, type Work } from '../progress/index.js';
import { isRefusal, Refusal } from '../refusal/index.js';
import type { AccessMap, Material } from './access-map.js';
import { accessGraph, doable, placeOf } from './graph.js';
import { leastWork } from './least-work.js';
import { isPart, itemsOf, type MapItem, stepsOf } from './map-steps.js';
import { planningLedger } from './plan.js';
import type { LedgerPlan } from './schema.js';
import { oneTimeOf, toolsOf } from './fasteners.js';
import type { StripAim, StripWay } from './records.js';

/** @throws Refusal where a part is not there, or cannot be reached without the steps that are left out */
export const wayOf = (map: AccessMap, aim: StripAim, budget: number | null = null): StripWay =>
  finish(planningWay(map, aim, budget));

/** @throws Refusal where a part is not there, or cannot be reached without the steps that are left out */
export function* planningWay(
  map: AccessMap,
  { targets, without, gained }: StripAim,
  budget: number | null = null,
): Work<StripWay> {
  const left = new Set(without ?? []);
  const off = new Set(gained ?? []);
  const steps = stepsOf(map, off).filter(({ id }) => !left.has(id));
  // Ways that lean on what is left out are no ways.
  const open = steps.map((step) => {
    const ways = step.needs?.filter((way) => !way.some((id) => left.has(id))) ?? [];
    return { ...step, needs: (step.needs?.length ?? 0) > 0 && ways.length === 0 ? [[step.id]] : ways };
  });
  const names = new Map(map.parts.map(({ id, label }) => [id, label]));
  const request = {
    steps: open,
    targets: targets.map(({ part }) => part),
    try: { needs: triedSteps(map, targets).filter((id) => !left.has(id)) },
  };
  try {
    const plan = yield* planningLedger(request, budget);
    return { minutes: plan.minutes, order: [...plan.order], optimal: plan.optimal };
  } catch (error) {
    const place = isRefusal(error) ? /^targets\[(\d+)\]/.exec(error.path)?.[1] : undefined;
    if (place === undefined) throw error;
    const { part } = targets[Number(place)]!;
    throw new Refusal(
      `targets[${place}]`,
      `nothing leads to ${names.get(part) ?? part} without what is left out`,
    );
  }
}

/** What has to be back before the parts of a job can be tried. */
export function triedSteps(map: AccessMap, targets: StripAim['targets']): readonly string[] {
  const parts = new Set(targets.map(({ part }) => part));
  return [
    ...new Set(
      map.parts.filter(({ id }) => parts.has(id)).flatMap(({ id, tryNeeds }) => [id, ...(tryNeeds ?? [])]),
    ),
  ];
}

/** @throws Refusal where a way that was worked out elsewhere cannot be gone, or does not reach what it is for */
export function checkWay(map: AccessMap, { targets, gained, without }: StripAim, way: StripWay): void {
  const graph = accessGraph(stepsOf(map, new Set(gained ?? [])));
  const order = way.order.map((id, n) => placeOf(graph.places, id, `way.order[${n}]`));
  targets.forEach(({ part }, n) => {
    if (!map.parts.some(({ id }) => id === part))
      throw new Refusal(`targets[${n}].part`, `the map has no part "${part}"`);
    if (!way.order.includes(part)) throw new Refusal('way.order', `the way does not reach "${part}"`);
  });
  const left = way.order.findIndex((id) => without?.includes(id));
  if (left !== -1)
    throw new Refusal(`way.order[${left}]`, `"${way.order[left]!}" is left out: the way goes round it`);
  const done = new Set<number>();
  for (const [n, step] of order.entries()) {
    const ways = graph.needs[step]!;
    if (done.has(step)) throw new Refusal(`way.order[${n}]`, `"${way.order[n]!}" stands twice`);
    if (ways.length > 0 && !ways.some((own) => own.every((need) => done.has(need))))
      throw new Refusal(`way.order[${n}]`, `"${way.order[n]!}" is not within reach there`);
    done.add(step);
  }
  const minutes = order.reduce((sum, step) => sum + graph.minutes[step]!, 0);
  if (Math.abs(minutes - way.minutes) > 0.01)
    throw new Refusal('way.minutes', `its steps take ${minutes} minutes together`);
}

/** The steps of a way that one of its parts needs, as few minutes as the way allows, in their order. */
export function stepsTo(map: AccessMap, order: readonly string[], part: string): readonly string[] {
  const graph = accessGraph(stepsOf(map));
  const within = new Set(order.flatMap((id) => graph.places.get(id) ?? []));
  const target = graph.places.get(part);
  if (target === undefined || !within.has(target)) return [];
  const cut = {
    ...graph,
    needs: graph.needs.map((ways, step) =>
      within.has(step) ? ways.filter((way) => way.every((need) => within.has(need))) : [[step]],
    ),
  };
  const { steps } = finish(leastWork(cut, new Set([target])));
  return doable(cut, steps).map((step) => itemsOf(map)[step]!.id);
}

/** What to lay out and to order for a way. */
export interface WayNeeds {
  readonly tools: readonly string[];
  readonly oneTime: LedgerPlan['oneTime'];
  readonly materials: readonly (Material & { readonly at: string })[];
  /** How the car has to stand, and what of that needs power. */
  readonly preconditions: readonly {
    readonly what: string;
    readonly needsPower: boolean;
    readonly at: string;
  }[];
}

export function needsOfWay(map: AccessMap, order: readonly string[]): WayNeeds {
  const items = new Map<string, MapItem>(itemsOf(map).map((item) => [item.id, item]));
  const gone = order.flatMap((id) => items.get(id) ?? []);
  const fasteners = gone.flatMap((item) => item.fasteners ?? []);
  return {
    tools: toolsOf(fasteners),
    oneTime: oneTimeOf(fasteners),
    materials: gone.flatMap((item) => (item.materials ?? []).map((one) => ({ ...one, at: item.label }))),
    preconditions: gone.flatMap((item) =>
      isPart(item)
        ? []
        : (item.preconditions ?? []).map(({ what, needsPower }) => ({
            what,
            needsPower: needsPower === true,
            at: item.label,
          })),
    ),
  };
}
