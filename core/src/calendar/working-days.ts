/** The days on which a shop works. */
import * as z from 'zod';
import { day, dayNumber, writtenDay } from './days.js';

/** Weekdays by their number, Monday 1 to Sunday 7, and single days on which the shop is shut. */
export const workCalendar = z.strictObject({
  weekdays: z.array(z.int().min(1).max(7)).min(1).max(7),
  holidays: z.array(day).max(400),
});
export type WorkCalendar = z.infer<typeof workCalendar>;

export const usualWeek: WorkCalendar = { weekdays: [1, 2, 3, 4, 5], holidays: [] };

/** Longest run of days shut in a row that is looked through, in days. */
const longestShut = 800;

function works(number: number, { weekdays }: WorkCalendar, shut: ReadonlySet<string>): boolean {
  // The first of January 1970 was a Thursday.
  const weekday = ((((number + 3) % 7) + 7) % 7) + 1;
  return weekdays.includes(weekday) && !shut.has(writtenDay(number));
}

/**
 * The day on which something that takes so many working days is ready; a begun day counts whole, and 0 is the first
 * working day from `from` on.
 *
 * @example workingDayAfter('2026-03-06', 2, usualWeek) // from a Friday: '2026-03-10', a Tuesday
 */
export function workingDayAfter(from: string, days: number, calendar: WorkCalendar): string {
  const shut = new Set(calendar.holidays);
  let left = Math.max(0, Math.ceil(days - 1e-9));
  let number = dayNumber(from);
  for (let idle = 0; idle <= longestShut; number++) {
    if (!works(number, calendar, shut)) {
      idle++;
      continue;
    }
    if (left === 0) return writtenDay(number);
    idle = 0;
    left--;
  }
  return writtenDay(number);
}

/**
 * Working days after `from`, up to and with `to`; 0 where `to` is not later.
 *
 * @example workingDaysUntil('2026-03-06', '2026-03-10', usualWeek) // 2
 */
export function workingDaysUntil(from: string, to: string, calendar: WorkCalendar): number {
  const shut = new Set(calendar.holidays);
  let days = 0;
  for (let number = dayNumber(from) + 1; number <= dayNumber(to); number++)
    if (works(number, calendar, shut)) days++;
  return days;
}
