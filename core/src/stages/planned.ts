/** The next test or repair of a trace as a sentence, with what its outcomes would mean. */
import {
  type ForeseenOutcome,
  type NextTests,
  outside,
  repairOf,
  singlesOf,
  type TraceCase,
  type TraceTest,
} from '../trace/index.js';
import { outcomeName, say, testName, unitOf, valueWords } from '../words/index.js';
import { percent } from '../units/index.js';
import { type NextThing, thing } from './thing.js';

/** The first action of a plan as a sentence, with what its outcomes would mean. */
export function planned(source: TraceCase, plan: NextTests): NextThing {
  if (plan.hidden)
    return thing(
      'trace',
      'Make the fault show again, as it did before, then say so.',
      'What is read while it does not show tells nothing of it.',
    );
  const next = plan.again === null ? plannedAction(source, plan) : takenAgain(source, plan.again);
  return plan.asks
    ? { ...next, detail: `First say whether the fault still shows. ${next.detail ?? ''}`.trim() }
    : next;
}

/** How a reading is taken again, by the kind of its test. */
const againBy: Readonly<Record<TraceTest['kind'], 'live' | 'dead' | 'look' | 'hand'>> = {
  volts: 'live',
  testLamp: 'live',
  amps: 'live',
  live: 'live',
  ohms: 'dead',
  continuity: 'dead',
  inspect: 'look',
  listen: 'hand',
  wiggle: 'hand',
  provoke: 'hand',
  function: 'hand',
  swap: 'hand',
};

/** Where the readings contradict each other, the one that fits worst comes before any part. */
function takenAgain(source: TraceCase, id: string): NextThing {
  const test = source.tests.find((other) => other.id === id)!;
  const name = testName(test, id).replace(/[.?!]$/, '');
  return thing('trace', say('trace.again', { test: name }), say(`trace.again.${againBy[test.kind]}`));
}

function plannedAction(source: TraceCase, plan: NextTests): NextThing {
  const [action] = plan.next;
  if (!action)
    return thing(
      'trace',
      'Every test and repair of this circuit is done: look outside it.',
      'Choose another circuit, or widen this one.',
    );
  if (action.action === 'repair') {
    const repair = repairOf(source, action);
    const p = plan.suspects.reduce(
      (sum, suspect) =>
        suspect.element === action.element || action.covers?.includes(suspect.element)
          ? sum + suspect.probability
          : sum,
      0,
    );
    const sure = `${percent(p)} sure.`;
    return thing(
      'trace',
      `${repair?.label ?? `Repair ${action.element}`}, and find what made it fail.`,
      repair?.caution ? `${sure} ${repair.caution}` : sure,
    );
  }
  const test = source.tests.find((other) => other.id === action.test)!;
  const told = meanings(source, test, action.outcomes).slice(0, 3).join('; ');
  return thing(
    'trace',
    sentenceOf(test),
    `${action.minutes} min. ${told.charAt(0).toUpperCase()}${told.slice(1)}.`,
  );
}

function sentenceOf(test: TraceTest): string {
  const text = test.label ?? `Make the test ${test.id}`;
  return /[.?!]$/.test(text) ? text : `${text}.`;
}

/** One outcome of a test at a glance, or several that leave the same. */
export interface Meaning {
  /** `near 4.9 V`, `2.8 to 10 Ω`, `yes`. */
  readonly reads: string;
  readonly chance: number;
  /** `the end switch or its plug`. */
  readonly leaves: string;
}

/** What the outcomes of a test would leave, likeliest first, those that leave the same taken together. */
export function meaningsOf(
  source: TraceCase,
  test: TraceTest,
  outcomes: readonly ForeseenOutcome[],
): Meaning[] {
  const alike = new Map<string, ForeseenOutcome[]>();
  for (const outcome of outcomes) {
    const left = leftBy(source, outcome);
    const key = outcome.value === undefined ? `${left} ${alike.size}` : left;
    alike.set(key, [...(alike.get(key) ?? []), outcome]);
  }
  return [...alike.values()]
    .map((group) => ({
      reads: spanName(test, group),
      chance: group.reduce((sum, one) => sum + one.probability, 0),
      leaves: leftBy(source, group[0]!),
    }))
    .sort((x, y) => y.chance - x.chance);
}

/** The same as words: `near 4.9 V leaves the end switch or its plug`. */
export const meanings = (
  source: TraceCase,
  test: TraceTest,
  outcomes: readonly ForeseenOutcome[],
): string[] => meaningsOf(source, test, outcomes).map(({ reads, leaves }) => `${reads} leaves ${leaves}`);

function leftBy(source: TraceCase, { leaves }: ForeseenOutcome): string {
  const names = leaves
    .filter((suspect, index) => index === 0 || suspect.probability >= 0.15)
    .map(({ id }) => suspectLabel(source, id));
  return [...new Set(names)].slice(0, 2).join(' or ');
}

function spanName(test: TraceTest, group: readonly ForeseenOutcome[]): string {
  const values = group.flatMap(({ value }) => value ?? []);
  const [least, most] = [Math.min(...values), Math.max(...values)];
  if (values.length < 2 || test.kind === 'testLamp') return outcomeName(test, group[0]!);
  const unit = ` ${unitOf(test)}`;
  return `${valueWords(test, least).replace(unit, '')} to ${valueWords(test, most)}`;
}

/** A suspect's words, without its verdict where a short name will do. */
export function suspectLabel(source: TraceCase, id: string): string {
  if (id === outside) return 'something outside it';
  const singles = singlesOf(source, id);
  if (singles.length > 1) return singles.map((one) => suspectLabel(source, one)).join(' and ');
  const suspect = source.suspects?.find((other) => other.id === id);
  const element = source.circuit.elements.find(
    (other) => other.id === (suspect?.element ?? id.split(':')[0]),
  );
  return element?.label ?? suspect?.label ?? id;
}
