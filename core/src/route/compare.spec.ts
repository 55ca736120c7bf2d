import fc from 'fast-check';
import { randomNumbers } from '../random/index.js';
import { check } from '../refusal/index.js';
import {
  centsOfShare,
  chanceReady,
  compareRoutes,
  coverageOf,
  expectedCents,
  expectedDays,
} from './index.js';
import { coverageRequest, type Route, route, routeRequest } from './schema.js';
import { chanceWithin, daysOfShare, meanOf } from './triangle.js';

const base: Route = {
  id: 'new',
  priceCents: 42_000,
  labourMinutes: 50,
  hourlyRateCents: 9000,
  leadDays: [1, 2, 6],
  succeeds: 0.9,
  onFailure: { costCents: 10_000, days: 4 },
  downtimeCentsPerDay: 2500,
};

describe('compareRoutes', () => {
  it('gives the worked example', () => {
    // Days: (1 + 2 + 6) / 3 + 0.1 × 4 = 3.4. Cents: 42,000 + 7,500 + 1,000 + 2,500 × 3.4.
    const used: Route = {
      ...base,
      id: 'used',
      priceCents: 9000,
      shippingCents: 1200,
      codingCents: 300,
      succeeds: 0.5,
    };
    const { routes } = compareRoutes({ routes: [base, used], readyWithinDays: 3 });
    expect(routes.map(({ id }) => id)).toEqual(['used', 'new']);
    const [, own] = routes;
    expect([own!.id, own!.expectedCents, own!.expectedDays, own!.dominatedBy]).toEqual([
      'new',
      59_000,
      3.4,
      [],
    ]);
    // 1 − 3² / (5 × 4) = 0.55 of those that succeed; the others come after five days at best.
    expect(own!.readyInTime).toBeCloseTo(0.9 * 0.55, 12);
    // 9,000 + 1,200 + 300 + 7,500 + 0.5 × 10,000 + 2,500 × (3 + 0.5 × 4).
    expect(routes[0]!.expectedCents).toBe(35_500);
  });

  it('says that nine in ten stay within the sure money where one in ten fails, and no more', () => {
    const flat = { ...base, downtimeCentsPerDay: null };
    expect(centsOfShare(flat, 0.9)).toBe(49_500);
    expect(centsOfShare({ ...flat, succeeds: 0.89 }, 0.9)).toBe(59_500);
    expect(centsOfShare({ ...flat, succeeds: 0 }, 0.9)).toBe(59_500);
  });

  it('names the routes that nobody needs, and leaves equals alone', () => {
    const { routes } = compareRoutes({
      routes: [base, { ...base, id: 'dearer', priceCents: 50_000 }, { ...base, id: 'twin' }],
    });
    expect(routes.map(({ id, dominatedBy }) => [id, dominatedBy])).toEqual([
      ['new', []],
      ['twin', []],
      ['dearer', ['new', 'twin']],
    ]);
    expect(routes[0]!.readyInTime).toBeNull();
  });

  it('agrees with an independent simulation within five standard errors', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.nat(80).map((quarters) => quarters / 4),
          { minLength: 3, maxLength: 3 },
        ),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.nat(5000),
        fc.nat(10),
        fc.nat(0xffff),
        (lead, succeeds, perDay, days, seed) => {
          const leadDays = [...lead].sort((a, b) => a - b) as [number, number, number];
          const own: Route = {
            ...base,
            leadDays,
            succeeds,
            downtimeCentsPerDay: perDay,
            onFailure: { costCents: 9000, days },
          };
          const { uniform } = randomNumbers(seed);
          const within = (leadDays[0] + leadDays[2]) / 2 + 0.01;
          const draws = Array.from({ length: 4000 }, () => {
            const failed = uniform() >= succeeds ? 1 : 0;
            const took = daysOfShare(leadDays, uniform()) + failed * days;
            return { took, cents: 49_500 + failed * 9000 + perDay * took };
          });
          /** @param failing by how much a failure moves it: a rare one may not be among the draws, and then spreads nothing */
          const agrees = (expected: number, seen: readonly number[], failing: number) => {
            const mean = seen.reduce((sum, one) => sum + one, 0) / seen.length;
            const drawn = seen.reduce((sum, one) => sum + (one - mean) ** 2, 0) / seen.length;
            const variance = Math.max(drawn, succeeds * (1 - succeeds) * failing ** 2);
            // Three would be missed by one comparison in some hundreds, of which this makes hundreds.
            return (
              Math.abs(mean - expected) <=
              5 * Math.sqrt(variance / seen.length) + 1e-6 * (1 + Math.abs(expected))
            );
          };
          expect(
            agrees(
              expectedDays(own),
              draws.map(({ took }) => took),
              days,
            ),
          ).toBeTrue();
          expect(
            agrees(
              expectedCents(own),
              draws.map(({ cents }) => cents),
              9000 + perDay * days,
            ),
          ).toBeTrue();
          const exact = chanceReady(own, within);
          const ready = draws.filter(({ took }) => took <= within).length / 4000;
          expect(Math.abs(ready - exact)).toBeLessThanOrEqual(
            5 * Math.sqrt((exact * (1 - exact)) / 4000) + 1e-3,
          );
          const p90 = centsOfShare(own, 0.9);
          const share = draws.filter(({ cents }) => cents <= p90 + 1).length / 4000;
          expect(share).toBeGreaterThan(0.9 - 0.025);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('refuses what is no spread, and a route that stands twice', () => {
    expect(() => check(route, { ...base, leadDays: [3, 2, 6] })).toThrowError(
      'leadDays: expected the least, the likeliest and the most days in this order',
    );
    expect(() => check(route, { ...base, succeeds: 1.2 })).toThrowError(
      'succeeds: expected a number of at most 1, got 1.2',
    );
    expect(() => compareRoutes(check(routeRequest, { routes: [base, base] }))).toThrowError(
      'routes[1].id: "new" stands twice',
    );
  });
});

describe('the triangular spread', () => {
  it('gives its share back', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 3, maxLength: 3 }),
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        (lead, share) => {
          const spread = [...lead].sort((a, b) => a - b) as [number, number, number];
          const days = daysOfShare(spread, share);
          if (spread[0] < spread[2]) expect(chanceWithin(spread, days)).toBeCloseTo(share, 9);
          else expect([days, meanOf(spread)]).toEqual([spread[0], spread[0]]);
        },
      ),
    );
  });
});

describe('coverageOf', () => {
  const asked = (more: object) =>
    coverageOf(
      check(coverageRequest, {
        inService: '2018-02-14',
        on: '2026-03-09',
        odometer: 130_000,
        covers: [{ name: 'Lamp units', months: 96, distance: 160_000 }],
        ...more,
      }),
    ).covers[0]!;

  it('says by how much it is missed', () => {
    expect(asked({})).toEqual({
      name: 'Lamp units',
      covered: false,
      until: '2026-02-14',
      daysOver: 23,
      distanceOver: 0,
    });
    expect(asked({ odometer: 160_001 }).distanceOver).toBe(1);
  });

  it('covers the last day and the last unit of distance', () => {
    expect(asked({ on: '2026-02-14', odometer: 160_000 }).covered).toBeTrue();
    expect(asked({ on: '2026-02-15', odometer: 160_000 }).covered).toBeFalse();
    expect(asked({ on: '2026-02-14', odometer: 160_001 }).covered).toBeFalse();
  });

  it('ends on the last day of a shorter month, and has no limit of distance where none is given', () => {
    const ends = asked({
      inService: '2020-08-31',
      covers: [{ name: 'x', months: 66 }],
      on: '2026-02-28',
      odometer: 9e6,
    });
    expect([ends.until, ends.covered, ends.distanceOver]).toEqual(['2026-02-28', true, 0]);
  });

  it('refuses a day that the calendar does not have', () => {
    expect(() => asked({ on: '2026-02-30' })).toThrowError(/^on: /);
  });
});
