/** What a practice job hides. */
import type { CarFault, Surroundings } from '../vehicle/index.js';

export interface Overridden {
  readonly seq: number;
  /** What it was, and what came of it. */
  readonly says: string;
  /** A squib that fired; null where it was the fuse of the meter, or nothing broke. */
  readonly fired: string | null;
  readonly meterFuse: boolean;
}

export interface Before {
  readonly unplugged?: string[];
  readonly positions?: string[];
  readonly around?: Surroundings;
}

export interface HiddenCase {
  readonly car: string;
  readonly seed: number;
  readonly faults: readonly CarFault[];
  /** How it stood on the way here, one after the other: plugs that were parted or wet, a seat at the back. Its codes are kept. */
  readonly before?: readonly Before[] | null;
  /** Its printout calls a silent module clean; or its adapter gets no answer at all. */
  readonly reader?: 'lies' | 'bad-adapter' | null;
  /** A module that came from another car. */
  readonly foreign?: string | null;
  /** What was done once although it was refused, behind which entry, and what it did. */
  readonly overridden?: Overridden | null;
  readonly hints?: number;
  /** Of a case that was written: which. */
  readonly written?: string | null;
}
