/** What each action would cost to the end, one step ahead over a bound. Source: computation page, section 4. */
import { update } from './evidence.js';
import type { Outcome } from './outcomes.js';
import type { ReadyCase } from './prepare.js';

/** The charges and the elements of a case, laid out for the inner loops. */
export class Costs {
  /** For every suspect, the index of its element's part among `parts`, or -1. */
  private readonly partOf: Int32Array;
  private readonly wrong: number;
  private readonly outside: number;

  constructor(private readonly ready: ReadyCase) {
    this.partOf = Int32Array.from(ready.suspects, (suspect) =>
      ready.parts.findIndex((part) => part.element === suspect.element),
    );
    this.wrong = ready.wrongPartCents;
    this.outside = ready.outsideCents;
  }

  labour(minutes: number): number {
    return (minutes / 60) * this.ready.hourlyRateCents;
  }

  /** Probability of every part, its suspects together. */
  partProbabilities(beliefs: Float64Array): Float64Array {
    const sums = new Float64Array(this.ready.parts.length);
    for (let s = 0; s < beliefs.length; s++) if (this.partOf[s]! >= 0) sums[this.partOf[s]!]! += beliefs[s]!;
    return sums;
  }

  /**
   * The bound R: parts tried one after the other by ascending (cents + W)/p, and the charge for `outside` on
   * what is left. Parts in `tried` and parts that cannot be it are passed over.
   */
  bound(beliefs: Float64Array, tried: ReadonlySet<number>): number {
    const p = this.partProbabilities(beliefs);
    const { parts } = this.ready;
    const order: number[] = [];
    for (let i = 0; i < parts.length; i++) if (p[i]! > 0 && !tried.has(i)) order.push(i);
    order.sort((a, b) => (parts[a]!.cents + this.wrong) / p[a]! - (parts[b]!.cents + this.wrong) / p[b]!);
    let left = 1;
    let cost = 0;
    for (const i of order) {
      cost += parts[i]!.cents * left + this.wrong * Math.max(0, left - p[i]!);
      left = Math.max(0, left - p[i]!);
    }
    return cost + left * this.outside;
  }

  /** Labour of the test and the bound after each outcome, weighed by its chance. */
  test(
    minutes: number,
    outcomes: readonly Outcome[],
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
  ): number {
    return outcomes.reduce((cost, { chances }) => {
      const { chance, beliefs: after } = update(beliefs, chances);
      return chance > 0 ? cost + chance * this.bound(after, tried) : cost;
    }, this.labour(minutes));
  }

  /** c + (1−p) · (W + R without this part). */
  repair(part: number, beliefs: Float64Array, tried: ReadonlySet<number>): number {
    return this.repairThen(part, beliefs, tried, (without, all) => this.bound(without, all));
  }

  /** As `repair`, with another reckoning of what follows where it was not this part. */
  repairThen(
    part: number,
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
    rest: (without: Float64Array, tried: ReadonlySet<number>) => number,
  ): number {
    const p = Math.min(1, this.partProbabilities(beliefs)[part]!);
    const { chance, beliefs: without } = update(
      beliefs,
      this.partOf.map((other) => (other === part ? 0 : 1)),
    );
    const after = chance > 0 ? rest(without, new Set([...tried, part])) : 0;
    return this.ready.parts[part]!.cents + (1 - p) * (this.wrong + after);
  }
}

/** A test that can still be made, with its outcomes. */
export interface OpenTest {
  readonly minutes: number;
  readonly outcomes: readonly Outcome[];
}

/**
 * Two steps ahead: after each outcome the best next action by its one-step cost, instead of the bound at once.
 * For front-runners only: it costs as many one-step evaluations as there are outcomes times actions.
 */
export class TwoSteps {
  constructor(
    private readonly ready: ReadyCase,
    private readonly costs: Costs,
  ) {}

  /** The least one-step cost from here. */
  private best(beliefs: Float64Array, tried: ReadonlySet<number>, open: readonly OpenTest[]): number {
    const bound = this.costs.bound(beliefs, tried);
    const tests = open.map(({ minutes, outcomes }) => this.costs.test(minutes, outcomes, beliefs, tried));
    const repairs = this.ready.parts.flatMap((_, part) =>
      tried.has(part) ? [] : [this.costs.repair(part, beliefs, tried)],
    );
    return Math.min(bound, ...tests, ...repairs);
  }

  /** A test, and the best that can follow among `rest`. */
  test(
    { minutes, outcomes }: OpenTest,
    rest: readonly OpenTest[],
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
  ): number {
    return outcomes.reduce((cost, { chances }) => {
      const { chance, beliefs: after } = update(beliefs, chances);
      return chance > 1e-4 ? cost + chance * this.best(after, tried, rest) : cost;
    }, this.costs.labour(minutes));
  }

  /** A repair, and the best that can follow where it was not it. */
  repair(part: number, open: readonly OpenTest[], beliefs: Float64Array, tried: ReadonlySet<number>): number {
    return this.costs.repairThen(part, beliefs, tried, (without, all) => this.best(without, all, open));
  }
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
