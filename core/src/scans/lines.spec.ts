import fc from 'fast-check';
import { Lines } from './lines.js';

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
