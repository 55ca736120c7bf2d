/** Moments as a person in the shop says them. */
import { Pipe, type PipeTransform } from '@angular/core';

const day = new Intl.DateTimeFormat('en', { weekday: 'short' });
const date = new Intl.DateTimeFormat('en', { day: 'numeric', month: 'short' });
const time = new Intl.DateTimeFormat('en', { hour: '2-digit', minute: '2-digit', hour12: false });

/** `today 16:00`, `Thu 10:00` within six days, else `3 Dec`. */
export function sayWhen(iso: string | null | undefined, now = new Date()): string {
  if (!iso) return '–';
  const moment = new Date(iso);
  const days = Math.round((startOf(moment) - startOf(now)) / 86_400_000);
  if (days === 0) return `today ${time.format(moment)}`;
  if (days === -1) return `yesterday ${time.format(moment)}`;
  if (Math.abs(days) <= 6) return `${day.format(moment)} ${time.format(moment)}`;
  return date.format(moment);
}

function startOf(moment: Date): number {
  return new Date(moment.getFullYear(), moment.getMonth(), moment.getDate()).getTime();
}

@Pipe({ name: 'when' })
export class When implements PipeTransform {
  transform(iso: string | null | undefined): string {
    return sayWhen(iso);
  }
}
