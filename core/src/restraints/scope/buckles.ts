/** Seat by seat: what the module shows of each buckle and mat, belted and unbelted, empty and occupied. */
import type { SeatMoment, SeatReading } from '../records.js';

export type SeatVerdict = 'not-read' | 'half-read' | 'follows' | 'does-not-follow' | 'unlike-the-others';

export interface SeatRow {
  readonly seat: string;
  readonly shown: Readonly<Partial<Record<SeatMoment, string>>>;
  readonly belt: SeatVerdict;
  readonly mat: SeatVerdict;
}

/** Share by which two values have to differ before one follows the other’s state. */
const follows = 0.25;
/** Share by which a seat may differ from the middle of the others in the same state. */
const unlike = 0.4;

/** @param readings in the order in which they were taken; the last of a seat’s state counts */
export function seatTable(readings: readonly SeatReading[]): SeatRow[] {
  const seats = [...new Set(readings.map(({ seat }) => seat))];
  const last = (seat: string, moment: SeatMoment) =>
    readings.findLast((own) => own.seat === seat && own.moment === moment);
  const others = (seat: string, moment: SeatMoment) =>
    seats.flatMap((other) => (other === seat ? [] : (numberOf(last(other, moment)) ?? [])));
  const verdict = (seat: string, a: SeatMoment, b: SeatMoment): SeatVerdict => {
    const [one, two] = [last(seat, a), last(seat, b)];
    if (!one && !two) return 'not-read';
    if (!one || !two) return 'half-read';
    if (!differ(one, two)) return 'does-not-follow';
    const odd = [one, two].some((own) => isOdd(numberOf(own), others(seat, own.moment)));
    return odd ? 'unlike-the-others' : 'follows';
  };
  return seats.map((seat) => ({
    seat,
    shown: Object.fromEntries(
      (['unbelted', 'belted', 'empty', 'occupied'] as const).flatMap((moment) => {
        const own = last(seat, moment);
        return own ? [[moment, shownAs(own)]] : [];
      }),
    ),
    belt: verdict(seat, 'unbelted', 'belted'),
    mat: verdict(seat, 'empty', 'occupied'),
  }));
}

export const seatVerdictWords: Readonly<Record<SeatVerdict, string>> = {
  'not-read': '',
  'half-read': 'one state is still to be read',
  follows: 'follows',
  'does-not-follow': 'does not follow: plug and harness under the seat first',
  'unlike-the-others': 'follows, but unlike the other seats: look at its plug',
};

const numberOf = (reading: SeatReading | undefined): number | null =>
  reading?.ohms ?? reading?.milliamps ?? null;

function differ(a: SeatReading, b: SeatReading): boolean {
  const [x, y] = [numberOf(a), numberOf(b)];
  if (x === null || y === null) return (a.shows ?? null) !== (b.shows ?? null);
  return Math.abs(x - y) > follows * Math.max(Math.abs(x), Math.abs(y));
}

function isOdd(own: number | null, others: readonly number[]): boolean {
  if (own === null || others.length < 2) return false;
  const sorted = [...others].sort((a, b) => a - b);
  const middle = sorted[Math.floor(sorted.length / 2)]!;
  return Math.abs(own - middle) > unlike * Math.max(Math.abs(middle), 1);
}

const shownAs = ({ shows, ohms, milliamps }: SeatReading): string =>
  ohms != null ? `${ohms} Ω` : milliamps != null ? `${milliamps} mA` : (shows ?? '');
