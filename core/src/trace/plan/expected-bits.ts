/** What a test is expected to tell. */
import { speaks, speaksFor } from '../observe/confirmed.js';
import { update } from '../observe/evidence.js';
import type { ReadyCase } from '../model/prepare.js';
import type { RepairOption } from '../model/repair-options.js';
import type { Outcome } from './outcomes.js';

/** Suspects and outcomes that are less likely decide nothing. */
const leastBelief = 0.005;
const leastChance = 0.01;

/**
 * Whether an outcome that may come tells believed suspects apart, or would speak for one of the parts that are sure.
 * @param sure repairs that only wait to be confirmed
 */
export function canTell(
  ready: ReadyCase,
  outcomes: readonly Outcome[],
  beliefs: Float64Array,
  sure: readonly RepairOption[],
): boolean {
  const believed = [...beliefs.keys()].filter((s) => beliefs[s]! >= leastBelief);
  return outcomes.some(({ chances }) => {
    if (update(beliefs, chances).chance < leastChance) return false;
    const likely = believed.map((s) => chances[s]!);
    return (
      Math.max(...likely) > speaks * Math.min(...likely) ||
      sure.some((repair) => speaksFor(ready, chances, repair, beliefs))
    );
  });
}

/** Bits that a test is expected to tell about the suspects. */
export function expectedBits(outcomes: readonly Outcome[], beliefs: Float64Array): number {
  const after = outcomes.reduce((sum, { chances }) => {
    const { chance, beliefs: posterior } = update(beliefs, chances);
    return sum + chance * entropy(posterior);
  }, 0);
  return Math.max(0, entropy(beliefs) - after);
}

function entropy(beliefs: Float64Array): number {
  return beliefs.reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);
}
