/** What it costs to the end if the plan is followed: outcome by outcome, the best move chosen anew after each. */
import type { Costs, OpenTest } from './costs.js';
import { update } from '../observe/evidence.js';
import type { TraceTest } from '../model/schema.js';
import type { Outcome } from './outcomes.js';
import type { Move, Situation } from './situation.js';

/** Branches that are less likely are reckoned by the bound. */
const leastLikely = 0.002;
/** Moves that are reckoned anew at most; what is left then is reckoned by the bound, which is never below. */
const mostMoves = 80;
/** Tests that are weighed after the first move: so many that lead now. */
const mostTests = 8;
/** Repairs that are weighed beside them: the first of the bound, which are the best but for what a test would tell. */
const mostRepairs = 3;
/** Tests and repairs, times suspects, up to which it fits into the time in which a plan is awaited. */
const fits = 1000;

/** Whether following the plan to its end fits into the planning itself. */
export const canFollow = ({ ready, unread }: Situation): boolean =>
  ready.suspects.length * (unread.length + ready.repairs.length) <= fits;

type Open = OpenTest & { readonly test: TraceTest };

/**
 * The tests that may follow after a front-runner: those that lead now, and the front-runners themselves. The same for
 * all of them: what is followed by a better choice of tests would seem the cheaper move.
 * @param moves all that can be done, best first
 */
export function testsAfter(moves: readonly Move[], front: readonly Move[]): readonly TraceTest[] {
  const tests = moves.flatMap((move) => ('test' in move ? [move] : []));
  return tests.filter((move, n) => n < mostTests || front.includes(move)).map(({ test }) => test);
}

/** Outcomes that leave the same suspect in the lead are followed as one: what a meter tells apart beyond that decides little. */
function byLeader(outcomes: readonly Outcome[], beliefs: Float64Array): readonly Outcome[] {
  const groups = new Map<number, Outcome>();
  for (const outcome of outcomes) {
    let leader = 0;
    for (let s = 1; s < beliefs.length; s++)
      if (beliefs[s]! * outcome.chances[s]! > beliefs[leader]! * outcome.chances[leader]!) leader = s;
    const own = groups.get(leader);
    groups.set(
      leader,
      own ? { ...own, chances: own.chances.map((chance, s) => chance + outcome.chances[s]!) } : outcome,
    );
  }
  return [...groups.values()];
}

interface Branch {
  readonly costs: Costs;
  readonly beliefs: Float64Array;
  readonly tried: ReadonlySet<number>;
  readonly open: readonly Open[];
  /** How likely it is to come to this. */
  readonly chance: number;
}

interface Weighed {
  readonly move: Move;
  readonly cents: number;
}

/**
 * Mean cents from here to the end, the first move included: labour, parts, the charge for parts in vain, and that for
 * what lies outside. Every branch follows the stop rule, the likeliest first.
 * @param tests those that may be made, the first move's own among them
 */
export function centsToTheEnd(situation: Situation, first: Move, tests: readonly TraceTest[]): number {
  const { ready, costs, outcomes, beliefs, tried } = situation;
  const open = tests.map((test) => ({ test, outcomes: byLeader(outcomes.get(test.id)!, beliefs) }));
  const waiting: Branch[] = [];
  let cents = follow({ costs, beliefs, tried, open, chance: 1 }, first);
  for (let moved = 1; waiting.length > 0; moved++) {
    const likeliest = waiting.reduce((best, one) => (one.chance > best.chance ? one : best));
    waiting.splice(waiting.indexOf(likeliest), 1);
    const next = likeliest.chance < leastLikely || moved >= mostMoves ? null : bestOf(likeliest);
    cents +=
      next === null
        ? likeliest.chance * likeliest.costs.bound(likeliest.beliefs, likeliest.tried)
        : follow(likeliest, next);
  }
  return cents;

  /** What a move costs at once, weighed by how likely it is made; what can follow waits. */
  function follow(at: Branch, move: Move): number {
    if ('repair' in move) {
      const own = at.costs.repairThen(move.repair, at.beliefs, at.tried, (then, without, all, chance) => {
        waiting.push({ ...at, costs: then, beliefs: without, tried: all, chance: at.chance * chance });
        return 0;
      });
      return at.chance * own;
    }
    const own = at.open.find(({ test }) => test === move.test)!;
    const then = at.costs.after(own.test);
    const rest = at.open.filter((other) => other !== own);
    for (const { chances } of own.outcomes) {
      const { chance, beliefs: after } = update(at.beliefs, chances);
      if (chance > 0)
        waiting.push({ ...at, costs: then, beliefs: after, open: rest, chance: at.chance * chance });
    }
    return at.chance * at.costs.test({ ...own, outcomes: [] }, at.beliefs, at.tried);
  }

  /** The stop rule in short: the sure part, else what costs least; null where nothing is left but to look elsewhere. */
  function bestOf({ costs: now, beliefs: believed, tried: gone, open: left }: Branch): Move | null {
    const covered = now.coveredProbabilities(believed);
    const inTurn = now.inTurn(believed, gone);
    const sure = inTurn.filter((repair) => now.isSure(repair, covered));
    const weighed = (repairs: readonly number[]) =>
      repairs.map((repair): Weighed => ({ move: { repair }, cents: now.repair(repair, believed, gone) }));
    const tests = () =>
      left.map((own): Weighed => ({ move: { test: own.test }, cents: now.test(own, believed, gone) }));
    const offered =
      sure.length > 0
        ? weighed(sure)
        : ready.guarded && left.length > 0
          ? tests()
          : [...tests(), ...weighed(inTurn.slice(0, mostRepairs))];
    const best = offered.reduce<Weighed | null>(
      (least, one) => (least && least.cents <= one.cents ? least : one),
      null,
    );
    // Giving up here for what lies outside may be the least of all.
    return best && best.cents <= now.bound(believed, gone) * (1 + 1e-9) ? best.move : null;
  }
}
