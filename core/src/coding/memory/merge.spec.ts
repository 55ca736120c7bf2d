import fc from 'fast-check';
import {
  bytesAt,
  checksum,
  comparing,
  merge,
  mergeImages,
  type MergeRefusalKind,
  numberBytes,
  readChecksums,
  readFields,
  readSegments,
  storesOf,
} from './index.js';
import { type ChecksumKind, checksumKinds, type Layout, type LayoutField, type Recipe } from '../index.js';
import { toHex } from '../hex.js';
import { checksumBytes, checksumIn } from './checksum.js';
import { finish } from '../../progress/index.js';

const digits = new TextEncoder().encode('123456789');

describe('checksum', () => {
  it('gives the published check values', () => {
    // Of "123456789": CRC-8 (SMBus) F4, CRC-16/CCITT-FALSE 29B1, CRC-32 CBF43926; the sums by hand: 477, and 49 ^ … ^ 57.
    const values: Record<ChecksumKind, number> = {
      crc8: 0xf4,
      'crc16-ccitt-false': 0x29b1,
      crc32: 0xcbf43926,
      sum8: 477 - 256,
      sum16: 477,
      xor8: 0x31,
    };
    for (const kind of checksumKinds) expect(checksum(kind, digits)).withContext(kind).toBe(values[kind]);
    expect(toHex(checksumIn('crc16-ccitt-false', digits, 'little'))).toBe('b129');
  });
});

/** VIN 0–2, odometer 3–5 and 6–8, keys 9–10, crash 11–12, options 13, sum over 0–13 at 14–15. */
const layout: Layout = {
  fields: [
    { name: 'vin', address: 0, length: 3, encoding: 'ascii', role: 'vin' },
    { name: 'distance', address: 3, length: 3, encoding: 'uint', mirrors: [6], role: 'odometer' },
    { name: 'keys', address: 9, length: 2, role: 'pairing' },
    { name: 'crash', address: 11, length: 2, role: 'crash' },
    { name: 'fitted', address: 13, length: 1, encoding: 'bits', role: 'option' },
  ],
  checksums: [{ name: 'sum', from: 0, to: 13, kind: 'sum16', at: 14 }],
};
interface Unit {
  vin?: string;
  km?: number;
  copy?: number;
  keys?: string;
  crash?: string;
  fitted?: string;
}
function unit({ vin = 'LUA', km = 1000, copy = km, keys = 'a1b2', crash = 'ffff', fitted = '05' }: Unit) {
  const number = (value: number) => value.toString(16).padStart(6, '0');
  const text = Buffer.from(vin, 'latin1').toString('hex') + number(km) + number(copy) + keys + crash + fitted;
  const sum = Buffer.from(text, 'hex').reduce((total, byte) => total + byte, 0);
  return [{ address: 0, bytes: text + sum.toString(16).padStart(4, '0') }];
}
const image = (own: Unit) => readSegments(unit(own), '');
const all: Recipe = { vin: 'original', distance: 'original', keys: 'original' };

describe('merge', () => {
  it('puts the car’s own data into the donor’s unit, with mirrors and checksum', () => {
    const { merged } = merge(
      layout,
      image({}),
      image({ vin: 'LUB', km: 9000, keys: 'c3d4', fitted: '81' }),
      all,
      {
        recordedOdometer: 1000,
      },
    );
    expect(merged!.image).toEqual(image({ fitted: '81' }));
    expect(merged!.changes).toEqual([
      { field: 'vin', before: '4c5542', after: '4c5541' },
      { field: 'distance', before: '002328', after: '0003e8' },
      { field: 'keys', before: 'c3d4', after: 'a1b2' },
    ]);
    // 9000 = 0x2328 and 1000 = 0x03e8, in both stores; B becomes A; the keys; the sum.
    expect(merged!.bytes.map(({ address, because }) => `${address} ${because}`)).toEqual([
      '2 vin',
      '4 distance',
      '7 distance',
      '9 keys',
      '14 sum',
    ]);
    expect(readFields(merged!.image, layout).map(({ value }) => value)).toEqual([
      'LUA',
      1000,
      'a1b2',
      'ffff',
      '10000001',
    ]);
  });

  const kinds = (original: Unit, donor: Unit, recipe: Recipe, facts = {}): MergeRefusalKind[] =>
    merge(layout, image(original), image(donor), recipe, facts).refusals.map(({ kind }) => kind);

  it('refuses what the rules forbid, each for its reason', () => {
    const donor: Unit = { vin: 'LUB', km: 1000, keys: 'c3d4' };
    const at = { recordedOdometer: 1000, drivenInJob: 40 };
    const keys: Recipe = { keys: 'original' };
    const set = (km: number): Recipe => ({ ...keys, distance: { set: km.toString(16).padStart(6, '0') } });
    expect(kinds({}, donor, all, at)).toEqual([]);
    // The distance: of the record, of the unit that is in the car, and of what was driven since.
    expect(kinds({}, donor, set(999), at)).toEqual(['odometer-below']);
    expect(kinds({}, donor, set(1040), at)).toEqual([]);
    expect(kinds({}, donor, set(1041), at)).toEqual(['odometer-above']);
    expect(kinds({}, { ...donor, km: 9000 }, keys, at)).toEqual(['odometer-above']);
    expect(kinds({ km: 900 }, donor, all, at)).toEqual(['odometer-below']);
    expect(kinds({ km: 0xffffff }, donor, keys)).toEqual(['odometer-unknown']);
    // One store of the donor’s that nobody writes to.
    expect(kinds({}, { ...donor, copy: 9000 }, keys, at)).toEqual(['odometer-above']);
    // Keys: of the donor by name or by saying nothing, by bytes of nowhere, by the lead’s authority.
    expect(kinds({}, donor, {}, at)).toEqual(['pairing-foreign']);
    expect(kinds({}, donor, { keys: 'donor' }, at)).toEqual(['pairing-foreign']);
    expect(kinds({}, donor, { keys: { set: '1234' } }, at)).toEqual(['pairing-untold']);
    expect(kinds({}, { ...donor, vin: 'LUA' }, {}, at)).toEqual([]);
    expect(kinds({ vin: '\xff\xff\xff' }, { ...donor, vin: '\xff\xff\xff' }, {}, at)).toEqual([
      'pairing-untold',
    ]);
    expect(kinds({}, { ...donor, keys: '0000' }, {}, at)).toEqual([]);
    const override = { authority: 'owner’s papers, seen by the lead' };
    expect(kinds({}, donor, {}, { ...at, override })).toEqual([]);
    // A crash record goes into no other car, and nothing writes over it.
    expect(kinds({}, { ...donor, crash: '0102' }, all, at)).toEqual(['crash-in-donor']);
    expect(kinds({}, { ...donor, crash: '0102' }, { ...all, crash: { set: '0000' } }, at)).toEqual([
      'crash-changed',
      'crash-in-donor',
    ]);
    expect(kinds({ crash: '0102' }, donor, { ...all, crash: 'original' }, at)).toEqual(['crash-changed']);
    expect(kinds({ crash: '0102' }, donor, all, at)).toEqual([]);
  });

  it('refuses an image whose checksum is broken until that is accepted', () => {
    const broken = unit({ vin: 'LUB', keys: 'c3d4' });
    broken[0]!.bytes = broken[0]!.bytes.slice(0, -2) + '00';
    const request = { layout, original: unit({}), donor: broken, recipe: all };
    expect(() => mergeImages(request)).toThrowError(
      /^donor: the checksum “sum” of the donor’s image is 0[0-9a-f]00/,
    );
    expect(mergeImages({ ...request, acceptBrokenChecksum: true }).checksums).toEqual([
      { name: 'sum', valid: true },
    ]);
  });

  it('says where a recipe or a layout is wrong', () => {
    const request = { layout, original: unit({}), donor: unit({}), recipe: {} };
    const told = (change: object) => {
      try {
        mergeImages({ ...request, ...change });
        return 'merged';
      } catch (error) {
        return (error as Error).message;
      }
    };
    const odd = (own: Partial<LayoutField>) => ({
      layout: { ...layout, fields: [...layout.fields, { name: 'odd', address: 13, length: 1, ...own }] },
    });
    expect(told({ recipe: { constructor: 'donor' } })).toBe(
      'recipe.constructor: the layout has no such field',
    );
    expect(told({ recipe: { vin: { set: '00' } } })).toBe('recipe.vin.set: expected 3 bytes, got 1');
    expect(told(odd({}))).toBe('layout.fields[5]: overlaps “fitted” at 0xd');
    expect(told(odd({ name: 'vin', address: 90 }))).toBe('layout.fields[5].name: “vin” is there twice');
    expect(told(odd({ address: 15 }))).toMatch(/^layout.checksums\[0\]: overlaps “odd”/);
    expect(told(odd({ address: 90 }))).toBe(
      'layout.fields[5].address: the donor’s image does not hold “odd” at 0x5a',
    );
    expect(
      told({ layout: { fields: [], checksums: [{ name: 's', from: 0, to: 9, kind: 'sum8', at: 9 }] } }),
    ).toBe('layout.checksums[0].at: the checksum lies in its own range');
    expect(told({ original: [{ address: 0, bytes: '00' }], recipe: all })).toMatch(
      /^recipe.vin: the original’s/,
    );
  });
});

/** Fields, mirrors and checksums side by side in random order, over random bytes. */
const cases = fc
  .record({
    fields: fc.array(
      fc.record({
        length: fc.integer({ min: 1, max: 6 }),
        mirrors: fc.integer({ min: 0, max: 2 }),
        role: fc.constantFrom('crash', 'option', 'other', 'other'),
        source: fc.constantFrom('original', 'donor', 'set', null),
      }),
      { minLength: 1, maxLength: 6 },
    ),
    sums: fc.array(fc.constantFrom(...checksumKinds), { maxLength: 3 }),
    gaps: fc.array(fc.nat(3), { minLength: 30, maxLength: 30 }),
    seed: fc.uint8Array({ minLength: 500, maxLength: 500 }),
    blank: fc.boolean(),
  })
  .map(({ fields, sums, gaps, seed, blank }) => {
    let [end, n] = [0, 0];
    const take = (length: number) => {
      const start = end + gaps[n++]!;
      end = start + length;
      return start;
    };
    const own: LayoutField[] = fields.map(({ length, mirrors, role }, k) => ({
      name: `f${k}`,
      length,
      role: role as 'crash',
      address: take(length),
      mirrors: Array.from({ length: mirrors }, () => take(length)),
    }));
    // Each sum covers all that lies before it, the sums among it.
    const checksums = sums.map((kind, k) => {
      const at = take(checksumBytes[kind]);
      return { name: `s${k}`, from: 0, to: at - 1, kind, at };
    });
    const made = { fields: own, checksums: checksums.filter(({ to }) => to >= 0) } satisfies Layout;
    const [original, donor] = [seed.slice(0, end), seed.slice(250, 250 + end)];
    if (blank)
      for (const field of own.filter(({ role }) => role === 'crash'))
        for (const store of storesOf(field)) donor.fill(0xff, store, store + field.length);
    const recipe: Recipe = Object.fromEntries(
      fields.flatMap(({ source, length }, k) =>
        source === null
          ? []
          : [[`f${k}`, source === 'set' ? { set: toHex(seed.slice(k, k + length)) } : (source as 'donor')]],
      ),
    );
    return { made, original, donor, recipe };
  });

describe('merge of any layout', () => {
  it('changes exactly the recipe’s bytes, mirrors and checksums, and never a crash record', () => {
    let merges = 0;
    fc.assert(
      fc.property(cases, ({ made, original, donor, recipe }) => {
        const images = [original, donor].map((bytes) => [{ address: 0, bytes: bytes.slice() }]);
        const { merged, refusals } = merge(made, images[0]!, images[1]!, recipe, {
          acceptBrokenChecksum: true,
        });
        // Neither image is written to.
        expect(images.map(([own]) => own!.bytes)).toEqual([original, donor]);
        const crash = made.fields.filter(({ role }) => role === 'crash');
        if (!merged) return expect(refusals.every(({ kind }) => kind.startsWith('crash'))).toBeTrue();
        merges += 1;
        // Worked out anew, byte by byte, by what the recipe says of the place.
        const expected = donor.slice();
        for (const field of made.fields) {
          const source = recipe[field.name];
          if (source === undefined) continue;
          const from = field.address;
          const bytes =
            typeof source === 'object'
              ? Buffer.from(source.set, 'hex')
              : (source === 'original' ? original : donor).slice(from, from + field.length);
          for (const store of storesOf(field)) expected.set(bytes, store);
        }
        for (const { from, to, kind, at } of made.checksums)
          expected.set(checksumIn(kind, expected.slice(from, to + 1), 'big'), at);
        expect(merged.image[0]!.bytes).toEqual(expected);
        expect(readChecksums(merged.image, made).every(({ valid }) => valid === true)).toBeTrue();
        for (const field of crash)
          for (const store of storesOf(field))
            expect(bytesAt(merged.image, store, field.length)).toEqual(
              donor.slice(store, store + field.length),
            );
        // The report names each byte that changed, and no other.
        const named = donor.slice();
        for (const { address, after } of merged.bytes) named.set(Buffer.from(after, 'hex'), address);
        expect(named).toEqual(expected);
        const { bytes: differing } = finish(comparing(images[1]!, merged.image));
        expect(merged.bytes.reduce((sum, { after }) => sum + after.length / 2, 0)).toBe(differing);
      }),
      { numRuns: 10_000 },
    );
    expect(merges).toBeGreaterThan(2000);
  });
});

describe('comparing', () => {
  it('finds the runs that differ, and what only one of them holds', () => {
    const first = readSegments(
      [
        { address: 0, bytes: '0001020304' },
        { address: 16, bytes: 'aa' },
      ],
      '',
    );
    const second = readSegments([{ address: 1, bytes: '01ffff04ff' }], '');
    expect(finish(comparing(first, second))).toEqual({
      differences: [
        { from: 0, to: 0, kind: 'only-first' },
        { from: 2, to: 3, kind: 'differs' },
        { from: 5, to: 5, kind: 'only-second' },
        { from: 16, to: 16, kind: 'only-first' },
      ],
      bytes: 5,
      count: 4,
      // Of 17 addresses in 250 cells: lit from where a run begins to where its last byte does.
      cells: [0, 29, ...Array.from({ length: 15 }, (_, n) => 30 + n), 73, 235],
    });
  });

  it('agrees with a comparison byte by byte, over the edges of its blocks', () => {
    const size = (1 << 20) + 64;
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: (1 << 20) - 40, max: size - 1 }), { maxLength: 30 }),
        (places) => {
          const [a, b] = [new Uint8Array(size), new Uint8Array(size)];
          for (const place of places) b[place] = 1;
          const { bytes, differences } = finish(
            comparing([{ address: 8, bytes: a }], [{ address: 8, bytes: b }]),
          );
          expect(bytes).toBe(places.length);
          const listed = differences.flatMap(({ from, to }) =>
            Array.from({ length: to - from + 1 }, (_, n) => from + n - 8),
          );
          expect(listed).toEqual([...places].sort((x, y) => x - y));
          expect(differences.every(({ from }, n) => n === 0 || from > differences[n - 1]!.to + 1)).toBeTrue();
        },
      ),
      { numRuns: 30 },
    );
  });
});

describe('numberBytes', () => {
  it('is the opposite of reading, in each order and encoding', () => {
    fc.assert(
      fc.property(
        fc.nat(999_999),
        fc.constantFrom('uint', 'bcd'),
        fc.constantFrom('big', 'little'),
        fc.constantFrom(1, 10, 0.1),
        (count, encoding, order, scale) => {
          const field = { name: 'f', address: 0, length: 3, encoding, order, scale } as LayoutField;
          const bytes = numberBytes(field, count * scale)!;
          const [{ value }] = readFields([{ address: 0, bytes }], { fields: [field] }) as unknown as [
            { value: number },
          ];
          expect(value).toBeCloseTo(count * scale, 6);
        },
      ),
    );
    expect(numberBytes({ name: 'f', address: 0, length: 1, encoding: 'bcd' }, 100)).toBeNull();
  });
});
