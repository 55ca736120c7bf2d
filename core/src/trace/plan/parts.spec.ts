import { check } from '../../refusal/index.js';
import type { Element } from '../../circuit/index.js';
import { finish } from '../../progress/index.js';
import { expectedBits } from './expected-bits.js';
import { Costs } from './costs.js';
import { update } from '../observe/evidence.js';
import { outcomesOf } from './outcomes.js';
import { predictions } from '../observe/predict.js';
import { prepare } from '../model/prepare.js';
import { randomNumbers } from '../../random/index.js';
import { traceCase } from '../model/schema.js';

const line: Element[] = [
  { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12, ohms: 0.01 },
  { id: 'C', kind: 'contact', pins: ['b+', 'x'], ohms: 0.01 },
  { id: 'R', kind: 'resistor', pins: ['x', 'gnd'], ohms: 10 },
];
const ready = (more: object = {}) =>
  prepare(
    check(traceCase, {
      circuit: { elements: line },
      suspects: [
        { element: 'C', mode: 'open', weight: 2 },
        { element: 'C', mode: 'resistive', weight: 1 },
        { element: 'R', mode: 'open', weight: 1 },
      ],
      tests: [{ id: 'x', kind: 'volts', from: 'x', to: 'gnd', minutes: 6 }],
      repairs: [
        { element: 'C', minutes: 20, priceCents: 0 },
        { element: 'C', minutes: 10, priceCents: 100 },
        { element: 'R', minutes: 6, priceCents: 1000 },
      ],
      hourlyRateCents: 6000,
      outsideWeight: 0,
      ...more,
    }),
  );

describe('prepare', () => {
  it('names suspects, takes the cheapest repair of a part, and fills in the defaults', () => {
    const made = ready();
    expect(made.suspects.map(({ id, prior }) => [id, prior])).toEqual([
      ['C:open', 0.5],
      ['C:resistive', 0.25],
      ['R:open', 0.25],
    ]);
    expect(made.repairs.map(({ element, cents }) => [element, cents])).toEqual([
      ['C', 1100],
      ['R', 1600],
    ]);
    expect([made.wrongPartCents, made.outsideCents, made.stopAt]).toEqual([6000, 2700, 0.95]);
  });

  it('refuses names used twice, weights of nothing, and readings with two faces', () => {
    expect(() =>
      ready({
        suspects: [
          { id: 'a', element: 'C', mode: 'open', weight: 1 },
          { id: 'a', element: 'R', mode: 'open', weight: 1 },
        ],
      }),
    ).toThrowError('suspects[1].id: "a" is used twice');
    expect(() => ready({ suspects: [{ element: 'C', mode: 'open', weight: 0 }] })).toThrowError(
      'suspects: at least one suspect needs a weight above 0',
    );
    expect(() => ready({ readings: [{ test: 'x', value: 3, overload: true }] })).toThrowError(
      /exactly one of value, overload, got value, overload/,
    );
    expect(() => ready({ suspects: [{ element: 'C', mode: 'wrongPart', weight: 1 }] })).toThrowError(
      'suspects[0].ohms: a suspect "wrongPart" needs its ohms',
    );
    expect(() => ready({ suspects: [], circuit: { elements: [] } })).toThrowError(/^suspects: no suspects/);
  });
});

describe('predictions and outcomes', () => {
  it('spread a resistive suspect of unknown size and the supply over worlds, and sum to one under every suspect', () => {
    const made = ready();
    const table = finish(predictions(made));
    const steps = table.supply.length;
    expect(table.tests.get('x')!.map((prediction) => prediction.all(0).length)).toEqual([
      steps,
      128 * steps,
      steps,
    ]);
    for (const shares of table.shares)
      expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 12);
    const outcomes = outcomesOf(made, table, made.source.tests[0]!);
    made.suspects.forEach((_, s) =>
      expect(outcomes.reduce((sum, { chances }) => sum + chances[s]!, 0)).toBeCloseTo(1, 12),
    );
    const values = outcomes.map(({ reading }) => reading.value!);
    expect(values).toEqual([...values].sort((a, b) => a - b));
    expect(values[0]).toBeCloseTo(0, 6);
    // The supply may stand at 14.8 V; the 10 MΩ of the meter take nothing that shows.
    expect(values.at(-1)).toBeGreaterThan(14.2);
    expect(values.at(-1)).toBeLessThan(14.8);
  });
});

describe('Costs', () => {
  it('bounds by hand: parts by cost over probability, what is left at the outside’s price', () => {
    const made = ready({ outsideWeight: 1, outsideCents: 10_000 });
    const costs = new Costs(made);
    // p(C) = 3/5, p(R) = 1/5, outside 1/5; (1100 + 6000)/0.6 comes before (1600 + 6000)/0.2.
    const beliefs = Float64Array.from([0.4, 0.2, 0.2, 0.2]);
    expect(costs.bound(beliefs, new Set())).toBeCloseTo(
      1100 + 6000 * 0.4 + 1600 * 0.4 + 6000 * 0.2 + 0.2 * 10_000,
      9,
    );
    expect(costs.bound(beliefs, new Set([0]))).toBeCloseTo(1600 + 6000 * 0.8 + 0.8 * 10_000, 9);
    expect(costs.labour(30)).toBe(3000);
  });

  it('passes over parts that cannot be it', () => {
    const costs = new Costs(ready());
    expect(costs.bound(Float64Array.from([0, 0, 1]), new Set())).toBe(1600);
  });
});

describe('expectedBits', () => {
  it('is one bit for an even question and none for a useless one', () => {
    const even = [Float64Array.from([1, 0]), Float64Array.from([0, 1])].map((chances) => ({
      reading: {},
      chances,
    }));
    const useless = [0.5, 0.5].map((p) => ({ reading: {}, chances: Float64Array.from([p, p]) }));
    expect(expectedBits(even, Float64Array.from([0.5, 0.5]))).toBeCloseTo(1, 12);
    expect(expectedBits(useless, Float64Array.from([0.5, 0.5]))).toBeCloseTo(0, 12);
  });

  it('leaves beliefs alone where nothing is possible', () => {
    expect(update(Float64Array.of(1, 0), Float64Array.of(0, 1)).chance).toBe(0);
  });
});

describe('randomNumbers', () => {
  it('repeats with its seed, fills the unit interval evenly and is normal about zero', () => {
    const draw = (seed: number, count: number) => {
      const random = randomNumbers(seed);
      return Array.from({ length: count }, () => random.uniform());
    };
    expect(draw(3, 5)).toEqual(draw(3, 5));
    expect(draw(3, 5)).not.toEqual(draw(4, 5));
    const many = draw(5, 20_000);
    expect(many.every((value) => value >= 0 && value < 1)).toBeTrue();
    expect(many.reduce((a, b) => a + b) / many.length).toBeCloseTo(0.5, 1);
    const random = randomNumbers(9);
    const normal = Array.from({ length: 20_000 }, () => random.normal());
    expect(normal.reduce((a, b) => a + b) / normal.length).toBeCloseTo(0, 1);
    expect(normal.reduce((a, b) => a + b * b, 0) / normal.length).toBeCloseTo(1, 1);
  });
});
