import { deflateSync } from 'node:zlib';
import { sfntOf } from './sfnt.js';

/** A packed font of two tables, one of them too short to be worth packing. Written by the page of the format. */
function packed(): Buffer {
  const long = Buffer.from('glyph '.repeat(50));
  const short = Buffer.from('abc');
  const stored = deflateSync(long);
  const header = Buffer.alloc(44);
  header.write('wOFF', 0, 'latin1');
  header.writeUInt32BE(0x00010000, 4);
  header.writeUInt16BE(2, 12);
  const entry = (tag: string, offset: number, own: number, length: number, checksum: number) => {
    const bytes = Buffer.alloc(20);
    bytes.write(tag, 0, 'latin1');
    [offset, own, length, checksum].forEach((value, n) => bytes.writeUInt32BE(value, 4 + 4 * n));
    return bytes;
  };
  const first = 44 + 40;
  return Buffer.concat([
    header,
    entry('glyf', first, stored.length, long.length, 7),
    entry('name', first + stored.length, short.length, short.length, 9),
    stored,
    short,
  ]);
}

describe('sfntOf', () => {
  it('unpacks every table to where its list says', () => {
    const font = sfntOf(packed());
    expect(font.readUInt32BE(0)).toBe(0x00010000);
    expect([4, 6, 8, 10].map((at) => font.readUInt16BE(at))).toEqual([2, 32, 1, 0]);
    const tables = [0, 1].map((n) => {
      const at = 12 + 16 * n;
      const [checksum, offset, length] = [4, 8, 12].map((by) => font.readUInt32BE(at + by)) as [
        number,
        number,
        number,
      ];
      expect(offset % 4).toBe(0);
      return [
        font.toString('latin1', at, at + 4),
        checksum,
        font.toString('latin1', offset, offset + length),
      ];
    });
    expect(tables).toEqual([
      ['glyf', 7, 'glyph '.repeat(50)],
      ['name', 9, 'abc'],
    ]);
  });

  it('gives back what is not packed, and refuses what is cut short', () => {
    const plain = Buffer.from([0, 1, 0, 0, 0, 0]);
    expect(sfntOf(plain)).toBe(plain);
    expect(() => sfntOf(packed().subarray(0, 60))).toThrow();
  });
});
