import fc from 'fast-check';
import type { OptionRule } from '../index.js';
import { readOptions, writeOptions } from './index.js';

const rule = (option: string, byte: number, mask: string, value: string): OptionRule => ({
  option,
  byte,
  mask,
  value,
});
const rules = [
  rule('fog-front', 1, '20', '20'),
  rule('left-hand', 0, '03', '00'),
  rule('right-hand', 0, '03', '01'),
  rule('rain-sensor', 1, '0c', '08'),
  // Two fields that have to agree.
  rule('trailer', 0, '80', '80'),
  rule('trailer', 1, '40', '40'),
];

describe('options', () => {
  it('are read from the bytes; what no rule knows is unclear', () => {
    expect(readOptions({ rules, bytes: '00ab' })).toEqual({
      options: ['fog-front', 'left-hand', 'rain-sensor'],
      unclear: [],
    });
    expect(readOptions({ rules, bytes: '0204' })).toEqual({
      options: [],
      unclear: [
        { byte: 0, mask: '03', value: '02' },
        { byte: 1, mask: '0c', value: '04' },
      ],
    });
    // One half of the trailer: said by one field, denied by the other.
    expect(readOptions({ rules, bytes: '8000' })).toEqual({
      options: ['left-hand'],
      unclear: [{ byte: 0, mask: '80', value: '80' }],
    });
  });

  it('are written into the bytes; bits of no rule stay', () => {
    expect(writeOptions({ rules, base: '7893', options: ['right-hand', 'trailer', 'fog-front'] })).toEqual({
      // 78 = 0111 1000 with the trailer’s bit and right-hand; 93 = 1001 0011 without rain, with fog and trailer.
      bytes: 'f9f3',
      changes: [
        { byte: 0, before: '78', after: 'f9', because: ['trailer', 'right-hand'] },
        { byte: 1, before: '93', after: 'f3', because: ['trailer', 'fog-front'] },
      ],
    });
  });

  it('that contradict each other are named', () => {
    const told = (options: string[], own = rules) => {
      try {
        return writeOptions({ rules: own, base: '0000', options }).bytes;
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(told([])).toBe('options: byte 0, mask 03 needs one of “left-hand”, “right-hand”; none is chosen');
    expect(told(['left-hand', 'right-hand'])).toBe(
      'options: byte 0, mask 03 holds only one of “left-hand”, “right-hand”',
    );
    expect(told(['left-hand', 'tow bar'])).toBe('options[1]: no rule knows “tow bar”');
    const shared = [rule('a', 0, '0f', '05'), rule('b', 0, '03', '02')];
    expect(told(['a', 'b'], shared)).toBe(
      'options: “a” and “b” ask for different values of the same bits in byte 0',
    );
    expect(told(['a'], [rule('a', 2, '01', '01')])).toBe(
      'rules[0].byte: byte 2 is beyond the 2 bytes given (the first is 0)',
    );
    expect(told(['a'], [rule('a', 0, '01', '02')])).toBe('rules[0].value: 02 has bits outside its mask 01');
    expect(told(['a'], [rule('a', 0, '01', '00')])).toMatch(/alone in its bits/);
    expect(told(['a'], [rule('a', 0, '03', '01'), rule('b', 0, '03', '01')])).toBe(
      'rules[1]: “b” and “a” are the same bits',
    );
  });

  it('come back from their bytes, whatever the rules', () => {
    // Each byte is cut into fields; each field gets a few options, and one of them is chosen.
    const field = fc.record({
      bits: fc.integer({ min: 1, max: 4 }),
      values: fc.uniqueArray(fc.nat(15), { minLength: 1, maxLength: 4 }),
      pick: fc.nat(4),
    });
    fc.assert(
      fc.property(
        fc.array(fc.array(field, { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 4 }),
        fc.infiniteStream(fc.nat(255)),
        (bytes, noise) => {
          const own: OptionRule[] = [];
          const chosen: string[] = [];
          let covered = '';
          bytes.forEach((fields, byte) => {
            let shift = 0;
            let masks = 0;
            fields.forEach(({ bits, values, pick }, n) => {
              if (shift + bits > 8) return;
              const mask = ((1 << bits) - 1) << shift;
              const fit = [...new Set(values.map((value) => value & ((1 << bits) - 1)))];
              const used = fit.length === 1 && fit[0] === 0 ? [1] : fit;
              const hex = (value: number) => value.toString(16).padStart(2, '0');
              used.forEach((value, k) =>
                own.push(rule(`o${byte}-${n}-${k}`, byte, hex(mask), hex(value << shift))),
              );
              if (used.length > 1 || pick % 2 === 0) chosen.push(`o${byte}-${n}-${pick % used.length}`);
              masks |= mask;
              shift += bits;
            });
            covered += masks.toString(16).padStart(2, '0');
          });
          const base = bytes.map(() => noise.next().value!.toString(16).padStart(2, '0')).join('');
          const written = writeOptions({ rules: own, base, options: chosen });
          const read = readOptions({ rules: own, bytes: written.bytes });
          expect([...read.options].sort()).toEqual([...chosen].sort());
          expect(read.unclear).toEqual([]);
          const [a, b, mask] = [base, written.bytes, covered].map((text) => BigInt(`0x${text}`));
          expect((a! ^ b!) & ~mask!).toBe(0n);
          expect(writeOptions({ rules: own, base: written.bytes, options: chosen }).changes).toEqual([]);
        },
      ),
      { numRuns: 10_000 },
    );
  });
});
