import fc from 'fast-check';
import papa from 'papaparse';
import { remembered } from './remembered.js';
import { readReport } from './read.js';
import { firstRows, tableRows } from './table-rows.js';
import { likeOf } from './patterns.js';

const rowsOf = (text: string, delimiter = ';') => [...tableRows(text, delimiter)];

describe('the rows of a table', () => {
  it('know the line on which they start, also behind a cell with line breaks', () => {
    const rows = rowsOf('a;b\r\n"one\r\ntwo";c\r\nd;e');
    expect(rows.map(({ cells, line }) => [cells.join('|'), line])).toEqual([
      ['a|b', 1],
      ['one\r\ntwo|c', 2],
      ['d|e', 4],
    ]);
    expect(rows[2]!.raw).toBe('d;e');
  });

  it('are the same in stretches as at once, whatever the line breaks', () => {
    const cell = fc.stringMatching(/^[a-z0-9 äöü]{0,12}$/);
    const table = fc.array(fc.array(cell, { minLength: 2, maxLength: 4 }), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(
        table,
        fc.constantFrom('\n', '\r\n', '\r'),
        fc.integer({ min: 1, max: 400 }),
        (rows, end, times) => {
          const text = Array.from({ length: times }, () => rows)
            .flat()
            .map((cells) => cells.join(';'))
            .join(end);
          const whole = papa.parse<string[]>(text, { delimiter: ';' }).data;
          expect(rowsOf(text).map(({ cells }) => [...cells])).toEqual(whole);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('end their stretch behind a quote that is open, never within it', () => {
    const long = `"${'x\n'.repeat(40_000)}";1`;
    const rows = rowsOf(`${long}\nnext;2`);
    expect(rows.map(({ line }) => line)).toEqual([1, 40_002]);
    expect(rows[1]!.cells).toEqual(['next', '2']);
  });

  it('are known by the first few of them', () => {
    expect(firstRows('a,b\nc,d\ne,f', ',', 2).map(({ cells }) => cells[0])).toEqual(['a', 'c']);
  });
});

describe('answers that are remembered', () => {
  it('are worked out once for a text, null and undefined too', () => {
    let asked = 0;
    const read = remembered((text) => {
      asked++;
      return text === '' ? undefined : text.length;
    });
    expect([read('abc'), read('abc'), read(''), read('')]).toEqual([3, 3, undefined, undefined]);
    expect(asked).toBe(2);
  });

  it('are forgotten before they fill the memory', () => {
    let asked = 0;
    const read = remembered((text) => {
      asked++;
      return text;
    });
    for (let n = 0; n < 9000; n++) read(`text ${n}`);
    read('text 0');
    expect(asked).toBe(9001);
  });
});

describe('a line of a table that was explained', () => {
  it('is known the next time, as the row stands in the file', () => {
    const table = 'ECU;DTC;Text\nBody;B1318-16;Supply\nBody;page 44;Supply\n';
    expect(readReport(table).notRead!.map(({ line }) => line)).toEqual([3]);
    const like = likeOf('Body;page 44;Supply');
    const again = readReport(table, { patterns: { codes: [], lines: [{ like, as: 'ignore' }] }, marks: [] });
    expect(again.notRead).toEqual([]);
    const other = table.replace('page 44', 'page 51');
    expect(
      readReport(other, { patterns: { codes: [], lines: [{ like, as: 'ignore' }] }, marks: [] }).notRead,
    ).toEqual([]);
  });
});
