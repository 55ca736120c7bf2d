import fc from 'fast-check';
import { addedOhms, interpolated, knotsOf, supplyOf } from './unknowns.js';

const battery = {
  id: 'BAT',
  kind: 'battery' as const,
  pins: ['b+', 'gnd'] as [string, string],
  volts: 12.6,
  ohms: 0.015,
};
const total = (shares: Float64Array) => shares.reduce((sum, share) => sum + share, 0);

describe('the unknown supply', () => {
  it('lies between 11.5 and 14.8, likeliest at the battery’s own volts', () => {
    const { values, shares } = supplyOf({ circuit: { elements: [battery] } });
    expect([values[0], values.at(-1)]).toEqual([11.5, 14.8]);
    expect(total(shares)).toBeCloseTo(1, 12);
    const likeliest = values[shares.indexOf(Math.max(...shares))]!;
    expect(Math.abs(likeliest - 12.6)).toBeLessThan(0.13);
    expect(Math.min(...shares)).toBeGreaterThan(0);
  });

  it('is one value where it is given so, and where no battery is drawn', () => {
    const known = supplyOf({ circuit: { elements: [battery] }, supply: { low: 13, volts: 13, high: 13 } });
    expect([...known.values]).toEqual([13]);
    expect([...supplyOf({ circuit: { elements: [] } }).values]).toEqual([12.6]);
  });

  it('of a lorry is as uncertain in proportion', () => {
    const { values } = supplyOf({ circuit: { elements: [{ ...battery, volts: 25.2 }] } });
    expect([values[0], values.at(-1)]).toEqual([23, 29.6]);
  });
});

describe('added ohms', () => {
  it('are even in their logarithm, from 0.3 to 200, on a loop to 8', () => {
    for (const [onLoop, high] of [
      [false, 200],
      [true, 8],
    ] as const) {
      const { values, shares } = addedOhms(onLoop);
      expect(values[0]).toBeCloseTo(0.3, 12);
      expect(values.at(-1)).toBeCloseTo(high, 9);
      expect(values[2]! / values[1]!).toBeCloseTo(values[1]! / values[0]!, 9);
      expect(total(shares)).toBeCloseTo(1, 12);
    }
  });
});

describe('interpolated', () => {
  it('goes through its knots, and between two of them never beyond either', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -50, max: 50, noNaN: true }), { minLength: 2, maxLength: 9 }),
        (at) => {
          const knots = knotsOf(new Float64Array(64), at.length);
          const whole = interpolated(knots, at, 64);
          knots.forEach((knot, n) => expect(whole[knot]!).toBeCloseTo(at[n]!, 9));
          for (let n = 0; n + 1 < knots.length; n++)
            for (let k = knots[n]!; k <= knots[n + 1]!; k++) {
              expect(whole[k]!).toBeGreaterThanOrEqual(Math.min(at[n]!, at[n + 1]!) - 1e-9);
              expect(whole[k]!).toBeLessThanOrEqual(Math.max(at[n]!, at[n + 1]!) + 1e-9);
            }
        },
      ),
    );
  });

  it('is within 20 mV of a divider between nine knots of its ohms', () => {
    const { values } = addedOhms(false);
    const volts = (ohms: number) => (12.6 * ohms) / (ohms + 6.9);
    const knots = knotsOf(values, 9);
    const whole = interpolated(
      knots,
      knots.map((at) => volts(values[at]!)),
      values.length,
    );
    values.forEach((ohms, n) => expect(Math.abs(whole[n]! - volts(ohms))).toBeLessThan(0.02));
  });

  it('carries over-limit half the way to the next knot', () => {
    expect([...interpolated([0, 4], [NaN, 2], 5)].map(Number.isNaN)).toEqual([
      true,
      true,
      false,
      false,
      false,
    ]);
  });
});
