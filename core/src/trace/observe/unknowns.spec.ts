import { addedOhms, supplyOf } from './unknowns.js';

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
