/** Conditions as a driver says them, behind “how many of them”. */
const within: Readonly<Record<string, string>> = {
  cold: 'on a cold morning',
  hot: 'on a hot day',
  rain: 'in rain',
  'rough road': 'on a rough road',
  'long drive': 'on a drive of forty minutes or more',
  'under load': 'with a heavy load, or much switched on',
};

/** @example drivenWords('rain') // 'in rain' */
export const drivenWords = (condition: string): string => {
  const name = condition.toLowerCase();
  return Object.hasOwn(within, name) ? within[name]! : condition;
};
