/** How often a beacon showed, as the customer tells it: behind “it showed”. */
import type { Often } from '@dormant-beacon/core/proof';
import type { BeaconData } from '@dormant-beacon/core/record';

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

type Showing = Pick<BeaconData, 'shown' | 'exposures' | 'often' | 'per'>;

/**
 * Behind “it showed”, as somebody counted it or as the customer tells it.
 *
 * @example showedWords({ shown: 6, exposures: 20 }) // 'in 6 of 20 starts'
 */
export function showedWords({ shown, exposures, often, per }: Showing): string {
  if (exposures === 0 && often != null) return oftenWords[often];
  if (per === 'hours' || per === 'km')
    return `${shown === 1 ? 'once' : `${shown} times`} in ${exposures} ${per === 'km' ? 'km' : 'hours'} of driving`;
  return shown === exposures ? 'at every start' : `in ${shown} of ${exposures} starts`;
}
