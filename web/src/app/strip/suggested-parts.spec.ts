import type { AccessMap, MapPart } from '@dormant-beacon/core/ledger';
import { usualInventory } from '@dormant-beacon/core/restraints/scope';
import { usualRoutes } from '@dormant-beacon/core/route';
import { anId, fact, recordOf } from '../testing/bench';
import { suggestedParts } from './suggested-parts';

const part = (id: string, label: string): MapPart => ({
  id,
  label,
  kind: 'x',
  zone: 'x',
  minutes: 1,
  needs: [],
});
const map = (...parts: MapPart[]): AccessMap => ({
  make: 'x',
  model: 'x',
  title: 'x',
  source: 'x',
  steps: [],
  parts,
});

describe('suggestedParts', () => {
  it('takes the unit whose routes were weighed, and what the collision has to have replaced', () => {
    const items = usualInventory(5);
    const belt = items.find(({ id }) => id === 'belt-front-left')!;
    const record = recordOf({
      routePlans: [
        fact(anId('u'), {
          unit: 'right LED driver',
          sort: 'lamp-unit',
          routes: usualRoutes('lamp-unit', 1),
          beaconIds: [],
        }),
      ],
      inventories: [fact(anId('i'), { file: { items } })],
      signs: [fact(anId('s'), { item: belt.id, sign: 'locked' })],
      head: { event: 'collision' },
    });
    const found = suggestedParts(
      record,
      map(part('driver', 'the LED driver'), part('belt', `the ${belt.label}`), part('mirror', 'the mirror')),
      'maker-new',
    );
    expect(found).toEqual([
      { part: 'driver', work: 'exchange' },
      { part: 'belt', work: 'exchange' },
    ]);
  });
});
