import fc from 'fast-check';
import { checkCharacter, readVin } from './vin.js';

describe('readVin', () => {
  it('agrees with the check digit computed by hand', () => {
    // Seventeen ones: every weight once, 89 in all without the ninth place; 89 mod 11 is 1.
    expect(readVin('11111111111111111', 2027)).toEqual(
      jasmine.objectContaining({ checkDigit: 'holds', remarks: [] }),
    );
    expect(readVin('1M8GDM9AXKP042788', 2027).checkDigit).toBe('holds');
    expect(readVin('1M8GDM9A1KP042788', 2027).checkDigit).toBe('fails');
    expect(readVin('1M8GDM9AZKP042788', 2027).checkDigit).toBe('unused');
  });

  it('takes blanks, dashes and small letters, and puts right what no VIN has', () => {
    const read = readVin('1m8 gdm9ax-kpO427 88', 2027);
    expect([read.vin, read.checkDigit]).toEqual(['1M8GDM9AXKP042788', 'holds']);
    expect(read.remarks).toEqual(['A VIN has no O: read as 0. Look again.']);
  });

  it('says what is wrong instead of guessing', () => {
    expect(readVin('1M8', 2027).remarks).toEqual(['A VIN has 17 characters; this has 3.']);
    expect(readVin('1M8GDM9AXKP04278ä', 2027)).toEqual(
      jasmine.objectContaining({ sound: false, checkDigit: 'unknown' }),
    );
  });

  it('names the model years that the tenth place may mean', () => {
    expect(readVin('11111111A11111111'.replace(/^(.{9})./, '$1A'), 2027).modelYears).toEqual([2010, 1980]);
    expect(readVin('11111111111111111'.replace(/^(.{9})./, '$1V'), 2027).modelYears).toEqual([2027, 1997]);
    expect(readVin('11111111111111111'.replace(/^(.{9})./, '$10'), 2027).modelYears).toEqual([]);
  });

  it('finds any single wrong digit that changes its weighted sum', () => {
    const base = '1M8GDM9AXKP042788';
    fc.assert(
      fc.property(fc.integer({ min: 11, max: 16 }), fc.integer({ min: 0, max: 9 }), (place, digit) => {
        const typed = base.slice(0, place) + String(digit) + base.slice(place + 1);
        expect(readVin(typed, 2027).checkDigit).toBe(typed === base ? 'holds' : 'fails');
      }),
    );
  });

  it('makes its own check character hold', () => {
    const characters = fc.constantFrom(...'ABCDEFGHJKLMNPRSTUVWXYZ0123456789');
    fc.assert(
      fc.property(fc.array(characters, { minLength: 17, maxLength: 17 }), (all) => {
        const vin = all.join('');
        expect(readVin(vin.slice(0, 8) + checkCharacter(vin) + vin.slice(9), 2027).checkDigit).toBe('holds');
      }),
    );
  });
});
