/** A cause under consideration, and how its cost comes about. */
import { priors } from './priors.js';
import type { CauseKind, CauseLead } from './schema.js';

export interface Candidate {
  readonly id: string;
  readonly kind: CauseKind;
  readonly title: string;
  readonly cost: number;
  readonly chance: number | null;
  readonly explains: readonly string[];
  readonly reasons: readonly string[];
  readonly leadsTo: CauseLead;
  readonly doNext: string;
}

interface Draft extends Omit<Candidate, 'cost' | 'chance' | 'reasons'> {
  readonly prior: number;
  /** What multiplies the odds, with the reason in a few words. */
  readonly factors?: readonly (readonly [times: number, reason: string])[];
  /** What is added to the cost. */
  readonly penalties?: readonly (readonly [cost: number, reason: string])[];
  readonly reasons?: readonly string[];
}

/** Cost = max(floor, −ln odds) + penalties. */
export function candidate({ prior, factors = [], penalties = [], reasons = [], ...rest }: Draft): Candidate {
  const odds = factors.reduce((product, [times]) => product * times, prior / (1 - prior));
  return {
    ...rest,
    chance: odds / (1 + odds),
    cost: Math.max(priors.floor, -Math.log(odds)) + penalties.reduce((sum, [cost]) => sum + cost, 0),
    reasons: [
      ...reasons,
      ...factors.map(([, reason]) => reason),
      ...penalties.map(([, reason]) => reason),
    ].filter((reason) => reason !== ''),
  };
}

/** `3 codes in 2 modules`. */
export function countWords(seen: readonly { readonly module: string }[]): string {
  const modules = new Set(seen.map(({ module }) => module)).size;
  return `${seen.length} ${seen.length === 1 ? 'code' : 'codes'} in ${modules} ${modules === 1 ? 'module' : 'modules'}`;
}
