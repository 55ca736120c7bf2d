/** A screen as narrow as a phone held upright, now: one column, keys at the bottom, lists far from the finger. */
export const isNarrow = (): boolean => matchMedia('(max-width: 700px)').matches;
