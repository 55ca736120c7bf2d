/** What an event and a battery’s verdict are called, wherever they are shown. */
import type { BatteryVerdict } from '@dormant-beacon/core/readings';

export const verdictWords: Readonly<Record<BatteryVerdict, string>> = {
  good: 'good',
  'charge-and-retest': 'charge it and test again',
  replace: 'replace it',
  'cannot-judge-yet': 'cannot be judged yet',
};

export const eventChoices: readonly { readonly value: string; readonly label: string }[] = [
  { value: 'collision', label: 'Collision' },
  { value: 'module-failure', label: 'Module failure' },
  { value: 'battery', label: 'Battery flat, jumped, off' },
  { value: 'water', label: 'Water' },
  { value: 'earlier-repair', label: 'After earlier work' },
  { value: 'wear', label: 'Wear, or unknown' },
];
