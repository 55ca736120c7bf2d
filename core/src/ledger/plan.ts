/** The way to what has to be reached, the tools for it, and the way back. */
import { finish, type Work } from '../progress/index.js';
import { Refusal } from '../refusal/index.js';
import { oneTimeOf, toolsOf } from './fasteners.js';
import { type AccessGraph, accessGraph, doable, placeOf } from './graph.js';
import { leastWork } from './least-work.js';
import { refitOf } from './refit.js';
import type { LedgerPlan, LedgerPlanRequest } from './schema.js';

/** The same at once. @throws Refusal where a target cannot be reached, or a step is not there */
export function planLedger(request: LedgerPlanRequest, budget: number | null = null): LedgerPlan {
  return finish(planningLedger(request, budget));
}

/** @throws Refusal where a target cannot be reached, or a step is not there */
export function* planningLedger(request: LedgerPlanRequest, budget: number | null = null): Work<LedgerPlan> {
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
  const { off: order, refit, beforeTry } = refitOf(graph, least.steps, new Set(tried));
  const fasteners = order.flatMap((step) => steps[step]!.fasteners ?? []);
  return {
    minutes: least.minutes,
    order: order.map((step) => steps[step]!.id),
    optimal: least.optimal,
    tools: toolsOf(fasteners),
    oneTime: oneTimeOf(fasteners),
    refit: refit.map((step) => steps[step]!.id),
    tryAfter: beforeTry === 0 ? null : steps[refit[beforeTry - 1]!]!.id,
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
