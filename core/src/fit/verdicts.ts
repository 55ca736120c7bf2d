/** The verdicts on a part, best first. Known to every page; it carries no schema. */
export const fitVerdicts = ['fits', 'fits-with-work', 'verify-first', 'rejected'] as const;
export type FitVerdict = (typeof fitVerdicts)[number];
