import fc from 'fast-check';
import { judgeBattery } from './battery.js';
import type { BatteryReading } from './schema.js';

const rested: BatteryReading = { type: 'flooded', restingVolts: 12.65, restHours: 8 };
const tested: BatteryReading = {
  ...rested,
  ratedAmps: 600,
  ratedStandard: 'EN',
  measuredAmps: 540,
  measuredStandard: 'EN',
};
const verdict = (more: Partial<BatteryReading>, base = tested) => judgeBattery({ ...base, ...more }).verdict;

describe('judgeBattery', () => {
  it('reads the state of charge off the table of its type', () => {
    // Half way between 12.24 (50 %) and 12.45 (75 %): 62.5 %.
    expect(judgeBattery({ ...rested, restingVolts: 12.345 }).stateOfCharge).toBeCloseTo(0.625, 9);
    expect(judgeBattery({ ...rested, restingVolts: 12.65 }).stateOfCharge).toBe(1);
    expect(judgeBattery({ ...rested, restingVolts: 11 }).stateOfCharge).toBe(0);
    expect(judgeBattery({ ...rested, type: 'agm', restingVolts: 12.6 }).stateOfCharge).toBeCloseTo(0.75, 9);
    expect(judgeBattery({ ...rested, type: 'lithium' }).stateOfCharge).toBeNull();
  });

  it('judges by the tester’s share of the rating while charged', () => {
    expect(judgeBattery(tested).share).toBeCloseTo(0.9, 9);
    expect(verdict({})).toBe('good');
    expect(verdict({ measuredAmps: 480 })).toBe('good');
    expect(verdict({ measuredAmps: 450 })).toBe('charge-and-retest');
    expect(verdict({ measuredAmps: 450, charged: true })).toBe('replace');
    expect(verdict({ measuredAmps: 400 })).toBe('replace');
  });

  it('asks for a charge where it is low, and gives up on one that holds none', () => {
    expect(verdict({ restingVolts: 12.2 })).toBe('charge-and-retest');
    expect(verdict({ restingVolts: 12.2, charged: true })).toBe('replace');
    expect(verdict({ restingVolts: 10.4 })).toBe('charge-and-retest');
    expect(verdict({ restingVolts: 10.4, charged: true })).toBe('replace');
    expect(verdict({ restingVolts: 12.1, restHours: null })).toBe('charge-and-retest');
  });

  it('cannot judge on volts alone, with a surface charge, in frost, or across standards', () => {
    expect(verdict({}, rested)).toBe('cannot-judge-yet');
    expect(verdict({ restHours: 1 })).toBe('cannot-judge-yet');
    expect(verdict({ restHours: 1, surfaceChargeRemoved: true })).toBe('good');
    expect(verdict({ restHours: null })).toBe('cannot-judge-yet');
    expect(verdict({ celsius: -4 })).toBe('cannot-judge-yet');
    const mixed = judgeBattery({ ...tested, measuredStandard: 'SAE' });
    expect(mixed.verdict).toBe('cannot-judge-yet');
    expect(mixed.reasons.join(' ')).toContain('set the tester to EN');
  });

  it('takes the figures that testers print: health in percent, and the ohms inside against the rating', () => {
    expect(judgeBattery({ ...rested, healthPercent: 91 })).toEqual(
      jasmine.objectContaining({ verdict: 'good', share: 0.91 }),
    );
    expect(verdict({ healthPercent: 64 }, rested)).toBe('replace');
    expect(verdict({ healthPercent: 75 }, rested)).toBe('charge-and-retest');
    // 2.7 V at 600 A are 4.5 mΩ when new: 5 mΩ leave 90 %, 10 mΩ 45 %.
    const ohms = { ...rested, ratedAmps: 600 };
    expect(judgeBattery({ ...ohms, milliohms: 5 }).share).toBeCloseTo(0.9, 9);
    expect(verdict({ milliohms: 5 }, ohms)).toBe('good');
    expect(verdict({ milliohms: 10 }, ohms)).toBe('replace');
    // Between the two, ohms alone condemn nothing, not even after a full charge.
    expect(verdict({ milliohms: 7 }, ohms)).toBe('charge-and-retest');
    expect(verdict({ milliohms: 7, charged: true }, ohms)).toBe('cannot-judge-yet');
    // Good amperes beside them: still the ohms alone are in doubt.
    const both = { ...tested, milliohms: 7, charged: true };
    expect(verdict({}, both)).toBe('cannot-judge-yet');
    expect(verdict({ measuredAmps: 460 }, both)).toBe('replace');
    // Without a rating nobody knows what they should be.
    expect(verdict({ milliohms: 10 }, rested)).toBe('cannot-judge-yet');
  });

  it('believes the worst of several figures', () => {
    expect(verdict({ healthPercent: 60 })).toBe('replace');
    expect(verdict({ healthPercent: 95, measuredAmps: 400 })).toBe('replace');
    expect(judgeBattery({ ...tested, healthPercent: 85 }).share).toBeCloseTo(0.85, 9);
  });

  it('says at once what no rest can change: worn out after a full charge', () => {
    const fresh = { ...tested, restHours: 0.2, charged: true };
    expect(verdict({ measuredAmps: 300 }, fresh)).toBe('replace');
    expect(verdict({ measuredAmps: 590 }, fresh)).toBe('cannot-judge-yet');
    expect(verdict({ measuredAmps: 300, celsius: -3 }, fresh)).toBe('cannot-judge-yet');
  });

  it('never calls a battery good without a figure of at least four fifths, and always gives reasons', () => {
    fc.assert(
      fc.property(
        fc.record({
          type: fc.constantFrom('flooded', 'efb', 'agm', 'gel', 'lithium', 'unknown'),
          restingVolts: fc.double({ min: 0, max: 16, noNaN: true }),
          restHours: fc.option(fc.double({ min: 0, max: 100, noNaN: true })),
          celsius: fc.option(fc.double({ min: -40, max: 80, noNaN: true })),
          ratedAmps: fc.option(fc.integer({ min: 50, max: 1000 })),
          measuredAmps: fc.option(fc.integer({ min: 0, max: 1000 })),
          healthPercent: fc.option(fc.double({ min: 0, max: 150, noNaN: true })),
          milliohms: fc.option(fc.double({ min: 0.5, max: 100, noNaN: true })),
          charged: fc.option(fc.boolean()),
        }) as fc.Arbitrary<BatteryReading>,
        (reading) => {
          const answer = judgeBattery({ ...reading, ratedStandard: 'EN', measuredStandard: 'EN' });
          expect(answer.reasons.length).toBeGreaterThan(0);
          if (answer.verdict === 'good') expect(answer.share).toBeGreaterThanOrEqual(0.8);
        },
      ),
    );
  });
});
