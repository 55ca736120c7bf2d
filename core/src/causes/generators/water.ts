/** Water at a place: circuits and supplies there come and go, and what talks to it misses messages. */
import { plainWord } from '../../codes/index.js';
import { type Candidate, candidate, countWords } from '../candidate.js';
import type { Facts, Seen } from '../facts.js';
import { apart, placementOf } from '../placement.js';
import { priors } from '../priors.js';
import { allWords, samePlace, shared } from '../words.js';
import { findingsOf } from './silent.js';

const wets = /^(?:|00|01|1[1-9A-F]|2[1-9AF]|31|62|64|7[137]|8[1-8F]|9[346EF])$/;

export function water(facts: Facts): Candidate[] {
  const { seen, request, restless } = facts;
  if (request.event?.kind !== 'water') return [];
  const place = request.event.place ?? null;
  const near = (text: string): boolean =>
    place !== null && (shared(allWords(text), allWords(place)) > 0 || samePlace(place, text));
  const there = (module: string, link: Seen['link']): boolean =>
    place === null || near(module) || link.some((one) => one.places?.some(near));
  const wetModules = new Set([
    ...seen.filter((one) => there(one.observed.module, one.link)).map(({ module }) => module),
    ...(request.silentModules ?? []).filter((name) => there(name, [])).map(plainWord),
    ...(request.links ?? [])
      .filter((link) => there(link.module, [link]))
      .map(({ module }) => plainWord(module)),
  ]);
  const explained = seen.filter(
    (one) =>
      !one.calibration &&
      wets.test(one.type) &&
      !(place !== null && apart(one.place, placementOf(place))) &&
      (wetModules.has(one.module) ||
        (one.subject !== null && wetModules.has(one.subject)) ||
        near(one.observed.text ?? '') ||
        one.unstable),
  );
  if (explained.length === 0) return [];
  return [
    candidate({
      id: `water:${place ?? 'unknown place'}`,
      kind: 'water',
      title: place === null ? 'Water' : `Water: ${place}`,
      prior: priors.water,
      reasons: ['water is the event', `${countWords(explained)} lie there, talk to it or come and go`],
      factors: restless ? [[priors.times.unstable, 'codes change from scan to scan']] : [],
      penalties:
        wetModules.size === 0
          ? [[priors.penalties.waterElsewhere, 'no module with a code is known to lie there']]
          : [],
      explains: [
        ...explained.map(({ id }) => id),
        ...[...facts.silent]
          .filter((module) => wetModules.has(module))
          .flatMap((module) => findingsOf(request, module)),
      ],
      leadsTo: 'basics',
      doNext: 'Battery off; find the entry, open and dry what is wet, look for green pins; then read again.',
    }),
  ];
}
