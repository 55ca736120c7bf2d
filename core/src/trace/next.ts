/** The next best test or repair, with its reasons. */
import { finish, type Work } from '../progress/index.js';
import { Costs, expectedBits, type OpenTest, TwoSteps } from './choose.js';
import { closedTests } from './closed.js';
import { posterior, update } from './evidence.js';
import { type Outcome, outcomesOf } from './outcomes.js';
import { type Predictions, predictions } from './predict.js';
import { prepare, type ReadyCase } from './prepare.js';
import {
  type ClosedTest,
  type ForeseenOutcome,
  type NextAction,
  type NextTests,
  outside,
  type RankedSuspect,
  type TraceCase,
} from './schema.js';

/** How many actions are judged two steps ahead, where that is asked for. */
export const frontRunners = 6;

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

/** As `nextTests`, step by step. `known` are predictions of the same circuit, suspects and tests. */
export function* planning(source: TraceCase, known?: Predictions): Work<NextTests> {
  const ready = prepare(source);
  const predicted = known ?? (yield* predictions(ready));
  const beliefs = posterior(ready, predicted);
  const closed = closedTests(source);
  return {
    suspects: ranked(ready, beliefs),
    ...(yield* choosing(ready, predicted, beliefs, closed)),
    closed,
  };
}

/** The table of predictions for a case, to be used again while its circuit, suspects and tests stay the same. */
export function* predicting(source: TraceCase): Work<Predictions> {
  return yield* predictions(prepare({ ...source, readings: [] }));
}

function* choosing(
  ready: ReadyCase,
  predicted: Predictions,
  beliefs: Float64Array,
  closed: readonly ClosedTest[],
): Work<Pick<NextTests, 'next' | 'stop'>> {
  const costs = new Costs(ready);
  const tried = triedParts(ready);
  const read = new Set([
    ...(ready.source.readings ?? []).map((reading) => reading.test),
    ...closed.map(({ test }) => test),
  ]);
  const tests = ready.source.tests.filter((test) => !read.has(test.id));
  const actions: NextAction[] = [];
  const open = new Map<string, OpenTest>();
  for (const [done, test] of tests.entries()) {
    const outcomes = outcomesOf(ready, predicted, test);
    open.set(test.id, { minutes: test.minutes, outcomes });
    actions.push({
      action: 'test',
      test: test.id,
      expectedCents: costs.test(test.minutes, outcomes, beliefs, tried),
      bits: expectedBits(outcomes, beliefs),
      minutes: test.minutes,
      outcomes: foreseen(ready, outcomes, beliefs),
    });
    yield { done: done + 1, total: tests.length };
  }
  ready.parts.forEach((part, index) => {
    if (!tried.has(index))
      actions.push({
        action: 'repair',
        element: part.element,
        expectedCents: costs.repair(index, beliefs, tried),
      });
  });
  actions.sort((a, b) => a.expectedCents - b.expectedCents);
  const judged =
    ready.source.steps === 2 ? yield* twoStepsAhead(ready, costs, open, beliefs, tried, actions) : actions;
  return stopRule(ready, costs.partProbabilities(beliefs), tried, judged);
}

/** The front-runners judged two steps ahead, then in their new order; the others behind them as they were. */
function* twoStepsAhead(
  ready: ReadyCase,
  costs: Costs,
  open: ReadonlyMap<string, OpenTest>,
  beliefs: Float64Array,
  tried: ReadonlySet<number>,
  actions: readonly NextAction[],
): Work<readonly NextAction[]> {
  const two = new TwoSteps(ready, costs);
  const front: NextAction[] = [];
  for (const [done, action] of actions.slice(0, frontRunners).entries()) {
    const rest = [...open].flatMap(([id, test]) =>
      action.action === 'test' && id === action.test ? [] : [test],
    );
    const expectedCents =
      action.action === 'test'
        ? two.test(open.get(action.test)!, rest, beliefs, tried)
        : two.repair(
            ready.parts.findIndex(({ element }) => element === action.element),
            rest,
            beliefs,
            tried,
          );
    front.push({ ...action, expectedCents });
    yield { done: done + 1, total: frontRunners };
  }
  front.sort((a, b) => a.expectedCents - b.expectedCents);
  return [...front, ...actions.slice(frontRunners)];
}

function triedParts(ready: ReadyCase): Set<number> {
  const done = new Set((ready.source.done ?? []).map(({ element }) => element));
  return new Set(ready.parts.flatMap((part, index) => (done.has(part.element) ? [index] : [])));
}

/** Stops where a part is sure enough, or where the best action is a repair; that repair then stands first. */
function stopRule(
  ready: ReadyCase,
  p: Float64Array,
  tried: ReadonlySet<number>,
  actions: readonly NextAction[],
): Pick<NextTests, 'next' | 'stop'> {
  const sure = ready.parts.findIndex((_, index) => !tried.has(index) && p[index]! >= ready.stopAt);
  const repair = actions.find(
    (action) => action.action === 'repair' && action.element === ready.parts[sure]?.element,
  );
  const ordered = inOrder(ready, repair ?? null, actions);
  const next = ordered.map((action) => ({ ...action, expectedCents: Math.round(action.expectedCents) }));
  return { next, stop: next[0]?.action === 'repair' };
}

/**
 * The sure repair first. On a guarded circuit it needs a reading that confirms it, and no repair that is not
 * sure stands before a test that can still be made.
 */
function inOrder(
  { source }: ReadyCase,
  sure: NextAction | null,
  actions: readonly NextAction[],
): readonly NextAction[] {
  if (source.guarded !== true) return sure ? [sure, ...actions.filter((action) => action !== sure)] : actions;
  const confirmed = (source.readings ?? []).length > 0;
  const tests = actions.filter(({ action }) => action === 'test');
  const first = sure && (confirmed || tests.length === 0) ? sure : null;
  const rest = actions.filter((action) => action !== first);
  return [
    ...(first ? [first] : []),
    ...rest.filter(({ action }) => action === 'test'),
    ...rest.filter(({ action }) => action === 'repair'),
  ];
}

function ranked(ready: ReadyCase, beliefs: Float64Array): RankedSuspect[] {
  return ready.suspects
    .map(({ id, element, mode }, s) => ({
      id,
      element,
      mode: id === outside ? outside : mode,
      probability: beliefs[s]!,
    }))
    .sort((a, b) => b.probability - a.probability);
}

function foreseen(ready: ReadyCase, outcomes: readonly Outcome[], beliefs: Float64Array): ForeseenOutcome[] {
  return outcomes
    .map(({ reading, chances }) => {
      const { chance, beliefs: after } = update(beliefs, chances);
      const leaves = ranked(ready, after)
        .slice(0, namedSuspects)
        .map(({ id, probability }) => ({ id, probability }));
      return { ...(reading as Omit<ForeseenOutcome, 'probability' | 'leaves'>), probability: chance, leaves };
    })
    .filter(({ probability }) => probability > 0.001)
    .sort((a, b) => b.probability - a.probability);
}
