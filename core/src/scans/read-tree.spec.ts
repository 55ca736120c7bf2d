import { readReport } from './read.js';
import { readTree as readingOf } from './read-tree.js';
import type { TextOptions } from './read-text.js';
import { treeOf } from './tree.js';

/** The scan of a tree in which every code found its module. */
const readTree = (text: string, options?: TextOptions) => {
  const read = readingOf(text, options);
  return read?.whole ? read.scan : null;
};
const codesOf = (text: string) =>
  readTree(text)?.codes.map(
    ({ module, code, failureType, status, line }) =>
      `${module} ${code}-${failureType ?? ''} ${status}, line ${line}`,
  );
const modulesOf = (text: string) => readTree(text)?.modules.map(({ name, reach }) => `${name}: ${reach}`);

describe('treeOf', () => {
  it('has the line of each value, of JSON and of XML', () => {
    const json = treeOf('{\n "a": 1,\n "b": {\n  "c": true }\n}')!;
    expect([json.fields[0]!.line, json.branches[0]!.line, json.branches[0]!.fields[0]!.line]).toEqual([
      2, 3, 4,
    ]);
    const xml = treeOf('<r>\n <u n="1">\n  <c>B1318</c>\n </u>\n</r>')!;
    expect(xml.branches[0]!.fields).toEqual([
      { key: 'n', value: '1', line: 2 },
      { key: 'c', value: 'B1318', line: 3 },
    ]);
  });

  it('is none for text, for a page, for what is cut short or nested without end', () => {
    for (const text of [
      'B1318',
      '<table><tr><td>B1318</td></tr></table>',
      '{"a": [1',
      '<a><b></a>',
      '['.repeat(100_000),
      '{"a":'.repeat(1000),
      '<a>'.repeat(100_000),
      '',
    ])
      expect(treeOf(text)).withContext(text.slice(0, 20)).toBeNull();
  });
});

describe('readTree', () => {
  it('takes what codes are listed in for a module, and what stands beside it and is built alike', () => {
    const text = JSON.stringify({
      battery: 12.4,
      results: {
        Restraints: { ok: true, faults: { 'B1049-13': { st: 'current' }, 'B1052-1A': { st: 'history' } } },
        Body: { ok: true, faults: {} },
        'Seat front left': { ok: false, err: 'no response' },
      },
    });
    expect(codesOf(text)).toEqual([
      'Restraints B1049-13 active, line 1',
      'Restraints B1052-1A history, line 1',
    ]);
    expect(modulesOf(text)).toEqual(['Restraints: answered', 'Body: answered', 'Seat front left: silent']);
    expect(readTree(text)!.supplyVolts).toBe(12.4);
  });

  it('reads lists under names, codes that name their module, and elements with attributes', () => {
    expect(codesOf('{"Body": ["B1318-16"], "Lamps": [], "Trailer": "no answer"}')).toEqual([
      'Body B1318-16 unknown, line 1',
    ]);
    expect(modulesOf('{"Body": ["B1318-16"], "Lamps": [], "Trailer": "no answer"}')).toEqual([
      'Trailer: silent',
      'Body: answered',
      'Lamps: answered',
    ]);
    expect(
      codesOf(
        '{"dtcList": [\n{"ecu": "Body", "code": "B1318", "ftb": "16", "state": "stored"},\n{"ecu": "Lamps", "code": "B1D20", "state": "active"}]}',
      ),
    ).toEqual(['Body B1318-16 stored, line 2', 'Lamps B1D20- active, line 3']);
    expect(
      codesOf(
        '<scan>\n<node label="Body" comm="OK">\n<fault code="B1318" sub="16" flags="TF CD"/></node></scan>',
      ),
    ).toEqual(['Body B1318-16 active, line 3']);
  });

  it('leaves alone what has a code without a module, and takes no part number for a code', () => {
    expect(readTree('{"code": "B1318"}')).toBeNull();
    expect(readTree('{"list": [{"code": "B1318"}], "more": {"x": "B1402"}}')).toBeNull();
    expect(
      codesOf('{"units": [{"name": "Body", "part": "B1402", "faults": [{"code": "B1318-16"}]}]}'),
    ).toEqual(['Body B1318-16 unknown, line 1']);
  });

  it('calls no module clean of which it understands nothing, or of which nothing is said', () => {
    const unit = (more: object) => ({ name: 'Roof', ...more });
    const reachOf = (more: object) =>
      modulesOf(JSON.stringify({ units: [{ name: 'Body', faults: [{ code: 'B1318' }] }, unit(more)] }))![1];
    expect(reachOf({ error: 'asleep' })).toBe('Roof: unclear');
    expect(reachOf({})).toBe('Roof: unclear');
    expect(reachOf({ state: 'glowing' })).toBe('Roof: unclear');
    expect(reachOf({ error: 'timeout' })).toBe('Roof: timed-out');
    expect(reachOf({ connection: { state: 'no response' }, faults: [] })).toBe('Roof: silent');
    expect(reachOf({ faults: [] })).toBe('Roof: answered');
    expect(reachOf({ online: true })).toBe('Roof: answered');
    expect(
      modulesOf('{"Body": {"faults": {"B1318": {}}}, "Roof": {"error": "dozing"}, "about": {"x": 1}}'),
    ).toEqual(['Body: answered', 'Roof: unclear']);
  });

  it('keeps what was said of single lines, and gives the page back to its lines where more was said', () => {
    const text =
      '{"units": [{"name": "Body", "faults": [\n{"code": "B1318-16", "st": "glows"},\n{"code": "B1402-54", "st": "active"}]}]}';
    const read = (options: TextOptions) =>
      readTree(text, options)?.codes.map(({ code, status }) => `${code} ${status}`);
    expect(read({})).toEqual(['B1318 unknown', 'B1402 active']);
    expect(read({ marks: [{ line: 3, as: 'ignore' }] })).toEqual(['B1318 unknown']);
    expect(read({ marks: [{ line: 2, as: 'code', code: 'B1318', status: 'stored' }] })).toEqual([
      'B1318 stored',
      'B1402 active',
    ]);
    expect(
      read({ patterns: { codes: [], lines: [], words: [{ word: 'glows', status: 'pending' }] } }),
    ).toEqual(['B1318 pending', 'B1402 active']);
    expect(read({ marks: [{ line: 2, as: 'module' }] })).toBeUndefined();
    // A shape of codes that the shop has taught, and that this report does not hold.
    const codes = [{ before: 'Flash ', shape: '#-#' }];
    expect(read({ patterns: { codes, lines: [] } })).toEqual(['B1318 unknown', 'B1402 active']);
    const own = '{"units": [{"name": "Body", "faults": [{"code": "4-2"}, {"code": "B1318"}]}]}';
    expect(readTree(own, { patterns: { codes, lines: [] } })).toBeNull();
  });

  it('loses no code that has no module: it is read as lines, or stands by itself', () => {
    const of = (text: string) => readReport(text).codes.map(({ module, code }) => `${module} ${code}`);
    expect(of('{"x": [{"faults": {"B1318-16": {"st": "active"}}}]}')).toEqual(['Unnamed module B1318']);
    expect(of('{"code": "B1318"}')).toEqual(['Unnamed module B1318']);
    expect(of('{"B1318": "active", "B1402": "stored"}')).toEqual([
      'Unnamed module B1318',
      'Unnamed module B1402',
    ]);
  });

  it('leaves a page for people to its lines, however strictly it is written', () => {
    const page =
      '<?xml version="1.0"?><html><body><h2>Body</h2><table><tr><td>B1318</td><td>active</td></tr></table></body></html>';
    expect(readingOf(page)).toBeNull();
    expect(readReport(page).codes.map(({ module, code }) => `${module} ${code}`)).toEqual(['Body B1318']);
  });

  it('takes a key of one letter for a name, since its codes have to be somebody’s', () => {
    expect(codesOf('{"a": {"faults": {"B1318-16": {"st": "active"}}}, "Body": {"faults": {}}}')).toEqual([
      'a B1318-16 active, line 1',
    ]);
  });

  it('takes words such as constructor and __proto__ for words', () => {
    const text = '{"__proto__": {"faults": {"B1318-16": {"st": "active"}}}, "constructor": {"faults": {}}}';
    expect(readReport(text).codes.map(({ code }) => code)).toEqual(['B1318']);
  });
});

describe('a tree', () => {
  it('may name a module in an object of its own, and give flags in one', () => {
    const text = JSON.stringify({
      results: [
        {
          ecu: { address: '15', label: 'Restraints' },
          dtcs: [{ dtc: 'B0001', fmi: '13', flags: { testFailed: true, confirmed: true } }],
        },
        { ecu: { address: '17', label: 'Panel' }, dtcs: [] },
      ],
    });
    expect(codesOf(text)).toEqual(['Restraints B0001-13 active, line 1']);
    expect(modulesOf(text)).toEqual(['Restraints: answered', 'Panel: answered']);
  });

  it('may be a map of modules with their codes, under any name', () => {
    const text = JSON.stringify({
      results: { Body: ['B1318-14/active'], Seat: ['B1319-11/stored'], Roof: [], Hitch: null },
    });
    expect(codesOf(text)).toEqual(['Body B1318-14 active, line 1', 'Seat B1319-11 stored, line 1']);
    expect(modulesOf(text)).toContain('Hitch: unclear');
  });

  it('may list faults and modules side by side', () => {
    const text = '<all><fault ecu="Body" code="B1318" status="active"/><ecu name="Roof" faults="0"/></all>';
    expect(codesOf(text)).toEqual(['Body B1318- active, line 1']);
    expect(modulesOf(text)).toEqual(['Body: answered', 'Roof: answered']);
  });
});

describe('rows of cells', () => {
  it('have the names of their first row where it names the codes, and keep it as a row where it does not', () => {
    const keys = (text: string) =>
      treeOf(text)!.branches[0]!.branches.map(({ fields }) => fields.map(({ key }) => key));
    expect(keys('{"scan":[["unit","dtc"],["Body","B1318"]]}')).toEqual([['unit', 'dtc']]);
    const bare = '{"scan":[["Gauges","no codes"],["Body","B1318 active"],["Roof 2","no response"]]}';
    expect(keys(bare)).toEqual([
      ['', ''],
      ['', ''],
      ['', ''],
    ]);
  });

  it('without names have those of what they hold', () => {
    const rows =
      '[["Airbag","B0051-1A","active","squib"],["Airbag","B0072-11","stored","sensor"],["ABS",null,"no codes",null],["Roof",null,"no answer",null]]';
    expect(codesOf(rows)).toEqual(['Airbag B0051-1A active, line 1', 'Airbag B0072-11 stored, line 1']);
    expect(modulesOf(rows)).toEqual(['Airbag: answered', 'ABS: answered', 'Roof: silent']);
    const map = '{"Airbag":[["B0051-1A","active"],["B0072-11","stored"]],"ABS":[],"Roof":"no answer"}';
    expect(codesOf(map)).toEqual(['Airbag B0051-1A active, line 1', 'Airbag B0072-11 stored, line 1']);
  });

  it('hold a status byte where their numbers are no counts', () => {
    const rows = (first: number, second: number) =>
      codesOf(`{"units":[{"n":"Airbag","dtcs":[["B1009","11",${first}],["B1010","13",${second}]]}]}`);
    expect(rows(47, 40)).toEqual(['Airbag B1009-11 active, line 1', 'Airbag B1010-13 stored, line 1']);
    expect(rows(9, 3)).toEqual(['Airbag B1009-11 unknown, line 1', 'Airbag B1010-13 unknown, line 1']);
  });

  it('may be lists side by side, or strings that each name their module', () => {
    expect(codesOf('{"Airbag":{"codes":["B0051-1A","B0072-11"],"status":["active","stored"]}}')).toEqual([
      'Airbag B0051-1A active, line 1',
      'Airbag B0072-11 stored, line 1',
    ]);
    const strings = '{"scan":["Airbag: B0051-1A active","ABS: no codes","Roof: no answer"]}';
    expect(codesOf(strings)).toEqual(['Airbag B0051-1A active, line 1']);
    expect(modulesOf(strings)).toEqual(['Airbag: answered', 'ABS: answered', 'Roof: silent']);
  });

  it('are read as programs print them', () => {
    const tuples = "faults = [\n  ('Airbag', 'B0051-1A', 'active'),\n]\nclean = ['ABS']\nsilent = ['Roof']\n";
    expect(codesOf(tuples)).toEqual(['Airbag B0051-1A active, line 2']);
    expect(modulesOf(tuples)).toEqual(['Airbag: answered', 'ABS: answered', 'Roof: silent']);
    const map = "{'Airbag': {'B0051-1A': 'active'}, 'ABS': {}, 'Roof': None}";
    expect(modulesOf(map)).toEqual(
      jasmine.arrayWithExactContents(['Airbag: answered', 'ABS: answered', 'Roof: unclear']),
    );
  });
});
