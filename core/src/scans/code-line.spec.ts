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

describe('a code in its line', () => {
  const codes = (line: string) =>
    readCodeLine(line)?.codes.map(({ code, failureType, status }) =>
      [code, failureType, status].filter((part) => part !== null && part !== 'unknown').join(' '),
    );

  it('has its type behind a stop, a slash, a dash or in brackets', () => {
    for (const line of [
      'B1318.16 Supply',
      'B1318 / 16  Supply',
      'B1318 - 16 - Supply',
      'B1318 (16): Supply',
      'B1318 (16h) Supply',
    ])
      expect(codes(line)).withContext(line).toEqual(['B1318 16']);
    // A stop parts no type where another code of the line is written otherwise.
    expect(codes('B1318.16 is no code; B1319-11 is')).toEqual(['B1319 11']);
  });

  it('has its status close behind, in the sentence behind, or in a word of its own', () => {
    expect(codes('B1318-16/stored, B1319-11/active')).toEqual(['B1318 16 stored', 'B1319 11 active']);
    expect(codes('B1318-16/supply')).toBeUndefined();
    expect(codes('B1318-16 Supply low. Intermittent, count 2.')).toEqual(['B1318 16 stored']);
    expect(codes('B1318-16 | Supply | memory')).toEqual(['B1318 16 stored']);
    expect(codes('B1318-16 : Supply : not confirmed')).toEqual(['B1318 16 pending']);
    expect(codes('B1318-16 Memory of the seat')).toEqual(['B1318 16']);
  });

  it('is none in a sentence about a part, and the time in front of it no module', () => {
    expect(codes('Part no. of the old unit was B1234-77, in the box.')).toBeUndefined();
    expect(readCodeLine('12 Nov 08:02   Body   B1318')?.before).toBe('Body');
    expect(readCodeLine('[KO]  Body   B1318')?.before).toBe('Body');
  });

  it('reads the bits of a status by their names, and a status that is asked for', () => {
    const bits = 'Bits : TF=0 TFTOC=0 PDTC=1 CDTC=0 TNCSLC=0 TFSLC=0 TNCTOC=0 WIR=1';
    expect(readStatusCell(bits)).toEqual(jasmine.objectContaining({ status: 'pending', statusByte: 0x84 }));
    expect(readStatusCell('TF=0 CDTC=1')).toEqual(
      jasmine.objectContaining({ status: 'stored', statusByte: 8 }),
    );
    const asked = (text: string) => readStatusCell(text)?.status ?? null;
    expect(['Now: yes', 'Present: no', 'Confirmed: yes', 'Pending: no'].map(asked)).toEqual([
      'active',
      'stored',
      'stored',
      null,
    ]);
  });

  it('takes two figures behind a slash for the type, and no word or year', () => {
    const read = (line: string) =>
      readCodeLine(line)?.codes.map(({ code, failureType }) => [code, failureType]) ?? [];
    expect(read('- B1702/13, right side bag')).toEqual([['B1702', '13']]);
    expect(read('B1702/2026')).toEqual([]);
  });

  it('reads a byte behind its label beside the code', () => {
    const [code] = readCodeLine('B1318-16 mask 0x08 "Supply"')!.codes;
    expect([code!.status, code!.statusByte]).toEqual(['stored', 8]);
    expect(readCodeLine('B1318-16 part 0x2F')!.codes[0]!.status).toBe('unknown');
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
