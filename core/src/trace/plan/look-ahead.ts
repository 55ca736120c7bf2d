/** Two steps ahead: after each outcome the best next action, instead of the bound at once. */
import type { Costs, OpenTest } from './costs.js';
import { update } from '../observe/evidence.js';
import type { ReadyCase } from '../model/prepare.js';

/** How many actions are judged two steps ahead, where that is asked for. */
export const frontRunners = 6;

/** An outcome that is less likely is not looked behind. */
const leastChance = 1e-4;

/** For front-runners only: it costs as many one-step evaluations as there are outcomes times actions. */
export class TwoSteps {
  constructor(private readonly ready: ReadyCase) {}

  /** The least one-step cost from here. */
  private best(
    costs: Costs,
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
    open: readonly OpenTest[],
  ): number {
    const bound = costs.bound(beliefs, tried);
    const tests = open.map((test) => costs.test(test, beliefs, tried));
    const repairs = this.ready.repairs.flatMap((_, repair) =>
      tried.has(repair) ? [] : [costs.repair(repair, beliefs, tried)],
    );
    return Math.min(bound, ...tests, ...repairs);
  }

  /** A test, and the best that can follow among `rest`. */
  test(
    costs: Costs,
    { test, outcomes }: OpenTest,
    rest: readonly OpenTest[],
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
  ): number {
    const then = costs.after(test);
    const own = costs.test({ test, outcomes: [] }, beliefs, tried);
    return outcomes.reduce((cost, { chances }) => {
      const { chance, beliefs: after } = update(beliefs, chances);
      return chance > leastChance ? cost + chance * this.best(then, after, tried, rest) : cost;
    }, own);
  }

  /** A repair, and the best that can follow where it was not it. */
  repair(
    costs: Costs,
    repair: number,
    open: readonly OpenTest[],
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
  ): number {
    return costs.repairThen(repair, beliefs, tried, (then, without, all) =>
      this.best(then, without, all, open),
    );
  }
}
