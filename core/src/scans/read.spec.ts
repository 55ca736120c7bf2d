import fc from 'fast-check';
import { comparableScan, readReport, scan, type Scan } from './index.js';
import { readText } from './read-text.js';

const brief = (read: Scan) =>
  read.codes.map((c) => `${c.module} ${c.code}${c.failureType ? `-${c.failureType}` : ''} ${c.status}`);

const layouts: Record<string, string> = {
  'a table with the module in each row': `
Module            | Code     | Status  | Text
Restraint control | B1049-13 | Current | Left belt loop
Restraint control | B1051-1B | Stored  | Right belt loop
Body              | U0140    | History | Lost messages`,
  'an indented list under headings': `
[03] Restraint control (2 codes)
   B1049-13  Left belt loop (Current)
   B1051-1B  Right belt loop (Stored)
Body SW 0410-A
   U0140  Lost messages - history`,
  'two columns, module only where it changes': `
Restraint control    B1049:13    Left belt loop      current
                     B1051:1B    Right belt loop     stored
Body                 U0140       Lost messages       past`,
  'terse, status on the next line': `
RESTRAINT CONTROL
B104913 Left belt loop
ST: 2F
B10511B Right belt loop
ST: 28
BODY:
U0140 Lost messages
Status: history`,
  'German words': `
Steuergerät: Restraint control
Fehler 1: B1049-13, Gurt links, aktiv
Fehler 2: B1051-1B, Gurt rechts, sporadisch
Steuergerät: Body
U0140 Botschaften fehlen (historisch)`,
};

describe('readText', () => {
  for (const [name, text] of Object.entries(layouts))
    it(`reads ${name}`, () => {
      const read = readText(text);
      expect(brief(read).map((line) => line.toLowerCase())).toEqual([
        'restraint control b1049-13 active',
        'restraint control b1051-1b stored',
        'body u0140 history',
      ]);
      expect(read.modules.map((m) => m.name.toLowerCase())).toEqual(['restraint control', 'body']);
      expect(read.notRead).toEqual([]);
    });

  const shapes: Record<string, [string, string[]]> = {
    'keys and values in a line': [
      '<Airbag>\nDTC=B1049 FTB=13 STATUS=2F DESC=Left belt loop\n</Airbag>',
      ['Airbag B1049-13 active'],
    ],
    'records with the module behind the code': [
      'Code: B1049-13\nModule: Body\nStatus: Active\n\nCode: B1318\nModule: Door\nStatus: Stored',
      ['Body B1049-13 active', 'Door B1318 stored'],
    ],
    'counts under a heading, and details with words and byte': [
      'RESTRAINTS (address 0x58)\nFault codes: 1\nB1049:13\n  Left loop\n  Status: active, confirmed (0x2F)\n\nBODY (address 0x40)\nFault codes: 0',
      ['RESTRAINTS B1049-13 active'],
    ],
    'a list of modules with "fault" beside those that hold codes': [
      '1 Restraints          FAULT\n    B1049 13   Left loop       Present\n2 Body          OK\n3 Trailer       NO COMM',
      ['Restraints B1049-13 active'],
    ],
    'all codes of a module in one line': [
      'RCM: B1049-13*, B1051-1B\nBCM: -',
      ['RCM B1049-13 unknown', 'RCM B1051-1B unknown'],
    ],
    'two columns side by side': [
      'Restraint control (2)              Body\n  B1049-13 Left loop   Current       B1318-16 Supply   Stored\n  B1051-1B Right loop  Stored        U0140    Lost     History\nClimate                            Trailer\n  no codes                           no response',
      [
        'Restraint control B1049-13 active',
        'Restraint control B1051-1B stored',
        'Body B1318-16 stored',
        'Body U0140 history',
      ],
    ],
    'several codes of one module in a row': [
      'Body\n  B1318   B1319   B131A\n  B1400   B1401   B1402',
      [
        'Body B1318 unknown',
        'Body B1319 unknown',
        'Body B131A unknown',
        'Body B1400 unknown',
        'Body B1401 unknown',
        'Body B1402 unknown',
      ],
    ],
    'sections by status under each module': [
      'RESTRAINTS\n Current codes\n  B1049-13 Left\n History codes\n  B1051-1B Right\nBODY\n Gespeicherte Fehler\n  B1318',
      ['RESTRAINTS B1049-13 active', 'RESTRAINTS B1051-1B history', 'BODY B1318 stored'],
    ],
    'sections by status over all modules': [
      'Active codes:\nRestraints: B1049-13\nStored codes:\nBody: B1318-16\nDoor: B2214',
      ['Restraints B1049-13 active', 'Body B1318-16 stored', 'Door B2214 stored'],
    ],
    'a status in front of its code': [
      'Body\nCURRENT   B1318   Supply\nSTORED    B1319   Other',
      ['Body B1318 active', 'Body B1319 stored'],
    ],
    'marks of a text editor': [
      '## Restraints\n* `B1049-13` Left loop — **active**\n\n## Body\n_no codes_',
      ['Restraints B1049-13 active'],
    ],
    'keys with lists below them': [
      '- module: Restraints\n  codes:\n    - B1049-13: Left (active)\n- module: Body\n  codes: none',
      ['Restraints B1049-13 active'],
    ],
    'dots up to a count': [
      'RESTRAINTS..........1 DTC\nB1049-13 Left......CURRENT',
      ['RESTRAINTS B1049-13 active'],
    ],
    'raw bytes behind a label': ['Body\nCode raw: 0x931816', ['Body B1318-16 unknown']],
    'a number behind a code that is no failure type': [
      'Body\nB1318 12 volt supply low',
      ['Body B1318 unknown'],
    ],
    'a code with a status byte and no failure type': ['Body\n  B1318   0x28   Supply', ['Body B1318 stored']],
  };
  for (const [name, [text, expected]] of Object.entries(shapes))
    it(`reads ${name}`, () => {
      expect(brief(readText(text))).toEqual(expected);
      expect(readText(text).notRead).toEqual([]);
    });

  it('keeps "no codes", "no response" and "not supported" apart', () => {
    const read = readText(
      'Engine ..... no codes\nTrailer: no response\nAC compressor - not supported by this reader',
    );
    expect(read.modules.map(({ name, answered, reach }) => [name, answered, reach])).toEqual([
      ['Engine', true, 'answered'],
      ['Trailer', false, 'silent'],
      ['AC compressor', false, 'unsupported'],
    ]);
  });

  it('says when no module answered instead of reporting a clean vehicle', () => {
    expect(readText('No modules responded.').noModuleAnswered).toBeTrue();
  });

  it('takes an address before the name, and counts and part numbers behind it, for no name', () => {
    const read = readText(`
Adresse 15: Rückhaltesystem           Teilenummer: VQ-4471-02B
2 Fehler gefunden:
 1. B1049-13  Gurtstraffer links
              Unterbrechung
              sporadisch
Adresse 09: Bordnetz
  Kein Fehlercode gespeichert.
Adresse 55: Leuchtweite
  Keine Kommunikation!`);
    expect(brief(read)).toEqual(['Rückhaltesystem B1049-13 stored']);
    expect(read.codes[0]!.text).toBe('Gurtstraffer links Unterbrechung');
    expect(read.modules.map(({ name, address, reach }) => [name, address, reach])).toEqual([
      ['Rückhaltesystem', '15', 'answered'],
      ['Bordnetz', '09', 'answered'],
      ['Leuchtweite', '55', 'silent'],
    ]);
    expect(read.notRead).toEqual([]);
  });

  it('makes no code of part numbers, VINs, phones, software numbers and dumps', () => {
    const read = readText(`
Part no: B1049-13
SW U0100A1
Part VQ-4471-02B, VIN CVNLM4E20N0003142, phone 555 01 04
P0420-22-01 is printed on the lid
0040: 90 49 13 2F 00 11 B1 04
codes were read by the desk`);
    expect(read.codes).toEqual([]);
  });

  it('reads raw bytes behind a label only', () => {
    expect(brief(readText('Body\nDTC: 90 49 13\n'))).toEqual(['Body B1049-13 unknown']);
    expect(readText('Body\n90 49 13\n').codes).toEqual([]);
  });

  it('takes reader, software, voltage, odometer and date from the head', () => {
    const read = readText(
      'ODDLIGHT R2 diagnostic report   software 4.18\nDate: 2026-11-17 08:12   Voltage: 12,4 V   Odometer: 38 412 km\n',
    );
    expect(read.reader).toBe('ODDLIGHT R2');
    expect(read.readerSoftware).toBe('4.18');
    expect(read.supplyVolts).toBe(12.4);
    expect(read.odometer).toBe('38 412 km');
    expect(read.date).toBe('2026-11-17 08:12');
  });

  it('flags a repaired slip', () => {
    const [code] = readText('Body\n8I049-13 Left belt loop Current').codes;
    expect(code).toEqual(
      jasmine.objectContaining({ code: 'B1049', repaired: true, status: 'active', text: 'Left belt loop' }),
    );
  });

  it('accounts for every line with a letter or figure, whatever is pasted', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.string(), fc.constantFrom(...Object.values(layouts).join('\n').split('\n')))),
        (lines) => {
          const text = lines.join('\n');
          const read = readText(text);
          expect(scan.safeParse(read).success).toBeTrue();
          const said = text
            .replace(/^\uFEFF/, '')
            .split(/\r\n|\r|\n/)
            .filter((line) => /[\p{L}\p{N}]/u.test(line)).length;
          const told = new Set(read.lines!.map(({ line }) => line)).size;
          expect(told + (read.notReadMore ?? 0) + (read.valuesMore ?? 0)).toBe(said);
          expect(read.notRead!.length).toBe(read.lines!.filter((line) => line.as === 'notRead').length);
        },
      ),
    );
  });

  it('lists at most 1,000 lines of 200 characters and counts the rest', () => {
    const read = readText(Array.from({ length: 1200 }, () => `note ${'x'.repeat(300)}`).join('\n'));
    expect(read.notRead!.length).toBe(1000);
    expect(read.notReadMore).toBe(200);
    expect(read.notRead![0]!.text.length).toBe(200);
  });
});

describe('readReport', () => {
  it('reads back its own JSON', () => {
    const read = readText(layouts['an indented list under headings']!);
    expect(readReport(JSON.stringify(read))).toEqual(read);
    expect(comparableScan.safeParse(read).success).toBeTrue();
  });

  it('says what is wrong with JSON', () => {
    expect(() => readReport('{"codes": 3}', { form: 'json' })).toThrowError(
      'codes: expected an array, got 3',
    );
    expect(() => readReport('{', { form: 'json' })).toThrowError(/not valid JSON/);
  });
});
