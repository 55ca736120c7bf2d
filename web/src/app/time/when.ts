/** Moments as a person in the shop says them, in the shop's time zone. */
import { Pipe, type PipeTransform } from '@angular/core';
import { TZDate } from '@date-fns/tz';

let zone: string = Intl.DateTimeFormat().resolvedOptions().timeZone;
let locale = 'en-GB';
let formats = formatsFor();

function formatsFor() {
  const order = writtenAs();
  const timeZone = zone;
  return {
    day: new Intl.DateTimeFormat(order, { weekday: 'short', timeZone }),
    date: new Intl.DateTimeFormat(order, { day: 'numeric', month: 'short', timeZone }),
    whole: new Intl.DateTimeFormat(order, { day: 'numeric', month: 'short', year: 'numeric', timeZone }),
    time: new Intl.DateTimeFormat(order, { hour: '2-digit', minute: '2-digit', timeZone }),
  };
}

/** English words in the order of the shop's country. */
export function writtenAs(): 'en-US' | 'en-GB' {
  return /-(?:US|PH)$/.test(locale) ? 'en-US' : 'en-GB';
}

/** As the shop has chosen; until that is known, the device's own zone and British writing. */
export function writeTimes(by: { readonly timeZone: string; readonly locale: string }): void {
  if (by.timeZone === zone && by.locale === locale) return;
  ({ timeZone: zone, locale } = by);
  formats = formatsFor();
}

/** `today 16:00`, `Thu 10:00` within six days, else `3 Dec`. */
export function sayWhen(iso: string | null | undefined, now = new Date()): string {
  if (!iso) return '–';
  const moment = new Date(iso);
  const days = Math.round((startOf(moment) - startOf(now)) / 86_400_000);
  if (days === 0) return `today ${formats.time.format(moment)}`;
  if (days === -1) return `yesterday ${formats.time.format(moment)}`;
  if (Math.abs(days) <= 6) return `${formats.day.format(moment)} ${formats.time.format(moment)}`;
  return formats.date.format(moment);
}

/** `28 Nov 2026 09:43`: for paper, which is read on another day. */
export function sayDate(iso: string | null | undefined): string {
  if (!iso) return '–';
  const moment = new Date(iso);
  return `${formats.whole.format(moment)} ${formats.time.format(moment)}`;
}

/** @example sayDay('2026-11-28') // '28 Nov 2026' */
export function sayDay(day: string | null | undefined): string {
  return day ? dayWritten(day, { day: 'numeric', month: 'short', year: 'numeric' }) : '–';
}

/** @example sayWeekday('2026-03-09') // 'Mon 9 Mar' */
export function sayWeekday(day: string): string {
  return dayWritten(day, { weekday: 'short', day: 'numeric', month: 'short' });
}

/** The weekday with its number, where there is no room for more: `Mon 9`. */
export function tickDay(day: string): string {
  return dayWritten(day, { weekday: 'short', day: 'numeric' });
}

/** A day is the same everywhere: it has no zone. */
function dayWritten(day: string, as: Intl.DateTimeFormatOptions): string {
  return new Intl.DateTimeFormat(writtenAs(), { ...as, timeZone: 'UTC' })
    .format(new Date(`${day}T00:00:00Z`))
    .replace(',', '');
}

function startOf(moment: Date): number {
  const own = new TZDate(moment.getTime(), zone);
  return Date.UTC(own.getFullYear(), own.getMonth(), own.getDate());
}

/** A moment as a field for date and time holds it: `2026-11-25T16:00`; empty for none. */
export function asField(iso: string | null | undefined): string {
  return iso ? new TZDate(Date.parse(iso), zone).toISOString().slice(0, 16) : '';
}

/** The moment that such a field names, or null where it is empty or none. */
export function fromField(local: string): string | null {
  const match = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)/.exec(local);
  if (!match) return null;
  const [year, month, day, hour, minute] = match.slice(1).map(Number) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const moment = new TZDate(year, month - 1, day, hour, minute, 0, zone);
  return Number.isNaN(moment.getTime()) ? null : new Date(moment.getTime()).toISOString();
}

@Pipe({ name: 'when' })
export class When implements PipeTransform {
  transform(iso: string | null | undefined): string {
    return sayWhen(iso);
  }
}

@Pipe({ name: 'dated' })
export class Dated implements PipeTransform {
  transform(iso: string | null | undefined): string {
    return sayDate(iso);
  }
}
