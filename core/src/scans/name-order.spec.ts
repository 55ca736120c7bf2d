/** Where the names of modules stand, one small report for each way. */
import { codesOf, modulesOf } from '../testing/read-report.js';
import { readReport } from './index.js';

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
