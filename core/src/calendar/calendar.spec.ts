import fc from 'fast-check';
import {
  addMonths,
  daysBetween,
  dayNumber,
  usualWeek,
  workingDayAfter,
  workingDaysUntil,
  writtenDay,
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
