/** The last entry of each step: off is what was last entered as off. */
export const lastEntries = <E extends { readonly step: string }>(
  entries: readonly E[],
): ReadonlyMap<string, E> => new Map(entries.map((entry) => [entry.step, entry]));
