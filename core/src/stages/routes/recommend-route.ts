/** Which route to take, in sentences that a desk person can read to the customer. */
import type { Followed, RouteSpread } from '../../route/index.js';
import { percent } from '../../units/index.js';
import { type Said, say } from '../../words/index.js';

export interface Recommendation {
  readonly id: string;
  /** The first says what speaks for it; the others how it stands against the rest, and what could go wrong. */
  readonly reasons: readonly Said[];
}

/** A date counts as kept where it is kept more often than not. */
const keptAbove = 0.5;
/** Days by which another route has to be quicker to be worth a word. */
const noticedDays = 1;
/** Money that nobody would choose by, in cents. */
const evenCents = 500;
/** A route that fails less often needs no word about it. */
const sureEnough = 0.95;

/**
 * The cheapest to its end among those that keep the date; where none keeps it, the cheapest. Down-time is money in
 * both. Null where nothing is open.
 *
 * @param followed cheapest first, as `followRoutes` gives them
 * @param money how an amount in cents is written
 */
export function recommendRoute(
  followed: readonly Followed[],
  spreads: readonly Pick<RouteSpread, 'id' | 'readyInTime'>[],
  money: (cents: number) => string,
): Recommendation | null {
  const cheapest = followed[0];
  if (!cheapest) return null;
  const whole = (cents: number) => money(Math.round(cents));
  const readiness = (one: Followed) => spreads.find(({ id }) => id === one.route.id)?.readyInTime ?? null;
  const chosen = followed.find((one) => (readiness(one) ?? 1) > keptAbove) ?? cheapest;
  return {
    id: chosen.route.id,
    reasons: [
      speaksForIt(chosen, followed, readiness(chosen), whole),
      ...late(readiness(chosen)),
      ...quicker(chosen, followed, whole),
      ...failure(chosen),
    ],
  };
}

/**
 * What speaks against a route beside another: its money to the end, who makes it needless, how sure it would have to be.
 *
 * @param dominatedBy labels of routes that are no worse in anything and better in something
 * @param evenAt the chance at which both cost the same, where there is one
 */
export function routeAgainst(
  own: Followed,
  other: Followed,
  { dominatedBy, evenAt }: { readonly dominatedBy: readonly string[]; readonly evenAt: number | null },
  money: (cents: number) => string,
): readonly Said[] {
  const whole = (cents: number) => money(Math.round(cents));
  const extra = own.cents - other.cents;
  const { label } = other.route;
  return [
    besideOther(extra, own, label, whole),
    ...(dominatedBy.length > 0
      ? [say('route.dominated', { others: dominatedBy.map((one) => `“${one}”`).join(' and ') })]
      : []),
    ...(evenAt === null || extra <= 0
      ? []
      : [say('route.breakEven', { chance: percent(evenAt), other: label })]),
    ...failure(own),
  ];
}

function besideOther(extra: number, own: Followed, other: string, money: (cents: number) => string): Said {
  if (extra <= -evenCents) return say('route.cheaper', { saving: money(-extra), other });
  if (extra < evenCents) return say('route.even', { other });
  return say('route.dearer', { cost: money(own.cents), extra: money(extra), other });
}

function speaksForIt(
  chosen: Followed,
  followed: readonly Followed[],
  ready: number | null,
  money: (cents: number) => string,
): Said {
  const [cheapest] = followed;
  const other = followed.find((one) => one !== chosen);
  if (!other) return say('route.only');
  if (chosen !== cheapest)
    return say('route.inTime', {
      chance: percent(ready ?? 1),
      extra: money(chosen.cents - cheapest!.cents),
      other: cheapest!.route.label,
    });
  const saving = other.cents - chosen.cents;
  return saving < evenCents
    ? say('route.even', { other: other.route.label })
    : say('route.cheapest', { cost: money(chosen.cents), saving: money(saving), other: other.route.label });
}

function late(ready: number | null): readonly Said[] {
  return ready !== null && ready <= keptAbove ? [say('route.late', { chance: percent(ready) })] : [];
}

function quicker(
  chosen: Followed,
  followed: readonly Followed[],
  money: (cents: number) => string,
): readonly Said[] {
  const other = followed.find((one) => one.days + noticedDays <= chosen.days && one.cents > chosen.cents);
  if (!other) return [];
  return [
    say('route.quicker', {
      other: other.route.label,
      days: Math.round(chosen.days - other.days),
      extra: money(other.cents - chosen.cents),
    }),
  ];
}

function failure({ route, next, closes }: Followed): readonly Said[] {
  const chance = percent(1 - route.succeeds);
  const follows =
    next === null ? say('route.failsAgain', { chance }) : say('route.fails', { chance, next: next.label });
  return [
    ...(route.succeeds < sureEnough ? [follows] : []),
    ...(closes.length > 0
      ? [say('route.closes', { others: closes.map(({ label }) => `“${label}”`).join(' and ') })]
      : []),
  ];
}
