import { check } from '../refusal/index.js';
import { readReport, scan } from '../scans/index.js';
import { readTyped } from '../units/index.js';
import { wordTable } from './index.js';

describe('words that every object knows', () => {
  const words = Object.getOwnPropertyNames(Object.prototype);

  it('are in a table only where it names them', () => {
    const table = wordTable<number>({ lit: 1 });
    expect(words.filter((word) => table[word] !== undefined)).toEqual([]);
    expect(table['lit']).toBe(1);
  });

  it('are no status and no unit', () => {
    for (const word of words) {
      expect(readTyped(`4 ${word}`).kind)
        .withContext(word)
        .toBe('notRead');
    }
  });

  it('are read in a report like any other word', () => {
    for (const word of words)
      for (const text of [
        `Body\n B1049 x (${word})\n`,
        `Body\n B1049 ${word}\n`,
        `${word}: B1049\n`,
        `Module: ${word}\n B1049-13 open\n`,
        `Body\n B1049\n ${word}: 13\n`,
        `module;code;${word}\nBody;B1049;x\n`,
        `${word};code;status\nBody;B1049;${word}\n`,
        `Body\n${word}: 12 V\n`,
      ])
        expect(() => check(scan, readReport(text)))
          .withContext(JSON.stringify(text))
          .not.toThrow();
  });
});
