/** Dates as the shop writes them: read as they are typed, in the shop's order of day and month. */
import { Injectable } from '@angular/core';
import { type MatDateFormats, NativeDateAdapter } from '@angular/material/core';
import { writtenAs } from '../time';

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

@Injectable()
export class ShopDates extends NativeDateAdapter {
  constructor() {
    super();
    this.setLocale(writtenAs());
  }

  /**
   * The day that a line names, such as `28 Nov 2026`, `28/11/2026`, `2026-11-28` or `Nov 2026`, which is its first;
   * null for an empty line, an invalid date for any other.
   */
  override parse(typed: unknown): Date | null {
    if (typeof typed !== 'string') return typed instanceof Date ? typed : null;
    const parts = typed.toLowerCase().match(/[a-z]+|\d+/g);
    if (!parts) return typed.trim() === '' ? null : this.invalid();
    const named = parts.findIndex(
      (part) => part.length > 2 && months.some((month) => part.startsWith(month)),
    );
    const numbers = parts.filter((_, at) => at !== named).map(Number);
    if (numbers.length + (named < 0 ? 0 : 1) !== parts.length || numbers.some(Number.isNaN))
      return this.invalid();
    const byName = named < 0 ? [] : [months.findIndex((month) => parts[named]!.startsWith(month)) + 1];
    return this.dayOf(inOrder(numbers, byName, this.locale === 'en-US'));
  }

  private dayOf([year, month, day]: readonly (number | undefined)[]): Date {
    if (year === undefined || month === undefined || day === undefined) return this.invalid();
    const whole = year < 100 ? 2000 + year : year;
    const made = new Date(whole, month - 1, day);
    return whole >= 1950 && whole <= 2100 && made.getMonth() === month - 1 && made.getDate() === day
      ? made
      : this.invalid();
  }
}

/** Year, month and day of the numbers of a line; `named` is a month that was written as a word. */
function inOrder(
  numbers: readonly number[],
  named: readonly number[],
  monthFirst: boolean,
): readonly (number | undefined)[] {
  const [first, second, third] = numbers;
  if (first === undefined) return [];
  if (named.length > 0) {
    if (numbers.length === 1)
      return first > 31 ? [first, ...named, 1] : [new Date().getFullYear(), ...named, first];
    return numbers.length === 2 ? (first > 31 ? [first, ...named, second] : [second, ...named, first]) : [];
  }
  if (numbers.length === 2) return first > 31 ? [first, second, 1] : [second, first, 1];
  if (numbers.length !== 3) return [];
  if (first > 31) return [first, second, third];
  return monthFirst ? [third, first, second] : [third, second, first];
}

const calendar = {
  monthYearLabel: { year: 'numeric', month: 'short' },
  dateA11yLabel: { year: 'numeric', month: 'long', day: 'numeric' },
  monthYearA11yLabel: { year: 'numeric', month: 'long' },
  timeInput: { hour: '2-digit', minute: '2-digit' },
  timeOptionLabel: { hour: '2-digit', minute: '2-digit' },
} as const;

/** `28 Nov 2026`. */
export const dayFormats: MatDateFormats = {
  parse: { dateInput: null, timeInput: null },
  display: { ...calendar, dateInput: { year: 'numeric', month: 'short', day: 'numeric' } },
};

/** `Nov 2026`. */
export const monthFormats: MatDateFormats = {
  parse: { dateInput: null, timeInput: null },
  display: { ...calendar, dateInput: calendar.monthYearLabel },
};
