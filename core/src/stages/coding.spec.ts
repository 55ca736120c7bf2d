import { bodyBook } from '../coding/example/index.js';
import { sheetOf } from '../coding/index.js';
import { flap, Story } from '../testing/story.js';
import { assessJob } from './assess.js';
import { isPlain, odometerDisclosures } from './coding.js';

const reason = 'the owner showed papers and keys';

describe('the coding sheet', () => {
  it('has what the route asks for, in its order', () => {
    const parts = (route: 'new' | 'used') =>
      sheetOf(bodyBook, route).parts.map(({ part, lines }) => [part, lines.map(({ id }) => id)]);
    expect(parts('used')).toEqual([
      ['save', ['item:image']],
      ['ready', ['check:supply', 'check:key', 'check:identity', 'check:authority', 'check:image']],
      [
        'write',
        [
          'check:codes-read',
          'check:codes-clear',
          'item:vin',
          'item:distance',
          'check:codes-order',
          'check:codes-clear-again',
          'check:codes-read-again',
        ],
      ],
      ['teach', ['item:keys', 'procedure:zero']],
      ['declare', ['item:maker']],
    ]);
    // A new unit brings no image, and starts at its own distance.
    const all = parts('new').flatMap(([, lines]) => lines);
    expect(all).not.toContain('check:image');
    expect(all).not.toContain('item:distance');
  });
});

describe('a unit that is coded', () => {
  function begun(route: 'used' | 'new' = 'used') {
    const story = new Story();
    story.record = { ...story.record, vehicle: { ...story.record.vehicle, odometerKm: 84_200 } };
    const beaconId = story.enter('beacons', flap);
    story.scan('baseline', 'Body\n  B1318-16 Supply (active)\n');
    const codingId = story.enter('codingPlans', { unit: 'Body module', book: bodyBook, route });
    const enter = (entry: object) => story.enter('codingEntries', { codingId, entry });
    const item = (own: string, note?: string) => enter({ what: 'item', item: own, as: 'done', note });
    const fit = () =>
      story.enter('repairs', {
        beaconIds: [beaconId],
        label: 'Body module replaced',
        method: 'replace',
        part: 'OS-1',
        root: 'unknown',
        cured: true,
        chance: null,
      });
    const look = () => {
      const { stages, next, codings } = assessJob(story.record);
      const { state, reason: why } = stages.find(({ id }) => id === 'code')!;
      return { state, why, next: next.sentence, coding: codings[0]! };
    };
    return { story, enter, item, fit, look };
  }

  it('is saved before it comes out, waits for the new one, and is done with its sheet', () => {
    const { enter, item, fit, look } = begun();
    expect(look().why).toBe('save 1 first');
    expect(look().next).toBe(
      'Before Body module comes out: read out the memory of the old unit and keep it here.',
    );
    item('image');
    expect(look().state).toBe('closed');
    fit();
    expect(look().why).toBe('15 left on the sheet');
    expect(look().next).toMatch(/^Body module: A stabilised supply/);
    for (const check of ['supply', 'key', 'identity']) enter({ what: 'check', check, volts: 13 });
    expect(look().coding.next?.line.id).toBe('check:authority');
    enter({ what: 'check', check: 'authority', note: reason });
    expect(look().coding.next?.line.id).toBe('check:image');
  });

  it('shows the distance of every store: what it may be, who disagrees, what a donor may spread', () => {
    const { enter, fit, look } = begun();
    const read = (store: string, of: string, moment: string, km: number) =>
      enter({ what: 'odometer', store, of, moment, km });
    read('Cluster', 'car', 'before', 84_210);
    read('Body module', 'car', 'before', 84_190);
    read('Body module', 'donor', 'before', 120_000);
    fit();
    const before = look().coding.odometer!;
    expect([before.least, before.most, before.disagree, before.mayRise]).toEqual([
      84_210,
      84_210,
      true,
      true,
    ]);
    enter({ what: 'driven', km: 6 });
    read('Cluster', 'car', 'after', 84_214);
    read('Body module', 'car', 'after', 84_100);
    const after = look().coding.odometer!;
    expect(after.stores.map(({ verdict }) => verdict)).toEqual(['agrees', 'below']);
    expect(odometerDisclosures([look().coding])).toEqual([
      'Body module: distance before Cluster 84\u202f210 km, Body module 84\u202f190 km; after Cluster 84\u202f214 km, Body module 84\u202f100 km. 6 km were driven in this job. The unit came from another car and shows this car’s distance.',
    ]);
  });

  it('asks for each unit that was replaced, and for no plain part', () => {
    const story = new Story();
    const beaconId = story.enter('beacons', flap);
    story.scan('baseline', 'Body\n  B1318-16 Supply (active)\n');
    const replace = (label: string) =>
      story.enter('repairs', {
        beaconIds: [beaconId],
        label,
        method: 'replace',
        part: label,
        root: 'unknown',
        cured: true,
        chance: null,
      });
    const state = () => {
      const own = assessJob(story.record).stages.find(({ id }) => id === 'code')!;
      return [own.state, own.reason];
    };
    replace('Fuse F14');
    expect(state()).toEqual(['not-needed', null]);
    replace('Seat sensor mat');
    expect(state()).toEqual(['open', 'does “Seat sensor mat” need it?']);
    // What is said of one unit answers for no other, and a plain word in a unit’s name does not make it plain.
    story.enter('codingPlans', { unit: 'Beam aim', notNeeded: reason });
    expect(state()[0]).toBe('open');
    story.enter('codingPlans', { unit: 'Seat sensor mat', notNeeded: reason });
    expect(state()).toEqual(['not-needed', reason]);
    replace('Latch motor');
    expect(state()).toEqual(['open', 'does “Latch motor” need it?']);
    expect(story.record.repairs.map((repair) => isPlain(story.record, repair))).toEqual([true, false, false]);
  });
});
