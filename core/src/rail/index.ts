/** The rail’s words. Known to every page; it carries no schema. */
import type { LensState } from '../record/index.js';

/** A state of the rail, as a person says it. */
export const stateWords: Readonly<Record<LensState, string>> = {
  lit: 'lit',
  flashing: 'flashing',
  'comes-and-goes': 'comes and goes',
  dark: 'dark, not proven',
  dormant: 'dormant',
  returned: 'has returned',
};
