import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import {
  checkBook,
  type Image,
  merge,
  readChecksums,
  readFields,
  readImage,
} from '@dormant-beacon/core/coding/memory';
import { estateMat, lumenDoor, marnBody, marnImages } from './index.js';

const file = (name: string): Uint8Array =>
  readFileSync(fileURLToPath(new URL(`../../images/${name}`, import.meta.url)));
const image = (name: keyof typeof marnImages): Image =>
  name === 'donor-broken-checksum'
    ? readImage(file(`${name}.s19`), 'srec')
    : readImage(file(`${name}.hex`), 'ihex');

describe('the images of the demo', () => {
  it('are what the files hold, byte by byte', () => {
    for (const [name, bytes] of Object.entries(marnImages)) {
      const [segment, ...more] = image(name as keyof typeof marnImages);
      expect([segment!.address, more.length]).toEqual([0, 0]);
      expect(Buffer.from(segment!.bytes).equals(Buffer.from(bytes)))
        .withContext(name)
        .toBeTrue();
    }
  });

  it('have a trap each, which the rules find', () => {
    const layout = marnBody.layout!;
    const recipe = { VIN: 'original', Distance: 'original', Keys: 'original' } as const;
    const kinds = (donor: keyof typeof marnImages) =>
      merge(layout, image('old-module'), image(donor), recipe, {
        recordedOdometer: 118_300,
        drivenInJob: 6,
      }).refusals.map(({ kind }) => kind);
    // The module’s own store is nine kilometres behind the cluster.
    expect(kinds('donor-mill-lane')).toEqual(['odometer-below']);
    expect(kinds('donor-with-crash-record')).toContain('crash-in-donor');
    expect(kinds('donor-broken-checksum')).toContain('checksum-broken');
    const stays = merge(layout, image('old-module'), image('donor-mill-lane'), { VIN: 'original' });
    expect(stays.refusals.map(({ kind }) => kind)).toEqual(['odometer-below', 'pairing-foreign']);
    const disagree = readFields(image('stores-disagree'), layout).filter(({ disagree: at }) => at.length > 0);
    expect(disagree.map(({ field }) => field.name)).toEqual(['Distance']);
    expect(readChecksums(image('old-module'), layout).every(({ valid }) => valid)).toBeTrue();
  });

  it('belong to books that hold together', () => {
    for (const book of [marnBody, estateMat, lumenDoor]) expect(() => checkBook(book)).not.toThrow();
  });
});
