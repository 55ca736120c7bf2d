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

/** Cost = max(floor, −ln odds) + penalties, many of one kind weighing no more than a few. */
export function candidate({ prior, factors = [], penalties = [], reasons = [], ...rest }: Draft): Candidate {
  const odds = factors.reduce((product, [times]) => product * times, prior / (1 - prior));
  return {
    ...rest,
    chance: odds / (1 + odds),
    cost: Math.max(priors.floor, -Math.log(odds)) + saturated(penalties.map(([cost]) => cost)),
    reasons: [
      ...reasons,
      ...factors.map(([, reason]) => reason),
      ...penalties.map(([, reason]) => reason),
    ].filter((reason) => reason !== ''),
  };
}

/** Each kind of penalty by its weight: n of them weigh as a few at most, ever less for each further one. */
function saturated(costs: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const cost of costs) counts.set(cost, (counts.get(cost) ?? 0) + 1);
  const most = priors.saturation;
  // One weighs 1, two nearly 2, and without end `saturation` of them.
  return [...counts].reduce(
    (sum, [cost, n]) => sum + cost * (n === 1 ? 1 : most * (1 - ((most - 1) / most) ** n)),
    0,
  );
}

/** `3 codes in 2 modules`. */
export function countWords(seen: readonly { readonly module: string }[]): string {
  const modules = new Set(seen.map(({ module }) => module)).size;
  return `${seen.length} ${seen.length === 1 ? 'code' : 'codes'} in ${modules} ${modules === 1 ? 'module' : 'modules'}`;
}
