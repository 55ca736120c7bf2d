/** The next best test or repair, with its reasons. */
import { solve } from '../../circuit/index.js';
import { finish, type Work } from '../../progress/index.js';
import { expectedBits } from './expected-bits.js';
import { closedTests } from './closed.js';
import { Costs } from './costs.js';
import { takenOf } from '../observe/confirmed.js';
import { doubted } from '../observe/doubted.js';
import { heardReadings } from '../observe/epochs.js';
import { type Heard, heardInTurn, normalised, posterior } from '../observe/evidence.js';
import { quickSteps, rankingMoves, usualSteps } from './ranked-moves.js';
import { type Outcome, outcomesOf, thinnedWorlds } from './outcomes.js';
import type { Reached } from '../model/reach.js';
import { pooled } from '../observe/pooled.js';
import { isMetered, type Predictions, predictions } from '../observe/predict.js';
import { prepare, type ReadyCase } from '../model/prepare.js';
import { optionsDone } from '../model/repair-options.js';
import type { DeadBatch, ForeseenOutcome, NextAction, NextTests, RankedSuspect } from './answer.js';
import { outside, type TraceCase, type TraceReading } from '../model/schema.js';
import { afterEach, type RankedMove, type Situation } from './situation.js';

/** An outcome that is less likely than that is not named. */
const leastForeseen = 1e-4;
/** How many suspects a foreseen outcome names. */
const namedSuspects = 3;

/**
 * The suspects by probability and the actions by expected cost, both best first. A numeric test needs its
 * points in the circuit; looks and swaps do without.
 * @throws Refusal where the case is not sound, naming the place
 */
export function nextTests(source: TraceCase): NextTests {
  return finish(planning(source));
}

/**
 * As `nextTests`, step by step. `known` are predictions of the same circuit, suspects and tests.
 * @param follow false where thousands of plans are made: the front-runners are not followed to their end
 */
export function* planning(source: TraceCase, known?: Predictions, { follow = true } = {}): Work<NextTests> {
  const ready = prepare(source);
  const predicted = known ?? (yield* predictions(ready));
  const { heard: taken, unheard, asks, hidden } = heardReadings(source, ready.tests);
  const { heard, unsettled } = pooled(taken, ready.tests);
  const inTurn = heardInTurn(ready, predicted, heard);
  const evidence = inTurn.at(-1)!;
  const beliefs = posterior(ready, evidence);
  const closed = closedTests(source);
  const read = (hidden ? (source.readings ?? []) : taken).map(({ test }) => test);
  const over = new Set([...read, ...closed.map(({ test }) => test)]);
  const means = ready.guarded ? takenOf(ready, predicted, heard) : [];
  const situation = situationOf(ready, predicted, evidence, beliefs, over, means);
  const steps = source.steps ?? (follow ? usualSteps(situation) : quickSteps(ready));
  const next = (yield* rankingMoves(situation, steps)).map((ranked) => actionOf(situation, ranked));
  const again = unsettled ?? doubted(ready, predicted, beliefs, heard, evidence);
  const ranking = ranked(ready, beliefs);
  return {
    suspects: ranking,
    next,
    stop: next[0]?.action === 'repair',
    closed,
    asks,
    hidden,
    unheard,
    contradiction: again !== null || (heard.length > 0 && ranking[0]!.id === outside),
    again,
    batch: deadBatch(situation, next),
    chatter: chatterOf(source),
    changes: changesBy(ready, inTurn, heard),
  };
}

/** The table of predictions for a case, to be used again while its circuit, suspects and tests stay the same. */
export function* predicting(source: TraceCase): Work<Predictions> {
  return yield* predictions(prepare({ ...source, readings: [], epochs: [] }));
}

function situationOf(
  ready: ReadyCase,
  predicted: Predictions,
  { worlds }: Heard,
  beliefs: Float64Array,
  over: ReadonlySet<string>,
  taken: Situation['taken'],
): Situation {
  const { tests, done } = ready.source;
  const unread = tests.filter((test) => !over.has(test.id));
  const thinned = thinnedWorlds(predicted, worlds);
  return {
    ready,
    costs: new Costs(ready),
    outcomes: new Map(unread.map((test) => [test.id, outcomesOf(ready, predicted, test, thinned, beliefs)])),
    beliefs,
    after: afterEach(beliefs),
    tried: new Set(optionsDone(ready.repairs, done ?? []).filter((option) => option >= 0)),
    taken,
    unread,
    read: [],
  };
}

function actionOf(
  { ready, costs, outcomes, beliefs, after }: Situation,
  { move, cents, toTheEnd }: RankedMove,
): NextAction {
  const money = {
    expectedCents: Math.round(cents),
    ...(toTheEnd === undefined ? {} : { toTheEndCents: Math.round(toTheEnd) }),
  };
  const before = (action: Reached) => ready.ways.before(costs.place, action);
  if ('repair' in move) {
    const option = ready.repairs[move.repair]!;
    const { element, method, covers } = option;
    return {
      action: 'repair',
      element,
      ...(method ? { method } : {}),
      ...(covers.length > 1 ? { covers: covers.slice(1) } : {}),
      ...money,
      before: before(option),
    };
  }
  const { id, minutes } = move.test;
  const own = outcomes.get(id)!;
  return {
    action: 'test',
    test: id,
    ...money,
    bits: expectedBits(own, beliefs, after),
    minutes,
    outcomes: foreseen(ready, own, after),
    before: before(move.test),
  };
}

function chatterOf({ circuit, state, tests }: TraceCase): readonly string[] {
  const hasRelay = circuit.elements.some(({ kind }) => kind === 'relay');
  return hasRelay && tests.some(isMetered) ? solve({ circuit, state: state ?? {} }).chatter : [];
}

/** Reading after reading, from the weights before any: who gained and who lost. */
function changesBy(
  ready: ReadyCase,
  [, ...inTurn]: readonly Heard[],
  heard: readonly TraceReading[],
): NextTests['changes'] {
  let before: Float64Array = Float64Array.from(ready.suspects, ({ prior }) => prior);
  return heard.map((reading, n) => {
    const now = inTurn[n]!;
    const after =
      normalised(Float64Array.from(ready.suspects, ({ prior }, s) => Math.log(prior) + now.log[s]!)) ??
      before;
    const suspects = ready.suspects
      .map(({ id }, s) => ({ id, before: before[s]!, after: after[s]! }))
      .sort((a, b) => Math.abs(b.after - b.before) - Math.abs(a.after - a.before))
      .slice(0, namedSuspects);
    before = after;
    return { test: reading.test, suspects };
  });
}

/** Below this many bits a test of the dead car is not worth being done in the same wait. */
const leastBits = 0.05;

/** Where the best action needs a dead car: what else the same power-down serves, and what can be done while it waits. */
function deadBatch({ ready, costs }: Situation, next: readonly NextAction[]): DeadBatch | null {
  const [first] = next;
  const minutes = first?.before.powerMinutes ?? 0;
  if (!first || minutes === 0 || costs.place.power === 'dead') return null;
  const tests = next.flatMap((action) =>
    action.action === 'test' && (action === first || action.bits >= leastBits)
      ? [ready.tests.get(action.test)!]
      : [],
  );
  return {
    minutes,
    tests: tests.filter(({ power }) => power != null && power !== 'live').map(({ id }) => id),
    meanwhile: tests.filter(({ power }) => power == null).map(({ id }) => id),
  };
}

function ranked(ready: ReadyCase, beliefs: Float64Array): RankedSuspect[] {
  return ready.suspects
    .map(({ id, element, mode, prior, second, word }, s) => ({
      id,
      element,
      mode: id === outside ? outside : mode,
      probability: beliefs[s]!,
      prior,
      ...(second ? { and: { element: second.element, mode: second.mode } } : {}),
      ...(word ? { word } : {}),
    }))
    .sort((a, b) => b.probability - a.probability);
}

/** The suspects that are named, best first; of those alike the first in their order. */
function likeliest(beliefs: Float64Array): number[] {
  const best: number[] = [];
  for (let s = 0; s < beliefs.length; s++) {
    if (best.length === namedSuspects && beliefs[s]! <= beliefs[best[namedSuspects - 1]!]!) continue;
    if (best.length < namedSuspects) best.push(s);
    let to = best.length - 1;
    for (; to > 0 && beliefs[s]! > beliefs[best[to - 1]!]!; to--) best[to] = best[to - 1]!;
    best[to] = s;
  }
  return best;
}

function foreseen(
  ready: ReadyCase,
  outcomes: readonly Outcome[],
  after: Situation['after'],
): ForeseenOutcome[] {
  return outcomes
    .flatMap((outcome) => {
      const { chance, beliefs } = after(outcome);
      if (!(chance > leastForeseen)) return [];
      const leaves = likeliest(beliefs).map((s) => ({ id: ready.suspects[s]!.id, probability: beliefs[s]! }));
      const { reading } = outcome;
      // Most are plain values, and an object that is spelled out is made many times as quickly.
      if (reading.value != null) return [{ value: reading.value, probability: chance, leaves }];
      return [{ ...reading, probability: chance, leaves } as ForeseenOutcome];
    })
    .sort((a, b) => b.probability - a.probability);
}
