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
