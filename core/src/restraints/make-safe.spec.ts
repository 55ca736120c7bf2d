import fc from 'fast-check';
import { powerAt, safetyCourse, type SafetyEvent, type SafetyNeeds, wasSafeBetween } from './make-safe.js';
import { safetyStepKinds, type SafetyStepKind } from './schema.js';

const needs: SafetyNeeds = { waitingMinutes: 30, highVoltage: false, secondPerson: false };
const at = (minutes: number) => new Date(Date.UTC(2026, 2, 9, 10, minutes)).toISOString();
const step = (kind: SafetyStepKind, minutes: number, more: object = {}): SafetyEvent => ({
  step: kind,
  at: at(minutes),
  personId: 'yuki',
  ...more,
});
const isolated = [step('asleep', 0), step('ignition-off', 1), step('battery-off', 2)];
const word = (events: readonly SafetyEvent[], minutes: number, own: Partial<SafetyNeeds> = {}) =>
  powerAt(safetyCourse(events, { ...needs, ...own }), at(minutes));

describe('making safe', () => {
  it('waits half an hour from the last confirmation, then is safe', () => {
    const course = safetyCourse(isolated, needs);
    expect([course.from, course.until, course.minutes, course.source]).toEqual([at(2), at(32), 30, null]);
    expect([word(isolated, 31), word(isolated, 32), word(isolated.slice(0, 2), 90)]).toEqual([
      'waiting',
      'safe',
      'live',
    ]);
    expect(safetyCourse(isolated.slice(0, 1), needs).missing).toEqual(['ignition-off', 'battery-off']);
  });

  it('takes the minutes of the service data with their source, and never a shorter wait without one', () => {
    const wait = (more: object) => safetyCourse([step('wait-set', 0, more), ...isolated], needs).minutes;
    expect(wait({ minutes: 10, source: 'Velanta workshop text, page 88-3' })).toBe(10);
    expect(wait({ minutes: 10 })).toBe(30);
    expect(wait({ minutes: 45 })).toBe(45);
    expect(safetyCourse(isolated, { ...needs, waitingMinutes: 5 }).minutes).toBe(30);
    const filed = { minutes: 3, source: 'Quill service text, page 88-3' };
    expect(safetyCourse(isolated, { ...needs, filed }).until).toBe(at(5));
    expect(
      safetyCourse([step('wait-set', 0, { minutes: 60 }), ...isolated], { ...needs, filed }).minutes,
    ).toBe(60);
  });

  it('begins anew when power came back, also where that is said late, and asks for every confirmation again', () => {
    const late = [...isolated, step('power-was-on', 40, { note: 'somebody moved the car' })];
    const course = safetyCourse(late, needs);
    expect([course.until, course.revoked?.why, course.missing.length]).toEqual([
      null,
      'somebody moved the car',
      3,
    ]);
    const powered: SafetyEvent = { step: 'powered', at: at(10), why: 'a live value' };
    expect(word([...isolated, powered], 60)).toBe('live');
    const again = [
      ...isolated,
      powered,
      step('asleep', 20),
      step('ignition-off', 21),
      step('battery-off', 22),
    ];
    expect([word(again, 51), word(again, 52)]).toEqual(['waiting', 'safe']);
  });

  it('gives no clock back to who confirms a step twice', () => {
    expect(safetyCourse([...isolated, step('battery-off', 20)], needs).from).toBe(at(2));
  });

  it('by fuses needs the module shown silent, and the ignition off after that', () => {
    const fuses = [step('asleep', 0), step('ignition-off', 1), step('fuses-pulled', 2), step('silent', 3)];
    expect(safetyCourse(fuses, needs).missing).toEqual(['ignition-off']);
    expect(safetyCourse([...fuses, step('ignition-off', 5)], needs).until).toBe(at(35));
  });

  it('asks for the second supply of an electric car, and for a second person who is another one', () => {
    expect(safetyCourse(isolated, { ...needs, highVoltage: true }).missing).toEqual(['second-supply-off']);
    const two = { ...needs, secondPerson: true };
    expect(safetyCourse([...isolated, step('seen-by-second', 3)], two).missing).toEqual(['seen-by-second']);
    const other = step('seen-by-second', 4, { personId: 'ines' });
    expect(safetyCourse([...isolated, other], two).until).toBe(at(34));
  });

  it('has its isolation looked at after eight hours and at a hand-over: undisturbed it goes on', () => {
    expect([word(isolated, 2 + 8 * 60 - 1), word(isolated, 2 + 8 * 60)]).toEqual(['safe', 'check']);
    const over = [...isolated, step('handed-over', 60)];
    expect(word(over, 61)).toBe('check');
    expect(word([...over, step('isolation-checked', 65, { undisturbed: true })], 66)).toBe('safe');
    expect(word([...over, step('isolation-checked', 65, { undisturbed: false })], 66)).toBe('live');
  });

  it('begins the wait again where the server’s clock has jumped', () => {
    expect(safetyCourse(isolated, { ...needs, clockJumps: [at(20)] }).until).toBe(at(50));
    // An older jump changes nothing.
    expect(safetyCourse(isolated, { ...needs, clockJumps: [at(-20)] }).until).toBe(at(32));
  });

  it('keeps a span that had ended when the clock jumped, and lengthens one in which it did', () => {
    const ended = [...isolated, step('power-on', 50)];
    const spans = (...clockJumps: string[]) => safetyCourse(ended, { ...needs, clockJumps }).safeSpans;
    expect(spans(at(300))).toEqual([{ from: at(32), to: at(50) }]);
    expect(spans(at(15), at(300))).toEqual([{ from: at(45), to: at(50) }]);
    expect(spans(at(25), at(300))).toEqual([]);
  });

  it('remembers in which spans the car was safe', () => {
    const course = safetyCourse([...isolated, step('power-on', 50)], needs);
    expect([course.safeSpans, course.poweredOnAt, course.until]).toEqual([
      [{ from: at(32), to: at(50) }],
      at(50),
      null,
    ]);
    expect([wasSafeBetween(course, at(40), at(60)), wasSafeBetween(course, at(51), at(60))]).toEqual([
      true,
      false,
    ]);
    // Power that came back within the wait leaves no such span.
    expect(safetyCourse([...isolated, step('power-on', 31)], needs).safeSpans).toEqual([]);
  });

  it('is never safe before its whole wait without a sign of power, whatever is confirmed in which order', () => {
    const event = fc.record({
      step: fc.constantFrom<SafetyStepKind | 'powered'>(
        ...safetyStepKinds,
        'powered',
        ...isolated.map((e) => e.step as SafetyStepKind),
      ),
      after: fc.integer({ min: 0, max: 40 }),
      minutes: fc.constantFrom(1, 10, 60),
      undisturbed: fc.boolean(),
      personId: fc.constantFrom('yuki', 'ines'),
    });
    fc.assert(
      fc.property(fc.array(event, { maxLength: 25 }), fc.integer({ min: 0, max: 2000 }), (drawn, look) => {
        let minutes = 0;
        const events = drawn.map(({ after, step: kind, ...more }): SafetyEvent => {
          minutes += after;
          return kind === 'powered'
            ? { step: kind, at: at(minutes), why: 'x' }
            : { step: kind, at: at(minutes), ...more };
        });
        const seen = events.filter((one) => one.at <= at(look));
        if (powerAt(safetyCourse(seen, needs), at(look)) !== 'safe') return true;
        // Worked out another way: half an hour back nothing shows power, and the three steps stand before that.
        const ends: readonly string[] = ['powered', 'power-was-on', 'power-on'];
        const last = seen.findLastIndex(
          (one) => ends.includes(one.step) || (one.step === 'isolation-checked' && one.undisturbed !== true),
        );
        const since = seen.slice(last + 1);
        const off = ['asleep', 'ignition-off', 'battery-off'].every((kind) =>
          since.some((one) => one.step === kind && one.at <= at(look - 30)),
        );
        const fuses = ['asleep', 'fuses-pulled', 'silent', 'ignition-off'].every((kind) =>
          since.some((one) => one.step === kind && one.at <= at(look - 30)),
        );
        return off || fuses;
      }),
      { numRuns: 10_000 },
    );
  });
});
