/** A way to choose between tests and repairs, and what it sees. */
import type { Costs } from './costs.js';
import type { Outcome } from './outcomes.js';
import type { Taken } from '../observe/confirmed.js';
import { type Updated, update } from '../observe/evidence.js';
import type { ReadyCase } from '../model/prepare.js';
import type { TraceTest } from '../model/schema.js';

/** What a strategy sees. */
export interface Situation {
  readonly ready: ReadyCase;
  /** From where the work stands now. */
  readonly costs: Costs;
  readonly outcomes: ReadonlyMap<string, readonly Outcome[]>;
  readonly beliefs: Float64Array;
  /** What is believed after an outcome, and how likely it is. */
  readonly after: (outcome: Outcome) => Updated;
  readonly tried: ReadonlySet<number>;
  /** What was read, to tell whether a guarded part is confirmed; may be left empty on a circuit that is not. */
  readonly taken: readonly Taken[];
  /** Tests not read yet, in the case's order. */
  readonly unread: readonly TraceTest[];
  /** For each test of the case the outcome nearest to what was read, or -1. */
  readonly read: readonly number[];
}

/** Beliefs after the outcomes that come up, each worked out once. */
export function afterEach(beliefs: Float64Array): Situation['after'] {
  const known = new Map<Outcome, Updated>();
  return (outcome) => {
    let own = known.get(outcome);
    if (!own) known.set(outcome, (own = update(beliefs, outcome.chances)));
    return own;
  };
}

/** A test, or a repair by its index among the case's options. */
export type Move = { readonly test: TraceTest } | { readonly repair: number };
export type Strategy = (situation: Situation) => Move;

/** A move and what it would cost to the end. */
export interface RankedMove {
  readonly move: Move;
  readonly cents: number;
  /** Of front-runners: what it costs if the plan is followed to its end after it. */
  readonly toTheEnd?: number;
}
