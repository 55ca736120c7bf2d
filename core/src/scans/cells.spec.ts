import fc from 'fast-check';
import { cellsOf } from './cells.js';

describe('the cells of a line', () => {
  it('are what stands between two blanks and more, leaders, and blanks to fill in', () => {
    expect(cellsOf('  Body   B1318-16 .... active___x', null)).toEqual([
      { text: 'Body', from: 2 },
      { text: 'B1318-16', from: 9 },
      { text: 'active', from: 23 },
      { text: 'x', from: 32 },
    ]);
  });

  it('are parted where an expression for the same would part them', () => {
    const piece = fc.constantFrom(
      ' ',
      '  ',
      '\t',
      '\u00a0',
      '\u2003',
      '.',
      '...',
      '_',
      '___',
      'a',
      'B1318',
      '–',
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 24 }), (pieces) => {
        const line = pieces.join('');
        expect(cellsOf(line, null).map(({ text }) => text)).toEqual(
          line
            .trim()
            .split(/\s{2,}|\.{3,}|_{3,}/)
            .map((text) => text.trim())
            .filter((text) => text !== ''),
        );
      }),
    );
  });
});
