/** Ways to put a unit right, with money, days and chance: the one definition of their data. */
import * as z from 'zod';
import { day } from '../calendar/index.js';

const id = z.string().min(1).max(80);
/** Integer cents of one currency; wide enough for a whole car. */
export const cents = z.int().min(0).max(100_000_000);
const days = z.number().min(0).max(3650);
const minutes = z.number().min(0).max(100_000);
const chance = z.number().min(0).max(1);

/** Days from the order until the unit can be fitted: least, likeliest, most. */
export const leadDays = z
  .tuple([days, days, days])
  .refine(([least, likely, most]) => least <= likely && likely <= most, {
    error: 'expected the least, the likeliest and the most days in this order',
  });
export type LeadDays = z.infer<typeof leadDays>;

export const route = z.strictObject({
  id,
  priceCents: cents,
  /** Comes back with the old unit, and is not counted. */
  coreDepositCents: cents.nullish(),
  codingCents: cents.nullish(),
  shippingCents: cents.nullish(),
  labourMinutes: minutes,
  hourlyRateCents: cents,
  leadDays,
  succeeds: chance,
  /** What a failure costs beside the route itself. */
  onFailure: z.strictObject({ costCents: cents, days }).nullish(),
  downtimeCentsPerDay: cents.nullish(),
  warrantyDays: z.number().min(0).max(36_500).nullish(),
});
export type Route = z.infer<typeof route>;

const mostRoutes = 50;

export const routeRequest = z.strictObject({
  routes: z.array(route).max(mostRoutes),
  readyWithinDays: days.nullish(),
  seed: z.int().nullish(),
});
export type RouteRequest = z.infer<typeof routeRequest>;

export interface RouteFigures {
  readonly id: string;
  readonly expectedCents: number;
  readonly expectedDays: number;
  /** Chance to be ready within the days that were asked for; null where none were. */
  readonly readyInTime: number | null;
  /** Money that nine in ten outcomes stay within. */
  readonly p90Cents: number;
  /** Ids of the routes that are no worse in money, days and chance, and better in one of them. */
  readonly dominatedBy: readonly string[];
}

export const coverageRequest = z.strictObject({
  inService: day,
  on: day,
  odometer: z.number().min(0).max(10_000_000),
  covers: z
    .array(
      z.strictObject({
        name: z.string().trim().min(1).max(200),
        months: z.int().min(0).max(1200),
        distance: z.number().min(0).max(10_000_000).nullish(),
      }),
    )
    .max(100),
});
export type CoverageRequest = z.infer<typeof coverageRequest>;
