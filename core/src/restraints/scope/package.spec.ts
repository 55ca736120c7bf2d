import fc from 'fast-check';
import { restraintPackage } from './package.js';
import { restraintPolicies } from '../policies.js';

describe('restraintPackage', () => {
  const belt = {
    id: 'belt',
    routes: [
      { kind: 'maker-new' as const, priceCents: 40_000, minutes: 60, days: 2 },
      { kind: 'certified-rebuild' as const, priceCents: 12_000, minutes: 90, days: 6 },
      { kind: 'unfired-salvage' as const, priceCents: 5000, minutes: 60, days: 1 },
    ],
  };
  const bag = { id: 'bag', routes: [{ kind: 'maker-new' as const, priceCents: 60_000 }] };
  const base = { items: [belt, bag], hourlyRateCents: 9000, vehicleValueCents: 150_000, totalLossAt: 0.5 };

  it('chooses the cheapest that the policy allows, salvage only with proof', () => {
    // 40,000 + 9,000 and 60,000.
    expect(restraintPackage({ ...base, policy: 'maker-new' })).toEqual({
      items: [
        { id: 'belt', kind: 'maker-new', cents: 49_000 },
        { id: 'bag', kind: 'maker-new', cents: 60_000 },
      ],
      cents: 109_000,
      days: 2,
      newCents: 109_000,
      missing: [],
      totalLoss: true,
    });
    const rebuilt = restraintPackage({ ...base, policy: 'certified-rebuild' });
    // 12,000 + an hour and a half.
    expect([rebuilt.items[0], rebuilt.days, rebuilt.totalLoss]).toEqual([
      { id: 'belt', kind: 'certified-rebuild', cents: 25_500 },
      6,
      true,
    ]);
    expect(restraintPackage({ ...base, policy: 'unfired-salvage' }).items[0]!.kind).toBe('certified-rebuild');
    const proven = { ...belt, routes: belt.routes.map((route) => ({ ...route, proof: true })) };
    expect(restraintPackage({ ...base, items: [proven], policy: 'unfired-salvage' }).items[0]).toEqual({
      id: 'belt',
      kind: 'unfired-salvage',
      cents: 14_000,
    });
  });

  it('names what has no allowed route, and is empty where nothing was chosen', () => {
    const only = { id: 'x', routes: [{ kind: 'unfired-salvage' as const, priceCents: 1 }] };
    expect(
      restraintPackage({
        items: [only, { id: 'y', routes: [] }],
        policy: 'unfired-salvage',
        hourlyRateCents: 0,
      }),
    ).toEqual({
      items: [],
      cents: 0,
      days: 0,
      newCents: null,
      missing: ['x', 'y'],
      totalLoss: null,
    });
    expect(() =>
      restraintPackage({ items: [only, only], policy: 'maker-new', hourlyRateCents: 0 }),
    ).toThrowError('items[1].id: "x" stands twice');
  });

  it('never costs more under a wider policy', () => {
    const route = fc.record({
      kind: fc.constantFrom(...restraintPolicies),
      priceCents: fc.nat(100_000),
      minutes: fc.nat(600),
      proof: fc.boolean(),
    });
    fc.assert(
      fc.property(
        fc.array(fc.array(route, { maxLength: 5 }), { maxLength: 6 }),
        fc.nat(20_000),
        (all, hourlyRateCents) => {
          const items = all.map((routes, n) => ({
            id: `i${n}`,
            routes: [{ kind: 'maker-new' as const, priceCents: 90_000 }, ...routes],
          }));
          const [narrow, middle, wide] = restraintPolicies.map(
            (policy) => restraintPackage({ items, policy, hourlyRateCents }).cents,
          );
          expect(narrow! >= middle! && middle! >= wide!).toBeTrue();
        },
      ),
    );
  });
});
