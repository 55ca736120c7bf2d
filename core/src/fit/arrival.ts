/** At the opened box: what is tried before a part is fitted, and whether what came is what was ordered. */
import type { UnitSort } from '../route/index.js';
import type { PartDescription } from './records.js';

const bySort: Partial<Record<UnitSort, readonly string[]>> = {
  'lamp-unit': ['every light of it burns on the bench', 'the prints on the glass are those of the original'],
  module: ['the plug goes home by hand and locks', 'no mark of water or heat on case and pins'],
  instruments: ['every gauge and segment shows', 'the plug goes home by hand and locks'],
  actuator: ['it runs both ways on the bench', 'it stops at both ends'],
  switch: ['it opens and closes, by the meter'],
  sensor: ['the plug goes home by hand and locks'],
  lock: ['the key turns it both ways'],
  harness: ['every cavity rings through, none to another'],
  'restraint-pyrotechnic': ['no sign of firing, and every plug’s shorting bar is there'],
  'restraint-module': ['no mark of water or heat on case and pins'],
  'restraint-sensor': ['the plug goes home by hand and locks'],
};

/**
 * What can be tried in the hand, for a sort of unit and this part.
 *
 * @example arrivalTrials('lamp', { kind: 'bulb', partNumber: 'LT-12', filaments: 2 })[0] // 'both filaments burn'
 */
export function arrivalTrials(sort: UnitSort, part: PartDescription): readonly string[] {
  const kind = part.kind.toLowerCase();
  return [
    ...(sort === 'lamp' ? [part.filaments === 2 ? 'both filaments burn' : 'it burns, or rings through'] : []),
    ...(kind.includes('latch') ? ['opened and shut by hand on the bench'] : []),
    ...(bySort[sort] ?? []),
  ];
}
