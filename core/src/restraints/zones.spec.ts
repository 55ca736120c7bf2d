import fc from 'fast-check';
import type { FittedItem, ZoneOutline } from './records.js';
import { usualInventory } from './scope/usual-inventory.js';
import { type CarZones, nearZone, usualZones, zoneAt, zonesOf } from './zones.js';

const sill: ZoneOutline = {
  id: 'z',
  label: 'left sill',
  corners: [
    [0, 40],
    [12, 40],
    [12, 60],
    [0, 60],
  ],
};
const module: FittedItem = { id: 'm', item: 'control-module', label: 'control module', inside: 'console' };
const car = (places: CarZones['places'], zones: ZoneOutline[] = [sill]): CarZones => ({
  items: [module],
  zones,
  places,
});

describe('zoneAt', () => {
  it('counts an edge and a corner as inside', () => {
    for (const at of [
      [6, 50],
      [0, 40],
      [12, 50],
      [6, 60],
    ] as [number, number][])
      expect(zoneAt([sill], { name: 'C9', at })?.label)
        .withContext(String(at))
        .toBe('left sill');
    expect(zoneAt([sill], { name: 'C9', at: [12.1, 50] })).toBeNull();
    expect(zoneAt([sill], { name: 'C9', at: [6, 39.9] })).toBeNull();
  });

  it('knows the notch of an outline that is not convex', () => {
    const corners: [number, number][] = [
      [0, 0],
      [40, 0],
      [40, 40],
      [20, 10],
      [0, 40],
    ];
    expect(zoneAt([{ ...sill, corners }], { name: 'C9', at: [20, 30] })).toBeNull();
    expect(zoneAt([{ ...sill, corners }], { name: 'C9', at: [20, 5] })).not.toBeNull();
  });

  it('sets heights apart only where both are known', () => {
    const high: ZoneOutline = { ...sill, levels: ['high'] };
    expect(zoneAt([high], { name: 'C9', at: [6, 50], level: 'low' })).toBeNull();
    expect(zoneAt([high], { name: 'C9', at: [6, 50] })).toBe(high);
    expect(zoneAt([sill], { name: 'C9', at: [6, 50], level: 'low' })).toBe(sill);
  });

  it('agrees with the angles that the corners span, for outlines of any shape', () => {
    const spot = fc.tuple(fc.integer({ min: 0, max: 100 }), fc.integer({ min: 0, max: 100 }));
    fc.assert(
      fc.property(
        fc.array(spot, { minLength: 3, maxLength: 9 }),
        spot.map(([x, y]): [number, number] => [x + 0.371, y + 0.613]),
        (corners, at) => {
          // Turns around the place, from the sum of the angles; an outline that crosses itself may turn twice.
          const angles = corners.map(([x, y]) => Math.atan2(y - at[1], x - at[0]));
          const steps = angles.map((angle, n) => {
            const step = angles[(n + 1) % angles.length]! - angle;
            return step > Math.PI ? step - 2 * Math.PI : step < -Math.PI ? step + 2 * Math.PI : step;
          });
          fc.pre(steps.every((step) => Math.abs(Math.abs(step) - Math.PI) > 1e-6));
          const turns = Math.round(steps.reduce((sum, step) => sum + step, 0) / (2 * Math.PI));
          expect(zoneAt([{ ...sill, corners }], { name: 'C9', at }) !== null).toBe(turns !== 0);
        },
      ),
      { numRuns: 2000 },
    );
  });
});

describe('nearZone', () => {
  it('finds a place by a point, an element or a word of the step', () => {
    const places = car([{ name: 'C44', at: [6, 50] }]);
    for (const step of [
      { touches: [['C44.2']] },
      { touches: [['PLUG', 'plug at the lamp', 'c44']] },
      { label: 'Look into plug C44 of the lamp' },
      { label: 'Measure C44.2' },
    ])
      expect(nearZone(places, step).why)
        .withContext(JSON.stringify(step))
        .toBe('C44 lies in the zone of left sill');
    for (const step of [{ touches: [['C441']] }, { label: 'Look into plug C4' }, {}])
      expect(nearZone(places, step).says).withContext(JSON.stringify(step)).toBe('unknown');
  });

  it('is clear only where every named place is, and no word names a restraint item', () => {
    const places = car([
      { name: 'C44', at: [6, 50] },
      { name: 'C12', at: [90, 95] },
    ]);
    expect(nearZone(places, { label: 'Measure behind the dash', touches: [['C12.1']] }).says).toBe('clear');
    expect(nearZone(places, { touches: [['C12.1'], ['C44.1']] }).says).toBe('near');
    expect(nearZone(places, { label: 'Airbag plug', touches: [['C12']] }).says).toBe('unknown');
  });

  it('is never cleared by a word, nor while one thing that is touched has no place', () => {
    const places = car([{ name: 'C12', at: [90, 95] }]);
    expect(nearZone(places, { label: 'Measure C12 behind the dash' }).says).toBe('unknown');
    expect(nearZone(places, { touches: [['C12.1'], ['C99.3']] }).says).toBe('unknown');
    expect(nearZone(places, { touches: [['C12.1'], ['C12.2']] }).says).toBe('clear');
  });

  it('lets a cover of the handbook be opened by hand, without a tool', () => {
    const places = car([{ name: 'fuse lid', at: [6, 50], byHand: true }]);
    expect(
      nearZone(places, { label: 'Look under the lid', touches: [['fuse lid']], byHand: true }).says,
    ).toBe('clear');
    expect(nearZone(places, { label: 'Measure under the fuse lid' }).says).toBe('near');
  });

  it('says nothing without an inventory, or without a place', () => {
    expect(nearZone(null, { touches: [['C44']] }).says).toBe('unknown');
    expect(nearZone(car([]), { touches: [['C44']] }).says).toBe('unknown');
  });
});

describe('the usual zones', () => {
  it('lie around every item within the car, for two to nine seats', () => {
    for (const seats of [2, 3, 4, 5, 6, 7, 8, 9])
      for (const steered of ['left', 'right'] as const) {
        const items = usualInventory(seats, steered);
        const zones = usualZones(items);
        expect(zones.map(({ id }) => id)).toEqual(items.map(({ id }) => id));
        for (const { corners, label } of zones)
          for (const [x, y] of corners)
            expect(x >= 0 && x <= 100 && y >= 0 && y <= 100)
              .withContext(label)
              .toBeTrue();
      }
  });

  it('leave the tail lamps and the middle of the boot free, and cover the steering wheel', () => {
    const zones = usualZones(usualInventory(5));
    expect(zoneAt(zones, { name: 'tail lamp', at: [50, 97] })).toBeNull();
    expect(zoneAt(zones, { name: 'column switch', at: [32, 17] })).not.toBeNull();
  });

  it('hold for every item that has no outline of its own', () => {
    const items = usualInventory(5);
    expect(zonesOf({ items }).length).toBe(items.length);
    expect(zonesOf({ items, zones: [] }).length).toBe(items.length);
    expect(zonesOf({ items: [], zones: [sill] })).toEqual([sill]);
    const own = { ...sill, id: items[0]!.id };
    const all = zonesOf({ items, zones: [own, sill] });
    expect(all.length).toBe(items.length + 1);
    expect(all.filter(({ id }) => id === own.id)).toEqual([own]);
  });
});
