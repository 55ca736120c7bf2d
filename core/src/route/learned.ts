/** Chance to succeed as the shop has found it: its own outcomes over a cautious usual figure. */

/** So many outcomes weigh as much as the usual figure. Source: judgement; the same caution as the proof’s prior. */
const usualWeighs = 4;

/** Outcomes that the shop has seen of one kind of route on one sort of unit. */
export interface RouteCounts {
  readonly succeeded: number;
  readonly failed: number;
}

/** @example learnedChance(0.8, { succeeded: 1, failed: 3 }) // (4 × 0.8 + 1) / (4 + 4) = 0.525 */
export function learnedChance(usual: number, { succeeded, failed }: RouteCounts): number {
  return (usualWeighs * usual + succeeded) / (usualWeighs + succeeded + failed);
}
