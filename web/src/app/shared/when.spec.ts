import { sayWhen } from './when';

describe('sayWhen', () => {
  const now = new Date(2026, 10, 17, 12, 0);
  const at = (day: number, hour = 16) => new Date(2026, 10, day, hour, 5).toISOString();

  it('says moments as a person in the shop does', () => {
    expect(sayWhen(at(17), now)).toBe('today 16:05');
    expect(sayWhen(at(16), now)).toBe('yesterday 16:05');
    expect(sayWhen(at(19), now)).toBe('Thu 16:05');
    expect(sayWhen(at(30), now)).toBe('Nov 30');
    expect(sayWhen(null, now)).toBe('–');
  });
});
