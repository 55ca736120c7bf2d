/** Two memory images of 16 MB: read, compared, merged. Run by `npm run bench -- core`. */
import { checksum, comparing, type Image, merge, readImage, writeImage } from '../src/coding/memory/index.js';
import { line } from './measure.js';
import { finish } from '../src/progress/index.js';
import { randomNumbers } from '../src/random/index.js';

const size = 16 * 1024 * 1024;
const { uniform } = randomNumbers(7);
const first = new Uint8Array(size);
for (let n = 0; n < size; n++) first[n] = uniform() * 256;
/** `share` of the bytes are others. */
const changed = (share: number): Uint8Array => {
  const bytes = first.slice();
  for (let n = 0; n < size * share; n++)
    bytes[Math.floor(uniform() * size)]! ^= 1 + Math.floor(uniform() * 255);
  return bytes;
};
const image = (bytes: Uint8Array): Image => [{ address: 0x8000_0000, bytes }];
const figure = (what: string, ms: number, more?: string) => line(what, `${ms.toFixed(0)} ms`, more);
const timed = <T>(what: string, work: () => T): T => {
  const since = performance.now();
  const done = work();
  figure(what, performance.now() - since);
  return done;
};

for (const form of ['ihex', 'srec', 'hextext'] as const) {
  const file = timed(`image of 16 MB written as ${form}`, () => writeImage(image(first), form));
  timed(`image of 16 MB read from ${form}, ${(file.length / 1e6).toFixed(0)} MB of text`, () =>
    readImage(file, form),
  );
}
for (const [what, share] of [
  ['one byte in a million differs', 1e-6],
  ['one byte in a hundred differs', 0.01],
  ['every second byte differs', 0.7],
] as const) {
  const second = image(changed(share));
  const since = performance.now();
  let found = 0;
  const { count } = finish(comparing(image(first), second, () => (found = performance.now() - since)));
  figure(
    `16 MB against 16 MB, ${what}`,
    performance.now() - since,
    `, first after ${found.toFixed(1)} ms, ${count} places`,
  );
}
const layout = {
  fields: [{ name: 'options', address: 0x8000_0010, length: 8 }],
  checksums: [
    {
      name: 'main',
      from: 0x8000_0000,
      to: 0x8000_0000 + size - 5,
      kind: 'crc32' as const,
      at: 0x8000_0000 + size - 4,
    },
  ],
};
const own = first.slice();
const sum = checksum('crc32', own.subarray(0, size - 4));
own.set([sum >>> 24, (sum >>> 16) & 255, (sum >>> 8) & 255, sum & 255], size - 4);
const other = own.slice();
timed('16 MB and 16 MB merged, with a CRC-32 over all of it on each side', () => {
  const { refusals } = merge(layout, image(own), image(other), { options: { set: '0001020304050607' } });
  if (refusals.length > 0) throw new Error('refused');
});
