/** A collision at a corner: harness, lamps, sensors and levellers that lie there share one cause. */
import { type Candidate, candidate, countWords } from '../candidate.js';
import type { Facts } from '../facts.js';
import { liesAt, placeAt, sayPlace } from '../placement.js';
import { priors } from '../priors.js';

/** Open, short and missing: what a torn harness or a broken part makes. */
const broken = /^(?:|00|01|07|1[1-9A-F]|2[1-9AF]|31|4A|62|64|7[1-7]|9[36]|97)$/;

export function impacts({ seen, request }: Facts): Candidate[] {
  if (request.event?.kind !== 'collision') return [];
  const places = new Map((request.event.zones ?? []).map(placeAt).map((place) => [sayPlace(place), place]));
  return [...places].flatMap(([says, place]) => {
    const explained = seen.filter(
      (one) =>
        !one.message && !one.voltage && !one.calibration && broken.test(one.type) && liesAt(one.place, place),
    );
    if (explained.length < 2) return [];
    return [
      candidate({
        id: `impact:${says}`,
        kind: 'impact',
        title: `Damage of the collision, ${says}`,
        prior: priors.impact,
        reasons: [`the car was hit there: ${says}`, `${countWords(explained)} speak of what lies there`],
        explains: explained.map(({ id }) => id),
        leadsTo: 'trace',
        doNext:
          'Look along the harness at that corner first: torn or pinched wires and broken plugs, then each part.',
      }),
    ];
  });
}
