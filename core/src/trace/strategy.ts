/** A way to choose between tests and repairs, and what it sees. */
import type { Costs } from './choose.js';
import type { Outcome } from './outcomes.js';
import type { ReadyCase } from './prepare.js';
import type { TraceTest } from './schema.js';

/** What a strategy sees. */
export interface Situation {
  readonly ready: ReadyCase;
  /** From where the work stands now. */
  readonly costs: Costs;
  readonly outcomes: ReadonlyMap<string, readonly Outcome[]>;
  readonly beliefs: Float64Array;
  readonly tried: ReadonlySet<number>;
  /** Whether readings by two means speak for the part of an element. */
  readonly confirmed: (element: string) => boolean;
  /** Tests not read yet, in the case's order. */
  readonly unread: readonly TraceTest[];
  /** For each test of the case the outcome nearest to what was read, or -1. */
  readonly read: readonly number[];
}

export type Move = { readonly test: TraceTest } | { readonly part: number };
export type Strategy = (situation: Situation) => Move;
