/** What states and events are called. Known to every page; it carries no schema. */
import type { JobHead, LensState } from '../record/index.js';

/** A state of the rail, as a person says it. */
export const stateWords: Readonly<Record<LensState, string>> = {
  lit: 'lit',
  flashing: 'flashing',
  'comes-and-goes': 'comes and goes',
  dark: 'dark, not proven',
  dormant: 'dormant',
  returned: 'has returned',
};

/** What happened to the car, as a person says it. */
export const eventWords: Readonly<Record<JobHead['event'], string>> = {
  collision: 'Collision',
  'module-failure': 'Module failure',
  battery: 'Battery flat, jumped, off',
  water: 'Water',
  'earlier-repair': 'After earlier work',
  wear: 'Wear, or unknown',
};
