import fc from 'fast-check';
import { shopOf } from '../../worlds/index.js';
import {
  CureEstimator,
  type CureFacts,
  type CureOutcome,
  publishedChance,
  quietMiss,
  reliabilityOf,
} from './index.js';

const usual: CureFacts = {
  method: 'replace',
  part: 'switching',
  root: 'found-and-removed',
  confirmed: true,
  comesAndGoes: false,
  called: 0.9,
};
const outcomes = (held: number, failed: number, facts: Partial<CureFacts> = {}): CureOutcome[] => [
  { ...usual, ...facts, miss: 0, count: held },
  { ...usual, ...facts, miss: null, count: failed },
];
const chance = (known: readonly CureOutcome[], facts: Partial<CureFacts> = {}) =>
  new CureEstimator(known).of({ ...usual, ...facts }).chance;

const someFacts = fc.record({
  method: fc.constantFrom<CureFacts['method'][]>('clean', 'reseat', 'retension', 'repair', 'replace'),
  part: fc.constantFrom<CureFacts['part'][]>('connection', 'consumable', 'drive', 'module', 'none'),
  root: fc.constantFrom<CureFacts['root'][]>('found-and-removed', 'found-and-left', 'unknown'),
  confirmed: fc.boolean(),
  comesAndGoes: fc.boolean(),
  called: fc.option(fc.double({ min: 0, max: 1, noNaN: true })),
});

describe('the chance of a cure', () => {
  it('is near eight in ten before any history, lower where less is known', () => {
    expect(publishedChance(usual)).toBeCloseTo(0.851, 3);
    expect(publishedChance({ ...usual, confirmed: false, called: 0.85 })).toBeCloseTo(0.806, 3);
    for (const less of [
      { comesAndGoes: true },
      { root: 'unknown' },
      { root: 'found-and-left' },
      { confirmed: false },
      { called: 0.5 },
      { called: null },
    ] as const)
      expect(publishedChance({ ...usual, ...less })).toBeLessThan(publishedChance(usual));
  });

  it('is the published one where the shop has no outcomes, and is never sure', () => {
    fc.assert(
      fc.property(someFacts, (facts) => {
        const { chance, like, held, outcomes } = new CureEstimator([]).of(facts);
        expect(chance).toBeCloseTo(publishedChance(facts), 12);
        expect([like, held, outcomes]).toEqual([0, 0, 0]);
        expect(chance).toBeGreaterThanOrEqual(0.05);
        expect(chance).toBeLessThanOrEqual(0.97);
      }),
    );
  });

  it('moves towards what the shop achieved, little by a few and nearly all the way by hundreds', () => {
    const few = chance(outcomes(3, 3));
    expect(few).toBeLessThan(publishedChance(usual));
    expect(few).toBeGreaterThan(0.65);
    expect(chance(outcomes(300, 300))).toBeCloseTo(0.5, 1);
    expect(chance(outcomes(570, 30))).toBeCloseTo(0.95, 1);
  });

  it('carries over to repairs that share a part of it, less than to its own', () => {
    const bad = outcomes(20, 40, { method: 'clean', part: 'connection' });
    const own = publishedChance({ ...usual, method: 'clean', part: 'connection' });
    const kin = publishedChance({ ...usual, method: 'clean' });
    const fell = own - chance(bad, { method: 'clean', part: 'connection' });
    const kinFell = kin - chance(bad, { method: 'clean' });
    expect(fell).toBeGreaterThan(kinFell);
    expect(kinFell).toBeGreaterThan(0);
  });

  it('rises and falls with every outcome', () => {
    fc.assert(
      fc.property(someFacts, fc.nat(20), fc.nat(20), (facts, held, failed) => {
        const known = outcomes(held + 1, failed + 1, facts);
        const more = (last: Partial<CureOutcome>) =>
          new CureEstimator([...known, { ...facts, miss: 0, count: 3, ...last }]).of(facts).chance;
        const now = new CureEstimator(known).of(facts).chance;
        expect(more({})).toBeGreaterThanOrEqual(now - 1e-3);
        expect(more({ miss: null })).toBeLessThanOrEqual(now + 1e-3);
      }),
      { numRuns: 30 },
    );
  });

  it('learns nothing of a repair that nobody has watched', () => {
    const unwatched = [{ ...usual, miss: 1, count: 500 }];
    expect(chance(unwatched)).toBeCloseTo(publishedChance(usual), 2);
  });

  it('says how many repairs like it the shop has', () => {
    const known = [...outcomes(4, 1), ...outcomes(9, 9, { method: 'clean' })];
    const { like, held, outcomes: all } = new CureEstimator(known).of(usual);
    expect([like, held, all]).toEqual([5, 4, 23]);
  });

  it('learns that a planner boasts', () => {
    // Of those called 95 in 100 six in ten held, as many as of those called 60 in 100.
    const boast = [...outcomes(120, 80, { called: 0.95 }), ...outcomes(120, 80, { called: 0.6 })];
    const [high, low] = [chance(boast, { called: 0.95 }), chance(boast, { called: 0.6 })];
    expect(high).toBeCloseTo(0.6, 1);
    expect(high - low).toBeLessThan(0.06);
  });

  it('states what holds in shops that it does not know', () => {
    // A small part of the trial that `npm run bench` runs, with wider bounds.
    let [stated, held, count] = [0, 0, 0];
    for (let seed = 1; seed <= 12; seed++) {
      const shop = shopOf(seed);
      const known: CureOutcome[] = [];
      const draw = () => {
        const { start: _start, comesBack: _back, before: _before, cured, ...facts } = shop.next();
        return { facts, cured };
      };
      for (let n = 0; n < 150; n++) {
        const { facts, cured } = draw();
        known.push({ ...facts, miss: cured ? 0 : null, count: 1 });
      }
      const estimator = new CureEstimator(known);
      for (let n = 0; n < 100; n++) {
        const { facts, cured } = draw();
        stated += estimator.of(facts).chance;
        held += cured ? 1 : 0;
        count++;
      }
    }
    expect(Math.abs(stated - held) / count).toBeLessThan(0.04);
  });
});

describe('quietMiss', () => {
  it('falls from one to those who never tell', () => {
    expect(quietMiss(-3)).toBe(1);
    expect(quietMiss(0)).toBe(1);
    expect(quietMiss(20)).toBeCloseTo(0.15 + 0.85 / Math.E, 12);
    expect(quietMiss(10_000)).toBeCloseTo(0.15, 12);
  });
});

describe('reliabilityOf', () => {
  it('holds what was stated against what held, by tenths', () => {
    const seen = reliabilityOf([
      { stated: 0.9, held: 1, count: 9 },
      { stated: 0.94, held: 0, count: 1 },
      { stated: 0.5, held: 0.5, count: 2 },
      { stated: 1, held: 1, count: 1 },
    ]);
    expect(seen.count).toBe(13);
    expect(seen.tenths.map(({ from, count }) => [from, count])).toEqual([
      [0.5, 2],
      [0.9, 11],
    ]);
    expect(seen.tenths[1]!.stated).toBeCloseTo((9 * 0.9 + 0.94 + 1) / 11, 12);
    expect(seen.tenths[1]!.held).toBeCloseTo(10 / 11, 12);
    expect(seen.brier).toBeCloseTo((9 * 0.01 + 0.94 ** 2 + 2 * 0.25) / 13, 12);
    expect(seen.few).toBeTrue();
    expect(reliabilityOf([{ stated: 0.8, held: 1, count: 30 }]).few).toBeFalse();
    expect(reliabilityOf([]).brier).toBeNull();
  });
});
