/**
 * The chance that a repair cured, from what repairs like it achieved: the chance that it was the right part, which the
 * planner's probability says once it is calibrated, times the chance that such work holds. The weights of both start at
 * the published judgement and are moved by the shop's own outcomes, each by as much as there are of them. Source:
 * Bayesian logistic regression with Laplace's approximation. Which of the two failed is not seen, and whether a repair
 * held only as far as its clean exposures say.
 */
import type { CureFacts, CureOutcome } from './facts.js';
import { bounded, summandsOf } from './published.js';
import { type Scale, scaled, scaleOf } from './scale.js';
import { Weights } from './weights.js';

export interface CureChance {
  /** Probability of the cure before any clean exposure. */
  readonly chance: number;
  /** Outcomes of this shop with the same method, kind of part and root; and how many of them held. */
  readonly like: number;
  readonly held: number;
  /** Outcomes of this shop in all. */
  readonly outcomes: number;
}

export class CureEstimator {
  private readonly weights = new Weights();
  private readonly scale: Scale = { shift: 0, stretch: 1 };

  constructor(private readonly outcomes: readonly CureOutcome[]) {
    if (outcomes.length === 0) return;
    const groups = byFacts(outcomes);
    this.weights.fit(
      groups.map(([first, ...others]) => ({
        ...this.weights.place(summandsOf(first)),
        ends: [first, ...others],
      })),
    );
    this.scale = scaleOf(
      groups.flatMap((group) => {
        const odds = this.oddsOf(group[0]);
        return group.map(({ miss, count }) => ({ odds, miss, count }));
      }),
    );
  }

  /**
   * @example new CureEstimator([]).of({ method: 'replace', part: 'switching', root: 'found-and-removed', confirmed: true,
   *   comesAndGoes: false, called: 0.9 }).chance // 0.85: the published judgement
   */
  of(facts: CureFacts): CureChance {
    const like = this.outcomes.filter(
      ({ method, part, root }) => method === facts.method && part === facts.part && root === facts.root,
    );
    const sumOf = (all: readonly CureOutcome[]) => all.reduce((total, { count }) => total + count, 0);
    return {
      chance: bounded(scaled(this.oddsOf(facts), this.scale)),
      like: sumOf(like),
      held: sumOf(like.filter(({ miss }) => miss !== null)),
      outcomes: sumOf(this.outcomes),
    };
  }

  private oddsOf(facts: CureFacts): number {
    const chance = this.weights.mean(summandsOf(facts));
    return Math.log(chance / (1 - chance));
  }
}

type Group = readonly [CureOutcome, ...CureOutcome[]];

/** Outcomes of the same facts together: each is weighed once. */
function byFacts(outcomes: readonly CureOutcome[]): Group[] {
  const groups = new Map<string, [CureOutcome, ...CureOutcome[]]>();
  for (const outcome of outcomes) {
    const { method, part, root, confirmed, comesAndGoes, called } = outcome;
    const key = [method, part, root, confirmed, comesAndGoes, called].join(' ');
    const group = groups.get(key);
    if (group) group.push(outcome);
    else groups.set(key, [outcome]);
  }
  return [...groups.values()];
}
