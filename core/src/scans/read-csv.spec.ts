import { readReport } from './read.js';
import { looksLikeCsv } from './read-csv.js';
import type { Scan } from './schema.js';

const brief = ({ codes }: Scan) =>
  codes.map(
    (c) =>
      `${c.module}|${c.code}${c.failureType ? `-${c.failureType}` : ''}|${c.status}|${c.text ?? ''}|${c.line}`,
  );
const reach = ({ modules }: Scan) => modules.map(({ name, reach }) => `${name} ${reach}`);

describe('readCsv', () => {
  it('reads quotes, line breaks in a cell and modules without codes', () => {
    const read = readReport(
      'ECU,DTC,FTB,State,Description\r\nBody,B1318,16,Stored,"Supply ""main"", low"\r\nBody,U0140,87,Active,"Lost\r\nmessages"\r\nTrailer,,,No response,\r\nEngine,-,,OK,\r\n',
    );
    expect(brief(read)).toEqual([
      'Body|B1318-16|stored|Supply "main", low|2',
      'Body|U0140-87|active|Lost messages|3',
    ]);
    expect(reach(read)).toEqual(['Body answered', 'Trailer silent', 'Engine answered']);
    expect(read.modules[1]!.line).toBe(5);
    expect(read.notRead).toEqual([]);
  });

  it('carries a module on over empty cells, and reads German headers with semicolons', () => {
    const read = readReport(
      'System;Fehlercode;Status;Beschreibung\nBordnetz;B1318-16;gespeichert;Spannung\n;B2214;aktiv;Tür\nMotor;;kein Fehler;\n',
    );
    expect(brief(read)).toEqual(['Bordnetz|B1318-16|stored|Spannung|2', 'Bordnetz|B2214|active|Tür|3']);
    expect(reach(read)).toEqual(['Bordnetz answered', 'Motor answered']);
  });

  it('finds the columns by what they hold where the header says nothing', () => {
    const read = readReport(
      'a,b,c,d\n1,Restraint control,B1049-13,Current\n2,Restraint control,B1051-1B,Stored\n3,Body,U0140,Past',
    );
    expect(brief(read)).toEqual([
      'Restraint control|B1049-13|active||2',
      'Restraint control|B1051-1B|stored||3',
      'Body|U0140|history||4',
    ]);
  });

  it('reads raw bytes and status bytes in their columns, and whether the test has run', () => {
    const read = readReport('Module;Code;Status byte\nBody;90 49 13;2F\nBody;B1318;38');
    expect(brief(read)).toEqual(['Body|B1049-13|active||2', 'Body|B1318|stored||3']);
    expect(read.codes.map(({ statusByte, monitorRan }) => [statusByte, monitorRan])).toEqual([
      [0x2f, true],
      [0x38, false],
    ]);
  });

  it('takes fields above the table and lists rows that it does not understand', () => {
    const read = readReport(
      'KESTREL PRO report\nOdometer;38 412 km\nunit;dtc;state\nBody;B1318;stored\nBody;see page 3;\n',
    );
    expect(read.reader).toBe('KESTREL PRO');
    expect(read.odometer).toBe('38 412 km');
    expect(brief(read)).toEqual(['Body|B1318|stored||4']);
    expect(read.notRead).toEqual([{ line: 5, text: 'Body   see page 3' }]);
  });

  it('is chosen for tables only', () => {
    expect(looksLikeCsv('Module\tCode\tStatus\nBody\tB1318\tstored')).toBeTrue();
    expect(looksLikeCsv('Body, 2 codes\nB1318, B1319\nEngine, no codes')).toBeFalse();
    expect(looksLikeCsv('| Module | Code |\n| Body | B1318 |')).toBeFalse();
    expect(looksLikeCsv('')).toBeFalse();
    expect(readReport('', { form: 'csv' }).codes).toEqual([]);
  });
});

describe('rows without names of columns', () => {
  it('are all read, those above the first code too', () => {
    const read = readReport('Gateway,,no codes\nBody,B1318-14,active\nRadar,,no response\nRadio,,not fitted');
    expect(brief(read)).toEqual(['Body|B1318-14|active||2']);
    expect(reach(read)).toEqual(['Gateway answered', 'Body answered', 'Radar silent', 'Radio not-fitted']);
  });
});
