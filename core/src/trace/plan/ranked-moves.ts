/** Every test and repair that is still possible, by what it would cost to the end, best first. */
import type { Work } from '../../progress/index.js';
import { frontRunners, TwoSteps } from './look-ahead.js';
import type { ReadyCase } from '../model/prepare.js';
import type { Move, Situation } from './situation.js';

export interface RankedMove {
  readonly move: Move;
  readonly cents: number;
}

/**
 * How far the planner looks where nothing is asked: one step; two on a guarded circuit, whose tests are dear and
 * whose parts wait until one is sure.
 */
export const usualSteps = ({ guarded }: ReadyCase): 1 | 2 => (guarded ? 2 : 1);

/** The moves from here in the order of the stop rule. `steps` 2 judges the front-runners two steps ahead. */
export function* rankingMoves(situation: Situation, steps: 1 | 2): Work<RankedMove[]> {
  const { ready, costs, outcomes, beliefs, tried, unread } = situation;
  const moves: RankedMove[] = [];
  for (const [done, test] of unread.entries()) {
    moves.push({
      move: { test },
      cents: costs.test({ test, outcomes: outcomes.get(test.id)! }, beliefs, tried),
    });
    yield { done: done + 1, total: unread.length };
  }
  ready.repairs.forEach((_, repair) => {
    if (!tried.has(repair)) moves.push({ move: { repair }, cents: costs.repair(repair, beliefs, tried) });
  });
  moves.sort(byCents);
  const ordered = steps === 2 ? yield* twoStepsAhead(situation, moves) : moves;
  return inOrder(situation, soonestFirst(situation, ordered));
}

/** Costs to the end that are so near to each other are the same, as far as a plan can tell. */
const asGoodAs = 1.01;

/** Of the tests that lead and cost as good as the same, the one that is soonest done: a look before a power-down. */
function soonestFirst({ ready, costs }: Situation, moves: readonly RankedMove[]): readonly RankedMove[] {
  const [first] = moves;
  if (!first || 'repair' in first.move) return moves;
  const minutes = ({ move }: RankedMove) =>
    'test' in move ? move.test.minutes + ready.ways.minutes(costs.place, move.test) : Infinity;
  const soonest = moves
    .filter(({ cents }) => cents <= asGoodAs * first.cents)
    .reduce((best, one) => (minutes(one) < minutes(best) ? one : best), first);
  return [soonest, ...moves.filter((move) => move !== soonest)];
}

const byCents = (a: RankedMove, b: RankedMove) => a.cents - b.cents;

/** The front-runners judged two steps ahead, then in their new order; the others behind them as they were. */
function* twoStepsAhead(situation: Situation, moves: readonly RankedMove[]): Work<RankedMove[]> {
  const { ready, costs, outcomes, beliefs, tried, unread } = situation;
  const two = new TwoSteps(ready);
  const open = unread.map((test) => ({ test, outcomes: outcomes.get(test.id)! }));
  const front: RankedMove[] = [];
  for (const [done, { move }] of moves.slice(0, frontRunners).entries()) {
    if ('repair' in move) front.push({ move, cents: two.repair(costs, move.repair, open, beliefs, tried) });
    else {
      const own = open.find(({ test }) => test === move.test)!;
      const rest = open.filter((other) => other !== own);
      front.push({ move, cents: two.test(costs, own, rest, beliefs, tried) });
    }
    yield { done: done + 1, total: frontRunners };
  }
  return [...front.sort(byCents), ...moves.slice(frontRunners)];
}

/**
 * The stop rule: the sure part first, in the cheapest way. On a guarded circuit it needs two readings that confirm it,
 * and no repair that is not sure stands before a test that can still be made. A unit that covers several elements is
 * sure by none of them: where nobody is bound to be sure, its cost alone decides.
 */
function inOrder(
  { ready, costs, beliefs, confirmed }: Situation,
  moves: readonly RankedMove[],
): RankedMove[] {
  const isTest = ({ move }: RankedMove) => 'test' in move;
  const { guarded, repairs, stopAt } = ready;
  const p = costs.coveredProbabilities(beliefs);
  const noTests = !moves.some(isTest);
  const isCalled = ({ move }: RankedMove) => {
    if ('test' in move || p[move.repair]! < stopAt) return false;
    const repair = repairs[move.repair]!;
    return guarded ? noTests || confirmed(repair) : repair.covers.length === 1;
  };
  const first = moves.find(isCalled) ?? null;
  const rest = moves.filter((move) => move !== first);
  return [
    ...(first ? [first] : []),
    ...(guarded ? [...rest.filter(isTest), ...rest.filter((move) => !isTest(move))] : rest),
  ];
}
