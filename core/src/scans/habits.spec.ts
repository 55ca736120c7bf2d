/** Habits of whole reports, one small report for each: who holds which code in which status, and who did not answer. */
import { readReport } from './index.js';

const codesOf = (text: string) =>
  readReport(text).codes.map(
    ({ module, code, failureType, status }) =>
      `${module} ${code}${failureType ? `-${failureType}` : ''} ${status}`,
  );
const modulesOf = (text: string) => readReport(text).modules.map(({ name, reach }) => `${name}: ${reach}`);

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

describe('statuses', () => {
  it('stand as bits in columns, or by their names', () => {
    const columns = [
      'ECU    DTC       TF PDTC CDTC  Meaning',
      'ORC    B1001-11  1  1    1     Loop shorted',
      'ORC    B1028-1A  0  0    1     Loop low',
      'HLM    B1D20-13  0  1    0     Motor open',
      'DDM    -         ?  ?    ?     no reply',
    ].join('\n');
    expect(codesOf(columns)).toEqual(['ORC B1001-11 active', 'ORC B1028-1A stored', 'HLM B1D20-13 pending']);
    expect(modulesOf(columns)).toContain('DDM: silent');
    expect(codesOf('Body\nCode: B1318\nStatus: TF PD CD')).toEqual(['Body B1318 active']);
  });

  it('stand over the codes of a grid', () => {
    const grid = [
      'Module       Active        Stored        Pending',
      'Airbag       B1003-13      B1017-1A      -',
      'Lamp left    -             B2040-15      B2041-11',
    ].join('\n');
    expect(codesOf(grid)).toEqual([
      'Airbag B1003-13 active',
      'Airbag B1017-1A stored',
      'Lamp left B2040-15 stored',
      'Lamp left B2041-11 pending',
    ]);
  });

  it('are numbers that a legend explains, one after the other', () => {
    expect(
      codesOf(
        'St = 1 present, 2 stored\nModule    Code      St\nBody      B1318-16  1\nBody      B1402-54  2',
      ),
    ).toEqual(['Body B1318-16 active', 'Body B1402-54 stored']);
  });

  it('are now where a fault is permanent and another sporadic, unless one is called active', () => {
    const faults = (third: string) => `Body\n  B1318-16 permanent\n  B1402-54 sporadic\n  ${third}`;
    expect(codesOf(faults(''))[0]).toBe('Body B1318-16 active');
    expect(codesOf(faults('B1500-11 active'))[0]).toBe('Body B1318-16 permanent');
  });

  it('may be said in two languages', () => {
    expect(
      codesOf('Steuergerät / Control unit: Licht\nFehler / Fault: B1318-16\nZustand / State: aktiv / active'),
    ).toEqual(['Licht B1318-16 active']);
  });

  it('in brackets behind a code are a byte by guess alone: it may be a count', () => {
    const [code] = readReport('Body\n  B1318-16 (2F)').codes;
    expect([code!.status, code!.how!.status]).toEqual(['active', 'guess']);
  });
});

describe('modules', () => {
  it('are numbered in one table, and hold codes by number in another', () => {
    const tables = [
      ' No  Name        Answer',
      ' 1   Airbag      yes',
      ' 2   Tailgate    no',
      ' 3   Lights      yes',
      '',
      ' Unit  DTC        Condition',
      ' 3     B1318-16   present',
      ' 1     B1402-54   not present',
    ].join('\n');
    expect(codesOf(tables)).toEqual(['Lights B1318-16 active', 'Airbag B1402-54 stored']);
    expect(modulesOf(tables)).toEqual(['Airbag: answered', 'Tailgate: silent', 'Lights: answered']);
  });

  it('stand in brackets behind their codes', () => {
    expect(codesOf('B1318-16 (active) [Body]\nB1402-54 (stored) [Lights]')).toEqual([
      'Body B1318-16 active',
      'Lights B1402-54 stored',
    ]);
  });

  it('stand in a row under or behind what is said of them', () => {
    expect(
      modulesOf('MODULES THAT ANSWERED\n  Airbag, Body\nMODULES THAT DID NOT ANSWER\n  Tow bar, Roof'),
    ).toEqual(['Airbag: answered', 'Body: answered', 'Tow bar: silent', 'Roof: silent']);
    expect(
      modulesOf('Body\n  B1318 active\nNo faults: [Cluster], [Roof]\nNo answer: [Tow bar]').slice(1),
    ).toEqual(['Cluster: answered', 'Roof: answered', 'Tow bar: silent']);
  });

  it('share a line, each behind a bar', () => {
    const line = 'AIRBAG: B1318-16 (active) | DASH: ok | ROOF: no answer';
    expect(codesOf(line)).toEqual(['AIRBAG B1318-16 active']);
    expect(modulesOf(line)).toEqual(['AIRBAG: answered', 'DASH: answered', 'ROOF: silent']);
  });

  it('stand under the same word time and again, in a language that we lack', () => {
    expect(
      codesOf('Jednotka: Airbag\n  B1318-16 x\nJednotka: Zrcátko\n  B1402-54 x').map(
        (one) => one.split(' ')[0],
      ),
    ).toEqual(['Airbag', 'Zrcátko']);
  });

  it('have the number of their codes beside them where there are as many, and an address where not', () => {
    expect(
      modulesOf('AIRBAG        1\nB1318-16\nPresent\nDASH          0\nROOF          No response'),
    ).toEqual(['AIRBAG: answered', 'DASH: answered', 'ROOF: silent']);
    expect(readReport('AIRBAG        15\nB1318-16 active').mismatches).toBeUndefined();
  });

  it('are counted by the status of their codes', () => {
    expect(
      modulesOf('Airbag     1 stored, 1 current\n  B1318 active\n  B1402 stored\nRoof       0 stored'),
    ).toEqual(['Airbag: answered', 'Roof: answered']);
  });

  it('of which nobody understands what is said are not clean', () => {
    const rows = (last: string) => `ECU;Airbag;58;replied\nDTC;B1318;16;active\nECU;Seat;6E;${last}`;
    expect(modulesOf(rows('silent'))[1]).toBe('Seat: silent');
    expect(modulesOf(rows('dozing'))[1]).toBe('Seat: unclear');
    expect(modulesOf(rows('replied'))[1]).toBe('Seat: answered');
  });
});

describe('a line that nothing understood', () => {
  it('is the name of the codes below it, as a guess', () => {
    const text =
      'Restraint box\n  built 2024, plug grey\n  B1318-16 now\nDash box\n  built 2023\n  nothing stored';
    expect(codesOf(text)).toEqual(['Restraint box B1318-16 active']);
    expect(readReport(text).codes[0]!.how!.module).toBe('guess');
    expect(modulesOf(text)).toEqual(['Restraint box: answered', 'Dash box: answered']);
  });

  it('is no name where a module is named below it', () => {
    expect(codesOf('Front bench\n  Airbag\n    B1318-16 active')).toEqual(['Airbag B1318-16 active']);
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

describe('a second look at statuses', () => {
  it('finds the word that every code has at the same place', () => {
    expect(codesOf('Airbag\n B0036-13 LOOP LEFT PRESENT\n B0050-1A BUCKLE LEFT STORED')).toEqual([
      'Airbag B0036-13 active',
      'Airbag B0050-1A stored',
    ]);
    const labelled = 'Airbag\n DTC B0029-13 STATUS Active TEXT Left\n DTC B0056-1A STATUS Stored TEXT Right';
    expect(codesOf(labelled)).toEqual(['Airbag B0029-13 active', 'Airbag B0056-1A stored']);
    expect(readReport(labelled).codes[0]!.how?.status).toBe('guess');
  });

  it('takes no end of a description for it: what comes again in all, or is denied', () => {
    expect(codesOf('Airbag\n B0001-13 Crash data stored\n B0002-13 Event data stored')).toEqual([
      'Airbag B0001-13 unknown',
      'Airbag B0002-13 unknown',
    ]);
    expect(codesOf('Airbag\n B0036-13 loop left   ACTIVE\n B0050-1A sensor not active')).toEqual([
      'Airbag B0036-13 active',
      'Airbag B0050-1A unknown',
    ]);
  });

  it('believes no word that one text alone has', () => {
    expect(codesOf('Airbag\n B0036-13 signal present\n B0050-1A loop open')).toEqual([
      'Airbag B0036-13 unknown',
      'Airbag B0050-1A unknown',
    ]);
    expect(codesOf('Airbag\n B0036-13 signal present')).toEqual(['Airbag B0036-13 unknown']);
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

describe('what stands in front of every line', () => {
  it('is no part of it: who writes, how grave it is, a short name, an address', () => {
    const chat = ['airbag B0037-13 active', 'cluster no codes', 'trailer no response'].map(
      (text) => `[16/11/2026, 08:12] Yuki: ${text}`,
    );
    expect(modulesOf(chat.join('\n'))).toEqual(['airbag: answered', 'cluster: answered', 'trailer: silent']);
    const log = ['WARN Airbag: B0071-13 active', 'INFO Cluster: no codes', 'ERROR Trailer: no response'];
    expect(modulesOf(log.join('\n'))).toEqual(['Airbag: answered', 'Cluster: answered', 'Trailer: silent']);
    const short = [
      'RCM  Restraint control  B0018-13 active',
      'IPM  Panel unit  no codes',
      'TRM  Trailer  no answer',
    ];
    expect(modulesOf(short.join('\n').replace(/ {2}/g, '    '))).toEqual([
      'Restraint control: answered',
      'Panel unit: answered',
      'Trailer: silent',
    ]);
    const numbered = '15 = Airbag, 17 = Cluster\n\n15: B0018-13 active\n17: no faults';
    expect(codesOf(numbered)).toEqual(['Airbag B0018-13 active']);
    expect(modulesOf(numbered)).toEqual(['Airbag: answered', 'Cluster: answered']);
  });

  it('is a module where codes stand right behind it', () => {
    const log = ['B0002-11 active', 'B0073-13 stored', 'B0074-13 stored'].map(
      (text) => `2026-11-03 11:20 SRS: ${text}`,
    );
    expect(modulesOf(log.join('\n'))).toEqual(['SRS: answered']);
  });

  it('leaves a slash within a name', () => {
    const report =
      'Airbag/SRS\n B0001-13/active/left\n B0002-13/stored/right\nDoor L/R\n no codes\nTow/no answer';
    expect(modulesOf(report)).toEqual(['Airbag/SRS: answered', 'Door L/R: answered', 'Tow: silent']);
  });

  it('is a module where several speak, or where the address is no legend', () => {
    const two = '[16/11/2026, 08:12] Airbag: B0037-13 active\n[16/11/2026, 08:13] Roof: no codes';
    expect(codesOf(two)[0]).toContain('B0037-13 active');
    expect(modulesOf('Airbag\n B0018-13 active\nRCM\n no codes')).toEqual([
      'Airbag: answered',
      'RCM: answered',
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

describe('names', () => {
  it('are not what stands beside them and says more', () => {
    expect(modulesOf('Unit: Tow bar      out of sorts\nUnit: Cluster\n  no codes')).toEqual([
      'Tow bar: unclear',
      'Cluster: answered',
    ]);
    expect(modulesOf('Airbag module   part B0231-12   cal. P0044\n Code B0045-13   open   present')).toEqual([
      'Airbag module: answered',
    ]);
    expect(modulesOf('Cluster, Roof: no faults\nBody - B1318 stored')).toContain('Body: answered');
  });

  it('are not the title of a report, which holds nothing', () => {
    const report = '=== BRIGHT CAR ===\nAirbag [15]:\n  B0046-13 stored\nMirror [52]:\n  no codes';
    expect(modulesOf(report)).toEqual(['Airbag: answered', 'Mirror: answered']);
    const bare = '=== Airbag ===\n B0001-13 active\n=== Roof ===\n=== Cluster ===\n no codes';
    expect(modulesOf(bare)).toEqual(['Airbag: answered', 'Roof: unclear', 'Cluster: answered']);
  });

  it('lose the word that says what is done with each', () => {
    const log = [
      'connect airbag ... ok',
      'airbag: B0029-13 active',
      'connect tailgate ... no response',
      'connect lamps ... ok',
      'lamps: no codes',
    ].join('\n');
    expect(modulesOf(log)).toEqual(['airbag: answered', 'tailgate: silent', 'lamps: answered']);
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

describe('a module of which nothing is said', () => {
  it('is unclear: only a code, a state, a nought or a dash says that it was read', () => {
    const report = (what: string) =>
      `[15] Airbag\n  B1318 active\n[17] Cluster\n${what}[20] Roof\n  no answer`;
    expect(modulesOf(report(''))[1]).toBe('Cluster: unclear');
    expect(modulesOf(report('  dozes off\n'))[1]).toBe('Cluster: unclear');
    expect(modulesOf(report('  -\n'))[1]).toBe('Cluster: answered');
    expect(modulesOf(report('  no codes\n'))[1]).toBe('Cluster: answered');
    expect(modulesOf('[15] Airbag .... 1\n  B1318 active\n[17] Cluster .... 0')).toEqual([
      'Airbag: answered',
      'Cluster: answered',
    ]);
    expect(modulesOf('System: Cluster\nDTCs: 0\n\nSystem: Roof\nSystem not present on this car')).toEqual([
      'Cluster: answered',
      'Roof: not-fitted',
    ]);
  });
});

describe('words beside codes without a module', () => {
  it('are what the codes mean, unless the report names other modules', () => {
    const codes =
      'B0001-13 Short circuit active\nB0002-13 Short circuit stored\nB0003-13 Circuit open stored';
    expect(codesOf(codes)[0]).toBe('Unnamed module B0001-13 active');
    const named = 'B0001-13 Airbag active\nB0002-13 Airbag stored\nU0151-00 Cluster stored\nNo faults: Doors';
    expect(codesOf(named)).toEqual([
      'Airbag B0001-13 active',
      'Airbag B0002-13 stored',
      'Cluster U0151-00 stored',
    ]);
    expect(readReport(named).codes[0]!.how?.module).toBe('guess');
  });
});

describe('modules that are called as fields are', () => {
  it('are modules where something is said of them, and fields elsewhere', () => {
    const text = ['Battery: 12.4 V', 'Brakes', '  no faults', 'Telephone', '  no reply', 'Ignition: on'].join(
      '\n',
    );
    expect(modulesOf(text)).toEqual(['Brakes: answered', 'Telephone: silent']);
    expect(readReport(text).supplyVolts).toBe(12.4);
    expect(modulesOf('Body: no codes\nBattery: no reply\nKey reader: no reply')).toEqual([
      'Body: answered',
      'Battery: silent',
      'Key reader: silent',
    ]);
  });

  it('never pass what is said of them on to the module above', () => {
    expect(modulesOf('1 Brakes       no codes\n2 Telephone    no reply\n3 Sunroof      not fitted')).toEqual([
      'Brakes: answered',
      'Telephone: silent',
      'Sunroof: not-fitted',
    ]);
  });
});

describe('what stands between a name and dashes', () => {
  it('does not count as read where nobody understands it', () => {
    const table = ['Unit        Answer   Faults', 'Airbag      yes      1', 'Hitch       q.v.     -'].join(
      '\n',
    );
    expect(modulesOf(table)).toEqual(['Airbag: answered', 'Hitch: unclear']);
  });

  it('is said of the module, where others are told of in the same form', () => {
    const text = 'Airbag: no codes\nCluster: no answer\nRadar: gone fishing\nBody: no codes';
    expect(modulesOf(text)).toContain('Radar: unclear');
  });
});

describe('names', () => {
  it('that differ by a word in brackets keep it', () => {
    expect(modulesOf('Seat (driver)      no codes\nSeat (passenger)   no response')).toEqual([
      'Seat driver: answered',
      'Seat passenger: silent',
    ]);
  });

  it('stand at the ends of lines where lines without codes have them there too', () => {
    const text = [
      'B1318-14 active (Body)',
      'B1319-11 stored (Body)',
      'no codes (Roof)',
      'no response (Door)',
    ];
    expect(codesOf(text.join('\n'))).toEqual(['Body B1318-14 active', 'Body B1319-11 stored']);
    expect(modulesOf(text.join('\n'))).toEqual(['Body: answered', 'Roof: answered', 'Door: silent']);
  });

  it('are not what codes mean, in brackets behind each', () => {
    const text = [
      'Body',
      '  B1318-14: active (open circuit)',
      '  B1319-11: stored (short)',
      'Lamp',
      '  B1320-14: active (open circuit)',
    ].join('\n');
    expect(codesOf(text)).toEqual(['Body B1318-14 active', 'Body B1319-11 stored', 'Lamp B1320-14 active']);
  });

  it('stand beside codes, or on a line below each, where they come again', () => {
    const beside = [
      'B1318-14 Central unit',
      '  Lamp output 3: open',
      '  Status: active',
      'B1319-11 Central unit',
      '  Lamp output 4: short',
      '  Status: stored',
    ].join('\n');
    expect(codesOf(beside)).toEqual(['Central unit B1318-14 active', 'Central unit B1319-11 stored']);
    const below = ['B1318-14', 'Body', 'Supply low', 'Active', ''].join('\n');
    const more = ['B1319-11', 'Body', 'Lamp short', 'Stored', '', 'B1402-13', 'Roof', 'Motor', 'Stored'].join(
      '\n',
    );
    expect(codesOf(`${below}\n${more}`)).toEqual([
      'Body B1318-14 active',
      'Body B1319-11 stored',
      'Roof B1402-13 stored',
    ]);
  });

  it('stand behind what is said of them, in a list of everything by status', () => {
    const text = ['ACTIVE CODES', 'Airbag B0014-13', 'NO CODES', 'Body', 'NO RESPONSE', 'Trailer'].join('\n');
    expect(modulesOf(text)).toEqual(['Airbag: answered', 'Body: answered', 'Trailer: silent']);
  });
});

describe('what is said of codes', () => {
  it('stands in front of each, with a colon', () => {
    expect(codesOf('Body  CUR: B1318-14  HIST: B1319-11')).toEqual([
      'Body B1318-14 active',
      'Body B1319-11 history',
    ]);
    expect(modulesOf('Body  CUR: B1318-14  HIST: none\nRoof  CUR: none  HIST: none')).toEqual([
      'Body: answered',
      'Roof: answered',
    ]);
  });

  it('stands behind them as answers', () => {
    const text = [
      'Body',
      '  B1318-14  failing now: yes  confirmed: yes',
      '  B1319-11  failing now: no  pending: yes',
    ];
    expect(codesOf(text.join('\n'))).toEqual(['Body B1318-14 active', 'Body B1319-11 pending']);
  });

  it('stands over them, behind the name', () => {
    const text = ['Body (40) - active codes', '  B1318-14', 'Body (40) - stored codes', '  B1319-11'].join(
      '\n',
    );
    expect(codesOf(text)).toEqual(['Body B1318-14 active', 'Body B1319-11 stored']);
    expect(modulesOf('Brake [2A] - No DTCs present')).toEqual(['Brake: answered']);
  });

  it('stands over sections that are set off by signs alone', () => {
    const text = [
      '== CURRENT ==',
      'Body: B1318-14',
      '== HISTORY ==',
      'Roof: B1319-11',
      '== OK ==',
      'Gearbox',
    ];
    expect(codesOf(text.join('\n'))).toEqual(['Body B1318-14 active', 'Roof B1319-11 history']);
    expect(modulesOf(text.join('\n'))).toContain('Gearbox: answered');
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

describe('what stands around a report on a screen', () => {
  it('names no module', () => {
    const text = [
      'Ouzel 3 > Vehicle > All systems > Faults',
      'Body',
      '  B1318-14 active',
      '[ Back ]   [ Print ]',
    ];
    expect(modulesOf(text.join('\n'))).toEqual(['Body: answered']);
  });
});
