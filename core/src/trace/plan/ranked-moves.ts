/** Every test and repair that is still possible, by what it would cost to the end, best first. */
import type { Work } from '../../progress/index.js';
import { expectedBits } from './expected-bits.js';
import { frontRunners, TwoSteps } from './look-ahead.js';
import type { ReadyCase } from '../model/prepare.js';
import type { TraceTest } from '../model/schema.js';
import type { RankedMove, Situation } from './situation.js';
import { inOrder, minutesFor, sureUnconfirmed } from './stop-rule.js';
import { canFollow, centsToTheEnd, testsAfter } from './to-the-end.js';

/** How far the planner looks: one step, two for the front-runners, or with them to the end of the plan. */
export type Steps = 1 | 2 | 'to the end';

/** How far it looks in a moment: one step; two on a guarded circuit, whose tests are dear and whose parts wait until one is sure. */
export const quickSteps = ({ guarded }: ReadyCase): 1 | 2 => (guarded ? 2 : 1);

/**
 * How far it looks where nothing is asked: with the front-runners to the end, where that fits into the time in which a
 * plan is awaited.
 */
export const usualSteps = (situation: Situation): Steps =>
  canFollow(situation) ? 'to the end' : quickSteps(situation.ready);

/** The moves from here in the order of the stop rule. */
export function* rankingMoves(situation: Situation, steps: Steps): Work<RankedMove[]> {
  const { ready, costs, outcomes, beliefs, after, tried, unread } = situation;
  const moves: RankedMove[] = [];
  for (const [done, test] of unread.entries()) {
    moves.push({
      move: { test },
      cents: costs.test({ test, outcomes: outcomes.get(test.id)! }, beliefs, tried, after),
    });
    yield { done: done + 1, total: unread.length };
  }
  ready.repairs.forEach((_, repair) => {
    if (!tried.has(repair)) moves.push({ move: { repair }, cents: costs.repair(repair, beliefs, tried) });
  });
  moves.sort(byCents);
  const two = steps === 2 || (steps === 'to the end' && ready.guarded);
  const ahead = two ? yield* twoStepsAhead(situation, moves) : moves;
  const ordered = inOrder(situation, soonestFirst(situation, ahead));
  return steps === 'to the end' ? yield* followed(situation, ordered, moves) : ordered;
}

/** Front-runners that are followed to the end: those that lead, and what is done in a few minutes from here. */
const leaders = 3;
const quickOnes = 6;
const quickMinutes = 3;

/**
 * The front-runners followed to their end: the least comes first, of those that cost as good as the same the one that
 * tells most for its minutes; all others stay in their order. A part that is called for stays first, and on a guarded circuit none is put before a test.
 */
function* followed(
  situation: Situation,
  ordered: readonly RankedMove[],
  byCost: readonly RankedMove[],
): Work<RankedMove[]> {
  const { ready, costs } = situation;
  const all = byCost.map(({ move }) => move);
  const followedBy = (one: RankedMove, then: readonly TraceTest[]): RankedMove => ({
    ...one,
    toTheEnd: centsToTheEnd(situation, one.move, then),
  });
  const [first] = ordered;
  if (!first) return [];
  const covered = costs.coveredProbabilities(situation.beliefs);
  if (
    sureUnconfirmed(situation, ordered) ||
    ('repair' in first.move && (ready.guarded || costs.isSure(first.move.repair, covered)))
  )
    return [followedBy(first, testsAfter(all, [first.move])), ...ordered.slice(1)];
  const mayLead = ordered.filter(({ move }) => !ready.guarded || 'test' in move);
  const lead = mayLead.slice(0, leaders);
  const quick = mayLead
    .slice(leaders)
    .filter((one) => minutesFor(situation, one) <= quickMinutes)
    .slice(0, quickOnes);
  const then = testsAfter(
    all,
    [...lead, ...quick].map(({ move }) => move),
  );
  const front: RankedMove[] = [];
  for (const one of [...lead, ...quick]) {
    front.push(followedBy(one, then));
    yield { done: front.length, total: lead.length + quick.length };
  }
  const least = Math.min(...front.map(({ toTheEnd }) => toTheEnd!));
  const [chosen] = front
    .filter(({ toTheEnd }) => toTheEnd! <= asGoodAs * least)
    .sort(
      (a, b) =>
        alike(bitsPerMinute(situation, b)) - alike(bitsPerMinute(situation, a)) ||
        alike(a.toTheEnd!) - alike(b.toTheEnd!),
    );
  const followedMoves = new Map(front.map((one) => [one.move, one]));
  return [
    chosen!,
    ...ordered.filter(({ move }) => move !== chosen!.move).map((one) => followedMoves.get(one.move) ?? one),
  ];
}

/** Costs to the end that are so near to each other are the same, as far as a plan can tell. */
const asGoodAs = 1.01;

/** What a test tells for its time; nothing of a repair. Below half a minute nothing is found and entered. */
const bitsPerMinute = (situation: Situation, one: RankedMove) =>
  'test' in one.move
    ? expectedBits(situation.outcomes.get(one.move.test.id)!, situation.beliefs, situation.after) /
      Math.max(0.5, minutesFor(situation, one))
    : 0;

/** Of the tests that lead and cost as good as the same, the one that is soonest done: a look before a power-down. */
function soonestFirst(situation: Situation, moves: readonly RankedMove[]): readonly RankedMove[] {
  const [first] = moves;
  if (!first || 'repair' in first.move) return moves;
  const soonest = moves
    .filter(({ cents }) => cents <= asGoodAs * first.cents)
    .reduce((best, one) => (minutesFor(situation, one) < minutesFor(situation, best) ? one : best), first);
  return [soonest, ...moves.filter((move) => move !== soonest)];
}

/** What is alike but for rounding stays in the order of the case. */
const alike = (value: number) => Math.round(value * 1e6);
const byCents = (a: RankedMove, b: RankedMove) => alike(a.cents) - alike(b.cents);

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
