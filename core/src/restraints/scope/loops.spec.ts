import { loopTable } from './loops.js';
import type { FittedItem, LoopMoment, LoopReading } from '../records.js';

const items: FittedItem[] = [
  { id: 'bag-l', item: 'side-bag', seat: 'front-left', label: 'seat bag left', loops: ['L9'] },
  { id: 'bag-r', item: 'side-bag', seat: 'front-right', label: 'seat bag right', loops: ['L10'] },
  { id: 'belt-l', item: 'belt', seat: 'front-left', label: 'driver belt', loops: ['L4'] },
];
const read = (loop: string, ohms: number | null, moment: LoopMoment = 'as-found'): LoopReading => ({
  loop,
  moment,
  ...(ohms === null ? { overload: true } : { ohms }),
});
const rows = (readings: readonly LoopReading[]) => loopTable(items, [], readings);
const row = (loop: string, readings: readonly LoopReading[]) =>
  rows(readings).find((own) => own.loop === loop)!;

describe('the table of loops', () => {
  it('calls 4.1, 6.2, 6.7 and 7.9 ohms beside a peer of 2.5 high, and sends to plug and harness', () => {
    for (const ohms of [4.1, 6.2, 6.7, 7.9]) {
      const own = row('L9', [read('L10', 2.5), read('L9', ohms)]);
      expect([own.verdict, own.otherSide]).withContext(String(ohms)).toEqual(['high', 2.5]);
      expect(own.says).toContain('plug and harness first');
    }
  });

  it('keeps lowest and highest as found, and names where a loop moves', () => {
    const moved = row('L9', [read('L9', 4.1), read('L9', 7.9, 'seat-back'), read('L9', 6.7)]);
    expect([moved.lowest, moved.highest, moved.now, moved.verdict]).toEqual([4.1, 7.9, 6.7, 'moves']);
    expect(moved.says).toBe('moves, most at “seat back”: plug or harness, not the unit');
    const drops = row('L9', [read('L9', 2.4), read('L9', null, 'harness-moved')]);
    expect([drops.verdict, drops.overload]).toEqual(['moves', true]);
  });

  it('explains a near-zero loop by a bar, an open one by plug, line or a fired unit', () => {
    expect(row('L4', [read('L4', 0.1)]).verdict).toBe('near-zero');
    const barred: FittedItem[] = [{ ...items[2]!, bar: 'harness' }];
    expect(loopTable(barred, [], [read('L4', 0.1)])[0]!.says).toContain(
      'the harness half of its plug carries it',
    );
    expect(row('L4', [read('L4', null)]).says).toContain('fired');
  });

  it('never calls a unit good: a level loop proves nothing, one that is good since its plug was opened is gone', () => {
    expect(row('L10', [read('L10', 2.5)]).says).toContain('proves nothing');
    const gone = row('L9', [read('L10', 2.5), read('L9', 6.7), read('L9', 2.4, 'after-reseat')]);
    expect([gone.verdict, gone.highest]).toEqual(['gone', 6.7]);
    expect(gone.says).toContain('not cured');
    expect(row('L9', [read('L9', 6.7), read('L9', 2.4, 'after-repair')]).verdict).toBe('level');
  });

  it('judges by the vehicle’s own limits where it has them, and shows loops that no item names', () => {
    const limits = [{ loop: 'L4', lowOhms: 2, highOhms: 4.5, source: 'Quill data sheet' }];
    const own = loopTable(items, limits, [read('L4', 4.1), read('L77', 2.2)]);
    expect(own.find(({ loop }) => loop === 'L4')).toEqual(
      jasmine.objectContaining({ verdict: 'high', source: 'Quill data sheet', peers: 2.2 }),
    );
    expect(loopTable(items, limits, [read('L4', 4.1)]).find(({ loop }) => loop === 'L4')!.verdict).toBe(
      'level',
    );
    expect(own.at(-1)).toEqual(jasmine.objectContaining({ loop: 'L77', item: null, verdict: 'level' }));
    expect(own.find(({ loop }) => loop === 'L9')!.verdict).toBe('not-read');
  });
});
