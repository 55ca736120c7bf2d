/** Ways in which a practice case can be hard, the easiest first. */
export const difficulties = ['single', 'intermittent', 'induced', 'lying-reader', 'two-faults'] as const;
export type Difficulty = (typeof difficulties)[number];
