/** What a practice job hides. */
import type { Fault } from '@dormant-beacon/core/circuit';

/** Ways in which a case can be hard, the easiest first. */
export const difficulties = ['single', 'intermittent', 'induced', 'lying-reader', 'two-faults'] as const;
export type Difficulty = (typeof difficulties)[number];

export interface HiddenCase {
  readonly car: string;
  readonly seed: number;
  readonly faults: readonly Fault[];
  /** A plug that somebody had parted on the way here: it is mated again, and its codes are kept. */
  readonly wasOpen?: string | null;
  /** Its printout leaves out which module is silent. */
  readonly reader?: 'lies' | null;
  /** A module that came from another car. */
  readonly foreign?: string | null;
}
