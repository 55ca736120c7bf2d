/** The way to what has to be reached, the tools for it, and the way back. */
import { finish, type Work } from '../progress/index.js';
import { Refusal } from '../refusal/index.js';
import { type AccessGraph, accessGraph, doable, placeOf } from './graph.js';
import { leastWork, usualBudget } from './least-work.js';
import type { AccessStep, LedgerPlan, LedgerPlanRequest } from './schema.js';

/** The same at once. @throws Refusal where a target cannot be reached, or a step is not there */
export function planLedger(request: LedgerPlanRequest, budget = usualBudget): LedgerPlan {
  return finish(planningLedger(request, budget));
}

/** @throws Refusal where a target cannot be reached, or a step is not there */
export function* planningLedger(request: LedgerPlanRequest, budget = usualBudget): Work<LedgerPlan> {
  const { steps } = request;
  const graph = accessGraph(steps);
  const targets = request.targets.map((id, n) => placeOf(graph.places, id, `targets[${n}]`));
  const tried = (request.try?.needs ?? []).map((id, n) => placeOf(graph.places, id, `try.needs[${n}]`));
  const reachable = new Set(doable(graph, new Set(steps.map((_, n) => n))));
  const lost = targets.findIndex((target) => !reachable.has(target));
  if (lost !== -1)
    throw new Refusal(
      `targets[${lost}]`,
      `"${request.targets[lost]}" cannot be reached by any of its alternatives`,
    );
  const least = yield* leastWork(within(graph, reachable), new Set(targets), budget);
  const [stays, closesFirst] = split(graph, least.steps, new Set(tried));
  // What can stay open while the function is tried comes off first, and goes back last.
  const order = doable(graph, least.steps, stays);
  const refit = [...order].reverse();
  return {
    minutes: least.minutes,
    order: order.map((step) => steps[step]!.id),
    optimal: least.optimal,
    tools: toolsOf(order.map((step) => steps[step]!)),
    oneTime: oneTimeOf(order.map((step) => steps[step]!)),
    refit: refit.map((step) => steps[step]!.id),
    tryAfter: closesFirst.length === 0 ? null : steps[refit[closesFirst.length - 1]!]!.id,
  };
}

/** Alternatives that lean on what can never be done are left out. */
function within({ minutes, needs, places }: AccessGraph, reachable: ReadonlySet<number>): AccessGraph {
  return {
    minutes,
    places,
    needs: needs.map((ways, step) =>
      reachable.has(step) ? ways.filter((way) => way.every((need) => reachable.has(need))) : ways,
    ),
  };
}

/** The steps that can stay open while what is tried is back, and those that have to be closed for it: no more than that. */
function split(
  graph: AccessGraph,
  steps: ReadonlySet<number>,
  tried: ReadonlySet<number>,
): readonly [readonly number[], readonly number[]] {
  const stays = doable(graph, new Set([...steps].filter((step) => !tried.has(step))));
  const staying = new Set(stays);
  return [stays, [...steps].filter((step) => !staying.has(step))];
}

function toolsOf(steps: readonly AccessStep[]): readonly string[] {
  return [
    ...new Set(steps.flatMap(({ fasteners }) => (fasteners ?? []).flatMap(({ drive }) => drive ?? []))),
  ];
}

function oneTimeOf(steps: readonly AccessStep[]): LedgerPlan['oneTime'] {
  const counts = new Map<string, LedgerPlan['oneTime'][number]>();
  for (const { kind, drive = null, count, oneTime } of steps.flatMap(({ fasteners }) => fasteners ?? [])) {
    if (oneTime !== true) continue;
    const key = JSON.stringify([kind, drive]);
    counts.set(key, { kind, drive, count: (counts.get(key)?.count ?? 0) + count });
  }
  return [...counts.values()];
}
