/** What a plan answers: suspects, what to do next, and what it asks and warns of. */
import type { BeforeIt } from '../model/reach.js';
import type { RepairMethod } from '../model/schema.js';

export interface RankedSuspect {
  readonly id: string;
  readonly element: string;
  readonly mode: string;
  readonly probability: number;
  /** Its share before any reading: base rate, event, codes, known weaknesses. */
  readonly prior: number;
  /** Of a pair: the other fault. */
  readonly and?: { readonly element: string; readonly mode: string };
  /** What a person said of it. */
  readonly word?: 'pinned' | 'ruled-out';
}

/** One outcome of a test: what it would read, how likely it is, and the suspects that it would leave. */
export interface ForeseenOutcome {
  readonly value?: number;
  readonly overload?: true;
  readonly found?: boolean;
  readonly moved?: boolean;
  readonly probability: number;
  readonly leaves: readonly { readonly id: string; readonly probability: number }[];
}

interface Money {
  /** One step over a bound: by it the actions are ordered, but for the front-runners. */
  readonly expectedCents: number;
  /** Of front-runners: mean cents to the end if the plan is followed after it. */
  readonly toTheEndCents?: number;
}

export type NextAction =
  | (Money & {
      readonly action: 'test';
      readonly test: string;
      readonly bits: number;
      readonly minutes: number;
      readonly outcomes: readonly ForeseenOutcome[];
      readonly before: BeforeIt;
    })
  | (Money & {
      readonly action: 'repair';
      readonly element: string;
      readonly method?: RepairMethod;
      /** Other elements that come with it. */
      readonly covers?: readonly string[];
      readonly before: BeforeIt;
    });

/** What one power-down serves: the tests of the dead car worth their minutes, and what can be done while it waits. */
export interface DeadBatch {
  readonly tests: readonly string[];
  readonly minutes: number;
  readonly meanwhile: readonly string[];
}

/** A test that is never offered, and why. */
export interface ClosedTest {
  readonly test: string;
  readonly reason: string;
}

export interface NextTests {
  readonly suspects: readonly RankedSuspect[];
  readonly next: readonly NextAction[];
  readonly stop: boolean;
  readonly closed: readonly ClosedTest[];
  /** A disturbing test was read: whether the fault still shows is asked before the next reading counts. */
  readonly asks: { readonly after: string } | null;
  /** The fault does not show now: it must be provoked before another reading counts. */
  readonly hidden: boolean;
  /** Readings that do not count: the fault did not show any more when they were taken. */
  readonly unheard: readonly string[];
  /** The readings fit nothing in this circuit: `outside` leads, or two readings cannot both be of one fault. */
  readonly contradiction: boolean;
  /** The test whose reading fits the others worst, where they contradict each other: it is taken again. */
  readonly again: string | null;
  readonly batch: DeadBatch | null;
  /** Relays that never come to rest in the sound circuit: nothing measured behind them can be foretold. */
  readonly chatter: readonly string[];
  /** What each reading that counts did to the suspects that it moved most. */
  readonly changes: readonly RankingChange[];
}

export interface RankingChange {
  readonly test: string;
  readonly suspects: readonly { readonly id: string; readonly before: number; readonly after: number }[];
}
