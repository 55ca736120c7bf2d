/** The routes of one unit as a shop weighs them: what each costs, may spoil and closes. */
import * as z from 'zod';
import { day } from '../calendar/index.js';
import { routeKinds } from './kinds.js';
import { cents, leadDays } from './schema.js';

export const routeKind = z.enum(routeKinds);

/** What sort of thing is put right: which routes exist for it, and their usual figures. */
export const unitSorts = [
  'lamp',
  'lamp-unit',
  'module',
  'instruments',
  'actuator',
  'sensor',
  'switch',
  'lock',
  'harness',
  'restraint-pyrotechnic',
  'restraint-module',
  'restraint-sensor',
  'other',
] as const;
export const unitSort = z.enum(unitSorts);
export type UnitSort = z.infer<typeof unitSort>;

const routeId = z.string().min(1).max(40);

export const plannedRoute = z.strictObject({
  id: routeId,
  kind: routeKind,
  label: z.string().trim().min(1).max(120),
  priceCents: cents,
  coreDepositCents: cents.nullish(),
  codingCents: cents.nullish(),
  shippingCents: cents.nullish(),
  labourMinutes: z.number().min(0).max(10_000),
  /** In working days. */
  leadDays,
  succeeds: z.number().gt(0).max(1),
  /** A failure loses this beside what the route itself cost: a core’s value, a second diagnosis. */
  lostCents: cents.nullish(),
  lostDays: z.number().min(0).max(365).nullish(),
  /** Routes that a failure closes: a first try at the bench can spoil the mail-in. */
  closes: z.array(routeId).max(12),
  warrantyDays: z.int().min(0).max(3650).nullish(),
});
export type PlannedRoute = z.infer<typeof plannedRoute>;

/** Most routes of one unit: every order of failures is looked at. */
const mostPlannedRoutes = 12;

export const routePlan = z.strictObject({
  unit: z.string().trim().min(1).max(120),
  sort: unitSort,
  routes: z
    .array(plannedRoute)
    .min(1)
    .max(mostPlannedRoutes)
    .superRefine((routes, context) => {
      const ids = routes.map(({ id }) => id);
      routes.forEach(({ id, closes }, n) => {
        if (ids.indexOf(id) !== n)
          context.addIssue({ code: 'custom', path: [n, 'id'], message: `"${id}" stands twice` });
        closes.forEach((other, at) => {
          if (!ids.includes(other))
            context.addIssue({
              code: 'custom',
              path: [n, 'closes', at],
              message: `there is no route "${other}"`,
            });
        });
      });
    }),
  readyBy: day.nullish(),
  /** What a day without the car costs: a courtesy car, a blocked bay. */
  downtimeCentsPerDay: cents.nullish(),
});
export type RoutePlan = z.infer<typeof routePlan>;
