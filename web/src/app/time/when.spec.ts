import { asField, fromField, sayDate, sayWhen, useZone } from './when';

describe('sayWhen', () => {
  const now = new Date(2026, 10, 17, 12, 0);
  const at = (day: number, hour = 16) => new Date(2026, 10, day, hour, 5).toISOString();

  it('says moments as a person in the shop does', () => {
    expect(sayWhen(at(17), now)).toBe('today 16:05');
    expect(sayWhen(at(16), now)).toBe('yesterday 16:05');
    expect(sayWhen(at(19), now)).toBe('Thu 16:05');
    expect(sayWhen(at(30), now)).toBe('Nov 30');
    expect(sayWhen(null, now)).toBe('–');
    expect([sayDate(at(17)), sayDate(null)]).toEqual(['17 Nov 2026 16:05', '–']);
  });

  it('says and reads moments in the shop’s zone, over a change to summer time', () => {
    useZone('Europe/Vienna');
    expect(sayWhen('2026-11-25T23:30:00Z', new Date('2026-11-26T08:00:00Z'))).toBe('today 00:30');
    expect(asField('2026-07-01T10:00:00Z')).toBe('2026-07-01T12:00');
    expect(fromField('2026-07-01T12:00')).toBe('2026-07-01T10:00:00.000Z');
    expect(fromField('2026-12-01T12:00')).toBe('2026-12-01T11:00:00.000Z');
    expect([asField(null), fromField(''), fromField('tomorrow')]).toEqual(['', null, null]);
    useZone('America/New_York');
    expect(asField('2026-12-01T11:00:00.000Z')).toBe('2026-12-01T06:00');
    useZone(Intl.DateTimeFormat().resolvedOptions().timeZone);
  });
});
