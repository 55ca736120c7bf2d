import fc from 'fast-check';
import { codeNumber, readCode, readCodeBytes, writeCode } from './code.js';

describe('readCode', () => {
  it('accepts the four written forms', () => {
    for (const token of ['B1049-13', 'b1049-13', 'B1049:13', 'B104913'])
      expect(readCode(token)).toEqual({ code: 'B1049', failureType: '13', repaired: false });
    expect(readCode('B1049')).toEqual({ code: 'B1049', failureType: null, repaired: false });
  });

  it('repairs a slip only where the character is not valid in its place', () => {
    expect(readCode('BI049')).toEqual({ code: 'B1049', failureType: null, repaired: true });
    expect(readCode('8I049-I3')).toEqual({ code: 'B1049', failureType: '13', repaired: true });
    expect(readCode('P0S01')?.code).toBe('P0501');
    expect(readCode('B10B9')).toEqual({ code: 'B10B9', failureType: null, repaired: false });
  });

  it('never makes a code of digits alone or of a word', () => {
    for (const token of ['81049', '8104913', 'codes', 'POSED', 'PISOS', 'bosses', '', 'B1G49', 'B9049'])
      expect(readCode(token)).withContext(token).toBeNull();
  });

  it('reads back every code that exists, in any case and with any separator', () => {
    const hex = (max: number, width: number) =>
      fc.integer({ min: 0, max }).map((n) => n.toString(16).padStart(width, '0'));
    fc.assert(
      fc.property(
        fc.constantFrom('p', 'c', 'b', 'u'),
        hex(0x3fff, 4),
        fc.option(hex(255, 2)),
        fc.constantFrom('-', ':', ''),
        (letter, digits, type, separator) => {
          const token = letter + digits + (type === null ? '' : separator + type);
          expect(writeCode(readCode(token)!)).toBe(
            (letter + digits + (type === null ? '' : `-${type}`)).toUpperCase(),
          );
          expect(readCode(token)).toEqual({
            code: (letter + digits).toUpperCase(),
            failureType: type?.toUpperCase() ?? null,
            repaired: false,
          });
        },
      ),
    );
  });
});

describe('codeNumber', () => {
  it('is the way back from the bytes of a code', () => {
    expect(codeNumber('B1049', '13')).toBe(0x904913);
    for (const code of ['P0115', 'C0035', 'B1F20', 'U3003'])
      for (const failureType of ['00', '1B', 'FF'])
        expect(readCodeBytes(codeNumber(code, failureType).toString(16).padStart(6, '0')))
          .withContext(code)
          .toEqual({ code, failureType, repaired: false });
  });
});

describe('readCodeBytes', () => {
  it('takes letter and first digit from the top four bits', () => {
    expect(readCodeBytes('90 49 13')).toEqual({ code: 'B1049', failureType: '13', repaired: false });
    expect(readCodeBytes('C100')?.code).toBe('U0100');
    expect(readCodeBytes('0x05 0x01')?.code).toBe('P0501');
    expect(readCodeBytes('904')).toBeNull();
  });
});
