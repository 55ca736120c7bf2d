/**
 * What to do next to prove it soonest: the cheapest exposures that reach the target and every need, and when each is
 * made. What a day until the proof costs counts too, so that a hose today may be cheaper than rain next week.
 */
import { assess, curedGivenClean } from '../assess.js';
import { cheapest, type Kind } from './cheapest.js';
import { minuteOf, momentOf, type PlanDay, planDays } from './days.js';
import { type Fixed, placed, type Placed } from './placing.js';
import type { ScheduledExposure, WatchPlan, WatchPlanRequest } from './schema.js';

const dayMinutes = 1440;
/** Sets of numbers that are looked at before the best so far is given: about a second. */
const usualBudget = 200_000;

/**
 * @param sets that are looked at before the best so far is given
 * @example planWatch({ watch: { unit: 'cycles', before: { shown: 6, exposures: 20 }, cleanSince: 0, cured: 0.85 },
 *   exposures: [{ id: 'drive', counts: 1, cents: 1500 }], from: '2026-03-09T14:00' }).schedule.length // 4
 */
export function planWatch(request: WatchPlanRequest, sets = usualBudget): WatchPlan {
  const { watch, exposures } = request;
  const asked = weightNeeded(request);
  const now = curedGivenClean(watch, watch.cleanSince);
  const days = planDays(request);
  const none: WatchPlan = {
    schedule: null,
    cents: 0,
    totalCents: 0,
    readyAt: null,
    probability: now,
    optimal: true,
  };
  if (asked === null) return none;
  const needs = request.needs ?? [];
  const span = spanOf(request);
  if (asked <= 0 && needs.length === 0 && !span) return { ...none, schedule: [], readyAt: request.from };
  const isFirst = exposures.map(({ firstOfDay }) => firstOfDay === true);
  let best: (Found & { readonly total: number }) | null = null;
  const budget = { left: sets };
  const until = (last: number): Found | null => {
    const within = days.slice(0, last + 1);
    const kinds = exposures.map(({ counts, cents, gives }, kind): Kind => ({
      counts,
      cents,
      gives: needs.flatMap(({ id }, need) => (gives?.includes(id) ? [need] : [])),
      most: within.reduce((sum, { most }) => sum + most[kind]!, 0),
    }));
    const place = (counts: readonly number[]) => placedWithin(within, counts, isFirst, span);
    const found = cheapest(
      kinds,
      asked,
      needs.map(({ count }) => count),
      {
        most: within.reduce((sum, { slots }) => sum + slots.length, 0),
        holds: (counts) => place(counts) !== null,
      },
      budget,
    );
    return found && { cents: found.cents, on: place(found.counts)! };
  };
  // Later than the last day nothing is cheaper: what costs no more than that, and is ready first, is the best.
  const latest = until(days.length - 1);
  if (latest === null) return { ...none, optimal: budget.left >= 0 };
  const perDay = request.centsPerDay ?? 0;
  for (let last = 0; last < days.length; last++) {
    if (best !== null && latest.cents + perDay * last >= best.total) break;
    const found = last === days.length - 1 ? latest : until(last);
    if (!found) continue;
    const total = found.cents + perDay * last;
    if (best === null || total < best.total) best = { ...found, total };
  }
  const schedule = scheduled(request, days, best!.on, isFirst, span);
  return {
    schedule,
    cents: best!.cents,
    totalCents: best!.total,
    readyAt: schedule.at(-1)?.at ?? request.from,
    probability: schedule.at(-1)?.probability ?? now,
    optimal: budget.left >= 0,
  };
}

interface Found {
  readonly cents: number;
  readonly on: Placed;
}

/** Weight that the exposures have to count together; 0 or less where it is there already, null where none reaches it. */
function weightNeeded({ watch }: WatchPlanRequest): number | null {
  const target = watch.target ?? 0.95;
  if (curedGivenClean(watch, watch.cleanSince) >= target) return 0;
  const { totalNeeded } = assess(watch);
  if (totalNeeded === null) return null;
  // Exposures count by parts: the least weight, not the least whole number.
  let [low, high] = [watch.cleanSince, Math.max(watch.cleanSince, totalNeeded)];
  for (let n = 0; n < 60; n++) {
    const middle = (low + high) / 2;
    if (curedGivenClean(watch, middle) >= target) high = middle;
    else low = middle;
  }
  return high - watch.cleanSince;
}

/** What is still asked of the span; null where nothing is. */
interface Span {
  /** The first exposure that was made; null where it is among those planned. */
  readonly first: number | null;
  readonly minutes: number;
}

function spanOf({ spanDays, firstAt, lastAt }: WatchPlanRequest): Span | null {
  const minutes = Math.round((spanDays ?? 0) * dayMinutes);
  if (minutes === 0) return null;
  const first = firstAt == null ? null : minuteOf(firstAt);
  if (first !== null && lastAt != null && minuteOf(lastAt) - first >= minutes) return null;
  return { first, minutes };
}

/** With the first exposure early enough and the last late enough for the span. */
function placedWithin(
  days: readonly PlanDay[],
  counts: readonly number[],
  isFirst: readonly boolean[],
  span: Span | null,
): Placed | null {
  if (!span) return placed(days, counts, isFirst);
  const some = [...counts.keys()].filter((kind) => counts[kind]! > 0);
  const lastSlot = (day: number) => days[day]!.slots.at(-1) ?? -Infinity;
  for (let last = days.length - 1; last >= 0; last--) {
    const lasts = some.filter((kind) => days[last]!.most[kind]! > 0);
    for (const end of lasts) {
      if (span.first !== null) {
        if (lastSlot(last) - span.first < span.minutes) continue;
        const found = placed(days, counts, isFirst, [[end, last]]);
        if (found) return found;
        continue;
      }
      for (let first = 0; first <= last; first++) {
        if (lastSlot(last) - (days[first]!.slots[0] ?? Infinity) < span.minutes) break;
        for (const begin of some.filter((kind) => days[first]!.most[kind]! > 0)) {
          const fixed: Fixed[] = [
            [begin, first],
            [end, last],
          ];
          const found = placed(days, counts, isFirst, fixed);
          if (found) return found;
        }
      }
    }
  }
  return null;
}

/** As early in each day as the separation allows; the last of all late enough for the span. */
function scheduled(
  { exposures, watch }: WatchPlanRequest,
  days: readonly PlanDay[],
  on: Placed,
  isFirst: readonly boolean[],
  span: Span | null,
): ScheduledExposure[] {
  const all = on.flatMap((times, day) => {
    const kinds = times.flatMap((n, kind) => Array.from({ length: n }, () => kind));
    // What must be first that day is; the rest as they are listed.
    kinds.sort((a, b) => Number(isFirst[b]) - Number(isFirst[a]) || a - b);
    return kinds.map((kind, n) => ({ kind, day, at: days[day]!.slots[n]! }));
  });
  const last = all.at(-1);
  if (last && span) {
    const notBefore = (span.first ?? all[0]!.at) + span.minutes;
    last.at = days[last.day]!.slots.find((slot) => slot >= Math.max(last.at, notBefore))!;
  }
  let clean = watch.cleanSince;
  return all.map(({ kind, at }) => {
    const { id, counts } = exposures[kind]!;
    clean += counts;
    return { exposure: id, at: momentOf(at), counts, probability: curedGivenClean(watch, clean) };
  });
}
