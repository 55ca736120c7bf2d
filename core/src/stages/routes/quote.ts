/** What the work on the units costs, line by line, as the customer is told. */
import { type JobRecord } from '../../record/index.js';
import { packageOf, restraintPicture } from '../../record/picture/index.js';
import { type PlannedRoute, routeKindWords } from '../../route/index.js';
import type { RoutePolicy } from '../../shop/index.js';
import type { UnitRoutes } from '../unit-routes.js';

export interface QuoteLine {
  readonly what: 'part' | 'coding' | 'postage' | 'labour' | 'restraint';
  readonly label: string;
  readonly cents: number;
}

export interface QuoteItem {
  readonly unit: string;
  /** How it is put right; null for a restraint unit of the package. */
  readonly route: string | null;
  /** Whether that is chosen, or the cheapest one that is open. */
  readonly chosen: boolean;
  readonly lines: readonly QuoteLine[];
  readonly cents: number;
  /** Comes back with the old unit, and stands in no sum. */
  readonly depositCents: number;
  readonly warrantyDays: number | null;
  /** The customer's limit, where they gave one. */
  readonly ceilingCents: number | null;
}

export interface Quote {
  readonly items: readonly QuoteItem[];
  readonly cents: number;
  readonly depositCents: number;
}

/**
 * Units by their chosen route, an ordered part by its own price; of those without a choice the cheapest open route.
 * Restraint units come from the package that the shop's policy allows. Tax is left to the shop's own invoice.
 */
export function quoteOf(record: JobRecord, units: readonly UnitRoutes[], policy: RoutePolicy): Quote {
  const items = [
    ...units.flatMap((unit) => unitItem(unit, policy)),
    ...restraintItems(record, units, policy),
  ];
  return {
    items,
    cents: items.reduce((sum, { cents }) => sum + cents, 0),
    depositCents: items.reduce((sum, { depositCents }) => sum + depositCents, 0),
  };
}

function unitItem(unit: UnitRoutes, { hourlyRateCents }: RoutePolicy): readonly QuoteItem[] {
  const route = unit.chosen ?? (unit.step === 'done' ? lastChosen(unit) : unit.open[0]?.route);
  if (!route) return [];
  const part = unit.ordered?.fact.part;
  const lines = [
    line('part', partLabel(route, part?.partNumber), part?.priceCents ?? route.priceCents),
    line('coding', 'coding', route.codingCents ?? 0),
    line('postage', 'postage', route.shippingCents ?? 0),
    line(
      'labour',
      `labour, ${route.labourMinutes} min`,
      Math.round((route.labourMinutes / 60) * hourlyRateCents),
    ),
  ].filter(({ cents }) => cents > 0);
  return [
    {
      unit: unit.plan.unit,
      route: route.label,
      chosen: unit.chosen !== null || unit.step === 'done',
      lines,
      cents: lines.reduce((sum, { cents }) => sum + cents, 0),
      depositCents: unit.ordered?.fact.coreDepositCents ?? route.coreDepositCents ?? 0,
      warrantyDays: route.warrantyDays ?? null,
      ceilingCents: unit.approval?.answer === 'yes' ? (unit.approval.ceilingCents ?? null) : null,
    },
  ];
}

/** A unit that is done had its route, even where rules have changed since. */
function lastChosen({ plan, choice }: UnitRoutes): PlannedRoute | undefined {
  return plan.routes.find(({ id }) => id === choice?.routeId);
}

function partLabel({ kind }: PlannedRoute, partNumber: string | undefined): string {
  const own =
    kind === 'bench-repair' || kind === 'mail-in' ? routeKindWords[kind] : `part, ${routeKindWords[kind]}`;
  return partNumber === undefined ? own : `${own}, ${partNumber}`;
}

function line(what: QuoteLine['what'], label: string, cents: number): QuoteLine {
  return { what, label, cents };
}

function restraintItems(
  record: JobRecord,
  units: readonly UnitRoutes[],
  { restraintRoute, hourlyRateCents }: RoutePolicy,
): readonly QuoteItem[] {
  const picture = restraintPicture(record, restraintRoute);
  if (!picture) return [];
  const { sum } = packageOf(record, picture, { policy: restraintRoute, hourlyRateCents });
  const weighed = new Set(units.map(({ plan }) => plan.unit.toLowerCase()));
  return sum.items.flatMap(({ id, kind, cents }) => {
    const label = picture.items.find((item) => item.id === id)?.label ?? id;
    // Its routes were weighed by themselves: it is quoted there.
    if (weighed.has(label.toLowerCase())) return [];
    return {
      unit: label,
      route: kind.replaceAll('-', ' '),
      chosen: true,
      lines: [line('restraint', 'part and labour', cents)],
      cents,
      depositCents: 0,
      warrantyDays: null,
      ceilingCents: null,
    };
  });
}
