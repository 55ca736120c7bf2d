import { seatTable } from './buckles.js';
import type { SeatMoment, SeatReading } from '../records.js';

const ohms = (seat: string, moment: SeatMoment, value: number): SeatReading => ({
  seat,
  moment,
  ohms: value,
});
const row = (readings: readonly SeatReading[], seat = 'front-left') =>
  seatTable(readings).find((own) => own.seat === seat)!;

describe('the table of seats', () => {
  it('says whether a buckle follows, by resistors, by current, by its state', () => {
    expect(row([ohms('front-left', 'unbelted', 100), ohms('front-left', 'belted', 400)]).belt).toBe(
      'follows',
    );
    expect(row([ohms('front-left', 'unbelted', 400), ohms('front-left', 'belted', 401)]).belt).toBe(
      'does-not-follow',
    );
    const shows = (moment: SeatMoment, text: string): SeatReading => ({
      seat: 'front-left',
      moment,
      shows: text,
    });
    expect(row([shows('unbelted', 'open'), shows('belted', 'closed')]).belt).toBe('follows');
    expect(row([shows('unbelted', 'open'), shows('belted', 'open')]).belt).toBe('does-not-follow');
    expect(row([shows('unbelted', 'open')]).belt).toBe('half-read');
    const milliamps = [
      { seat: 'front-left', moment: 'empty', milliamps: 5 },
      { seat: 'front-left', moment: 'occupied', milliamps: 14 },
    ] as const;
    expect([row(milliamps).mat, row(milliamps).belt]).toEqual(['follows', 'not-read']);
  });

  it('compares the seats with each other, and takes the last reading of a state', () => {
    const all = ['front-left', 'front-right', 'rear-left', 'rear-right'].flatMap((seat) => [
      ohms(seat, 'unbelted', seat === 'rear-left' ? 900 : 100),
      ohms(seat, 'belted', 400),
    ]);
    expect(row(all, 'rear-left').belt).toBe('unlike-the-others');
    expect(row(all).belt).toBe('follows');
    const again = [...all, ohms('rear-left', 'unbelted', 105)];
    expect(row(again, 'rear-left')).toEqual({
      seat: 'rear-left',
      shown: { unbelted: '105 Ω', belted: '400 Ω' },
      belt: 'follows',
      mat: 'not-read',
    });
  });
});
