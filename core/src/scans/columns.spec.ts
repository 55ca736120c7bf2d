import { codesOf, modulesOf } from '../testing/read-report.js';
import { cellsUnder, columnsByContent, headerColumns, headerOf, isCodes } from './columns.js';
import { PatternBook } from './patterns.js';
import type { StatusWord } from './vocabulary.js';

const rolesOf = (header: string, marks?: ReadonlyMap<string, StatusWord>) =>
  headerColumns(header.split(';'), marks).map((column) => column && (column.marks ?? column.role));

describe('headerColumns', () => {
  it('tells the status of a code from that of its module', () => {
    expect(rolesOf('Module;Status;DTC;State')).toEqual(['module', 'result', 'code', 'status']);
    expect(rolesOf('Steuergerät;Status;Fehlercode;Fehlerstatus')).toEqual([
      'module',
      'result',
      'code',
      'status',
    ]);
    expect(rolesOf('Module;Status')).toEqual(['module', 'result']);
  });

  it('takes a name for the module’s beside its address, its number or the contact', () => {
    expect(rolesOf('addr;name;rsp;list').slice(0, 3)).toEqual(['address', 'module', 'result']);
    expect(rolesOf('Node;Name;Link;First fault')).toEqual(['address', 'module', 'result', 'code']);
    expect(rolesOf('SG-Nr;SG-Name;DTC')).toEqual([null, 'module', 'code']);
    expect(rolesOf('DTC-Nr;DTC hex;Text')).toEqual([null, 'code', 'text']);
    // Without any of them it is the name of the code.
    expect(rolesOf('Code;Name;Status')).toEqual(['code', null, 'status']);
  });

  it('takes a byte beside words of a status for the failure type', () => {
    expect(rolesOf('Code;Byte;Status')).toEqual(['code', 'type', 'status']);
    expect(rolesOf('Code;Status byte;Text')).toEqual(['code', 'byte', 'text']);
  });

  it('has columns of marks: two statuses, one that is alone, or letters of the legend', () => {
    expect(rolesOf('Code;Active;Stored')).toEqual(['code', 'active', 'stored']);
    expect(rolesOf('Code;Module;Active')).toEqual(['code', 'module', 'active']);
    expect(rolesOf('Code;Active;Status')[2]).toBe('status');
    const word = (status: StatusWord['status']) => ({ status, comesAndGoes: false });
    const legend = new Map([
      ['PD', word('pending')],
      ['CF', word('stored')],
    ]);
    expect(rolesOf('Code;PD;CF', legend)).toEqual(['code', 'pending', 'stored']);
    expect(rolesOf('Code;PD;CF')).toEqual(['code', null, null]);
  });
});

describe('headerOf', () => {
  it('knows a list of modules without codes, and no sentence', () => {
    expect(headerOf('Module      Answer    DTC count')?.columns.map((column) => column?.role)).toEqual([
      'module',
      'result',
      'codeCount',
    ]);
    expect(headerOf('Module      Somewhere')).toBeNull();
  });

  it('gives cells to columns by their place, and in turn where they keep to none', () => {
    const header = headerOf('Code    Module    Status')!;
    expect(cellsUnder(header, 'B1318   Body      stored')).toEqual(['B1318', 'Body', 'stored']);
    expect(cellsUnder(header, 'B1318             stored')).toEqual(['B1318', '', 'stored']);
    expect(cellsUnder(header, 'B1318  Rear left door   stored')).toEqual([
      'B1318',
      'Rear left door',
      'stored',
    ]);
  });
});

describe('columns of codes by their status', () => {
  it('are known by their names in any language, and by yes and no below them', () => {
    for (const header of [
      'Module;Active codes;Stored codes',
      'Steuergerät;Aktive Fehler;Gespeicherte Fehler',
      'Calculateur;Présents;Mémorisés',
      'Unità;Guasti attivi;Guasti memorizzati',
    ])
      expect(rolesOf(header)).withContext(header).toEqual(['module', 'active', 'stored']);
    const cells = ['Control unit', 'Code', 'Present at intake'];
    const asked = headerColumns(cells, undefined, -1, ['Restraints', 'B0401-13', 'yes']);
    expect(asked.map((column) => column?.marks ?? column?.role)).toEqual(['module', 'code', 'active']);
  });

  it('hold several codes in a cell of a file with delimiters', () => {
    expect(
      codesOf('module,answered,active codes,stored codes\nAirbag,yes,B0264-13 B0267-54,B0268-1A\n'),
    ).toEqual(['Airbag B0264-13 active', 'Airbag B0267-54 active', 'Airbag B0268-1A stored']);
  });

  it('leave open a module of which a column of answers tells nothing', () => {
    expect(
      modulesOf('module,answered,active codes,stored codes\nBody,yes,B1318,\nRoof,no,,\nLid,,,\n'),
    ).toEqual(['Body: answered', 'Roof: silent', 'Lid: unclear']);
  });

  it('may have a word over the codes that no table knows', () => {
    const text =
      'Styreenhed   Fejlkode   Tekst     Status\nAirbag       B0183-13   Afbrudt   Aktiv\nInstrument   Ingen fejl\n';
    expect([codesOf(text), modulesOf(text)]).toEqual([
      ['Airbag B0183-13 active'],
      ['Airbag: answered', 'Instrument: unclear'],
    ]);
  });
});

describe('columnsByContent', () => {
  it('takes a column of numbers that is called a module for its address', () => {
    const rows = [
      ['0x15', 'Body', 'B1318'],
      ['0x15', 'Body', 'B1319'],
      ['0x31', 'Roof', ''],
    ];
    const columns = columnsByContent(rows, headerColumns(['node', 'its 2nd', 'dtc']), new PatternBook());
    expect(columns.map((column) => column?.role)).toEqual(['address', 'module', 'code']);
  });

  it('knows a cell of several codes', () => {
    expect(['B1318', 'B1318-16:2F B1402-54', 'B1318/B1402'].every(isCodes)).toBeTrue();
    expect(['Body', 'B1318 Supply', '2026', ''].some(isCodes)).toBeFalse();
  });
});
