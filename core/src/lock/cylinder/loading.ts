/** The order in which a cylinder is loaded, and what of the kit goes where. */
import type { DepthTable, WaferHand } from '../schema.js';

export interface LoadStep {
  readonly position: number;
  readonly code: string;
  readonly hand: WaferHand;
}

/** One wafer at a time from the shoulder on, with the key held in: a wafer that is not flush is seen at once. */
export const loadingOrder = (
  codes: readonly string[],
  { hands }: Pick<DepthTable, 'hands'>,
): readonly LoadStep[] => codes.map((code, n) => ({ position: n + 1, code, hand: hands[n]! }));

/** Wafers that are needed by code and hand. */
export function waferCounts(steps: readonly LoadStep[]) {
  const counts = new Map<string, { code: string; hand: WaferHand; count: number }>();
  for (const { code, hand } of steps) {
    const key = `${code}/${hand}`;
    const own = counts.get(key) ?? { code, hand, count: 0 };
    counts.set(key, { ...own, count: own.count + 1 });
  }
  return [...counts.values()].sort((a, b) => (a.code + a.hand < b.code + b.hand ? -1 : 1));
}
