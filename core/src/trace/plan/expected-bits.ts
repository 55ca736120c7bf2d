/** What a test is expected to tell. */
import { update } from '../observe/evidence.js';
import type { Outcome } from './outcomes.js';

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
