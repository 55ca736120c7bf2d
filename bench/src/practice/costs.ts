/** What work at a simulated car takes: the same for a person and for the planner. */
import { defaultRoutePolicy } from '@dormant-beacon/core/shop';

/** Minutes of a scan of every module, and of a clear. Judgement. */
export const scanMinutes = 4;
export const clearMinutes = 3;
/** Battery off, the wait, battery on: whatever the clock says at a simulated car. */
export const safeMinutes = 36;
/** What a hint costs. */
export const hintMinutes = 10;
/** Of a repair that its trace does not price. Judgement. */
export const usualRepair = { minutes: 10, priceCents: 2000 };

/** Parts, and the time at the rate of a shop that has set none. */
export const costOf = (minutes: number, partCents: number): number =>
  partCents + Math.round((minutes * defaultRoutePolicy.hourlyRateCents) / 60);
