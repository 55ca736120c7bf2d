/** Ways in which a practice case can be hard, the easiest first: what is drawn, asked for and chosen by. */
export const difficulties = [
  'single',
  'intermittent',
  'in-condition',
  'induced',
  'wrong-donor',
  'lying-reader',
  'two-faults',
] as const;
export type Difficulty = (typeof difficulties)[number];
