/** The days that a plan looks ahead, each with the times at which an exposure may begin. */
import { dayNumber, workingDayAfter, writtenDay } from '../../calendar/index.js';
import type { PlannedExposure, WatchPlanRequest } from './schema.js';

export const usualSeparation = 30;
const usualDays = 60;

/** Minutes since 1970 by the clock on the wall. */
export const minuteOf = (moment: string): number => Date.parse(`${moment}Z`) / 60_000;
export const momentOf = (minute: number): string => new Date(minute * 60_000).toISOString().slice(0, 16);

export interface PlanDay {
  /** Minutes at which an exposure may begin, each a separation after the one before. */
  readonly slots: readonly number[];
  /** How often each exposure can be had on it, in their order. */
  readonly most: readonly number[];
}

export function planDays(request: WatchPlanRequest): PlanDay[] {
  const { exposures, from, lastAt, opens, closes, calendar } = request;
  const separation = request.separationMinutes ?? usualSeparation;
  const first = dayNumber(from.slice(0, 10));
  const earliest = Math.max(minuteOf(from), lastAt == null ? -Infinity : minuteOf(lastAt) + separation);
  return Array.from({ length: request.days ?? usualDays }, (_, n) => {
    const day = writtenDay(first + n);
    const [start, end] = [minuteOf(`${day}T${opens ?? '08:00'}`), minuteOf(`${day}T${closes ?? '18:00'}`)];
    const slots: number[] = [];
    for (let at = Math.max(start, earliest); at <= end; at += separation) slots.push(at);
    const open = calendar == null || workingDayAfter(day, 0, calendar) === day;
    const ran = lastAt?.slice(0, 10) === day;
    const canBe = ({ fromDay, anyDay, firstOfDay }: PlannedExposure) =>
      n >= (fromDay ?? 0) && (open || anyDay === true) && !(ran && firstOfDay === true);
    return {
      slots,
      most: exposures.map((exposure) =>
        canBe(exposure)
          ? Math.min(slots.length, exposure.perDay ?? Infinity, exposure.firstOfDay ? 1 : Infinity)
          : 0,
      ),
    };
  });
}
