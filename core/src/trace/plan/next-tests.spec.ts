import fc from 'fast-check';
import { check } from '../../refusal/index.js';
import { tailLamp } from '../../testing/tail-lamp.js';
import { readingLikelihood } from '../observe/likelihood.js';
import { nextTests } from './next-tests.js';
import type { NextAction } from './answer.js';
import { type TraceCase, traceCase } from '../model/schema.js';
import { traceBench } from '../bench/simulate.js';
import { templates } from '../templates/index.js';

const suspects = [
  { id: 'fuse', element: 'F7', mode: 'open', weight: 4 },
  { id: 'plug', element: 'C2', mode: 'resistive', weight: 3 },
  { id: 'lamp', element: 'LP', mode: 'open', weight: 8 },
  { id: 'ground', element: 'G3', mode: 'open', weight: 1 },
];
const tests = [
  { id: 'v', kind: 'volts', from: 'lp', to: 'gnd', minutes: 3 },
  { id: 'g', kind: 'volts', from: 'g3', to: 'gnd', minutes: 3 },
  { id: 'look', kind: 'inspect', element: 'F7', minutes: 1, finds: 0.95, falseAlarm: 0.01 },
  { id: 'swap', kind: 'swap', element: 'LP', minutes: 10 },
];
const repairs = [
  { element: 'F7', minutes: 2, priceCents: 100 },
  { element: 'C2', minutes: 15, priceCents: 0 },
  { element: 'LP', minutes: 6, priceCents: 400 },
  { element: 'G3', minutes: 20, priceCents: 0 },
];
const run = (more: object = {}) =>
  nextTests(check(traceCase, { circuit: { elements: tailLamp }, suspects, tests, repairs, ...more }));
const probability = (result: ReturnType<typeof run>, id: string) =>
  result.suspects.find((s) => s.id === id)!.probability;

describe('nextTests', () => {
  it('is Bayes by hand on looks and swaps', () => {
    const result = run({
      readings: [
        { test: 'look', found: true },
        { test: 'swap', moved: false },
      ],
    });
    // Weights 4, 3, 8, 1 and 1 outside; found: .95 under the fuse, else .01; stayed: .02 under the lamp, else .98.
    const raw = {
      fuse: 4 * 0.95 * 0.98,
      plug: 3 * 0.01 * 0.98,
      lamp: 8 * 0.01 * 0.02,
      ground: 0.01 * 0.98,
      outside: 0.01 * 0.98,
    };
    const total = Object.values(raw).reduce((a, b) => a + b);
    for (const [id, value] of Object.entries(raw))
      expect(Math.abs(probability(result, id) - value / total)).toBeLessThan(1e-12);
  });

  it('says what each reading did, from the first weights to the last probabilities', () => {
    const readings = [
      { test: 'look', found: false },
      { test: 'swap', moved: true },
    ];
    const { changes, suspects } = run({ readings });
    expect(changes.map(({ test }) => test)).toEqual(['look', 'swap']);
    const [first] = changes[0]!.suspects;
    // The fuse had 4 of 17; not found leaves a twentieth of it against 0.99 of all others.
    expect(first!.id).toBe('fuse');
    expect(first!.before).toBeCloseTo(4 / 17, 12);
    expect(first!.after).toBeCloseTo(0.2 / (0.2 + 13 * 0.99), 12);
    const last = changes[1]!.suspects[0]!;
    expect(last.id).toBe('lamp');
    expect(last.after).toBeCloseTo(suspects.find(({ id }) => id === 'lamp')!.probability, 12);
  });

  it('takes a meter’s answer as it is: a value that is not over-limit, or over-limit without a value', () => {
    const value = run({ readings: [{ test: 'v', value: 0.01, overload: false }] });
    expect(probability(value, 'fuse')).toBe(
      probability(run({ readings: [{ test: 'v', value: 0.01 }] }), 'fuse'),
    );
    const over = run({ readings: [{ test: 'v', value: null, overload: true }] });
    expect(probability(over, 'fuse')).toBe(
      probability(run({ readings: [{ test: 'v', overload: true }] }), 'fuse'),
    );
  });

  it('takes a swap that hid the fault as no news', () => {
    const before = run();
    const after = run({ readings: [{ test: 'swap', gone: true }] });
    for (const { id, probability: p } of before.suspects) expect(probability(after, id)).toBeCloseTo(p, 12);
    expect(after.next.some((action) => action.action === 'test' && action.test === 'swap')).toBeFalse();
  });

  it('charges a test and a repair by hand', () => {
    // One part, sure but for the outside: p = 1/2, c = 400 + 6 min, W = O = 9000.
    const { next } = run({
      suspects: [{ id: 'lamp', element: 'LP', mode: 'open', weight: 1 }],
      repairs: [{ element: 'LP', minutes: 6, priceCents: 400 }],
      tests: [{ id: 'swap', kind: 'swap', element: 'LP', minutes: 10 }],
      outsideCents: 9000,
    });
    const c = 900 + 400;
    expect(next.find((a) => a.action === 'repair')!.expectedCents).toBe(Math.round(c + 0.5 * (9000 + 9000)));
    const bound = (p: number) => c + 9000 * (1 - p) + (1 - p) * 9000;
    // moved: 0.98 and 0.02 at even chances.
    expect(next.find((a) => a.action === 'test')!.expectedCents).toBe(
      Math.round(1500 + 0.5 * bound(0.98) + 0.5 * bound(0.02)),
    );
  });

  it('reads volts: no supply at the lamp leaves what lies before it', () => {
    const result = run({ readings: [{ test: 'v', value: 0.01 }] });
    expect(result.suspects[0]!.id).toBe('fuse');
    expect(probability(result, 'lamp')).toBeLessThan(1e-3);
  });

  it('stops at a sure part and puts its repair first', () => {
    const result = run({
      readings: [
        { test: 'v', value: 0.01 },
        { test: 'look', found: true },
      ],
    });
    expect(result.stop).toBeTrue();
    expect(result.next[0]).toEqual(jasmine.objectContaining({ action: 'repair', element: 'F7' }));
  });

  it('does not offer what was read or done, and lowers a part that was fitted in vain', () => {
    const result = run({ done: [{ element: 'LP', cured: false }], readings: [{ test: 'v', value: 12.5 }] });
    expect(result.next.some((a) => a.action === 'repair' && a.element === 'LP')).toBeFalse();
    expect(result.next.length).toBe(6);
    // The lamp keeps 0.02 of its weight.
    const [lamp, ground] = [probability(result, 'lamp'), probability(result, 'ground')];
    const plain = run({ readings: [{ test: 'v', value: 12.5 }] });
    expect(lamp / ground).toBeCloseTo(0.02 * (probability(plain, 'lamp') / probability(plain, 'ground')), 9);
  });

  it('takes suspects from the circuit and its base rates when none are given', () => {
    const result = run({ suspects: null });
    expect(result.suspects.find((s) => s.id === 'LP:open')!.probability).toBeGreaterThan(
      result.suspects.find((s) => s.id === 'W1:open')!.probability,
    );
    expect(result.suspects.reduce((sum, s) => sum + s.probability, 0)).toBeCloseTo(1, 12);
  });

  it('works on looks alone without a circuit', () => {
    const result = run({
      circuit: { elements: [] },
      tests: [tests[2]],
      readings: [{ test: 'look', found: false }],
    });
    expect(probability(result, 'fuse')).toBeCloseTo((4 * 0.05) / (4 * 0.05 + 13 * 0.99), 12);
  });

  it('refuses what does not fit, naming the place', () => {
    expect(() => run({ readings: [{ test: 'v', found: true }] })).toThrowError(
      /^readings\[0\]: a reading of a test "volts"/,
    );
    expect(() => run({ readings: [{ test: 'x', value: 1 }] })).toThrowError('readings[0].test: no test "x"');
    expect(() =>
      run({ tests: [{ id: 'v', kind: 'volts', from: 'nowhere', to: 'gnd', minutes: 1 }] }),
    ).toThrowError('tests[0].from: no point "nowhere" in the circuit');
  });

  it('keeps probabilities that sum to one, and expected costs above the labour, under any looks', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.01, max: 20, noNaN: true }), { minLength: 4, maxLength: 4 }),
        fc.boolean(),
        fc.boolean(),
        (weights, found, moved) => {
          const result = run({
            suspects: suspects.map((s, i) => ({ ...s, weight: weights[i]! })),
            readings: [
              { test: 'look', found },
              { test: 'swap', moved },
            ],
          });
          expect(result.suspects.reduce((sum, s) => sum + s.probability, 0)).toBeCloseTo(1, 9);
          for (const action of result.next)
            if (action.action === 'test') {
              expect(action.expectedCents).toBeGreaterThanOrEqual(action.minutes * 150);
              expect(action.outcomes.reduce((sum, o) => sum + o.probability, 0)).toBeCloseTo(1, 2);
            }
        },
      ),
      { numRuns: 50 },
    );
  });
});

describe('readingLikelihood', () => {
  const meter = { percent: 1, digits: 0.02 };
  const reading = (value: number | null) => ({ value, overload: value === null });

  it('follows the formula by hand', () => {
    // μ = 5, x = 5: w = 0.07, σ = hypot(0.035, 0.1); w·φ(0)/σ.
    const sigma = Math.hypot(0.035, 0.1);
    expect(readingLikelihood(reading(5), reading(5), meter)).toBeCloseTo(
      1e-4 + 0.9999 * ((0.07 * 0.3989422804014327) / sigma),
      12,
    );
    expect(readingLikelihood(reading(0), reading(0), meter)).toBeCloseTo(
      1e-4 + (0.9999 * 0.02 * 0.3989422804014327) / 0.01,
      12,
    );
  });

  it('keeps overload and numbers apart', () => {
    expect(readingLikelihood(reading(null), reading(null), meter)).toBe(1 - 1e-4);
    expect(readingLikelihood(reading(null), reading(3), meter)).toBe(1e-4);
    expect(readingLikelihood(reading(3), reading(null), meter)).toBe(1e-4);
  });
});

describe('traceBench', () => {
  it('gives the same figures for the same seed, and no strategy beats the optimum by more than chance', () => {
    const source = check(traceCase, {
      circuit: { elements: tailLamp },
      suspects,
      tests: tests.slice(2),
      repairs,
    });
    const bench = traceBench(source, 400, 7);
    expect(traceBench(source, 400, 7)).toEqual(bench);
    expect(bench.optimum).toBeDefined();
    expect(bench.planner.meanCents).toBeGreaterThan(bench.optimum!.meanCents * 0.95);
    expect(bench.planner.meanCents).toBeLessThan(bench.likeliestFirst.meanCents);
    expect(bench.likeliestFirst.meanTests).toBe(0);
  });
});

describe('two steps ahead', () => {
  for (const template of templates)
    it(`${template.id}: never thinks dearer of a front-runner than one step does, and asks for no other test`, () => {
      const source = template.build({});
      const keyOf = (action: NextAction) =>
        action.action === 'test' ? action.test : `${action.element} ${action.method}`;
      const one = new Map(
        nextTests({ ...source, steps: 1 }).next.map((action) => [keyOf(action), action.expectedCents]),
      );
      const two = nextTests({ ...source, steps: 2 });
      expect(two.next.length).toBe(one.size);
      for (const action of two.next)
        expect(action.expectedCents)
          .withContext(keyOf(action))
          .toBeLessThanOrEqual(one.get(keyOf(action))! + 1);
    });

  it('sees that two cheap tests together beat one dear one, which one step does not', () => {
    // Four parts alike; a and b halve them two ways for a minute each, c names the part for twenty.
    const element = (n: number) => ({
      id: `P${n}`,
      kind: 'resistor' as const,
      pins: [`a${n}`, 'gnd'] as [string, string],
      ohms: 1,
    });
    const parts = [0, 1, 2, 3];
    const source: TraceCase = {
      circuit: { elements: parts.map(element) },
      suspects: parts.map((n) => ({ id: `s${n}`, element: `P${n}`, mode: 'open', weight: 1 })),
      outsideWeight: 0,
      tests: parts.map((n) => ({
        id: `look${n}`,
        kind: 'inspect',
        element: `P${n}`,
        minutes: 1,
        finds: 1,
        falseAlarm: 0,
      })),
      repairs: parts.map((n) => ({ element: `P${n}`, minutes: 60, priceCents: 20000 })),
    };
    const cost = (steps: 1 | 2) => nextTests({ ...source, steps }).next[0]!.expectedCents;
    // One look, then the bound over three: 150 + 29000 + (3/4)·(0.5 + …) is more than two looks and then the bound.
    expect(cost(2)).toBeLessThan(cost(1));
    expect(nextTests({ ...source, steps: 2 }).next[0]!.action).toBe('test');
  });
});
