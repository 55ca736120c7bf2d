/** The best strategy that the stop rule allows, by searching through every order of tests and repairs of a small case. */
import { isConfirmed, meansOf } from '../observe/confirmed.js';
import { canTell } from '../plan/expected-bits.js';
import type { Costs } from '../plan/costs.js';
import { update } from '../observe/evidence.js';
import type { Outcome } from '../plan/outcomes.js';
import { placeKey } from '../model/reach.js';
import type { ReadyCase } from '../model/prepare.js';
import type { Move, Situation, Strategy } from '../plan/situation.js';

/** Situations up to which a case is searched through where nothing else is said. */
export const usualSituations = 60_000;

/** The strategy, or null where the case is too large. Beliefs follow the tests' outcomes, as the planner foresees them. */
export function optimum(
  ready: ReadyCase,
  costs: Costs,
  outcomes: ReadonlyMap<string, readonly Outcome[]>,
  mostSituations = usualSituations,
): Strategy | null {
  const tests = ready.source.tests;
  const situations = tests.reduce(
    (product, test) => product * (outcomes.get(test.id)!.length + 1),
    2 ** ready.repairs.length,
  );
  if (situations > mostSituations) return null;

  const known = new Map<string, { cost: number; move: Move | null }>();
  const best = (
    beliefs: Float64Array,
    tried: ReadonlySet<number>,
    read: readonly number[],
    costs: Costs,
  ): { cost: number; move: Move | null } => {
    const key = `${read.join(',')}|${[...tried].sort().join(',')}|${ready.ways.none ? '' : placeKey(costs.place)}`;
    const before = known.get(key);
    if (before) return before;
    let found: { cost: number; move: Move | null } = { cost: ready.outsideCents, move: null };
    if (tried.size < ready.repairs.length) found = { cost: Infinity, move: null };
    const p = costs.coveredProbabilities(beliefs);
    const taken = tests.flatMap((test, t) =>
      read[t] === -1 ? [] : [{ means: meansOf(test), likelihood: outcomes.get(test.id)![read[t]!]!.chances }],
    );
    const likely = ready.repairs.filter((_, index) => !tried.has(index) && p[index]! >= ready.stopAt);
    const isSilent = tests.every(
      (test, t) => read[t] !== -1 || !canTell(ready, outcomes.get(test.id)!, beliefs, likely),
    );
    ready.repairs.forEach((repair, index) => {
      if (tried.has(index)) return;
      // The rule of guarded circuits binds the optimum too: it is the best that may be done.
      const sure = p[index]! >= ready.stopAt && isConfirmed(ready, taken, repair, beliefs);
      if (ready.guarded && !sure && !isSilent) return;
      const left = Math.max(0, 1 - repair.succeeds * p[index]!);
      const without = update(
        beliefs,
        Float64Array.from(ready.suspects, ({ element }) =>
          repair.covers.includes(element) ? 1 - repair.succeeds : 1,
        ),
      );
      const rest =
        without.chance > 0
          ? best(without.beliefs, new Set([...tried, index]), read, costs.after(repair)).cost
          : 0;
      const first = costs.labour(ready.ways.minutes(costs.place, repair));
      const cost = first + repair.cents + left * (ready.wrongPartCents + rest);
      if (cost < found.cost) found = { cost, move: { repair: index } };
    });
    tests.forEach((test, t) => {
      if (read[t] !== -1 || tried.size === ready.repairs.length) return;
      let cost = costs.labour(test.minutes + ready.ways.minutes(costs.place, test));
      const then = costs.after(test);
      outcomes.get(test.id)!.forEach(({ chances }, o) => {
        const { chance, beliefs: after } = update(beliefs, chances);
        if (chance > 1e-9 && cost < found.cost)
          cost += chance * best(after, tried, read.with(t, o), then).cost;
      });
      if (cost < found.cost) found = { cost, move: { test } };
    });
    known.set(key, found);
    return found;
  };

  const prior = Float64Array.from(ready.suspects, (suspect) => suspect.prior);
  best(
    prior,
    new Set(),
    tests.map(() => -1),
    costs,
  );
  return ({ beliefs, tried, read, costs: here }: Situation): Move =>
    best(beliefs, tried, read, here).move ?? {
      repair: ready.repairs.findIndex((_, index) => !tried.has(index)),
    };
}
