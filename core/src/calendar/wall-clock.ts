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

/**
 * For paper, which is read on another day and in another place: `28 Nov 2026 09:43`; in America `Nov 28, 2026 09:43`.
 *
 * @param by the shop's zone and locale
 */
export function writtenMoment(
  moment: string,
  { timeZone, locale }: { timeZone: string; locale: string },
): string {
  const order = locale === 'en-US' ? 'en-US' : 'en-GB';
  const at = new Date(moment);
  const day = new Intl.DateTimeFormat(order, { day: 'numeric', month: 'short', year: 'numeric', timeZone });
  const time = new Intl.DateTimeFormat('en-GB', {
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
    timeZone,
  });
  return `${day.format(at)} ${time.format(at)}`;
}
