import { isMeasured, judgeBasics } from './basics.js';

describe('judgeBasics', () => {
  it('judges charging by its limits', () => {
    expect(
      [12.4, 13.0, 13.2, 14.4, 15.0, 15.2].map((volts) => judgeBasics('charging', volts).result),
    ).toEqual(['bad', 'bad', 'good', 'good', 'good', 'bad']);
    expect(judgeBasics('charging', 12.4).says).toContain('No charge arrives');
    expect(judgeBasics('charging', 13.0).says).toContain('2,000 rpm');
  });

  it('judges what contacts and grounds lose under load, whichever way the leads are', () => {
    expect(judgeBasics('grounds', 0.1).result).toBe('good');
    expect(judgeBasics('grounds', -0.35).result).toBe('bad');
    expect(judgeBasics('links', 0.15).result).toBe('good');
    expect(judgeBasics('links', 0.6).result).toBe('bad');
    expect([isMeasured('water'), isMeasured('links')]).toEqual([false, true]);
  });
});
