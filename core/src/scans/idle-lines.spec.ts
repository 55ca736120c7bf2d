import { IdleLines } from './idle-lines.js';
import { readReport } from './read.js';

const rows = (count: number, row: (n: number) => string): readonly string[] =>
  Array.from({ length: count }, (_, n) => row(n));
const idleOver = (lines: readonly string[]) =>
  new IdleLines({ count: lines.length, at: (at) => lines[at - 1] ?? '', numberOf: (at) => at });

describe('rows of a log that say nothing', () => {
  const log = rows(40, (n) => `12:${10 + n}:00.${100 + n} 7E8 poll ${10 + n} A${10 + n}F of nothing`);

  it('are passed over once eight of a shape were tried, and one of the shape stands below', () => {
    const idle = idleOver([...log, 'Airbag', '  B1318-16 active']);
    for (let at = 1; at < 8; at++) idle.note(at);
    const before = idle.passes(9);
    idle.note(8);
    expect([before, idle.passes(39), idle.passes(40), idle.passes(41)]).toEqual([false, true, false, false]);
  });

  it('are tried again once something was understood between them', () => {
    const idle = idleOver(log);
    for (let at = 11; at <= 30; at++) idle.note(at);
    expect(idle.passes(35)).toBe(true);
    idle.forget();
    expect(idle.passes(35)).toBe(false);
  });

  it('hide nothing that stands between them, wherever it stands', () => {
    for (const above of [0, 7, 8, 9, 30]) {
      const text = [
        ...log.slice(0, above),
        'Airbag',
        ...log.slice(0, 12),
        'Parking aid: no answer',
        ...log.slice(12, 30),
        'Body',
        '  B1318-16 Supply (active)',
        ...log.slice(30),
        'Cluster: B1402-11 Lamp (stored)',
      ].join('\n');
      const { codes, modules } = readReport(text);
      expect(codes.map(({ code, status, module }) => `${module} ${code} ${status}`)).toEqual([
        'Body B1318 active',
        'Cluster B1402 stored',
      ]);
      expect(modules.find(({ name }) => name === 'Parking aid')?.reach).toBe('silent');
    }
  });

  it('are kept as lines that were not read, and make no modules of what they are numbered by', () => {
    const { modules, notRead } = readReport(['Body', '  B1318-16 Supply (active)', ...log].join('\n'));
    expect(modules.map(({ name }) => name)).toEqual(['Body']);
    expect(notRead!.map(({ line }) => line)).toEqual(log.slice(2).map((_, n) => n + 5));
  });
});
