/** Habits of whole reports, one small report for each: who holds which code in which status, and who did not answer. */
import { codesOf, modulesOf } from '../testing/read-report.js';
import { readReport } from './index.js';

describe('a log of what modules were asked', () => {
  const log = [
    '[08:41:02.960] REQ airbag ReadDTC',
    '[08:41:03.204] RSP airbag DTC=B1318:16 mask=0x2F',
    '[08:41:03.390] REQ gateway ReadDTC',
    '[08:41:03.611] RSP gateway none',
    '[08:41:03.800] REQ door_fl ReadDTC',
    '[08:41:05.801] TIMEOUT door_fl',
    '[08:41:06.100] NRC lamp_left 0x22',
  ].join('\n');

  it('gives codes to who answered, and tells who did not', () => {
    expect(codesOf(log)).toEqual(['airbag B1318-16 active']);
    expect(modulesOf(log)).toEqual([
      'airbag: answered',
      'gateway: answered',
      'door_fl: timed-out',
      'lamp_left: refused',
    ]);
  });

  it('is none where nobody answers', () => {
    expect(modulesOf('Request form\nBody\n  B1318-16 active')).toEqual(['Body: answered']);
  });
});

describe('rows', () => {
  it('have a ditto mark where the row above holds the same, which opens no quote', () => {
    const rows = 'Unit\tCode\tState\nBody\tB1318\tactive\n"\tB1402\tstored\nRoof\tB1500\tactive';
    expect(codesOf(rows)).toEqual(['Body B1318 active', 'Body B1402 stored', 'Roof B1500 active']);
    expect(codesOf('Unit;Code;State;Text\nBody;B1318;active;"two\n";x\nRoof;B1500;active;"a ""b"""')).toEqual(
      ['Body B1318 active', 'Roof B1500 active'],
    );
  });

  it('are keys with their values close behind', () => {
    expect(
      modulesOf(
        'ecu=RCM state=ok n=1\n dtc=B1318 ft=0x16 sb=0x2F\necu=IPC state=ok n=0\necu=SCL state=err reason="no answer in 3 tries"',
      ),
    ).toEqual(['RCM: answered', 'IPC: answered', 'SCL: silent']);
  });
});

describe('codes that stand alone on their lines', () => {
  it('have what they mean, and their status, in the lines below, as many for each', () => {
    const report = [
      'AIRBAG',
      'B0061 - 13',
      'Passenger side bag, circuit open',
      'Present now, confirmed 3 times',
      'B0062 - 1A',
      'Driver side bag, resistance low',
      'Not present, confirmed 1 time',
      '',
      'ROOF',
      'No faults.',
    ].join('\n');
    expect(codesOf(report)).toEqual(['AIRBAG B0061-13 active', 'AIRBAG B0062-1A stored']);
    expect(readReport(report).codes[0]!.text).toBe('Passenger side bag, circuit open');
    expect(modulesOf(report)).toEqual(['AIRBAG: answered', 'ROOF: answered']);
  });

  it('leave the next name alone where nothing stands below them', () => {
    expect(codesOf('Airbag\nB0061-13\nB0062-1A\nRoof\nB1730-96')).toEqual([
      'Airbag B0061-13 unknown',
      'Airbag B0062-1A unknown',
      'Roof B1730-96 unknown',
    ]);
  });
});

describe('columns', () => {
  it('are told by what stands below names that leave it open', () => {
    const report = [
      'Control module: Leveller',
      'Fault                             Code        Memory',
      'Motor left current above limit    B1C10-19    stored',
      'Signal active when not commanded  B1C21-24    active',
    ].join('\n');
    expect(codesOf(report)).toEqual(['Leveller B1C10-19 stored', 'Leveller B1C21-24 active']);
    expect(modulesOf(report)).toEqual(['Leveller: answered']);
  });

  it('have names in front of the first heading, or in two lines', () => {
    const nameless = [
      '                Code        Now   Past',
      'Restraints      B0042-13     x',
      'Wipers          -',
      'Mirror left     U0199-00           x',
    ].join('\n');
    expect(codesOf(nameless)).toEqual(['Restraints B0042-13 active', 'Mirror left U0199-00 history']);
    const double = [
      '            Fault            Condition',
      'Unit        Number    Kind   Now      Past',
      'Airbag      B0025     13     x',
      'Door RL     B1339     11              x',
      'Cluster     none',
    ].join('\n');
    expect(codesOf(double)).toEqual(['Airbag B0025-13 active', 'Door RL B1339-11 history']);
    expect(modulesOf(double)).toContain('Cluster: answered');
  });

  it('hold a name that goes on in the next row', () => {
    const wrapped = [
      'Module       Code       Status',
      'Airbag-      B0064-1B   stored',
      'unit',
      'Door left    None',
      'front',
    ].join('\n');
    expect(modulesOf(wrapped)).toEqual(['Airbag-unit: answered', 'Door left front: answered']);
  });

  it('stand beside each other on a page, though no code stands beside another', () => {
    const page = [
      'Airbag                Cluster',
      '  B0025-13 active       no faults',
      '  B0059-1A stored     Trailer',
      'Door FL                 no response',
      '  B1320-2F stored',
    ].join('\n');
    expect(codesOf(page)).toEqual([
      'Airbag B0025-13 active',
      'Airbag B0059-1A stored',
      'Door FL B1320-2F stored',
    ]);
    expect(modulesOf(page)).toEqual([
      'Airbag: answered',
      'Door FL: answered',
      'Cluster: answered',
      'Trailer: silent',
    ]);
  });
});

describe('lines that hold no code', () => {
  it('are lists of parts, numbers behind a label, and what says of itself that it is another number', () => {
    const parts = 'PARTS ORDERED\n  B1177-02  Tensioner  1\n  P2204  Bumper  1\n\nAirbag\n  no codes';
    expect(readReport(parts).codes).toEqual([]);
    expect(modulesOf(parts)).toEqual(['Airbag: answered']);
    expect(readReport('Airbag\n no codes\nArticle no. B1105, B1106 (clips)').codes).toEqual([]);
    expect(readReport('Airbag\n no codes\nC1212 is the connector no').codes).toEqual([]);
  });

  it('end with a name as far in as the heading of the parts', () => {
    expect(codesOf('Parts ordered\n  B1177-02 clip\nAirbag\n  B0001-13 active')).toEqual([
      'Airbag B0001-13 active',
    ]);
  });

  it('explain codes that were read before', () => {
    const report = 'Airbag: B0066-13 active\nCluster: no response\n\nB0066-13: tensioner right, circuit open';
    expect(codesOf(report)).toEqual(['Airbag B0066-13 active']);
    expect(readReport(report).codes[0]!.text).toBe('tensioner right, circuit open');
  });

  it('explain nothing that has its text: the same code in another module is a code of its own', () => {
    const report =
      'Airbag\n U0140-00 lost message - stored\nRoof\n no answer\n\n#7 ??\nU0140-00 lost message';
    expect(readReport(report).codes.length).toBe(2);
  });
});

describe('legends', () => {
  it('have one sign behind their marks, letters at the codes, or letters within their words', () => {
    const code = (legend: string, line: string) => codesOf(`${legend}\n\nAirbag (15)\n  ${line}`);
    expect(code('C - PRESENT  H - NOT PRESENT', 'B0042-13 H left')).toEqual(['Airbag B0042-13 stored']);
    expect(code('* = active; o = stored', 'B0042-13 o left')).toEqual(['Airbag B0042-13 stored']);
    expect(code('1: present, 0: not present', 'B0042-13  left loop 1')).toEqual(['Airbag B0042-13 active']);
    expect(code('a = active, g = stored', 'B0042-13g')).toEqual(['Airbag B0042-13 stored']);
    expect(code('C=current H=history', 'H:B0042-13')).toEqual(['Airbag B0042-13 history']);
    expect(code('(A)ctive (S)tored', 'B0042-13 (S) left')).toEqual(['Airbag B0042-13 stored']);
  });
});

describe('sentences', () => {
  it('that each say something of a module are read one by one; others are left as they are', () => {
    expect(modulesOf('Airbag none. Lid: B1412-2F (active). Trailer did not answer.')).toEqual([
      'Airbag: answered',
      'Lid: answered',
      'Trailer: silent',
    ]);
    expect(modulesOf('Seat module. Answered. No trouble codes.')).toEqual(['Seat module: answered']);
    expect(readReport('We drove it. It was fine. No faults were felt.').modules).toEqual([]);
  });
});

describe('failure types', () => {
  it('are decimal where a line says so of all', () => {
    const text =
      'FAULT LIST (fault type in decimal)\nUnit     Code    Type   State\nBody     B1318   19     active';
    expect(codesOf(text)).toEqual(['Body B1318-13 active']);
  });

  it('stand in brackets behind the words, where they cannot be counts', () => {
    expect(codesOf('Body\n  B1318 open (13)  active\n  B1319 low (1A)  stored')).toEqual([
      'Body B1318-13 active',
      'Body B1319-1A stored',
    ]);
    expect(codesOf('Body\n  B1318 open (13)  active\n  B1319 low (12)  stored')).toEqual([
      'Body B1318 active',
      'Body B1319 stored',
    ]);
  });

  it('stand close behind their codes, an underscore between', () => {
    expect(codesOf('BODY   B1318_14   ACTIVE')).toEqual(['BODY B1318-14 active']);
  });
});

describe('a label below each code', () => {
  it('names its module, where none stands above the first', () => {
    expect(
      codesOf('B1318-16 active\nModule: Body\nB1319-11 stored\nModule: Roof\n\nModule: Seat\nno reply'),
    ).toEqual(['Body B1318-16 active', 'Roof B1319-11 stored']);
    expect(codesOf('Module: Body\nB1318-16 active\nModule: Roof\nB1319-11 stored')).toEqual([
      'Body B1318-16 active',
      'Roof B1319-11 stored',
    ]);
  });
});
