/** Reports as programs write them, one small report for each way. */
import { codesOf, modulesOf } from '../testing/read-report.js';
import { readReport } from './index.js';

const read = {
  codes: ['Body B1318-16 active', 'Body B1402-54 stored'],
  modules: ['Body: answered', 'Roof: silent'],
};
const readAs = (text: string) => ({ codes: codesOf(text), modules: modulesOf(text) });

describe('what a program writes around the words', () => {
  it('is the log of a system', () => {
    const log = [
      'module Body opened',
      'dtc B1318-16 state=active',
      'dtc B1402-54 state=stored',
      'module Roof timeout',
    ];
    const text = log.map((line, at) => `Nov 18 08:12:0${at} bench2 scan[311]: ${line}`).join('\n');
    expect(codesOf(text)).toEqual(read.codes);
    expect(modulesOf(text)).toEqual(['Body: answered', 'Roof: timed-out']);
  });

  it('is the signs of a forum, or of a paper’s table', () => {
    const forum =
      '[b]Scan[/b]\n[u]Body[/u]\n[list]\n[*]B1318-16 - [color=red]active[/color]\n[*]B1402-54 - stored\n[/list]';
    expect(readAs(`${forum}\n[u]Roof[/u] no communication`)).toEqual(read);
    const paper = [
      '\\begin{tabular}{lll}',
      'Module & Code & Status \\\\ \\hline',
      'Body & B1318-16 & active \\\\',
      'Body & B1402-54 & stored \\\\',
      'Roof & -- & no response \\\\',
      '\\end{tabular}',
    ].join('\n');
    expect(readAs(paper)).toEqual(read);
  });

  it('is statements of a database, or edges of objects', () => {
    const rows = [
      "INSERT INTO dtc (module, code, ftb, state) VALUES ('Body', 'B1318', '16', 'active');",
      "INSERT INTO dtc (module, code, ftb, state) VALUES ('Body', 'B1402', '54', 'stored');",
      "INSERT INTO no_answer (module) VALUES ('Roof');",
    ].join('\n');
    expect(readAs(rows)).toEqual(read);
    const code = (dtc: string, state: string) => `BEGIN:FAULT\nDTC:${dtc}\nSTATE:${state}\nEND:FAULT`;
    const objects = `BEGIN:UNIT\nNAME:Body\n${code('B1318-16', 'active')}\n${code('B1402-54', 'stored')}\nEND:UNIT`;
    expect(readAs(`${objects}\nBEGIN:UNIT\nNAME:Roof\nRESULT:no answer\nEND:UNIT`)).toEqual(read);
  });

  it('is colons between fields, or the kind of each line in front of it', () => {
    expect(readAs('Body:B1318-16:active:loop\nBody:B1402-54:stored:lamp\nRoof:no response')).toEqual(read);
    const segments = "MOD+15+Body'\nDTC+B1318:16+ACT'\nDTC+B1402:54+STO'\nMOD+72+Roof'\nNRC+NO RESPONSE'";
    expect(readAs(segments)).toEqual(read);
    const records = 'SG;15;Body\nF;B1318;16;active\nF;B1402;54;stored\nSG;72;Roof\nX;no response';
    expect(readAs(records)).toEqual(read);
    expect(readReport(records).modules.map(({ address }) => address)).toEqual(['15', '72']);
  });

  it('is labels over what they say', () => {
    const text =
      'Module\nBody\nCode\nB1318-16\nStatus\nActive\nCode\nB1402-54\nStatus\nStored\nModule\nRoof\nStatus\nNo response';
    expect(readAs(text)).toEqual(read);
  });

  it('is letters as a mail carries them', () => {
    expect(modulesOf('T=C3=BCrmodul\n  B1318-16 aktiv\nDach: keine Antwort')).toEqual([
      'Türmodul: answered',
      'Dach: silent',
    ]);
    expect(codesOf('Body\n  B1318-16 voltage=12 active')).toEqual(['Body B1318-16 active']);
  });

  it('is names of cells beside rows of them', () => {
    const named =
      '{"columns":["unit","dtc","state"],"rows":[["Body","B1318-16","active"],["Body","B1402-54","stored"]],"silent":["Roof"]}';
    expect(readAs(named)).toEqual(read);
    const first =
      '{"scan":[["unit","dtc","state"],["Body","B1318-16","active"],["Body","B1402-54","stored"]],"silent":["Roof"]}';
    expect(readAs(first)).toEqual(read);
    const spaces =
      '<d:r xmlns:d="x"><d:ecu d:name="Body"><d:dtc code="B1318-16" status="active"/><d:dtc code="B1402-54" status="stored"/></d:ecu><d:ecu d:name="Roof" result="no response"/></d:r>';
    expect(readAs(spaces)).toEqual(read);
  });

  it('is answers of the public service, byte for byte', () => {
    const text =
      'Body (tx 740)\n > 19 02 FF\n < 59 02 FF 93 18 16 2F 94 02 54 28\nRoof (tx 770)\n > 19 02 FF\n (no response)\nGauges\n < 59 02 FF';
    expect(readAs(text)).toEqual({ codes: read.codes, modules: [...read.modules, 'Gauges: answered'] });
    // What the report spells as well is one code.
    expect(codesOf('Body\n < 59 02 FF 93 18 16 2F\n B1318-16 loop (active)')).toEqual([
      'Body B1318-16 active',
    ]);
    // Three bytes are no code with its status.
    expect(codesOf('Body\n < 59 02 FF 93 18 16\n B1402-54 stored')).toEqual(['Body B1402-54 stored']);
  });
});

describe('a tree', () => {
  it('may have keys of one letter, and words in its elements', () => {
    const short =
      '[{"m":"Body","d":[{"c":"B1318-16","s":"active"},{"c":"B1402-54","s":"stored"}]},{"m":"Gauges","d":[]},{"m":"Roof","d":null,"e":"no response"}]';
    expect(readAs(short)).toEqual({
      codes: read.codes,
      modules: ['Body: answered', 'Gauges: answered', 'Roof: silent'],
    });
    const words =
      '<r><ecu name="Body"><fault nr="1">B1318-16 Loop (active)</fault><fault nr="2">B1402-54 Lamp (stored)</fault></ecu><ecu name="Roof"><note>no response</note></ecu></r>';
    expect(readAs(words)).toEqual(read);
  });
});

describe('what is no code', () => {
  it('stands in the middle of words beside a code with its type, or behind a label of parts', () => {
    const text =
      'Body\n  B1318-16  Loop, replace with P1106 clip   active\n  B1402-54  Lamp, see bulletin U1200   stored\nParts needed: P1106 clip, C1212 harness\nRoof   no response';
    expect(readAs(text)).toEqual(read);
    for (const thing of [
      'Photo: P1204',
      'Bulletin U1200',
      'Clip P1106',
      'Schraube U0131',
      'Peinture B1204',
      'Złącze C0210',
    ])
      expect(codesOf(`Body\n  B1318-16 loop - active\n${thing}\n`))
        .withContext(thing)
        .toEqual(['Body B1318-16 active']);
    expect(codesOf('Body: B1318-16 active and B1402 stored')).toEqual([
      'Body B1318-16 active',
      'Body B1402 stored',
    ]);
  });
});

describe('names and states', () => {
  it('are told apart from grades, articles and counts', () => {
    expect(modulesOf('HIGH\n  Body   B1318-16   active\nLOW\n  Roof   B1402-54   stored')).toEqual([
      'Body: answered',
      'Roof: answered',
    ]);
    expect(modulesOf('O airbag tem B1318-16 (ativa).\nA carroçaria não tem avarias.')).toEqual([
      'airbag: answered',
      'carroçaria: answered',
    ]);
    expect(modulesOf('12 modules asked, 10 answered\nBody 1 fault: B1318-16 (active)')).toEqual([
      'Body: answered',
    ]);
  });

  it('stand in brackets, boxes, around each other or cut short', () => {
    expect(readAs('B1318-16 active <Body>\nB1402-54 stored <Body>\nno answer <Roof>')).toEqual(read);
    expect(
      modulesOf('Modules found (2 of 3)\n  [x] Body\n  [x] Gauges\n  [ ] Roof\n\nBody\n  B1318-16 active'),
    ).toEqual(['Body: answered', 'Gauges: answered', 'Roof: silent']);
    expect(modulesOf('Body\n  B1318-16 active\nConnection Roof failed')).toEqual(read.modules);
    expect(readAs('Body\n  B1318-16   attivo\n  B1402-54   memor.\nRoof   non risp.')).toEqual(read);
    expect(modulesOf('Body\n  Were faults found? No\nRoof\n  Reason: no response')).toEqual(read.modules);
  });

  it('stand side by side in one line, or behind the word for codes', () => {
    expect(readAs('Body: B1318-16 (active), B1402-54 (stored); Roof: no response')).toEqual(read);
    expect(readAs('Faults Body:\n B1318-16 active\n B1402-54 stored\n\nFaults Roof:\n no response')).toEqual(
      read,
    );
    expect(modulesOf('Body\n  B1318-16 active\nRoof unreachable')).toEqual(read.modules);
  });

  it('are turned into their opposite by what stands in front', () => {
    expect(codesOf('Body\n  B1318-16 loop - now present\n  B1402-54 lamp - not now present')).toEqual(
      read.codes,
    );
    expect(codesOf('Body\n B1318-16 FAIL NOW\n B1402-54 PAST FAIL')).toEqual([
      'Body B1318-16 active',
      'Body B1402-54 history',
    ]);
  });

  it('have counts of three figures, or one part among several that says it', () => {
    expect(modulesOf('BODY     001\n B1318-16 active\nGAUGES   000\nROOF     no link')).toEqual([
      'BODY: answered',
      'GAUGES: answered',
      'ROOF: silent',
    ]);
    expect(modulesOf('1) Body: B1318-16, loop, active\n2) Roof: dark, no answer')).toEqual(read.modules);
  });

  it('are no flags of the code above, with a name in front', () => {
    const text =
      'Body   present: 1   stored: 1\n  present   B1318-16\n  stored    B1402-54\nGauges   present: 0   stored: 0';
    expect(readAs(text)).toEqual({ codes: read.codes, modules: ['Body: answered', 'Gauges: answered'] });
  });

  it('stand in marks of a legend in front of names, or behind each code of a row', () => {
    const key = 'Key: (!) present now   (o) in memory   (x) module silent';
    expect(readAs(`${key}\n\n(!) Body     B1318-16   loop\n(o) Body     B1402-54   lamp\n(x) Roof`)).toEqual(
      read,
    );
    const columns =
      'P = present  M = memory  N = no reply\n\nUNIT     P  M  CODES\nBody     x  x  B1318-16 (P), B1402-54 (M)\nRoof     N';
    expect(readAs(columns)).toEqual(read);
  });
});
