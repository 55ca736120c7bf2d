/** Calendar days without a clock or a time zone: a day is written `2026-03-09`. */
import * as z from 'zod';

/** A day that the calendar has. */
export const day = z.iso.date('expected a day such as 2026-03-09');

const dayMilliseconds = 86_400_000;

/** Days since the first of January 1970. */
export function dayNumber(written: string): number {
  return Date.parse(`${written}T00:00:00Z`) / dayMilliseconds;
}

/** The day of a number that `dayNumber` gives. */
export function writtenDay(number: number): string {
  return new Date(number * dayMilliseconds).toISOString().slice(0, 10);
}

/** @example daysBetween('2026-02-14', '2026-03-09') // 23 */
export function daysBetween(from: string, to: string): number {
  return dayNumber(to) - dayNumber(from);
}

/**
 * The same day so many calendar months on; where that month has no such day, its last.
 *
 * @example addMonths('2024-01-31', 1) // '2024-02-29'
 */
export function addMonths(from: string, months: number): string {
  const [year, month, date] = from.split('-').map(Number) as [number, number, number];
  const last = new Date(Date.UTC(year, month + months, 0)).getUTCDate();
  return writtenDay(Date.UTC(year, month - 1 + months, Math.min(date, last)) / dayMilliseconds);
}
