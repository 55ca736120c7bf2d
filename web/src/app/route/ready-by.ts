/** Working days from today on, as the shop works. */
import { type WorkCalendar, workingDayAfter, workingDaysUntil } from '@dormant-beacon/core/calendar';

/** Today where the shop is, as `2026-03-09`. */
export function today(timeZone?: string): string {
  return new Intl.DateTimeFormat('en-CA', { timeZone, dateStyle: 'short' }).format(new Date());
}

export function daysUntil(day: string, calendar: WorkCalendar, from = today()): number {
  return workingDaysUntil(from, day, calendar);
}

export function dayAfter(days: number, calendar: WorkCalendar, from = today()): string {
  return workingDayAfter(from, days, calendar);
}

/** @example shortDay('2026-03-09', 'en-GB') // 'Mon 9 Mar' */
export function shortDay(day: string, locale: string): string {
  return written(day, locale, { weekday: 'short', day: 'numeric', month: 'short' });
}

/** @example dayOfMonth('2026-03-09', 'en-GB') // 'Mon 9' */
export function dayOfMonth(day: string, locale: string): string {
  return written(day, locale, { weekday: 'short', day: 'numeric' });
}

function written(day: string, locale: string, as: Intl.DateTimeFormatOptions): string {
  return new Intl.DateTimeFormat(locale, { ...as, timeZone: 'UTC' }).format(new Date(`${day}T00:00:00Z`));
}
