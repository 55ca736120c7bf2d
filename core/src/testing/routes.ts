/** Routes for specs: one that is sure, quick and plain, of which a spec changes what it is about. */
import type { PlannedRoute, RoutePlan } from '../route/index.js';

export const plainRoute = (id: string, more: Partial<PlannedRoute> = {}): PlannedRoute => ({
  id,
  kind: 'new',
  label: id,
  priceCents: 10_000,
  labourMinutes: 60,
  leadDays: [1, 2, 3],
  succeeds: 1,
  closes: [],
  ...more,
});

export const planOf = (...routes: PlannedRoute[]): RoutePlan => ({
  unit: 'left driver',
  sort: 'lamp-unit',
  routes,
});
