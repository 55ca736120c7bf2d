import fc from 'fast-check';
import { Axis, Surface } from './surface.js';
import { addedOhms, knotsOf } from './unknowns.js';

/** Values over a whole grid from those at its knots. */
function interpolated(knots: readonly number[], at: readonly number[], steps: number): number[] {
  const axis = new Axis(knots, steps);
  const values = Float64Array.from(at);
  const slopes = axis.slopes(values);
  return Array.from({ length: steps }, (_, step) => axis.value(values, slopes, step));
}

describe('an axis', () => {
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

describe('a surface', () => {
  const sizes = new Axis([0, 3, 6], 7);
  const supply = new Axis([0, 4], 5);
  // Volts over the supply's steps, twice as many for every size: 10 and 14 V, by hand.
  const surface = new Surface(sizes, supply, Float64Array.of(-1, 10, 14, 40, 56, 70, 98), 1);

  it('gives the same by world and as a whole', () => {
    const whole = new Float64Array(surface.worlds + 2);
    surface.fill(whole, 2);
    for (let world = 0; world < surface.worlds; world++) expect(whole[2 + world]!).toBe(surface.at(world));
    expect([surface.at(0), surface.at(4), surface.at(15), surface.at(17)]).toEqual([10, 14, 40, 48]);
  });

  it('gives what is read where the supply was measured, between its steps and beyond them', () => {
    const at = (place: number) => {
      const whole = new Float64Array(surface.worlds);
      surface.fillAt(place, whole, 0);
      return [whole[0]!, whole[4]!, whole[30]!];
    };
    expect(at(2.5)).toEqual([12.5, 12.5, 87.5]);
    expect(at(5)).toEqual([15, 15, 105]);
  });
});
