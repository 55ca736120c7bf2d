/** A moment by the clock on the shop's wall. */

/** What writes moments is slow to make, and the same for every moment. */
const writers = new Map<string, Intl.DateTimeFormat>();
const mostWriters = 50;

function writer(locale: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${locale} ${JSON.stringify(options)}`;
  const known = writers.get(key);
  if (known) return known;
  if (writers.size >= mostWriters) writers.clear();
  const made = new Intl.DateTimeFormat(locale, options);
  writers.set(key, made);
  return made;
}

/**
 * @param timeZone as the shop's settings name it
 * @example wallClock('2026-03-09T14:20:00Z', 'Europe/Vienna') // '2026-03-09T15:20'
 */
export function wallClock(moment: string, timeZone: string): string {
  const parts = writer('en-GB', {
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
 * The moment at which the clock on the wall shows that; where it is put back and shows it twice, one of the two.
 *
 * @example momentAt('2026-03-09T15:20', 'Europe/Vienna') // '2026-03-09T14:20:00.000Z'
 */
export function momentAt(local: string, timeZone: string): string {
  const wanted = Date.parse(`${local}Z`);
  let at = wanted;
  // Twice: the first guess may lie on the other side of a change of the clock.
  for (let n = 0; n < 2; n++)
    at += wanted - Date.parse(`${wallClock(new Date(at).toISOString(), timeZone)}Z`);
  return new Date(at).toISOString();
}

/** @example writtenClock('2026-12-01T08:00') // 'Tue 1 Dec 08:00' */
export function writtenClock(local: string): string {
  const day = writer('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  }).format(new Date(`${local}Z`));
  return `${day.replace(',', '')} ${local.slice(11)}`;
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
  const day = writer(order, { day: 'numeric', month: 'short', year: 'numeric', timeZone });
  const time = writer('en-GB', {
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
    timeZone,
  });
  return `${day.format(at)} ${time.format(at)}`;
}
