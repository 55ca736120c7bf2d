/** What an event and a battery’s verdict are called, wherever they are shown. */
import { eventWords } from '@dormant-beacon/core/names';
import type { BatteryVerdict } from '@dormant-beacon/core/readings';

export const verdictWords: Readonly<Record<BatteryVerdict, string>> = {
  good: 'good',
  'charge-and-retest': 'charge it and test again',
  replace: 'replace it',
  'cannot-judge-yet': 'cannot be judged yet',
};

export const eventChoices: readonly { readonly value: string; readonly label: string }[] = Object.entries(
  eventWords,
).map(([value, label]) => ({ value, label }));
