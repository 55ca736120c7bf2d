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
