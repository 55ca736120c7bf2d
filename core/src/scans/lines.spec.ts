import fc from 'fast-check';
import { Lines, longestPiece, piecesOf } from './lines.js';
import { readReport } from './read.js';

const all = (text: string) => {
  const lines = new Lines(text);
  return Array.from({ length: lines.count }, (_, n) => lines.at(n + 1));
};

describe('Lines', () => {
  it('cuts at every kind of line break, and drops a byte order mark', () => {
    expect(all('\uFEFFa\nb\r\nc\rd')).toEqual(['a', 'b', 'c', 'd']);
    expect(all('')).toEqual(['']);
    expect(all('a\n\r\n')).toEqual(['a', '', '']);
    expect(new Lines('a').at(2)).toBe('');
  });

  it('cuts like a split, whatever the text', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('\r', '\n', 'a', 'é', ' ')), (characters) => {
        const text = characters.join('');
        expect(all(text)).toEqual(text.split(/\r\n|\r|\n/));
      }),
    );
  });
});

describe('a very long line', () => {
  it('is read in pieces that end between words and leave nothing out', () => {
    const line = 'Body control B1049-13 '.repeat(400);
    const pieces = piecesOf(line);
    expect(pieces.every((piece) => piece.length <= longestPiece)).toBeTrue();
    expect(pieces.join('')).toBe(line);
    expect(pieces.slice(0, -1).every((piece) => piece.endsWith(' '))).toBeTrue();
  });

  it('takes time that grows no faster than it does', () => {
    const attacks = [' x', 'B1049 ', 'B1049-13 open, ', '- ', '(', 'a\t', 'B1049 (('];
    for (const attack of attacks) {
      const seconds = (length: number) => {
        const text = `Body\n${attack.repeat(length / attack.length)}\n`;
        const since = performance.now();
        readReport(text);
        return performance.now() - since;
      };
      seconds(20_000);
      const [short, long] = [seconds(20_000), seconds(320_000)];
      // Sixteen times the text; a quadratic rule would take 256 times as long.
      expect(long / Math.max(short, 4))
        .withContext(attack)
        .toBeLessThan(80);
    }
  });

  it('still gives its codes', () => {
    const { codes } = readReport(`Body control\n${'B1049-13 Left belt loop (active); '.repeat(100)}\n`);
    expect(codes.length).toBe(100);
    expect(new Set(codes.map(({ code }) => code))).toEqual(new Set(['B1049']));
  });
});
