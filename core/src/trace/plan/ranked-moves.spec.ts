import fc from 'fast-check';
import { check } from '../../refusal/index.js';
import { quickSteps } from './ranked-moves.js';
import { nextTests } from './next-tests.js';
import { prepare } from '../model/prepare.js';
import { type TraceCase, traceCase } from '../model/schema.js';
import { traceBench } from '../bench/simulate.js';
import { templates } from '../templates/index.js';

const look = (id: string, element: string, minutes = 1, finds = 0.9) => ({
  id,
  kind: 'inspect',
  element,
  minutes,
  finds,
  falseAlarm: 0.02,
});
const made = (more: object = {}) =>
  check(traceCase, {
    circuit: { elements: [] },
    suspects: [
      { id: 'a', element: 'A', mode: 'open', weight: 97 },
      { id: 'b', element: 'B', mode: 'open', weight: 1 },
    ],
    outsideWeight: 0,
    tests: [look('a', 'A'), look('b', 'B')],
    repairs: ['A', 'B'].map((element) => ({ element, minutes: 5, priceCents: 1000 })),
    ...more,
  });

describe('the stop rule', () => {
  it('calls for a part that is sure, on a guarded circuit only after two means confirm it', () => {
    expect(nextTests(made()).next[0]).toEqual(jasmine.objectContaining({ action: 'repair', element: 'A' }));
    const guarded = nextTests(made({ guarded: true }));
    expect([guarded.next[0]!.action, guarded.stop]).toEqual(['test', false]);
    const tests = [
      look('a', 'A'),
      look('again', 'A'),
      { ...look('hear', 'A'), kind: 'listen' },
      look('b', 'B'),
    ];
    const found = (...ids: string[]) => ids.map((test) => ({ test, found: true }));
    const after = (...ids: string[]) => nextTests(made({ guarded: true, tests, readings: found(...ids) }));
    // One look, and a second look of the same kind, can share one mistake.
    expect([after('a').stop, after('a', 'again').stop]).toEqual([false, false]);
    // A reading by other means that speaks against it confirms nothing.
    const against = [...found('a'), { test: 'hear', found: false }];
    expect(nextTests(made({ guarded: true, tests, readings: against })).stop).toBeFalse();
    const confirmed = after('a', 'hear');
    expect(confirmed.next[0]).toEqual(jasmine.objectContaining({ action: 'repair', element: 'A' }));
  });

  it('keeps what is alike but for rounding in the order of the case', () => {
    const first = (a: number, b: number) =>
      nextTests(
        made({
          suspects: [
            { id: 'a', element: 'A', mode: 'open', weight: a },
            { id: 'b', element: 'B', mode: 'open', weight: b },
          ],
          steps: 1,
        }),
      ).next.map((action) => ('test' in action ? action.test : action.element));
    const order = first(0.3, 0.3);
    expect(first(0.3, 0.1 + 0.2)).toEqual(order);
    expect(first(0.1 + 0.2, 0.3)).toEqual(order);
    expect(first(0.2, 0.4)).not.toEqual(order);
  });

  it('does not take for a confirmation what was read while the fault was hidden', () => {
    const tests = [{ ...look('a', 'A'), disturbs: true }, look('b', 'B'), look('c', 'B')];
    const guarded = made({
      guarded: true,
      tests,
      readings: [{ test: 'b', found: false }],
      epochs: [{ after: 'a', shows: false, from: 0 }],
    });
    expect(nextTests(guarded).stop).toBeFalse();
  });

  it('keeps every unsure part behind the tests of a guarded circuit, and offers it when none is left', () => {
    const unsure = [
      { id: 'a', element: 'A', mode: 'open', weight: 1 },
      { id: 'b', element: 'B', mode: 'open', weight: 1 },
    ];
    const { next } = nextTests(made({ guarded: true, suspects: unsure }));
    expect(next.map(({ action }) => action)).toEqual(['test', 'test', 'repair', 'repair']);
    const readings = [
      { test: 'a', found: false },
      { test: 'b', found: false },
    ];
    expect(nextTests(made({ guarded: true, suspects: unsure, readings })).next[0]!.action).toBe('repair');
  });

  it('lets no part of a guarded circuit wait for a test that can tell nothing any more', () => {
    const unsure = ['a', 'b'].map((id) => ({ id, element: id.toUpperCase(), mode: 'open', weight: 1 }));
    const readings = ['a', 'b'].map((test) => ({ test, found: false }));
    const after = (...more: object[]) =>
      nextTests(made({ guarded: true, suspects: unsure, readings, tests: [...looks, ...more] })).next;
    const looks = [look('a', 'A'), look('b', 'B')];
    // Nobody suspects C: to look at it is the same whatever is at fault.
    expect(after(look('c', 'C')).map(({ action }) => action)).toEqual(['repair', 'repair', 'test']);
    expect(after({ ...look('hear', 'A'), kind: 'listen' })[0]!.action).toBe('test');
  });

  it('puts the test first that soonest confirms a sure part of a guarded circuit', () => {
    const tests = [
      look('a', 'A'),
      { ...look('move', 'A', 3, 0.1), kind: 'wiggle', falseAlarm: 0.01 },
      { ...look('hear', 'A', 10, 0.9), kind: 'listen' },
      // Likely to speak for it, and soon done, but by eyes again.
      look('again', 'A', 1),
    ];
    const { next } = nextTests(made({ guarded: true, tests, readings: [{ test: 'a', found: true }] }));
    expect(next.slice(0, 2)).toEqual([
      jasmine.objectContaining({ action: 'test', test: 'hear' }),
      jasmine.objectContaining({ action: 'test', test: 'move' }),
    ]);
  });

  it('follows the shop’s own threshold', () => {
    const suspects = [
      { id: 'a', element: 'A', mode: 'open', weight: 9 },
      { id: 'b', element: 'B', mode: 'open', weight: 1 },
    ];
    const dear = { repairs: ['A', 'B'].map((element) => ({ element, minutes: 60, priceCents: 90_000 })) };
    expect(nextTests(made({ ...dear, suspects, stopAt: 0.85 })).stop).toBeTrue();
    expect(nextTests(made({ ...dear, suspects, stopAt: 0.9999 })).next[0]!.action).toBe('test');
  });

  it('looks two steps ahead by itself where a circuit is guarded', () => {
    const steps = (source: TraceCase) => quickSteps(prepare(source));
    expect([steps(made()), steps(made({ guarded: true }))]).toEqual([1, 2]);
    for (const template of templates)
      expect(steps(template.build({})))
        .withContext(template.id)
        .toBe(
          (template.restraint ?? template.besideRestraint) === true || template.id === 'discharge-headlamp'
            ? 2
            : 1,
        );
  });

  it('offers everything that is possible exactly once, whatever was read and done', () => {
    const subset = fc.record({
      template: fc.constantFrom(...templates),
      looks: fc.array(fc.boolean(), { minLength: 30, maxLength: 30 }),
      found: fc.array(fc.boolean(), { minLength: 30, maxLength: 30 }),
      done: fc.nat(20),
    });
    fc.assert(
      fc.property(subset, ({ template, looks, found, done }) => {
        const source = template.build({});
        const readings = source.tests.flatMap((test, n) =>
          looks[n] && 'element' in test && test.kind !== 'swap' ? [{ test: test.id, found: found[n]! }] : [],
        );
        const repaired = source.repairs
          .slice(0, done % source.repairs.length)
          .map(({ element, method }) => ({ element, method, cured: false }));
        const { next, closed, suspects } = nextTests({ ...source, readings, done: repaired });
        const offered = next.map((action) =>
          action.action === 'test' ? `test ${action.test}` : `part ${action.element} ${action.method}`,
        );
        expect(new Set(offered).size).toBe(offered.length);
        const left = source.tests.length - readings.length - closed.length;
        expect(next.filter(({ action }) => action === 'test').length).toBe(left);
        expect(next.filter(({ action }) => action === 'repair').length).toBe(
          source.repairs.length - repaired.length,
        );
        expect(suspects.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
        for (const { probability, prior } of suspects) {
          expect(probability).toBeGreaterThanOrEqual(0);
          expect(prior).toBeGreaterThan(0);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('the measured planner', () => {
  it('pays its way: accesses and power-downs cost every strategy the same', () => {
    const tests = [look('a', 'A'), look('b', 'B')];
    const parts = {
      suspects: [
        { id: 'a', element: 'A', mode: 'open', weight: 1 },
        { id: 'b', element: 'B', mode: 'open', weight: 1 },
      ],
    };
    const plain = traceBench(made({ ...parts, tests }), 300, 3);
    const behind = traceBench(
      made({
        ...parts,
        tests: tests.map((test) => ({ ...test, needs: ['trim'] })),
        accesses: [{ id: 'trim', minutes: 10 }],
        hourlyRateCents: 6000,
      }),
      300,
      3,
    );
    // Ten minutes at 1.00 a minute, once, for whoever tests first.
    expect(behind.cheapestFirst.meanCents).toBeGreaterThan(plain.cheapestFirst.meanCents - 1);
    expect(behind.likeliestFirst.meanTests).toBe(0);
    for (const result of [plain, behind]) {
      expect(result.planner.meanCents).toBeLessThanOrEqual(result.likeliestFirst.meanCents + 1);
      expect(result.optimum!.meanCents).toBeLessThanOrEqual(result.planner.meanCents * 1.05);
    }
  });

  it('says how its costs are spread, from the cheap half to the dear tenth', () => {
    const { planner, cheapestFirst } = traceBench(templates[1]!.build({}), 200, 5);
    for (const { meanCents, medianCents, p90Cents } of [planner, cheapestFirst]) {
      expect(medianCents).toBeLessThanOrEqual(p90Cents);
      expect(meanCents).toBeGreaterThan(0);
    }
  });

  it('searches for an optimum only as far as it is told', () => {
    const source = templates.find(({ id }) => id === 'squib-loop')!.build({});
    expect(traceBench(source, 5, 1, 10).optimum).toBeUndefined();
    expect(traceBench(source, 5, 1).optimum).toBeUndefined();
  });
});

describe('tests that cost as good as the same', () => {
  const of = (slow: number, quick: number) =>
    nextTests(
      made({
        suspects: [
          { id: 'a', element: 'A', mode: 'open', weight: 6 },
          { id: 'b', element: 'B', mode: 'open', weight: 4 },
        ],
        steps: 1,
        tests: [look('slow', 'A', 12, slow), look('quick', 'A', 3, quick)],
        repairs: ['A', 'B'].map((element) => ({ element, minutes: 5, priceCents: 400_000 })),
      }),
    ).next.flatMap((action) => (action.action === 'test' ? [action] : []));

  it('come in the order in which they are done; a test that is worth its time comes before them', () => {
    const near = of(0.99, 0.97);
    expect(near.map(({ test }) => test)).toEqual(['quick', 'slow']);
    // By its money to the end alone it would be second.
    expect(near[0]!.expectedCents).toBeGreaterThan(near[1]!.expectedCents);
    expect(near[0]!.expectedCents).toBeLessThan(1.01 * near[1]!.expectedCents);
    expect(of(0.99, 0.7).map(({ test }) => test)).toEqual(['slow', 'quick']);
  });
});
