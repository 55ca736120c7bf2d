import fc from 'fast-check';
import { finish } from '../progress/index.js';
import { check } from '../refusal/index.js';
import {
  asRoute,
  breakEven,
  compareRoutes,
  drawRoutes,
  followRoutes,
  forbiddenRoutes,
  jobSum,
  learnedChance,
  oneOrPair,
  openRoutes,
  type RoutePlan,
  routePlan,
  routesLike,
  unitSorts,
  usualRoutes,
} from './index.js';
import { plainRoute as route, planOf as plan } from '../testing/routes.js';

const rate = { hourlyRateCents: 6000 };

describe('followRoutes', () => {
  const bench = route('bench', { priceCents: 500, succeeds: 0.5, closes: ['mail'], leadDays: [0, 0, 0] });
  const mail = route('mail', { priceCents: 4000, succeeds: 0.9 });
  const dear = route('new', { priceCents: 30_000 });

  it('adds what follows a failure, without the routes that it closes', () => {
    const [first, second, third] = followRoutes(plan(bench, mail, dear), rate);
    // Bench first: 6,500, and in half the cases the new one for 36,000: the mail-in is spoiled.
    // Mail-in first: 10,000, then in one of ten the bench, 6,500 + half of 36,000.
    expect([first!.route.id, first!.cents, first!.next!.id]).toEqual([
      'mail',
      10_000 + 0.1 * 24_500,
      'bench',
    ]);
    expect([second!.route.id, second!.cents, second!.next!.id]).toEqual([
      'bench',
      6500 + 0.5 * 36_000,
      'new',
    ]);
    expect(second!.closes.map(({ id }) => id)).toEqual(['mail']);
    expect([third!.route.id, third!.cents, third!.next]).toEqual(['new', 36_000, null]);
  });

  it('leaves out what failed and what that closed', () => {
    const open = (failed: string[]) =>
      openRoutes(plan(bench, mail, dear), { ...rate, failed }).map(({ id }) => id);
    expect([open([]), open(['mail']), open(['bench'])]).toEqual([
      ['bench', 'mail', 'new'],
      ['bench', 'new'],
      ['new'],
    ]);
    expect(followRoutes(plan(bench), { ...rate, failed: ['bench'] })).toEqual([]);
  });

  it('does the same once more where nothing else is open', () => {
    const [only] = followRoutes(plan(route('new', { succeeds: 0.75 })), rate);
    expect([only!.cents, only!.days, only!.next]).toEqual([16_000 + 0.25 * 16_000, 2.5, null]);
  });

  const anyRoute = (n: number) =>
    fc
      .record({
        priceCents: fc.nat(50_000),
        // In hundredths: what happens once in a million draws is told by no set of them.
        succeeds: fc.integer({ min: 20, max: 100 }).map((percent) => percent / 100),
        lead: fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 3, maxLength: 3 }),
        lostCents: fc.option(fc.nat(5000)),
        lostDays: fc.option(fc.nat(3)),
        closes: fc.subarray(['r0', 'r1', 'r2', 'r3'].filter((id) => id !== `r${n}`)),
      })
      .map(({ lead, ...own }) =>
        route(`r${n}`, { ...own, leadDays: lead.sort((a, b) => a - b) as [number, number, number] }),
      );
  const anyPlan = fc
    .tuple(anyRoute(0), anyRoute(1), anyRoute(2), anyRoute(3), fc.nat(4000))
    .map(([a, b, c, d, downtimeCentsPerDay]): RoutePlan => ({ ...plan(a, b, c, d), downtimeCentsPerDay }));

  it('agrees with the draws, and with the comparison of single routes', () => {
    fc.assert(
      fc.property(anyPlan, fc.nat(1000), (own, seed) => {
        const followed = followRoutes(own, rate);
        const draws = 1000;
        const drawnWith = (n: number) =>
          finish(drawRoutes(own, { ...rate, seed: n, draws, readyWithinDays: 5 }));
        const spreads = drawnWith(seed);
        // Sixteen sets together; by how much their mean may be off follows from all 16,000 draws.
        const sets = [spreads, ...Array.from({ length: 15 }, (_, n) => drawnWith(seed + 2000 * (n + 1)))];
        for (const one of followed) {
          const spread = spreads.find(({ id }) => id === one.route.id)!;
          const drawn = sets.map((set) => set.find(({ id }) => id === one.route.id)!.cents);
          const mean = drawn.reduce((sum, own) => sum + own.mean, 0) / drawn.length;
          const squares = drawn.reduce((sum, own) => sum + own.standardError ** 2, 0);
          expect(Math.abs(mean - one.cents)).toBeLessThan((6 * Math.sqrt(squares)) / drawn.length + 1);
          expect(spread.days.p10).toBeLessThanOrEqual(spread.days.p50);
          const [figures] = compareRoutes({
            routes: [stripped(asRoute(one, own, rate.hourlyRateCents))],
          }).routes;
          expect(Math.abs(figures!.expectedCents - one.cents)).toBeLessThan(2 + 0.001 * one.cents);
          expect(figures!.expectedDays).toBeCloseTo(one.days, 6);
        }
        expect(drawnWith(seed)).toEqual(spreads);
      }),
      { numRuns: 25 },
    );
  });

  it('is met by 20,000 draws within three standard errors, for every sort of unit', () => {
    for (const sort of unitSorts) {
      const own: RoutePlan = {
        unit: 'x',
        sort,
        routes: [...usualRoutes(sort, 42_000)],
        downtimeCentsPerDay: 1500,
      };
      const spreads = finish(drawRoutes(own, { ...rate, seed: 7 }));
      for (const { route: first, cents, days } of followRoutes(own, rate)) {
        const spread = spreads.find(({ id }) => id === first.id)!;
        expect(Math.abs(spread.cents.mean - cents))
          .withContext(`${sort}, ${first.id}, cents`)
          .toBeLessThanOrEqual(3 * spread.cents.standardError);
        expect(Math.abs(spread.days.mean - days))
          .withContext(`${sort}, ${first.id}, days`)
          .toBeLessThanOrEqual(3 * spread.days.standardError);
      }
    }
  });

  it('never names a route after a failure that closed it', () => {
    fc.assert(
      fc.property(anyPlan, (own) => {
        for (const { route: first, next } of followRoutes(own, rate))
          if (next !== null) expect(first.closes).not.toContain(next.id);
      }),
    );
  });

  it('finds the chance at which a route is as good as another', () => {
    const own = plan(route('a', { priceCents: 4000, succeeds: 0.9 }), route('b'));
    const [a, b] = followRoutes(own, rate);
    // 10,000 + (1 − x) × 16,000 = 16,000 at x = 0.625.
    expect(breakEven(a!, b!, own, 6000)).toBeCloseTo(0.625, 12);
    expect(breakEven(b!, a!, own, 6000)).toBeNull();
  });
});

/** Without what the comparison does not know. */
function stripped({ next: _, ...own }: ReturnType<typeof asRoute>) {
  return own;
}

describe('forbiddenRoutes', () => {
  const shut = (
    own: Partial<RoutePlan>,
    policy: 'maker-new' | 'certified-rebuild' | 'unfired-salvage',
    { proven = false, restraint = null as string | null } = {},
  ) => forbiddenRoutes({ ...plan(), ...own } as RoutePlan, { policy, proven, restraint }).map(({ id }) => id);
  const belt = {
    sort: 'restraint-pyrotechnic' as const,
    routes: [...usualRoutes('restraint-pyrotechnic', 40_000)],
  };

  it('follows the policy for a unit with a charge, and asks for proof of a used one', () => {
    expect(shut(belt, 'maker-new')).toEqual(['remanufactured', 'used']);
    expect(shut(belt, 'certified-rebuild')).toEqual(['used']);
    expect(shut(belt, 'unfired-salvage')).toEqual(['used']);
    expect(shut(belt, 'unfired-salvage', { proven: true })).toEqual([]);
    expect(shut(belt, 'certified-rebuild', { proven: true })).toEqual(['used']);
    const opened = { ...belt, routes: [route('bench', { kind: 'bench-repair' })] };
    expect(shut(opened, 'unfired-salvage')).toEqual(['bench']);
  });

  it('never writes over a crash record', () => {
    const routes = (
      ['new', 'clone', 'board-transfer', 'bench-repair', 're-code', 'mail-in', 'used'] as const
    ).map((kind) => route(kind, { kind }));
    const module = { sort: 'restraint-module' as const, routes };
    expect(shut(module, 'unfired-salvage')).toEqual([
      'clone',
      'board-transfer',
      'bench-repair',
      're-code',
      'used',
    ]);
    expect(shut(module, 'maker-new')).toContain('mail-in');
  });

  it('asks for proof of a used sensor too, and never opens one', () => {
    const routes = (['new', 'used', 'bench-repair'] as const).map((kind) => route(kind, { kind }));
    const sensor = { sort: 'restraint-sensor' as const, routes };
    expect(shut(sensor, 'unfired-salvage')).toEqual(['used', 'bench-repair']);
    expect(shut(sensor, 'unfired-salvage', { proven: true })).toEqual(['bench-repair']);
  });

  it('leaves only the new one where facts name a restraint unit, whatever it was entered as', () => {
    const restraint = 'the part names “belt”';
    for (const sort of unitSorts.filter((own) => !own.startsWith('restraint'))) {
      const routes = [...usualRoutes(sort, 40_000)];
      const dear = routes.filter(({ kind }) => kind !== 'new').map(({ id }) => id);
      expect(shut({ sort, routes }, 'unfired-salvage', { restraint, proven: true }))
        .withContext(sort)
        .toEqual(dear);
    }
  });

  it('forbids nothing outside restraints', () =>
    expect(shut({ routes: [route('x', { kind: 'clone' })] }, 'maker-new')).toEqual([]));
});

describe('usualRoutes', () => {
  it('make a sound plan of every sort, new first priced as it is', () => {
    for (const sort of unitSorts) {
      const routes = usualRoutes(sort, 42_000);
      expect(() => check(routePlan, { unit: 'x', sort, routes }))
        .withContext(sort)
        .not.toThrow();
      expect(routes.find(({ kind }) => kind === 'new')!.priceCents).toBe(42_000);
      expect(followRoutes({ unit: 'x', sort, routes: [...routes] }, rate).length).toBe(routes.length);
    }
  });

  it('take what the shop has learned', () => {
    expect(learnedChance(0.8, { succeeded: 1, failed: 3 })).toBeCloseTo(0.525, 12);
    expect(usualRoutes('module', 1000, () => 0.5).every(({ succeeds }) => succeeds === 0.5)).toBeTrue();
  });
});

describe('routesLike', () => {
  it('keeps the shop’s minutes and days, and takes its prices as shares of the unit new', () => {
    const before = usualRoutes('module', 60_000).map((own) => ({ ...own, labourMinutes: 45 }));
    const routes = routesLike(before, 30_000, () => 0.5)!;
    expect(routes.map(({ priceCents }) => priceCents)).toEqual(
      before.map(({ priceCents }) => priceCents / 2),
    );
    expect(routes.every((own) => own.labourMinutes === 45 && own.succeeds === 0.5)).toBeTrue();
    expect(
      routesLike(
        before.filter(({ kind }) => kind !== 'new'),
        1,
        () => 1,
      ),
    ).toBeNull();
  });
});

describe('routePlan', () => {
  it('refuses a route that stands twice, and one that closes what is not there', () => {
    expect(() => check(routePlan, plan(route('a'), route('a')))).toThrowError(
      'routes[1].id: "a" stands twice',
    );
    expect(() => check(routePlan, plan(route('a', { closes: ['b'] })))).toThrowError(
      'routes[0].closes[0]: there is no route "b"',
    );
  });
});

describe('oneOrPair', () => {
  const asked = {
    age: 150_000,
    horizon: 60_000,
    life: 200_000,
    shape: 3,
    oneCents: 42_000,
    pairCents: 84_000,
    oneMinutes: 50,
    pairMinutes: 60,
    hourlyRateCents: 9000,
  };

  it('weighs the second visit against the second part', () => {
    const answer = oneOrPair(asked);
    // (210/200)³ − (150/200)³ = 1.157625 − 0.421875 = 0.73575; 1 − e^−0.73575.
    expect(answer.survivorFails).toBeCloseTo(1 - Math.exp(-0.73575), 12);
    expect(answer.newFails).toBeCloseTo(1 - Math.exp(-0.027), 12);
    expect(answer.oneCents).toBe(Math.round(49_500 * (1 + answer.survivorFails)));
    expect(answer.better).toBe('one');
    expect(oneOrPair({ ...asked, secondVisitCents: 60_000, pairCents: 60_000 }).better).toBe('pair');
  });

  it('is even without wear where part and work are twice one', () => {
    const even = oneOrPair({ ...asked, shape: 1, pairMinutes: 100, horizon: 1e-3 });
    expect(even.better).toBe('one');
    expect(even.survivorFails).toBeCloseTo(even.newFails, 12);
  });
});

describe('jobSum', () => {
  it('adds money, waits side by side, multiplies chances, and watches the value', () => {
    const unit = { expectedCents: 30_000, p90Cents: 40_000, expectedDays: 2, readyInTime: 0.8 };
    const sum = jobSum([unit, { ...unit, expectedDays: 5, readyInTime: 0.5 }], {
      vehicleValueCents: 100_000,
      totalLossAt: 0.5,
    });
    expect(sum).toEqual({
      expectedCents: 60_000,
      p90Cents: 80_000,
      expectedDays: 5,
      readyInTime: 0.4,
      totalLoss: true,
      ofValue: 0.6,
    });
    expect(jobSum([])).toEqual({
      expectedCents: 0,
      p90Cents: 0,
      expectedDays: 0,
      readyInTime: null,
      totalLoss: null,
      ofValue: null,
    });
  });
});
