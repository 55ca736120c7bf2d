/** A door as a map, for specs: two ways to the film, a plug with two locks, a latch at the end. */
import { type AccessMap, type MapPart, type MapStep, type StripPlanData, wayOf } from '../ledger/index.js';

export const mapStep = (id: string, minutes: number, more: Partial<MapStep> = {}): MapStep => ({
  id,
  label: `the ${id}`,
  act: 'remove',
  area: 'other',
  place: 'tailgate',
  zone: 'tailgate',
  minutes,
  ...more,
});

export const mapPart = (id: string, needs: string[][], more: Partial<MapPart> = {}): MapPart => ({
  id,
  label: `the ${id}`,
  kind: 'motor',
  zone: 'tailgate',
  minutes: 3,
  needs,
  ...more,
});

/** Reached through the lower trim in 8 minutes, or through the upper one in 15. */
export const tailgateMap: AccessMap = {
  make: 'Ostrel',
  model: 'Marn wagon',
  title: 'Tailgate',
  source: 'the shop’s own hands',
  steps: [
    mapStep('lower-trim', 5, {
      fasteners: [{ kind: 'screw', drive: 'T20', count: 4, torqueNm: 2 }],
      clips: [{ what: 'trim clip', count: 8, direction: 'rearwards' }],
    }),
    mapStep('upper-trim', 12, { clips: [{ what: 'trim clip', count: 6, direction: 'downwards' }] }),
    mapStep('film', 3, { act: 'unclip', needs: [['lower-trim'], ['upper-trim']] }),
    mapStep('plug', 1, {
      act: 'unplug',
      needs: [['film']],
      plugs: [{ name: 'X41', locks: ['secondary lock', 'latch'] }],
    }),
  ],
  parts: [
    mapPart('motor', [['plug']], {
      kind: 'wiper motor',
      tryNeeds: ['plug'],
      fasteners: [{ kind: 'bolt', drive: '10', count: 3, torqueNm: 9, oneTime: true }],
    }),
  ],
  lostWithPower: [{ what: 'one touch of the windows', back: 'taught by running each to its end twice' }],
};

/** A plan through a map, as it is entered. */
export function stripPlan(
  map: AccessMap,
  targets: StripPlanData['targets'],
  more: Partial<StripPlanData> = {},
): StripPlanData {
  return { map, targets, ...more, way: wayOf(map, { targets, ...more }) };
}
