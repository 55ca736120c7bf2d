import { asField, fromField, sayDate, sayWhen, writeTimes } from './when';

describe('sayWhen', () => {
  const now = new Date(2026, 10, 17, 12, 0);
  const at = (day: number, hour = 16) => new Date(2026, 10, day, hour, 5).toISOString();

  it('says moments as a person in the shop does', () => {
    expect(sayWhen(at(17), now)).toBe('today 16:05');
    expect(sayWhen(at(16), now)).toBe('yesterday 16:05');
    expect(sayWhen(at(19), now)).toBe('Thu 16:05');
    expect(sayWhen(at(30), now)).toBe('30 Nov');
    expect(sayWhen(null, now)).toBe('–');
    expect([sayDate(at(17)), sayDate(null)]).toEqual(['17 Nov 2026 16:05', '–']);
  });

  it('says and reads moments in the shop’s zone, over a change to summer time', () => {
    writeTimes({ timeZone: 'Europe/Vienna', locale: 'en-GB' });
    expect(sayWhen('2026-11-25T23:30:00Z', new Date('2026-11-26T08:00:00Z'))).toBe('today 00:30');
    expect(asField('2026-07-01T10:00:00Z')).toBe('2026-07-01T12:00');
    expect(fromField('2026-07-01T12:00')).toBe('2026-07-01T10:00:00.000Z');
    expect(fromField('2026-12-01T12:00')).toBe('2026-12-01T11:00:00.000Z');
    expect([asField(null), fromField(''), fromField('tomorrow')]).toEqual(['', null, null]);
    writeTimes({ timeZone: 'America/New_York', locale: 'en-GB' });
    expect(asField('2026-12-01T11:00:00.000Z')).toBe('2026-12-01T06:00');
    writeTimes({ timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone, locale: 'en-GB' });
  });

  it('writes them in the manner of the shop’s country', () => {
    const own = Intl.DateTimeFormat().resolvedOptions().timeZone;
    const paper = '2026-11-28T15:43:00Z';
    const written = (locale: string) => {
      writeTimes({ timeZone: 'UTC', locale });
      return [sayDate(paper), sayWhen(paper, new Date('2026-12-30T12:00:00Z'))].map((text) =>
        text.replace(/\s/g, ' '),
      );
    };
    expect(written('en-GB')).toEqual(['28 Nov 2026 15:43', '28 Nov']);
    expect(written('en-US')).toEqual(['Nov 28, 2026 03:43 PM', 'Nov 28']);
    writeTimes({ timeZone: own, locale: 'en-GB' });
  });
});
