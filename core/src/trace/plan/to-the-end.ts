/** What it costs to the end if the plan is followed: outcome by outcome, the best move chosen anew after each. */
import type { Costs, OpenTest } from './costs.js';
import { update } from '../observe/evidence.js';
import type { Move, Situation } from './situation.js';

/** Branches that are less likely are reckoned by the bound. */
const leastLikely = 0.005;
/** Moves that are reckoned anew at most; what is left then is reckoned by the bound, which is never below. */
const mostMoves = 40;
/** Tests that are weighed after the first move: those that lead now. */
const mostTests = 7;
/** Tests and repairs, times suspects, up to which it fits into the time in which a plan is awaited. */
const fits = 560;

/** Whether following the plan to its end fits into the planning itself. */
export const canFollow = ({ ready, unread }: Situation): boolean =>
  ready.suspects.length * (unread.length + ready.repairs.length) <= fits;

/** The tests that lead, the first move's own among them. */
function near(first: Move, open: readonly OpenTest[]): readonly OpenTest[] {
  const lead = open.slice(0, mostTests);
  const own = 'test' in first ? open.find(({ test }) => test === first.test) : undefined;
  return own && !lead.includes(own) ? [...lead, own] : lead;
}

interface Branch {
  readonly costs: Costs;
  readonly beliefs: Float64Array;
  readonly tried: ReadonlySet<number>;
  readonly open: readonly OpenTest[];
  /** How likely it is to come to this. */
  readonly chance: number;
}

/**
 * Mean cents from here to the end, the first move included: labour, parts, the charge for parts in vain, and that for
 * what lies outside. Every branch follows the stop rule, the likeliest first.
 * @param moves all that can be done, best first
 */
export function centsToTheEnd(situation: Situation, first: Move, moves: readonly Move[]): number {
  const { ready, costs, outcomes, beliefs, tried } = situation;
  const open = moves.flatMap((move) =>
    'test' in move ? [{ test: move.test, outcomes: outcomes.get(move.test.id)! }] : [],
  );
  const waiting: Branch[] = [];
  let cents = follow({ costs, beliefs, tried, open: near(first, open), chance: 1 }, first);
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
      const own = at.costs.repairThen(move.repair, at.beliefs, at.tried, (then, without, all) => {
        const after = update(at.beliefs, at.costs.kept(move.repair, at.tried)).chance;
        waiting.push({ ...at, costs: then, beliefs: without, tried: all, chance: at.chance * after });
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
    const p = now.coveredProbabilities(believed);
    const repairs = ready.repairs.flatMap((_, repair) =>
      gone.has(repair) ? [] : [{ move: { repair } as Move, cents: now.repair(repair, believed, gone) }],
    );
    const sure = repairs.filter(({ move }) => 'repair' in move && p[move.repair]! >= ready.stopAt);
    const tests = left.map((own) => ({
      move: { test: own.test } as Move,
      cents: now.test(own, believed, gone),
    }));
    const offered =
      sure.length > 0 ? sure : ready.guarded && tests.length > 0 ? tests : [...tests, ...repairs];
    const best = offered.reduce<(typeof offered)[number] | null>(
      (least, one) => (least && least.cents <= one.cents ? least : one),
      null,
    );
    // Giving up here for what lies outside may be the least of all.
    return best && best.cents <= now.bound(believed, gone) * (1 + 1e-9) ? best.move : null;
  }
}
