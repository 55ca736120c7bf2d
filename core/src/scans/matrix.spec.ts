import { scanMatrix } from './matrix.js';
import { readReport } from './read.js';

const scan = (...lines: string[]) => readReport(lines.join('\n'));

describe('scanMatrix', () => {
  const first = scan('Body', '  B1318-16 Supply  active', '  B2214 Door  stored', 'Trailer: no codes');
  const second = scan('Body', '  B1318-16 Supply  stored', '  B1C11 Lamp  active', 'Trailer: no codes');
  const third = scan('Body', '  B2214 Door  active', '  B1C11 Lamp  active', 'Trailer: no response');

  it('shows each code in each scan, and what became of it from the first to the last', () => {
    const { rows, silentModules } = scanMatrix([first, second, third]);
    expect(rows.map(({ code, cells, result }) => [code, cells.join(' '), result])).toEqual([
      ['B1318', 'active stored absent', 'absent-untested'],
      ['B1C11', 'absent active active', 'returned'],
      ['B2214', 'stored absent active', 'now-active'],
    ]);
    expect(rows.map(({ unstable }) => unstable)).toEqual([false, false, true]);
    expect(silentModules).toEqual(['Trailer']);
  });

  it('keeps a code that only a scan between had, and says where a module was not read', () => {
    const between = scan('Roof', '  B9001 x', '  B3001 Antenna  stored', 'Body: no codes');
    const { rows } = scanMatrix([first, between, scan('Body: no codes', 'Roof: no response')]);
    expect(rows.find(({ code }) => code === 'B3001')).toEqual(
      jasmine.objectContaining({ cells: ['not-read', 'stored', 'not-read'], result: 'not-re-read' }),
    );
  });

  it('has nothing to show of one scan', () => {
    expect(scanMatrix([first]).rows).toEqual([]);
    expect(scanMatrix([]).rows).toEqual([]);
  });
});
