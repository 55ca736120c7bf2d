import fc from 'fast-check';
import {
  addMonths,
  daysBetween,
  dayNumber,
  momentAt,
  usualWeek,
  wallClock,
  workingDayAfter,
  workingDaysUntil,
  writtenClock,
  writtenDay,
  writtenMoment,
} from './index.js';

const anyDay = fc.integer({ min: dayNumber('1995-01-01'), max: dayNumber('2060-12-31') }).map(writtenDay);

describe('days', () => {
  it('add calendar months, and stay within the month', () => {
    expect(addMonths('2018-02-14', 96)).toBe('2026-02-14');
    expect(addMonths('2024-01-31', 1)).toBe('2024-02-29');
    expect(addMonths('2023-01-31', 1)).toBe('2023-02-28');
    expect(addMonths('2023-10-31', 4)).toBe('2024-02-29');
    expect(addMonths('2024-02-29', 12)).toBe('2025-02-28');
    expect(addMonths('2026-12-15', 0)).toBe('2026-12-15');
  });

  it('are counted across leap days', () => {
    expect(daysBetween('2026-02-14', '2026-03-09')).toBe(23);
    expect(daysBetween('2024-02-28', '2024-03-01')).toBe(2);
    fc.assert(fc.property(anyDay, (one) => expect(writtenDay(dayNumber(one))).toBe(one)));
  });
});

describe('working days', () => {
  // The 6th of March 2026 is a Friday.
  it('leave out the weekend and the holidays', () => {
    expect(workingDayAfter('2026-03-06', 0, usualWeek)).toBe('2026-03-06');
    expect(workingDayAfter('2026-03-07', 0, usualWeek)).toBe('2026-03-09');
    expect(workingDayAfter('2026-03-06', 1.2, usualWeek)).toBe('2026-03-10');
    const shut = { ...usualWeek, holidays: ['2026-03-09', '2026-03-10'] };
    expect(workingDayAfter('2026-03-06', 1, shut)).toBe('2026-03-11');
    expect(workingDaysUntil('2026-03-06', '2026-03-12', shut)).toBe(2);
    expect(workingDaysUntil('2026-03-06', '2026-03-01', usualWeek)).toBe(0);
  });

  it('come back to the number that was added', () => {
    fc.assert(
      fc.property(
        anyDay,
        fc.integer({ min: 1, max: 60 }),
        fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 }),
        (from, days, weekdays) => {
          const calendar = { weekdays, holidays: [] };
          const start = workingDayAfter(from, 0, calendar);
          expect(workingDaysUntil(start, workingDayAfter(start, days, calendar), calendar)).toBe(days);
        },
      ),
    );
  });
});

describe('the clock on the wall', () => {
  it('shows summer and winter, and the day before or after', () => {
    expect(wallClock('2026-03-09T14:20:00Z', 'Europe/Vienna')).toBe('2026-03-09T15:20');
    expect(wallClock('2026-07-09T22:30:00Z', 'Europe/Vienna')).toBe('2026-07-10T00:30');
    expect(wallClock('2026-03-09T02:20:00Z', 'America/New_York')).toBe('2026-03-08T22:20');
  });

  it('is found again from what it shows, but for the hour that a change of the clock leaves out or shows twice', () => {
    expect(momentAt('2026-03-09T15:20', 'Europe/Vienna')).toBe('2026-03-09T14:20:00.000Z');
    const minute = fc.integer({
      min: Date.parse('2020-01-01') / 60_000,
      max: Date.parse('2030-01-01') / 60_000,
    });
    const zone = fc.constantFrom(
      'UTC',
      'Europe/Vienna',
      'America/New_York',
      'Australia/Adelaide',
      'Asia/Kathmandu',
    );
    fc.assert(
      fc.property(minute, zone, (at, timeZone) => {
        const shown = wallClock(new Date(at * 60_000).toISOString(), timeZone);
        expect(wallClock(momentAt(shown, timeZone), timeZone)).toBe(shown);
      }),
    );
  });

  it('is written for a list, and for paper', () => {
    expect(writtenClock('2026-12-01T08:00')).toBe('Tue 1 Dec 08:00');
    const at = '2026-11-28T23:43:00Z';
    expect(writtenMoment(at, { timeZone: 'Europe/Vienna', locale: 'en-GB' })).toBe('29 Nov 2026 00:43');
    expect(writtenMoment(at, { timeZone: 'UTC', locale: 'en-US' })).toBe('Nov 28, 2026 23:43');
  });
});
