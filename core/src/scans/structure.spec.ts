import { cellsOf } from './cells.js';
import { cellsUnder, headerOf } from './columns.js';
import { segmentsOf } from './markup.js';
import { moduleStates } from './module-states.js';
import { readReport } from './read.js';

const brief = (text: string) => {
  const scan = readReport(text);
  return [
    ...scan.modules.map(({ name, reach }) => `${name}: ${reach}`),
    ...scan.codes.map((c) => `${c.module} ${c.code}${c.failureType ? `-${c.failureType}` : ''} ${c.status}`),
  ];
};

describe('the structure of a page', () => {
  it('passes over frames of the link behind a report, and over nothing that only looks like one', () => {
    const report = 'Body\n  B1C10-13 Left tail lamp circuit (active)\n';
    const frames = '(20.000270) can0 710#031902AF00000000\n (20.1)  can0 1F334455#0102\n';
    const scan = readReport(`${report}${frames}`);
    expect(scan.codes).toEqual(readReport(report).codes);
    expect(scan.notRead).toEqual([]);
    const odd = '(20.000270) can0 710#031902AF0000000\n(B1C11) spare C1234#00\n';
    expect(readReport(`${report}${odd}`).notRead!.length + readReport(odd).codes.length).toBeGreaterThan(1);
  });

  it('is read without quoting, boxes, tags and times', () => {
    expect(segmentsOf('> > | Body | B1318 |')).toEqual(['  Body | B1318 ']);
    expect(segmentsOf('<tr><td>B1318</td><td>Active</td></tr>')).toEqual(['B1318 | Active']);
    expect(segmentsOf('<h2>Body <small>(0x40)</small></h2>')).toEqual(['## Body (0x40)']);
    expect(segmentsOf('12:04:31 BCM alive')).toEqual(['BCM alive']);
    expect(segmentsOf('<Airbag>')).toEqual(['<Airbag>']);
  });

  it('parts cells by delimiters, by blanks, and where a column is known to begin', () => {
    expect(cellsOf('a;"b;c";d').map(({ text }) => text)).toEqual(['a', 'b;c', 'd']);
    expect(cellsOf('Airbag   not present Impact', null, [9, 21]).map(({ text }) => text)).toEqual([
      'Airbag',
      'not present',
      'Impact',
    ]);
  });

  it('has columns whose names say what the same two figures are', () => {
    const header = headerOf('Fault    Type (dec)   State        Count    Text')!;
    expect(header.columns.map((column) => column?.role)).toEqual(['code', 'type', 'status', 'count', 'text']);
    expect(cellsUnder(header, 'B1D22    27           intermittent   12    Belt')).toEqual([
      'B1D22',
      '27',
      'intermittent',
      '12',
      'Belt',
    ]);
    expect(headerOf('Left belt loop   open')).toBeNull();
    expect(
      brief('Body\nCode   Status byte   Type\nB1318  13            16\nB1319  28            13'),
    ).toEqual(['Body: answered', 'Body B1318-16 active', 'Body B1319-13 stored']);
  });

  it('names the state of a module on its line, in a list, in front of it, or counted', () => {
    expect(moduleStates('Trailer ........ no response')).toEqual([{ name: 'Trailer', reach: 'silent' }]);
    expect(moduleStates('Modules without faults: Steering, Brakes')).toEqual([
      { name: 'Steering', reach: 'clean' },
      { name: 'Brakes', reach: 'clean' },
    ]);
    expect(moduleStates('log row 7 of nothing')).toEqual([]);
    expect(moduleStates('[OK]   Engine')).toEqual([{ name: 'Engine', reach: 'clean' }]);
    expect(moduleStates('00 storing(en) in CARROSSERIE')).toEqual([{ name: 'CARROSSERIE', reach: 'clean' }]);
    expect(moduleStates('La centralina Rimorchio (indirizzo 6C) non ha risposto.')).toEqual([
      { name: 'La centralina Rimorchio (indirizzo 6C)', reach: 'silent' },
    ]);
    expect(moduleStates('We asked twice. The second module would not talk.')).toEqual([]);
  });
});

describe('what a report says twice, or not at all', () => {
  it('goes on with a module under its heading again, and tells a printed total that does not match', () => {
    const scan = readReport(
      'Body (40)\n  B1318 stored\nDoor (41)\n  no codes\nBody (40) (continued)\n  B1319 stored\nTotal faults: 3',
    );
    expect(scan.modules.map(({ name }) => name)).toEqual(['Body', 'Door']);
    expect(scan.mismatches).toEqual([{ line: 7, printed: 3, read: 2, module: null }]);
    expect(
      readReport('Body (40)   2 faults\n  B1318 stored\n  B1319 stored\nTotal: 2').mismatches,
    ).toBeUndefined();
  });

  it('never calls a module clean of which it says what nobody here understands', () => {
    const scan = readReport('Légzsák (58)\n  B1D82-13   tárolt\nVonóhorog (6C)\n  nem válaszol');
    expect(scan.modules.map(({ name, answered, reach }) => [name, answered, reach])).toEqual([
      ['Légzsák', true, 'answered'],
      ['Vonóhorog', false, 'unclear'],
    ]);
    for (const text of [
      'Trailer (6C)   zorgle bargle',
      'Module: Trailer\nComms: zorgle',
      'Trailer (6C)\n  Status: zorgle',
      '{ "ecu": "Trailer", "comm": "zorgle" }',
    ])
      expect(readReport(text).modules.map(({ name, answered }) => [name, answered]))
        .withContext(text)
        .toEqual([['Trailer', false]]);
  });

  it('knows the modes of the public services, and a type and status byte behind one code', () => {
    expect(
      brief(
        'Mode 03 - stored codes\n  ECU 7E8 Engine:   P0562  P2127\nMode 07\n  ECU 7E8 Engine:   P0340\nMode 0A\n  ECU 7E8 Engine:   P0420',
      ),
    ).toEqual([
      'Engine: answered',
      'Engine P0562 stored',
      'Engine P2127 stored',
      'Engine P0340 pending',
      'Engine P0420 permanent',
    ]);
    expect(brief('Body\nB0001:13-2F')).toEqual(['Body: answered', 'Body B0001-13 active']);
  });

  it('keeps the states of numbered codes with a state line and an address below the heading', () => {
    expect(
      brief(
        '1. Body\n   Address: 40\n   1.1  B1318-16\n        Supply\n        State: stored\n2. Door\n   Address: 41\n   Not reachable',
      ),
    ).toEqual(['Body: answered', 'Door: silent', 'Body B1318-16 stored']);
  });

  it('takes the vehicle’s number over, and says how a field was read', () => {
    const scan = readReport(
      'VIN: VLTQL1C4XR0007731\nA = active, M = stored\nBody (40)\n  A  B1318-16  Supply',
    );
    expect(scan.vin).toBe('VLTQL1C4XR0007731');
    expect(scan.codes[0]!.how).toEqual({ module: 'heading', failureType: 'word', status: 'legend' });
  });

  it('reads a line of its own below a code by its first words, and yes and no by their labels', () => {
    expect(
      brief(
        'Body\n  B1318-16 Supply\n     Present now.  Occurrences: 6\n  B1319-11 Lamp\n     Not present now, 2 times',
      ),
    ).toEqual(['Body: answered', 'Body B1318-16 active', 'Body B1319-11 stored']);
    expect(
      brief('Body\n  B1318-16 Supply\n    Test failed: no   Confirmed: yes\n  B1319-11 Lamp\n    Active: no'),
    ).toEqual(['Body: answered', 'Body B1318-16 stored', 'Body B1319-11 stored']);
    expect(brief('Code   Module   Active\nB1318   Body   yes\nB1319   Body   no')).toEqual([
      'Body: answered',
      'Body B1318 active',
      'Body B1319 stored',
    ]);
    expect(brief('DTC=B1318-16,B1319-11|STAT=stored,active')).toContain('Unnamed module B1319-11 active');
  });

  it('takes two figures behind every code for its type, and two more for its byte', () => {
    expect(brief('Body\nB1318 16 Supply low\nB1319 11 Lamp')).toEqual([
      'Body: answered',
      'Body B1318-16 unknown',
      'Body B1319-11 unknown',
    ]);
    // Where one has a word there, two figures may be volts.
    expect(brief('Body\nB1318 12 volt supply\nB1319 lamp')[1]).toBe('Body B1318 unknown');
    expect(brief('Body | B1318 | 16 | 2F\nDoor | B1319 | 11 | 28')).toContain('Door B1319-11 stored');
    // A column of counts has no letters.
    expect(brief('Body | B1318 | 16 | 24\nDoor | B1319 | 11 | 28')).toContain('Door B1319-11 unknown');
    expect(brief('Body\n93 18 16 2F   B1318-16 Supply')).toContain('Body B1318-16 active');
  });

  it('takes nothing for clean of which the contact says none, or that failed without a code', () => {
    expect(brief('Module;Communication;Code\nBody;OK;B1318\nTrailer;none;\nRoof;KO;')).toEqual([
      'Body: answered',
      'Trailer: silent',
      'Roof: silent',
      'Body B1318 unknown',
    ]);
    expect(brief('Body | OK | B1318-16\nTrailer | FAIL |')).toContain('Trailer: unclear');
    expect(brief('Modules without communication\n=====\nTrailer\nRoof\n\nBody\n  no codes')).toEqual([
      'Trailer: silent',
      'Roof: silent',
      'Body: answered',
    ]);
    expect(brief('WITHOUT FAULTS\nEngine, Brakes\nNO ANSWER\nTrailer\n\nBody\n B1318-16 Supply')).toEqual([
      'Engine: answered',
      'Brakes: answered',
      'Trailer: silent',
      'Body: answered',
      'Body B1318-16 unknown',
    ]);
    // Of whom it is said at the top nobody knows: not of the module whose codes stand below.
    expect(brief('No response\nBody\n  B1318-16 Supply\nEngine\n  no codes')).toEqual([
      'Body: answered',
      'Engine: answered',
      'Body B1318-16 unknown',
    ]);
    expect(brief('No answer: Trailer, Roof')).toEqual(['Trailer: silent', 'Roof: silent']);
    expect(brief('Restraints   2 codes   Body   no codes   Roof   no reply')).toEqual([
      'Restraints: answered',
      'Body: answered',
      'Roof: silent',
    ]);
  });

  it('reads objects by the names of what they hold', () => {
    const lines = [
      '{"modules": [',
      ' {"name": "Body", "address": "40", "codes": [{"dtc": "B1318", "ftb": "16", "status": "active"}]},',
      ' {"name": "Trailer", "address": "7A", "state": "no response", "codes": []}]}',
    ];
    const read = ['Body: answered', 'Trailer: silent', 'Body B1318-16 active'];
    expect(brief(lines.join('\n'))).toEqual(read);
    expect(
      brief(
        '<ecu><name>x</name>\n<module>Body</module>\n<dtc>B1318</dtc><type>16</type><state>active</state>',
      ),
    ).toContain('Body B1318-16 active');
    expect(
      brief(
        '- module: Body\n  answered: true\n  codes:\n    - code: B1318\n      type: "16"\n- module: Roof\n  answered: false',
      ),
    ).toEqual(['Body: answered', 'Roof: silent', 'Body B1318-16 unknown']);
  });

  it('never gives codes to a module that did not answer', () => {
    expect(brief('Body: no codes\nTrailer: no response\n\nB1318-16  active  Supply')).toEqual([
      'Body: answered',
      'Trailer: silent',
      'Unnamed module: answered',
      'Unnamed module B1318-16 active',
    ]);
    // They are those of a module that is named on their line, or again above them.
    expect(brief('Body: 1 code\nTrailer: no response\n\nB1318-16  Body  active')).toEqual([
      'Body: answered',
      'Trailer: silent',
      'Body B1318-16 active',
    ]);
    expect(brief('58 Body ... 1 code\n7A Trailer ... no response\n\n58 Body\nB1318-16 active')).toContain(
      'Body B1318-16 active',
    );
    expect(brief('Body (58): 1 code\nTrailer (7A): no response\n(58) B1318-16 active')).toContain(
      'Body B1318-16 active',
    );
  });

  it('reads statuses as headings of one word, and states over the names that are set in below', () => {
    expect(
      brief('ACTIVE\n  Body   B1318-16\nSTORED\n  Body   B1319-11\nNO RESPONSE\n  Trailer\n  Roof'),
    ).toEqual([
      'Body: answered',
      'Trailer: silent',
      'Roof: silent',
      'Body B1318-16 active',
      'Body B1319-11 stored',
    ]);
  });

  it('takes no code out of a sentence about a part', () => {
    expect(brief('Body\nPart no. of the old unit was B1234-77, in the box.')).toEqual([]);
  });
});

describe('what stands beside each other in a line', () => {
  it('is parted by semicolons where most parts say something of a module', () => {
    expect(
      brief(
        'Gateway i.O.; Airbag 2 Fehler: B1009-11 statisch, B1010-13 sporadisch; Sperre nicht erreichbar; Tür i.O.',
      ),
    ).toEqual([
      'Gateway: answered',
      'Airbag: answered',
      'Sperre: silent',
      'Tür: answered',
      'Airbag B1009-11 active',
      'Airbag B1010-13 stored',
    ]);
  });

  it('stands under one status', () => {
    expect(brief('ACTIVE: Roof C1F02-64; Lamp level C2210-54\nSTORED: Roof C1F11-00')).toEqual([
      'Roof: answered',
      'Lamp level: answered',
      'Roof C1F02-64 active',
      'Lamp level C2210-54 active',
      'Roof C1F11-00 stored',
    ]);
  });

  it('is said in turn with words of the legend', () => {
    expect(
      brief('GW OK / AIRBAG 1 / IMMO KO\nAIRBAG: B1009-11 P\nP=presente OK=nessun guasto KO=non risponde'),
    ).toEqual(['GW: answered', 'AIRBAG: answered', 'IMMO: silent', 'AIRBAG B1009-11 active']);
  });
});

describe('two tables', () => {
  it('have the codes of the second in the modules that the first names, by a letter', () => {
    expect(
      brief(
        'A   Roof control   ok, 1 code\nB   Lamp level   ok, 0 codes\n\nA   C1F02-64   active   motor\nB   C1F11-00   stored   pinch',
      ),
    ).toEqual([
      'Roof control: answered',
      'Lamp level: answered',
      'Roof control C1F02-64 active',
      'Lamp level C1F11-00 stored',
    ]);
  });

  it('of which the first says how modules answered lose no code of the second', () => {
    const text = [
      'System                Adr.   Result   Faults',
      'Latch front left      61     bad      1',
      'Tensioner right       72     ok       0',
      '',
      'Details',
      '61  B1402-13  Feedback open      present',
    ].join('\n');
    expect(brief(text)).toContain('Latch front left B1402-13 active');
  });

  it('of a database have letters for yes and no', () => {
    const text = [
      ' unit   | dtc   | ftb | active',
      '--------+-------+-----+--------',
      ' Airbag | B1009 | 11  | t',
      ' Airbag | B1010 | 13  | f',
      '(2 rows)',
    ].join('\n');
    expect(brief(text)).toEqual(['Airbag: answered', 'Airbag B1009-11 active', 'Airbag B1010-13 stored']);
  });
});

describe('what is said of something that is no module', () => {
  it('is not said of the module above', () => {
    expect(
      brief('Unit        Code       Status\nRoof        B1009-11   active\nof the      no answer'),
    ).toEqual(['Roof: answered', 'Roof B1009-11 active']);
    expect(brief('Body\n  B1318-16 active\nThe rest was fine.')).toEqual([
      'Body: answered',
      'Body B1318-16 active',
    ]);
  });

  it('is no name where it stands in turn', () => {
    expect(brief('Airbag module\nFirst, B1009-11, squib, present now.')).toEqual([
      'Airbag module: answered',
      'Airbag module B1009-11 active',
    ]);
  });
});

describe('decimal failure types', () => {
  it('are so behind a code as well, in brackets or not', () => {
    expect(brief('Failure type in decimal\nLatch\n  B1402 (19)  present\n  B1415-22  stored')).toEqual([
      'Latch: answered',
      'Latch B1402-13 active',
      'Latch B1415-16 stored',
    ]);
  });
});
