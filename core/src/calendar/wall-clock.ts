/** A moment by the clock on the shop's wall. */

/**
 * @param timeZone as the shop's settings name it
 * @example wallClock('2026-03-09T14:20:00Z', 'Europe/Vienna') // '2026-03-09T15:20'
 */
export function wallClock(moment: string, timeZone: string): string {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  }).formatToParts(new Date(moment));
  const part = (type: Intl.DateTimeFormatPartTypes) => parts.find((own) => own.type === type)!.value;
  return `${part('year')}-${part('month')}-${part('day')}T${part('hour')}:${part('minute')}`;
}
