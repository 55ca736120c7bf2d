import fc from 'fast-check';
import { randomNumbers } from '../../random/index.js';
import { loadingOrder, setCylinder, turningRange, waferCounts, wafersAt } from './index.js';
import { cutLikelihood } from './likelihood.js';

const depths = [
  { code: '1', mm: 8 },
  { code: '2', mm: 7.5 },
  { code: '3', mm: 7 },
  { code: '4', mm: 6.5 },
];

describe('cutLikelihood', () => {
  it('agrees with an integral over the wear', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.5, max: 0.5, noNaN: true }),
        fc.double({ min: 0.01, max: 0.1, noNaN: true }),
        fc.double({ min: 0.02, max: 0.3, noNaN: true }),
        (off, sigma, wear) => {
          const steps = 4000;
          let sum = 0;
          for (let n = 0; n < steps; n++) {
            const z = (off + (wear * (n + 0.5)) / steps) / sigma;
            sum += Math.exp((-z * z) / 2) / (sigma * Math.sqrt(2 * Math.PI));
          }
          expect(cutLikelihood(7 + off, 7, sigma, wear)).toBeCloseTo(sum / steps, 4);
        },
      ),
      { numRuns: 50 },
    );
    // Without wear: the density at one standard deviation, 0.24197 / σ.
    expect(cutLikelihood(7.1, 7, 0.1, 0)).toBeCloseTo(2.4197, 3);
  });
});

describe('setCylinder', () => {
  it('reads the codes, counts the kit, and says what stands in the way', () => {
    const answer = setCylinder({
      depths,
      measured: [7.96, 7.43, 6.5],
      accuracyMm: 0.05,
      wearMm: 0.1,
      maxStep: 1,
      kit: { 1: 4, 2: 0 },
      cylinder: ['1', '1', '4'],
    });
    expect(answer.codes).toEqual(['1', '2', '4']);
    expect(answer.short).toEqual({ 2: 1, 4: 1 });
    expect(answer.violations).toEqual([{ kind: 'step', position: 3, step: 2, most: 1 }]);
    expect(answer.blocking).toEqual([{ position: 2, proudMm: -0.57 }]);
    expect(answer.positions.every(({ probability }) => probability > 0.999)).toBeTrue();
  });

  it('names both codes where the measure cannot tell', () => {
    // Worn by up to half a millimetre: 7.5 may be a new 2 or a worn 1.
    const [cut] = setCylinder({ depths, measured: [7.5], accuracyMm: 0.1, wearMm: 0.5 }).positions;
    expect([cut!.code, ...cut!.ambiguousWith].sort()).toEqual(['1', '2']);
    expect(cut!.probability).toBeCloseTo(0.5, 2);
    // Far from any depth: the nearest, and it is said.
    const far = setCylinder({ depths, measured: [9.9], accuracyMm: 0.01 });
    expect(far.codes).toEqual(['1']);
    expect(far.violations).toEqual([{ kind: 'no-depth', position: 1, measured: 9.9 }]);
  });

  it('refuses a cylinder that is not of the table', () => {
    const request = { depths, measured: [8, 8], accuracyMm: 0.05 };
    expect(() => setCylinder({ ...request, cylinder: ['1', '9'] })).toThrowError(
      'cylinder[1]: the table has no code “9”',
    );
    expect(() => setCylinder({ ...request, cylinder: ['1'] })).toThrowError(
      'cylinder: expected 2 wafers, got 1',
    );
    expect(() => setCylinder({ ...request, depths: [...depths, { code: '1', mm: 5 }] })).toThrowError(
      'depths[4].code: “1” is there twice',
    );
    expect(setCylinder({ ...request, kit: { constructor: 1 } }).short).toEqual({ 1: 2 });
  });

  it('recovers the truth of worn keys, or names it beside what it says', () => {
    // The world: a key cut by code, worn by anything up to 0.12 mm, measured with a standard deviation of 0.03 mm.
    const { uniform, normal } = randomNumbers(1);
    const close = depths.map(({ code }, n) => ({ code, mm: 8 - n * 0.18 }));
    for (const [table, leastSaid, leastNamed] of [
      [depths, 1, 1],
      [close, 0.85, 0.96],
    ] as const) {
      let [all, said, named] = [0, 0, 0];
      for (let key = 0; key < 1000; key++) {
        const cuts = Array.from({ length: 6 }, () => table[Math.floor(uniform() * table.length)]!);
        const measured = cuts.map(({ mm }) => mm - 0.12 * uniform() + 0.03 * normal());
        const { positions } = setCylinder({ depths: table, measured, accuracyMm: 0.06, wearMm: 0.12 });
        for (const [n, { code, ambiguousWith }] of positions.entries()) {
          all += 1;
          if (code === cuts[n]!.code) said += 1;
          if ([code, ...ambiguousWith].includes(cuts[n]!.code)) named += 1;
        }
      }
      // Half a millimetre apart nothing else is near; 0.18 mm apart wear and error reach the next code.
      expect(said / all).toBeGreaterThanOrEqual(leastSaid);
      expect(named / all).toBeGreaterThanOrEqual(leastNamed);
    }
  });
});

describe('the cylinder with its key', () => {
  const table = { depths, pitchMm: 3, firstMm: 4, toleranceMm: 0.1 };
  const cylinder = { table, cuts: [8, 7, 7.5], wafers: ['1', '3', '2'] };

  it('is flush with the key fully in, and as long as no flank lifts a wafer by more than a tenth', () => {
    expect(wafersAt(cylinder, 0).map(({ proudMm }) => proudMm)).toEqual([0, 0, 0]);
    // One pitch out: each wafer stands over the next cut, the last over the blade behind the tip.
    expect(wafersAt(cylinder, 3).map(({ proudMm }) => proudMm)).toEqual([-1, 0.5, 0.5]);
    // Flat for 0.75 mm; then the steepest flank climbs 1 mm in 1.5 mm: a tenth after 0.15 mm more.
    expect(turningRange(cylinder)).toEqual({ outMm: 0.9, inMm: 0.9 });
    expect(turningRange({ ...cylinder, wafers: ['1', '3', '4'] })).toBeNull();
  });

  it('is loaded one by one from the shoulder on', () => {
    const steps = loadingOrder(['1', '3', '1'], { hands: ['left', 'right', 'left'] });
    expect(steps[1]).toEqual({ position: 2, code: '3', hand: 'right' });
    expect(waferCounts(steps)).toEqual([
      { code: '1', hand: 'left', count: 2 },
      { code: '3', hand: 'right', count: 1 },
    ]);
  });
});
