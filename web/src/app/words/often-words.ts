/** How often a beacon showed, as the customer tells it: behind “it showed”. */
import type { Often } from '@dormant-beacon/core/proof';

export const oftenWords: Readonly<Record<Often, string>> = {
  'every-time': 'every time',
  'most-times': 'most times',
  half: 'about every second time',
  'now-and-then': 'now and then',
  daily: 'every day',
  'twice-a-week': 'twice a week',
  weekly: 'once a week',
  monthly: 'once a month',
  once: 'once',
};
