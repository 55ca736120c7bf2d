import { Lines } from './lines.js';
import { readingOrder } from './page-columns.js';
import { readReport } from './read.js';
import { unhyphenated } from './unhyphenated.js';

const joined = (...lines: readonly string[]) => {
  const order = unhyphenated(readingOrder(new Lines(lines.join('\n'))));
  return lines.map((_, at) => order.at(at + 1));
};

describe('words that a narrow page breaks', () => {
  it('are put together, and what stands behind them stays on its line', () => {
    expect(joined('B0297-13 Un-', '  terbrechung. Status: aktiv', 'No commu-', '  nication', 'Body')).toEqual(
      ['B0297-13 Unterbrechung.', '  Status: aktiv', 'No communication', '', 'Body'],
    );
  });

  it('are none where the hyphen stands for a word, or a code or a name follows', () => {
    for (const lines of [
      ['links-', '  und rechts'],
      ['Fehler-', 'speicher'],
      ['rear-', '  Left'],
      ['lamp-', '  b1318'],
    ])
      expect(joined(...lines)).toEqual(lines);
  });

  it('leave every line accounted for', () => {
    const { modules, lines } = readReport(
      'Heckklappe\n  Keine Kommunikation mög-\n  lich\nKombi\n  Kein Fehler',
    );
    expect(modules.map(({ name, reach }) => `${name} ${reach}`)).toEqual([
      'Heckklappe silent',
      'Kombi answered',
    ]);
    expect(lines!.map(({ line }) => line)).toEqual([1, 2, 3, 4, 5]);
  });
});
