import fc from 'fast-check';
import { check } from '../refusal/index.js';
import { assess } from './assess.js';
import { logGammaRatio } from './gamma.js';
import { type WatchRequest, watchRequest } from './schema.js';

const cycles = (
  shown: number,
  exposures: number,
  cleanSince: number,
  cured: number,
  more: Partial<WatchRequest> = {},
) => assess({ unit: 'cycles', before: { shown, exposures }, cleanSince, cured, ...more } as WatchRequest);

/** The beta ratio as the product that it is for whole numbers. */
const product = (k: number, n: number, m: number) =>
  Array.from({ length: m }, (_, j) => (n - k + 0.5 + j) / (n + 1 + j)).reduce((a, b) => a * b, 1);

describe('assess', () => {
  it('gives the worked example', () => {
    const answer = cycles(6, 20, 5, 0.85, { perDay: 4 });
    expect(answer.probability).toBeCloseTo(0.9678, 4);
    expect(answer.totalNeeded).toBe(4);
    expect(answer.stillNeeded).toBe(0);
    expect(answer.days).toBe(0);
  });

  it('equals the product form to 1e-12 for whole cycles', () => {
    fc.assert(
      fc.property(
        fc.nat(60),
        fc.nat(200),
        fc.nat(400),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (k, more, m, cured) => {
          const expected = cured / (cured + (1 - cured) * product(k, k + more, m));
          expect(Math.abs(cycles(k, k + more, m, cured).probability - expected)).toBeLessThan(1e-12);
        },
      ),
    );
  });

  it('finds the least number of cycles that reaches the target', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20 }),
        fc.nat(40),
        fc.double({ min: 0.3, max: 0.94, noNaN: true }),
        (k, more, cured) => {
          const { totalNeeded } = cycles(k, k + more, 0, cured);
          expect(cycles(k, k + more, totalNeeded!, cured).probability).toBeGreaterThanOrEqual(0.95);
          expect(cycles(k, k + more, totalNeeded! - 1, cured).probability).toBeLessThan(0.95);
        },
      ),
    );
  });

  it('needs none where the repair is sure enough, and says null beyond a million', () => {
    expect(cycles(1, 20, 0, 0.97).totalNeeded).toBe(0);
    const rare = cycles(0, 1_000_000, 3, 0.5, { perDay: 4 });
    expect([rare.totalNeeded, rare.stillNeeded, rare.days]).toEqual([null, null, null]);
  });

  it('follows the closed form in hours', () => {
    const answer = assess({
      unit: 'hours',
      before: { shown: 3, exposures: 10 },
      cleanSince: 4,
      cured: 0.8,
      perDay: 1.5,
    });
    expect(answer.probability).toBeCloseTo(0.8 / (0.8 + 0.2 * (10 / 14) ** 3.5), 12);
    const total = 10 * (((0.2 * 0.95) / (0.8 * 0.05)) ** (1 / 3.5) - 1);
    expect(answer.totalNeeded).toBeCloseTo(total, 9);
    expect(answer.days).toBe(Math.ceil((total - 4) / 1.5));
  });

  it('draws a rising curve of at most 201 points from zero on', () => {
    for (const request of [
      cycles(6, 20, 5, 0.85),
      cycles(1, 4000, 900, 0.5),
      assess({ unit: 'hours', before: { shown: 1, exposures: 3 }, cleanSince: 0, cured: 0.5 }),
    ]) {
      expect(request.curve.length).toBeLessThanOrEqual(201);
      expect(request.curve[0]!.clean).toBe(0);
      expect(
        request.curve.every((p, i, all) => i === 0 || p.probability >= all[i - 1]!.probability),
      ).toBeTrue();
    }
  });

  it('is more careful where a fault that was touched may only have become rarer', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('cycles', 'hours'),
        fc.integer({ min: 1, max: 20 }),
        fc.nat(40),
        fc.integer({ min: 1, max: 60 }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        (unit, shown, more, cleanSince, disturbed) => {
          const request = {
            unit,
            before: { shown, exposures: shown + more },
            cleanSince,
            cured: 0.8,
          } as WatchRequest;
          const [plain, careful] = [assess(request), assess({ ...request, disturbed })];
          expect(careful.probability).toBeLessThanOrEqual(plain.probability + 1e-12);
          expect(careful.totalNeeded!).toBeGreaterThanOrEqual(plain.totalNeeded! - 1e-5);
          expect(assess({ ...request, disturbed: 0 })).toEqual(plain);
          const reached = assess({ ...request, disturbed, cleanSince: careful.totalNeeded! });
          expect(reached.probability).toBeGreaterThanOrEqual(0.95 - 1e-9);
        },
      ),
    );
  });

  it('mixes the rates by hand', () => {
    // Shown in 4 of 4, two clean since: k of 4 and 4 · (1, 3, 5, 7)/8, each product by hand.
    const miss = (k: number) => ((4 - k + 0.5) / 5) * ((4 - k + 1.5) / 6);
    const seldom = (miss(0.5) + miss(1.5) + miss(2.5) + miss(3.5)) / 4;
    const all = 0.75 * miss(4) + 0.25 * seldom;
    expect(cycles(4, 4, 2, 0.8, { disturbed: 0.25 }).probability).toBeCloseTo(0.8 / (0.8 + 0.2 * all), 12);
  });

  it('gives each of two causes its share of the showings', () => {
    // Shown in 6 of 20, five clean since: each cause showed 3 of them.
    const miss = product(3, 20, 5);
    const given = (cured: number) => cured / (cured + (1 - cured) * miss);
    const two = cycles(6, 20, 5, 0.72, { causes: [0.9, 0.8] });
    expect(two.probability).toBeCloseTo(given(0.9) * given(0.8), 12);
    expect(two.curve[0]!.probability).toBeCloseTo(0.72, 12);
    // As one cause of the same chance it would be proven sooner.
    expect(two.probability).toBeLessThan(cycles(6, 20, 5, 0.72).probability);
    expect(two.totalNeeded!).toBeGreaterThan(cycles(6, 20, 5, 0.72).totalNeeded!);
  });

  it('refuses impossible counts in words', () => {
    expect(() =>
      check(watchRequest, { unit: 'cycles', before: { shown: 5, exposures: 3 }, cleanSince: 0, cured: 0.5 }),
    ).toThrowError('before.shown: it cannot have shown more often than there were exposures');
    expect(() =>
      check(watchRequest, { unit: 'cycles', before: { shown: 1, exposures: 3 }, cleanSince: 0, cured: 1 }),
    ).toThrowError('cured: expected a number below 1, got 1');
  });
});

describe('logGammaRatio', () => {
  it('is exact where the gamma function is a factorial, and where it is large', () => {
    expect(logGammaRatio(3, 2)).toBeCloseTo(Math.log(2 / 24), 13);
    expect(logGammaRatio(1e6, 1)).toBeCloseTo(-Math.log(1e6), 12);
  });
});
