import { numberOf, numberOrNull } from './typed-number';

describe('a typed number', () => {
  it('takes a comma for the decimal mark, and k, m and M for what they are', () => {
    expect(['12.6', '12,6', '2k2', '15m', '4.7M', '-0,5'].map(numberOf)).toEqual([
      12.6, 12.6, 2200, 0.015, 4.7e6, -0.5,
    ]);
  });

  it('takes 1,200 for a decimal where nobody can be asked', () => {
    expect(numberOf('1,200')).toBe(1.2);
  });

  it('is not guessed out of words', () => {
    for (const text of ['many', '12 apples', '1.2.3', 'OL', '--3'])
      expect(numberOf(text)).withContext(text).toBeNaN();
  });

  it('is nothing where nothing was typed', () => {
    expect([numberOrNull(''), numberOrNull('   '), numberOrNull('0')]).toEqual([null, null, 0]);
    expect(numberOrNull('x')).toBeNaN();
  });
});
