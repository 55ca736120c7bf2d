import { check } from '../../refusal/index.js';
import { nextTests } from '../plan/next-tests.js';
import { Ways } from './reach.js';
import type { NextAction } from '../plan/answer.js';
import { type TraceCase, traceCase } from './schema.js';

const look = (id: string, element: string, minutes: number, more: object = {}) => ({
  id,
  kind: 'inspect',
  element,
  minutes,
  finds: 0.9,
  falseAlarm: 0.05,
  ...more,
});
const base = {
  circuit: { elements: [] },
  suspects: [
    { id: 'a', element: 'A', mode: 'open', weight: 1 },
    { id: 'b', element: 'B', mode: 'open', weight: 1 },
  ],
  outsideWeight: 0,
  hourlyRateCents: 6000,
  wrongPartCents: 10_000,
  tests: [
    look('behind', 'A', 3, { needs: ['trim'] }),
    look('dead', 'B', 2, { power: 'dead' }),
    look('easy', 'A', 4),
  ],
  repairs: [
    { element: 'A', minutes: 10, priceCents: 0, needs: ['trim'] },
    { element: 'B', minutes: 10, priceCents: 0 },
  ],
  accesses: [{ id: 'trim', label: 'the trim off', minutes: 20 }],
  power: { downMinutes: 2, waitMinutes: 30, upMinutes: 3 },
};
const made = (more: object = {}) => check(traceCase, { ...base, ...more });
const plan = (more: object = {}) => nextTests(made(more));
const action = (more: object, id: string): NextAction =>
  plan(more).next.find((one) => (one.action === 'test' ? one.test === id : one.element === id))!;

describe('the place of the work', () => {
  it('charges an access once: whoever comes after it has the way open', () => {
    expect(action({}, 'behind').before).toEqual({ accesses: ['trim'], accessMinutes: 20, powerMinutes: 0 });
    expect(action({ gained: ['trim'] }, 'behind').before.accessMinutes).toBe(0);
    // The repair behind the same trim: open since the test was read, 20 minutes at 60 an hour less.
    const readings = [{ test: 'behind', found: true }];
    expect(action({ readings }, 'A').before.accessMinutes).toBe(0);
    const closed = action({ readings: [{ test: 'easy', found: true }] }, 'A');
    expect(closed.before.accessMinutes).toBe(20);
    const open = action({ readings: [{ test: 'easy', found: true }], gained: ['trim'] }, 'A');
    expect(closed.expectedCents - open.expectedCents).toBe(2000);
  });

  it('pays a step that two accesses share once, and one that is done not at all', () => {
    const steps = (...own: [string, number][]) => own.map(([id, minutes]) => ({ id, minutes }));
    const accesses = [
      { id: 'trim', minutes: 99, steps: steps(['seat', 8], ['sill', 3]) },
      { id: 'mat', minutes: 99, steps: steps(['seat', 8], ['carpet', 6]) },
    ];
    const ways = (more: object = {}) => new Ways(made({ accesses, ...more }));
    const minutes = (own: Ways, ...needs: string[]) => own.before(own.start(), { needs }).accessMinutes;
    expect(minutes(ways(), 'trim')).toBe(11);
    expect(minutes(ways(), 'trim', 'mat')).toBe(17);
    expect(minutes(ways({ gained: ['mat'] }), 'trim')).toBe(3);
    expect(minutes(ways({ gainedSteps: ['seat', 'carpet'] }), 'trim', 'mat')).toBe(3);
  });

  it('charges the power-down and not its wait, in which other work is done, by hand', () => {
    const { power, ...without } = base;
    const priced = (source: object) =>
      nextTests(check(traceCase, source)).next.find((one) => one.action === 'test' && one.test === 'dead')!
        .expectedCents;
    // 2 down at 1.00 a minute; the 30 of waiting are told, not charged.
    expect(priced({ ...base, gained: ['trim'] }) - priced({ ...without, gained: ['trim'] })).toBe(200);
    const dead = nextTests(check(traceCase, base)).next.find(
      (one) => one.action === 'test' && one.test === 'dead',
    )!;
    expect(dead.before.powerMinutes).toBe(32);
    expect(priced({ ...base, gained: ['trim'], power: { ...power, now: 'dead' } })).toBe(
      priced({ ...without, gained: ['trim'] }),
    );
  });

  it('knows every change between a live and a dead car', () => {
    const ways = new Ways(made() as TraceCase);
    const minutes = (power: 'live' | 'dead', wanted: 'live' | 'dead' | 'dead-then-live' | null) =>
      ways.minutes({ power, gained: new Set() }, { power: wanted });
    expect((['live', 'dead', 'dead-then-live', null] as const).map((to) => minutes('live', to))).toEqual([
      0, 2, 5, 0,
    ]);
    expect((['live', 'dead', 'dead-then-live', null] as const).map((to) => minutes('dead', to))).toEqual([
      3, 0, 3, 0,
    ]);
    expect(ways.after({ power: 'live', gained: new Set() }, { power: 'dead' }).power).toBe('dead');
    expect(ways.after({ power: 'dead', gained: new Set() }, { power: 'dead-then-live' }).power).toBe('live');
    expect(ways.after({ power: 'dead', gained: new Set() }, {}).power).toBe('dead');
  });

  it('batches what one power-down serves, and offers the rest for the wait', () => {
    const dead = [look('one', 'B', 2, { power: 'dead' }), look('two', 'A', 2, { power: 'dead' })];
    const { batch, next } = plan({
      tests: [...dead, look('meanwhile', 'A', 90)],
      power: { downMinutes: 1, waitMinutes: 1, upMinutes: 1 },
      accesses: [{ id: 'trim', minutes: 0 }],
    });
    expect(next[0]!.action === 'test' && ['one', 'two'].includes(next[0]!.test)).toBeTrue();
    expect([...batch!.tests].sort()).toEqual(['one', 'two']);
    expect([batch!.minutes, batch!.meanwhile]).toEqual([2, ['meanwhile']]);
    expect(plan({ power: null }).batch).toBeNull();
  });

  it('prefers what can be reached without taking anything off, all else equal', () => {
    const [first] = plan({ tests: [look('behind', 'A', 4, { needs: ['trim'] }), look('easy', 'A', 4)] }).next;
    expect(first).toEqual(jasmine.objectContaining({ test: 'easy' }));
  });

  it('refuses an access that is not there, or that stands twice', () => {
    expect(() => plan({ gained: ['roof'] })).toThrowError(/gained\[0\]: no access "roof"/);
    expect(() => plan({ tests: [look('x', 'A', 1, { needs: ['roof'] })] })).toThrowError(
      /tests\[0\]\.needs\[0\]: no access "roof"/,
    );
    expect(() => plan({ accesses: [...base.accesses, ...base.accesses] })).toThrowError(
      /accesses\[1\]\.id: "trim" is used twice/,
    );
  });
});
