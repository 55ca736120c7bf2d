/** Money of one try. */
import type { PlannedRoute } from './plan-schema.js';

/** Cents that are spent whatever comes of the try, before any down-time; the deposit comes back. */
export function triedCents(
  {
    priceCents,
    shippingCents,
    codingCents,
    labourMinutes,
  }: Pick<PlannedRoute, 'priceCents' | 'shippingCents' | 'codingCents' | 'labourMinutes'>,
  hourlyRateCents: number,
): number {
  return priceCents + (shippingCents ?? 0) + (codingCents ?? 0) + (labourMinutes / 60) * hourlyRateCents;
}
