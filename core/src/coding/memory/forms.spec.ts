import fc from 'fast-check';
import type { ImageForm } from '../index.js';
import { formOf, readImage, readSegments, writeImage, writeSegments } from './index.js';

const bytes = (text: string) => new TextEncoder().encode(text);
const read = (text: string, form: ImageForm) => writeSegments(readImage(bytes(text), form));
const text = (file: Uint8Array) => new TextDecoder().decode(file);

/** Runs of random bytes that do not touch, up to `most`. */
const images = (most: number) =>
  fc
    .array(fc.tuple(fc.nat(200), fc.uint8Array({ minLength: 1, maxLength: 60 })), {
      minLength: 1,
      maxLength: 5,
    })
    .chain((runs) => fc.nat(most).map((start) => ({ runs, start })))
    .map(({ runs, start }) => {
      let address = start;
      return runs.map(([gap, data]) => {
        address += gap + 1;
        const segment = { address, bytes: Buffer.from(data).toString('hex') };
        address += data.length;
        return segment;
      });
    });

describe('image files', () => {
  it('are read as their formats say', () => {
    // Checked by hand: 04+00+10+00+01+f4+00+ff = 208, and f8 makes it a multiple of 256.
    expect(read(':0400100001F400FFF8\r\n:00000001FF\n', 'ihex')).toEqual([
      { address: 16, bytes: '01f400ff' },
    ]);
    // A linear address, and a record that runs over 64 kB into the next.
    expect(read(':020000040001F9\n:02FFFF000102FD\n:00000001FF\n', 'ihex')).toEqual([
      { address: 0x1ffff, bytes: '0102' },
    ]);
    // In a segment the address wraps to the segment’s beginning.
    expect(read(':020000021000EC\n:02FFFF000102FD\n:00000001FF\n', 'ihex')).toEqual([
      { address: 0x10000, bytes: '02' },
      { address: 0x1ffff, bytes: '01' },
    ]);
    expect(read('S107001001F400FFF4\nS9030000FC\n', 'srec')).toEqual([{ address: 16, bytes: '01f400ff' }]);
    expect(read('S2058000000179\nS5030001FB\n', 'srec')).toEqual([{ address: 0x800000, bytes: '01' }]);
  });

  it('of hexadecimal text take spaces, commas, 0x and addresses', () => {
    expect(read('00ff 01\n02', 'hextext')).toEqual([{ address: 0, bytes: '00ff0102' }]);
    expect(read('0x00, 0xFF\n 0040: 01\n02\n', 'hextext')).toEqual([
      { address: 0, bytes: '00ff' },
      { address: 64, bytes: '0102' },
    ]);
  });

  it('that are broken are refused by line', () => {
    const cases: [string, ImageForm, RegExp][] = [
      [':0400100001F400FFF8\n', 'ihex', /cut off/],
      [':0400100001F400FFF9\n:00000001FF', 'ihex', /line 1: the check digits/],
      [':0400100001F400F8\n:00000001FF', 'ihex', /line 1: the record is not as long/],
      [':00000001FF\n:0400100001F400FFF8', 'ihex', /line 2: something stands behind/],
      ['\n04', 'ihex', /line 2: a record begins with ":"/],
      [':0100000001FE\n:0100000002FD\n:00000001FF', 'ihex', /line 2: the byte at 0x0 is given twice/],
      ['S107001001F400FFF4\n', 'srec', /cut off/],
      ['S107001001F400FFF5\nS9030000FC', 'srec', /line 1: the check digits/],
      ['S107001001F400FFF4\nS5030002FA', 'srec', /line 2: counts 2 data records; there are 1/],
      ['S4030000FC', 'srec', /line 1: the record type/],
      ['0', 'hextext', /line 1: "0" is no row/],
      ['00 zz', 'hextext', /line 1: "zz" is no row/],
      ['fffffffff: 00', 'hextext', /line 1: "fffffffff" is no address/],
      ['ffffffff: 00 00', 'hextext', /line 1: ends beyond/],
    ];
    for (const [file, form, why] of cases) expect(() => read(file, form)).toThrowError(why);
  });

  it('say which form they have', () => {
    expect(formOf(bytes(':0400100001F400FFF8'))).toBe('ihex');
    expect(formOf(bytes('S107001001F400FFF4'))).toBe('srec');
    expect(formOf(bytes('0000: 00 ff'))).toBe('hextext');
    expect(formOf(Uint8Array.of(0, 1, 0x3a))).toBe('bin');
  });

  it('go out and come back as they were, in each form and case', () => {
    fc.assert(
      fc.property(images(0xffff_f000), fc.constantFrom('ihex', 'srec', 'hextext'), (segments, form) => {
        const file = writeImage(readSegments(segments, ''), form as ImageForm);
        expect(writeSegments(readImage(file, form as ImageForm))).toEqual(segments);
        const other = bytes(text(file).toLowerCase().replace(/^s/gm, 'S'));
        expect(writeSegments(readImage(other, form as ImageForm))).toEqual(segments);
      }),
      { numRuns: 300 },
    );
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 1, maxLength: 99 }), (data) => {
        expect(writeImage(readImage(data, 'bin'), 'bin')).toEqual(data);
      }),
    );
  });

  it('as binaries have neither gaps nor a start', () => {
    const image = (...addresses: number[]) =>
      readSegments(
        addresses.map((address) => ({ address, bytes: '00' })),
        '',
      );
    expect(() => writeImage(image(3), 'bin')).toThrowError(/begins at 0x3/);
    expect(() => writeImage(image(0, 9), 'bin')).toThrowError(/between 0x1 and 0x9/);
    expect(writeImage([], 'bin').length).toBe(0);
  });
});
