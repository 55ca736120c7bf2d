import { followRoutes } from '../../route/index.js';
import { plainRoute as route, planOf as plan } from '../../testing/routes.js';
import { recommendRoute, routeAgainst } from './recommend-route.js';

const rate = { hourlyRateCents: 6000 };

describe('recommendRoute', () => {
  const money = (cents: number) => `€${cents / 100}`;
  const own = plan(
    route('new', { priceCents: 30_000, leadDays: [0, 1, 1] }),
    route('used', { succeeds: 0.8 }),
  );

  it('takes the cheapest to its end, and says what it costs against the rest', () => {
    const { id, reasons } = recommendRoute(followRoutes(own, rate), [], money)!;
    expect(id).toBe('used');
    expect(reasons.map(({ says }) => says)).toEqual([
      'It costs €232 to its end, €128 less than “new”.',
      '“new” would be a day quicker, for €128 more.',
      'It fails in 20\u202f% of cases; “new” follows then.',
    ]);
  });

  it('takes one that keeps the date before a cheaper one that does not', () => {
    const ready = [
      { id: 'new', readyInTime: 1 },
      { id: 'used', readyInTime: 0.2 },
    ];
    const { id, reasons } = recommendRoute(followRoutes(own, rate), ready, money)!;
    expect([id, reasons[0]!.key]).toEqual(['new', 'route.inTime']);
    const late = recommendRoute(
      followRoutes(own, rate),
      ready.map((one) => ({ ...one, readyInTime: 0.1 })),
      money,
    )!;
    expect([late.id, late.reasons[1]!.key]).toEqual(['used', 'route.late']);
  });

  it('says what speaks against another one, and how sure that would have to be', () => {
    const [used, fresh] = followRoutes(own, rate);
    const said = (...of: Parameters<typeof routeAgainst>) => routeAgainst(...of).map(({ says }) => says);
    expect(said(fresh!, used!, { dominatedBy: ['used'], evenAt: 0.9 }, money)).toEqual([
      'It costs €360 to its end, €128 more than “used”.',
      'Nobody needs it: “used” costs no more, takes no longer and succeeds as often.',
      'It would be as good as “used” if it succeeded in 90\u202f% of cases.',
    ]);
    expect(said(used!, fresh!, { dominatedBy: [], evenAt: 0.4 }, money)[0]).toBe(
      'It is €128 cheaper to its end than “new”, which is likelier to keep the date.',
    );
  });

  it('says nothing where nothing is open', () => expect(recommendRoute([], [], money)).toBeNull());
});
