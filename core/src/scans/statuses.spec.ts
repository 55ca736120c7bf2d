/** How the statuses of codes are told, one small report for each way. */
import { codesOf, modulesOf } from '../testing/read-report.js';
import { readReport } from './index.js';

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
