import { splitCells } from './cells.js';
import { readCodeLine } from './code-line.js';
import { readStatusCell } from './status-cell.js';

const only = (line: string) => {
  const read = readCodeLine(line);
  expect(read?.codes.length).withContext(line).toBe(1);
  const { code, failureType, status, text } = read!.codes[0]!;
  return [read!.before, code, failureType, status, text];
};

describe('readCodeLine', () => {
  it('finds the status wherever a reader puts it', () => {
    const cases: [string, (string | null)[]][] = [
      ['B1049-13 Left belt loop - Current', [null, 'B1049', '13', 'active', 'Left belt loop']],
      ['B1049-13 (stored) Left belt loop', [null, 'B1049', '13', 'stored', 'Left belt loop']],
      ['B1049-13 [active] Left belt loop', [null, 'B1049', '13', 'active', 'Left belt loop']],
      ['B1049 | 13 | Left belt loop | Status: stored', [null, 'B1049', '13', 'stored', 'Left belt loop']],
      ['B1049:13\tpending\tLeft belt loop', [null, 'B1049', '13', 'pending', 'Left belt loop']],
      ['Fault code 3: B1049, Left belt loop, past', [null, 'B1049', null, 'history', 'Left belt loop']],
      [
        'Restraint;B104913;permanent;Left belt loop',
        ['Restraint', 'B1049', '13', 'permanent', 'Left belt loop'],
      ],
      ['B1049-13   0x2F   Left belt loop', [null, 'B1049', '13', 'active', 'Left belt loop']],
      ['B1049-13   Left belt loop   ST: 08', [null, 'B1049', '13', 'stored', 'Left belt loop']],
      ['- B1049', [null, 'B1049', null, 'unknown', null]],
    ];
    for (const [line, expected] of cases) expect(only(line)).withContext(line).toEqual(expected);
  });

  it('keeps words of a description that also are words of a status', () => {
    expect(only('B1049-19 | stored | Left belt loop current too high')).toEqual([
      null,
      'B1049',
      '19',
      'stored',
      'Left belt loop current too high',
    ]);
  });

  it('reads several codes in a line', () => {
    const read = readCodeLine('P0300 stored  P0301 active')!;
    expect(read.codes.map(({ code, status }) => `${code} ${status}`)).toEqual([
      'P0300 stored',
      'P0301 active',
    ]);
  });

  it('is not deceived', () => {
    for (const line of [
      'VIN VLNRL8H26L0051207',
      'SW U0100',
      'Part no. B1049',
      'VQ-B1049-13',
      'path/B1049',
      'B1049x',
      'tel. 555 0100',
      '90 49 13 B1 04 91 30',
    ])
      expect(readCodeLine(line)).withContext(line).toBeNull();
  });
});

describe('readStatusCell', () => {
  it('reads words and bytes, with or without their label', () => {
    expect(readStatusCell('Status: 0x2C')).toEqual({
      status: 'stored',
      comesAndGoes: false,
      statusText: '0x2C',
      statusByte: 0x2c,
      by: 'byte',
    });
    expect(readStatusCell('État : mémorisé')?.status).toBe('stored');
    expect(readStatusCell('Status: flickering')).toEqual({
      status: 'unknown',
      comesAndGoes: false,
      statusText: 'flickering',
      statusByte: null,
      by: 'label',
    });
    expect(readStatusCell('2C')).toBeNull();
  });
});

describe('splitCells', () => {
  it('parts by bars, tabs, semicolons or wide blanks', () => {
    expect(splitCells('a | b |  c')).toEqual(['a', 'b', 'c']);
    expect(splitCells('a\tb')).toEqual(['a', 'b']);
    expect(splitCells('a; b;;c')).toEqual(['a', 'b', 'c']);
    expect(splitCells('a b    c ...... d')).toEqual(['a b', 'c', 'd']);
  });
});
