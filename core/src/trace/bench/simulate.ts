/** Measures strategies against hidden faults drawn from the priors and read with noisy meters. */
import { finish, type Work } from '../../progress/index.js';
import { closedTests } from '../plan/closed.js';
import { meansOf, type Taken } from '../observe/confirmed.js';
import { Costs } from '../plan/costs.js';
import {
  accuracyOf,
  findsChances,
  hear,
  likelihoods,
  meterShows,
  movesChance,
  normalised,
  nothingHeard,
} from '../observe/evidence.js';
import { spread } from '../observe/likelihood.js';
import { quickSteps, rankingMoves } from '../plan/ranked-moves.js';
import { optimum, usualSituations } from './optimum.js';
import { type Outcome, outcomesOf, thinnedWorlds } from '../plan/outcomes.js';
import { isMetered, type Predictions, predictions } from '../observe/predict.js';
import { prepare, type ReadyCase } from '../model/prepare.js';
import { keptAfter } from '../model/repair-options.js';
import { randomNumbers } from '../../random/index.js';
import { afterEach, type Situation, type Strategy } from '../plan/situation.js';
import { outside, type TraceCase, type TraceReading, type TraceTest } from '../model/schema.js';

export interface StrategyResult {
  readonly meanCents: number;
  /** Half of the cases cost no more, and nine in ten cost no more. */
  readonly medianCents: number;
  readonly p90Cents: number;
  readonly meanTests: number;
  /** Share of the cases with a part at fault in which the first part fitted was that part. */
  readonly rightFirstPart: number;
}

export interface TraceBench {
  readonly planner: StrategyResult;
  /** The planner with its front-runners judged two steps ahead: where the case asks for it. */
  readonly twoSteps?: StrategyResult;
  readonly cheapestFirst: StrategyResult;
  readonly likeliestFirst: StrategyResult;
  /** Only where the case is small enough to be searched through. */
  readonly optimum?: StrategyResult;
}

/**
 * Plays `cases` hidden faults with each strategy; the same faults and the same meter noise for all.
 * @param mostSituations up to which the optimum is searched for: it costs memory and time
 * @param seed of the pseudo-random numbers: same seed, same result
 */
export function traceBench(
  source: TraceCase,
  cases = 500,
  seed = 7,
  mostSituations = usualSituations,
): TraceBench {
  return finish(traceBenching(source, cases, seed, mostSituations));
}

export function* traceBenching(
  source: TraceCase,
  cases: number,
  seed: number,
  mostSituations = usualSituations,
): Work<TraceBench> {
  const closed = new Set(closedTests(source).map(({ test }) => test));
  const open = { ...source, tests: source.tests.filter(({ id }) => !closed.has(id)) };
  // Hidden faults are single ones.
  const ready = prepare({ ...open, readings: [], done: [], epochs: [], pairs: false });
  const predicted = yield* predictions(ready);
  const thinned = thinnedWorlds(predicted);
  const outcomes = new Map(
    ready.source.tests.map((test) => [test.id, outcomesOf(ready, predicted, test, thinned)]),
  );
  const costs = new Costs(ready);
  const best = optimum(ready, costs, outcomes, mostSituations);
  const strategies: [keyof TraceBench, Strategy][] = [
    ['planner', planner],
    ['cheapestFirst', cheapestFirst],
    ['likeliestFirst', likeliestFirst(ready, costs)],
    ...(source.steps === 2 ? ([['twoSteps', twoStepPlanner]] as [keyof TraceBench, Strategy][]) : []),
    ...(best ? ([['optimum', best]] as [keyof TraceBench, Strategy][]) : []),
  ];
  const result: Partial<Record<keyof TraceBench, StrategyResult>> = {};
  for (const [done, [name, strategy]] of strategies.entries()) {
    const plays = Array.from({ length: cases }, (_, n) =>
      play(ready, predicted, outcomes, costs, strategy, seed * 100003 + n),
    );
    result[name] = average(plays);
    yield { done: done + 1, total: strategies.length };
  }
  return result as TraceBench;
}

/** The planner of this product, as far ahead as it looks in a moment, with its stop rule. */
const planner: Strategy = (situation) =>
  finish(rankingMoves(situation, quickSteps(situation.ready)))[0]!.move;

/** The same, its front-runners judged two steps ahead. */
const twoStepPlanner: Strategy = (situation) => finish(rankingMoves(situation, 2))[0]!.move;

/** The habit of testing what is quickest until a part is sure. */
const cheapestFirst: Strategy = ({ ready, costs, beliefs, tried, unread }) => {
  const p = costs.coveredProbabilities(beliefs);
  const likeliest = bestOf(ready.repairs.keys(), (repair) => (tried.has(repair) ? -1 : p[repair]!));
  if (unread.length === 0 || p[likeliest]! >= ready.stopAt) return { repair: likeliest };
  return { test: unread.reduce((a, b) => (b.minutes < a.minutes ? b : a)) };
};

/** The habit of fitting the part that fails most often. */
function likeliestFirst(ready: ReadyCase, costs: Costs): Strategy {
  const prior = costs.coveredProbabilities(Float64Array.from(ready.suspects, (suspect) => suspect.prior));
  return ({ tried }) => ({
    repair: bestOf(ready.repairs.keys(), (repair) => (tried.has(repair) ? -1 : prior[repair]!)),
  });
}

function bestOf(indices: Iterable<number>, worth: (index: number) => number): number {
  return [...indices].reduce((a, b) => (worth(b) > worth(a) ? b : a));
}

interface Play {
  readonly cents: number;
  readonly tests: number;
  readonly firstPart: 'right' | 'wrong' | 'none';
}

function play(
  ready: ReadyCase,
  predicted: Predictions,
  outcomes: Situation['outcomes'],
  costs: Costs,
  strategy: Strategy,
  seed: number,
): Play {
  const random = randomNumbers(seed);
  const hidden = draw(
    ready.suspects.map((suspect) => suspect.prior),
    random.uniform(),
  );
  const fault = ready.suspects[hidden]!;
  const world = draw(predicted.shares[hidden]!, random.uniform());
  const shown = new Map(
    ready.source.tests.map((test) => [test.id, simulated(ready, predicted, test, hidden, world, random)]),
  );
  let here = costs;
  let read: readonly number[] = ready.source.tests.map(() => -1);
  const tried = new Set<number>();
  const prior = Float64Array.from(ready.suspects, (suspect) => suspect.prior);
  let beliefs: Float64Array = prior;
  let heard = nothingHeard(ready, predicted);
  const kept = prior.map(() => 1);
  const believed = () =>
    normalised(prior.map((share, s) => Math.log(share) + heard.log[s]! + Math.log(kept[s]!))) ?? beliefs;
  let unread: readonly TraceTest[] = ready.source.tests;
  const taken: Taken[] = [];
  let cents = 0;
  let tests = 0;
  let firstPart: Play['firstPart'] = 'none';
  while (tried.size < ready.repairs.length) {
    const after = afterEach(beliefs);
    const move = strategy({ ready, costs: here, outcomes, beliefs, after, tried, taken, unread, read });
    const action = 'test' in move ? move.test : ready.repairs[move.repair]!;
    cents += here.labour(ready.ways.minutes(here.place, action));
    here = here.after(action);
    if ('test' in move) {
      cents += here.labour(move.test.minutes);
      tests++;
      unread = unread.filter((test) => test !== move.test);
      const reading = shown.get(move.test.id)!;
      read = read.with(ready.source.tests.indexOf(move.test), nearest(outcomes.get(move.test.id)!, reading));
      const likelihood = likelihoods(ready, predicted, reading);
      taken.push({ means: meansOf(move.test), likelihood });
      heard = hear(ready, predicted, heard, reading);
      beliefs = believed();
      continue;
    }
    const repair = ready.repairs[move.repair]!;
    const right = repair.covers.includes(fault.element);
    cents += repair.cents;
    if (firstPart === 'none' && fault.id !== outside) firstPart = right ? 'right' : 'wrong';
    if (right && random.uniform() < repair.succeeds) return { cents, tests, firstPart };
    cents += ready.wrongPartCents;
    tried.add(move.repair);
    ready.suspects.forEach((suspect, s) => {
      if (repair.covers.includes(suspect.element)) kept[s]! *= keptAfter(repair);
    });
    beliefs = believed();
  }
  return { cents: cents + ready.outsideCents, tests, firstPart };
}

/** One reading of a test in the world that is hidden: noise as in the likelihood, chances as stated. */
function simulated(
  ready: ReadyCase,
  predicted: Predictions,
  test: TraceTest,
  hidden: number,
  world: number,
  random: ReturnType<typeof randomNumbers>,
): TraceReading {
  if (!isMetered(test)) {
    const chance =
      test.kind === 'swap'
        ? movesChance(test, ready.suspects[hidden]!)
        : findsChances(ready, predicted, test)[hidden]!;
    return { test: test.id, [test.kind === 'swap' ? 'moved' : 'found']: random.uniform() < chance };
  }
  const turn = draw(predicted.turns[hidden]!, random.uniform());
  const reading = meterShows(predicted.tests.get(test.id)![hidden]!.at(turn, world));
  const noise = random.normal();
  if (reading.overload) return { test: test.id, overload: true };
  return { test: test.id, value: reading.value! + spread(accuracyOf(test), reading.value!) * noise };
}

/** The outcome that a reading is nearest to. */
function nearest(outcomes: readonly Outcome[], reading: TraceReading): number {
  const distance = ({ reading: outcome }: Outcome): number => {
    if (reading.value != null)
      return outcome.value == null ? Infinity : Math.abs(outcome.value - reading.value);
    const same =
      outcome.overload === reading.overload &&
      outcome.found === reading.found &&
      outcome.moved === reading.moved;
    return same ? 0 : Infinity;
  };
  return outcomes.reduce((best, outcome, o) => (distance(outcome) < distance(outcomes[best]!) ? o : best), 0);
}

function draw(shares: ArrayLike<number>, at: number): number {
  let sum = 0;
  for (let index = 0; index < shares.length; index++) if ((sum += shares[index]!) > at) return index;
  return shares.length - 1;
}

function average(plays: readonly Play[]): StrategyResult {
  const mean = (of: (play: Play) => number) => plays.reduce((sum, play) => sum + of(play), 0) / plays.length;
  const parts = plays.filter((play) => play.firstPart !== 'none');
  const sorted = plays.map((play) => play.cents).sort((a, b) => a - b);
  const quantile = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
  return {
    meanCents: mean((play) => play.cents),
    medianCents: quantile(0.5),
    p90Cents: quantile(0.9),
    meanTests: mean((play) => play.tests),
    rightFirstPart:
      parts.length === 0 ? 0 : parts.filter((play) => play.firstPart === 'right').length / parts.length,
  };
}
