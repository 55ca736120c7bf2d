import { check } from '../../refusal/index.js';
import { traceBench } from '../bench/simulate.js';
import { type TraceCase, traceCase } from '../model/schema.js';
import { isGuarded } from '../model/guarded.js';
import { templates } from '../templates/index.js';
import { nextTests } from './next-tests.js';

const look = (id: string, element: string, minutes: number, more: object = {}) => ({
  id,
  kind: 'inspect',
  element,
  minutes,
  finds: 1,
  falseAlarm: 0,
  ...more,
});
/** A three times as likely as B; a minute costs 100 cents, each repair 1,500. */
const two = (more: object = {}): TraceCase =>
  check(traceCase, {
    circuit: { elements: [] },
    suspects: [
      { id: 'a', element: 'A', mode: 'open', weight: 3 },
      { id: 'b', element: 'B', mode: 'open', weight: 1 },
    ],
    outsideWeight: 0,
    hourlyRateCents: 6000,
    tests: [look('a', 'A', 2)],
    repairs: ['A', 'B'].map((element) => ({ element, minutes: 10, priceCents: 500 })),
    ...more,
  });
const cents = (source: TraceCase) => nextTests(source).next[0]!.toTheEndCents!;

describe('what it costs to the end', () => {
  it('is a look of 2 minutes and the right repair, by hand', () => {
    expect(cents(two())).toBe(200 + 1500);
  });

  it('is parts one after the other where nothing can be tested, the wrong one at its charge', () => {
    // A first; in a quarter of the cars the hour that the wrong part is charged, and B.
    expect(cents(two({ tests: [] }))).toBe(1500 + 0.25 * (6000 + 1500));
  });

  it('counts a look that misses one in five, and what follows from it', () => {
    const misses = two({ tests: [look('a', 'A', 2, { finds: 0.8 })] });
    // Found: 0.6, and A is it. Not found: 0.15 A, 0.25 B. Then B first, and A in 0.15 of all cars with B’s charge.
    expect(cents(misses)).toBe(200 + 0.6 * 1500 + 0.4 * 1500 + 0.15 * (6000 + 1500));
  });

  it('ends with looking elsewhere where nothing in the circuit is left', () => {
    const source = two({ suspects: [{ id: 'a', element: 'A', mode: 'open', weight: 1 }], outsideWeight: 1 });
    // Found in half of the cars; in the others nothing is left but what lies outside.
    expect(cents({ ...source, outsideCents: 9000 })).toBe(200 + 0.5 * 1500 + 0.5 * 9000);
  });

  it('walks round the car with the indicators on before it measures at any lamp', () => {
    const source = templates.find(({ id }) => id === 'indicator-side')!.build({});
    const first = (readings: TraceCase['readings']) => {
      const [own] = nextTests({ ...source, readings }).next;
      return own!.action === 'test' ? own!.test : null;
    };
    expect(first([])).toMatch(/^walk-/);
    // Dark in front and behind: what feeds both, told apart by the other positions of the switch.
    const dark = ['walk-front', 'walk-rear'].map((test) => ({ test, found: true }));
    expect(first(dark)).toMatch(/^(hazard|other|look-fuse-tabs)$/);
  });

  it('puts a look of a minute before a measurement that needs the trim off, where it costs less to the end', () => {
    const source = templates.find(({ id }) => id === 'instrument-display')!.build({});
    const first = (steps?: 1) => {
      const [own] = nextTests(steps ? { ...source, steps } : source).next;
      return own!.action === 'test' ? own!.minutes + own!.before.accessMinutes : null;
    };
    expect(first(1)).toBe(24);
    expect(first()).toBe(1);
  });

  it('is never more than the bound by which its move was weighed', () => {
    // Guarded ones are weighed two steps ahead, which may be less than what follows one by one.
    const plain = templates.filter((template) => !isGuarded(template.build({})));
    expect(plain.length).toBeGreaterThan(10);
    for (const template of plain) {
      const followed = nextTests(template.build({})).next.filter((one) => one.toTheEndCents !== undefined);
      expect(followed.length).withContext(template.id).toBeGreaterThan(0);
      for (const { toTheEndCents, expectedCents } of followed)
        expect(toTheEndCents!)
          .withContext(template.id)
          .toBeLessThanOrEqual(expectedCents + 1);
    }
  });

  it('is what cars cost on average that are played to their end', () => {
    for (const id of ['flap-actuator', 'held-input']) {
      const source = { ...templates.find((template) => template.id === id)!.build({}), outsideWeight: 0 };
      const { meanCents } = traceBench(source, 400, 11).planner;
      expect(cents(source) / meanCents)
        .withContext(id)
        .toBeGreaterThan(0.9);
      expect(cents(source) / meanCents)
        .withContext(id)
        .toBeLessThan(1.12);
    }
  });

  it('is left out where it would take too long', () => {
    const source = templates.find(({ id }) => id === 'fused-lamp')!.build({});
    const many = Array.from({ length: 200 }, (_, n) => ({ ...source.tests[1]!, id: `again ${n}` }));
    expect(cents({ ...source, tests: [...source.tests, ...many] })).toBeUndefined();
  });
});
