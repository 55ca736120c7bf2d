import fc from 'fast-check';
import { compareTrims, readTrim, trimCheck, type TrimScheme } from '../index.js';

const scheme: TrimScheme = {
  name: 'Six and two',
  alphabet: '0123456789ABCDEFGHJKLMNPQRSTUVWXYZ'.slice(0, 31),
  length: 6,
  checks: [
    [1, 2, 3, 4, 5, 6],
    [1, 4, 16, 2, 8, 1],
  ],
  misread: { O: '0', I: '1' },
};

describe('trim codes', () => {
  it('have check characters that follow from the others', () => {
    // Digits 1 to 6: 1·1 + 2·2 + … + 6·6 = 91 = 2·31 + 29; 1 + 8 + 48 + 8 + 40 + 6 = 111 = 3·31 + 18.
    expect(trimCheck(scheme, '123456')).toBe(scheme.alphabet[29]! + scheme.alphabet[18]!);
  });

  it('are read as they stand on a label', () => {
    const right = `000001${trimCheck(scheme, '000001')}`;
    expect(readTrim(scheme, ` ooo-oo1 ${right.slice(6).toLowerCase()}`)).toEqual({
      verdict: 'right',
      code: right,
    });
    expect(readTrim(scheme, '12345')).toEqual({ verdict: 'length', code: '12345', expected: 8 });
    expect(readTrim(scheme, '12345?78').verdict).toBe('character');
  });

  it('with one character misread, or two exchanged, are told from right ones, the right one among the near', () => {
    const character = fc.constantFrom(...scheme.alphabet);
    fc.assert(
      fc.property(
        fc.array(character, { minLength: 6, maxLength: 6 }),
        fc.nat(7),
        character,
        (body, place, other) => {
          const code = body.join('') + trimCheck(scheme, body.join(''));
          fc.pre(code[place] !== other);
          const misread = code.slice(0, place) + other + code.slice(place + 1);
          const reading = readTrim(scheme, misread);
          expect(reading.verdict).toBe('check');
          if (reading.verdict === 'check') expect(reading.near).toContain(code);
        },
      ),
    );
  });

  it('that changed places are pointed out', () => {
    const at = (position: string, label: string, kept: string | null) => ({ position, label, kept });
    expect(
      compareTrims([at('1', 'AA', 'BB'), at('2', 'BB', 'AA'), at('3', 'CC', 'CC'), at('4', 'DD', null)]),
    ).toEqual([
      { position: '1', verdict: 'swapped', with: '2' },
      { position: '2', verdict: 'swapped', with: '1' },
      { position: '3', verdict: 'same', with: null },
      { position: '4', verdict: 'write', with: null },
    ]);
    expect(compareTrims([at('1', 'AA', null), at('2', 'AA', null)])[0]!.verdict).toBe('twice');
  });
});
