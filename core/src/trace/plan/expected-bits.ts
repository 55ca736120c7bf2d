/** What a test is expected to tell. */
import { speaks, speaksFor } from '../observe/confirmed.js';
import { update } from '../observe/evidence.js';
import type { ReadyCase } from '../model/prepare.js';
import type { RepairOption } from '../model/repair-options.js';
import type { Outcome } from './outcomes.js';
import { afterEach } from './situation.js';

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
export function expectedBits(
  outcomes: readonly Outcome[],
  beliefs: Float64Array,
  after = afterEach(beliefs),
): number {
  let left = 0;
  for (const outcome of outcomes) {
    const { chance, beliefs: posterior } = after(outcome);
    left += chance * entropy(posterior);
  }
  return Math.max(0, entropy(beliefs) - left);
}

function entropy(beliefs: Float64Array): number {
  let nats = 0;
  for (let s = 0; s < beliefs.length; s++) {
    const p = beliefs[s]!;
    if (p > 0) nats -= p * Math.log(p);
  }
  return nats / Math.LN2;
}
