import fc from 'fast-check';
import { figureIn, figuresIn } from './figures.js';

describe('the figures of a sentence', () => {
  it('have the decimal mark of the locale before a unit, alone, and where several share one', () => {
    for (const [written, read] of [
      ['near 4.9 V', 'near 4,9 V'],
      ['2.2 kΩ, 14.1 V at the battery', '2,2 kΩ, 14,1 V at the battery'],
      ['4.1 to 7.9 V', '4,1 to 7,9 V'],
      ['between 1.4 and 3.6 Ω.', 'between 1,4 and 3,6 Ω.'],
      ['spread 0.12, 0.2 and 0.31 V', 'spread 0,12, 0,2 and 0,31 V'],
      ['0.35 V of 1.2 V are in no section', '0,35 V of 1,2 V are in no section'],
      ['below 0.1\u202f%', 'below 0,1\u202f%'],
      ['a disc 2.5mm too high', 'a disc 2,5mm too high'],
    ] as const) {
      expect(figuresIn(written, 'de-AT')).toBe(read);
      expect(figuresIn(written, 'fr-FR')).toBe(read);
      expect(figuresIn(written, 'en-GB')).toBe(written);
    }
  });

  it('are all that changes: names, codes, versions, numbers of parts and addresses stay', () => {
    for (const text of [
      'C2.1 to C2.4',
      'Version 4.12.7 of the reader',
      'Part 7.412.336',
      'part 7.5 behind it',
      'on 28.11.2026 at 9.30',
      '10.0.0.4',
      'C2.1 V',
      'F7.5 A',
      'Fit it. 12 V stand there',
    ])
      expect(figuresIn(text, 'de-AT')).toBe(text);
  });

  it('that is a figure alone is asked for as one: part numbers and versions can look like it', () => {
    expect(['12.41', '−0.3', '12', 'C2.1', '4.1.2', '9.1 V'].map((text) => figureIn(text, 'fr-FR'))).toEqual([
      '12,41',
      '−0,3',
      '12',
      'C2.1',
      '4.1.2',
      '9.1 V',
    ]);
    expect(figuresIn('12.41', 'fr-FR')).toBe('12.41');
    expect(figureIn('12.41', 'en-GB')).toBe('12.41');
  });

  it('keep Latin digits, and are written once', () => {
    expect(figuresIn('4.9 V', 'ar-EG')).toMatch(/^4.9 V$/);
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...'0123456789., VΩmA to–') }), (text) => {
        const read = figuresIn(text, 'de-AT');
        expect(figuresIn(read, 'de-AT')).toBe(read);
        expect(read.replaceAll(',', '.')).toBe(text.replaceAll(',', '.'));
      }),
    );
  });
});
