/** The planner, and two habits, in a car that they do not know: they ask, the car answers, until the fault is gone. */
import { finish } from '../../progress/index.js';
import { prepare } from '../model/prepare.js';
import { outside, type TraceCase, type TraceReading, type TraceTest } from '../model/schema.js';
import type { Predictions } from '../observe/predict.js';
import type { NextAction, NextTests } from '../plan/answer.js';
import { planning, predicting } from '../plan/next-tests.js';

/** A car with one fault that nobody sees. */
export interface Car {
  readonly fault: { readonly element: string };
  /** What it shows for a test. */
  read(test: TraceTest): TraceReading;
}

/** Of what a plan offers, what is done; null where nothing is left. */
export type Way = (plan: NextTests, source: TraceCase) => NextAction | null;

type Repair = Extract<NextAction, { action: 'repair' }>;
const isRepair = (action: NextAction): action is Repair => action.action === 'repair';
const coversOf = ({ element, covers }: Repair): readonly string[] => [element, ...(covers ?? [])];

/** What the plan puts first. */
export const asPlanned: Way = ({ next }) => next[0] ?? null;

/** The test that is soonest done; null where none is left. */
function quickestOf({ next }: NextTests): NextAction | null {
  const tests = next.filter((action) => action.action === 'test');
  return tests.length === 0 ? null : tests.reduce((a, b) => (b.minutes < a.minutes ? b : a));
}

/** The habit of testing what is quickest until a part is sure. */
export const quickestFirst: Way = (plan, { stopAt }) => {
  const part = mostOf(plan, ({ probability }) => probability);
  const test = quickestOf(plan);
  return test && !(part && part.share >= (stopAt ?? 0.95)) ? test : (part?.repair ?? null);
};

/** The same habit under the stop rule that binds the planner: on a guarded circuit a part waits for its second reading. */
export const quickestFirstBound: Way = (plan) =>
  (plan.stop ? null : quickestOf(plan)) ?? plan.next[0] ?? null;

/** The habit of fitting what fails most often. */
export const likeliestFirst: Way = (plan) => mostOf(plan, ({ prior }) => prior)?.repair ?? null;

/** The repair that covers the most. */
function mostOf(
  { next, suspects }: NextTests,
  weight: (suspect: NextTests['suspects'][number]) => number,
): { readonly repair: Repair; readonly share: number } | null {
  const shares = next.filter(isRepair).map((repair) => ({
    repair,
    share: suspects.reduce(
      (sum, suspect) =>
        coversOf(repair).includes(suspect.element) && suspect.id !== outside ? sum + weight(suspect) : sum,
      0,
    ),
  }));
  return shares.reduce<(typeof shares)[number] | null>(
    (best, one) => (best && best.share >= one.share ? best : one),
    null,
  );
}

/** How the first part was come to. */
export interface FirstPart {
  /** Every element that it ends the faults of; empty where nothing but looking elsewhere was left. */
  readonly covers: readonly string[];
  /** What was stated of that part: the probability of all its faults together. */
  readonly stated: number;
  /** What was held for something outside the circuit. */
  readonly elsewhere: number;
}

export interface Played extends FirstPart {
  /** Labour and parts until the fault is gone, wrong parts and what lies outside at their charges. */
  readonly cents: number;
  readonly tests: number;
}

/** Solved once for a case, for all of its trials. */
export const foreseenFor = (source: TraceCase): Predictions => finish(predicting(source));

/**
 * @param until `first part` ends there, its cost left out
 * @param follow whether front-runners are followed to their end, as the product does; else each plan is made in a moment
 */
export function played(
  source: TraceCase,
  foreseen: Predictions,
  car: Car,
  way: Way = asPlanned,
  until: 'first part' | 'cured' = 'first part',
  follow = false,
): Played {
  const { ways, hourlyRateCents, wrongPartCents, outsideCents, repairs } = prepare(source);
  const readings: TraceReading[] = [];
  const done: NonNullable<TraceCase['done']> = [];
  let place = ways.start();
  let cents = 0;
  let first: FirstPart | null = null;
  const labour = (minutes: number) => (minutes / 60) * hourlyRateCents;
  for (;;) {
    const plan = finish(planning({ ...source, readings, done }, foreseen, { follow }));
    const action = way(plan, source);
    if (!action) {
      first ??= { covers: [], stated: 0, elsewhere: elsewhereOf(plan) };
      return { ...first, cents: cents + outsideCents, tests: readings.length };
    }
    if (action.action === 'test') {
      const test = source.tests.find(({ id }) => id === action.test)!;
      cents += labour(test.minutes + ways.minutes(place, test));
      place = ways.after(place, test);
      readings.push(car.read(test));
      continue;
    }
    const covers = coversOf(action);
    first ??= { covers, stated: statedOf(plan, covers), elsewhere: elsewhereOf(plan) };
    if (until === 'first part') return { ...first, cents, tests: readings.length };
    const option = repairs.find(
      ({ element, method, covers: own }) =>
        element === action.element && method === action.method && own.length === covers.length,
    )!;
    cents += option.cents + labour(ways.minutes(place, option));
    place = ways.after(place, option);
    if (covers.includes(car.fault.element)) return { ...first, cents, tests: readings.length };
    cents += wrongPartCents;
    done.push({ element: action.element, method: action.method ?? null, cured: false });
  }
}

const elsewhereOf = ({ suspects }: NextTests) => suspects.find(({ id }) => id === outside)?.probability ?? 0;

const statedOf = ({ suspects }: NextTests, covers: readonly string[]) =>
  suspects.reduce(
    (sum, suspect) =>
      covers.includes(suspect.element) && suspect.id !== outside ? sum + suspect.probability : sum,
    0,
  );
