import { codesOf, modulesOf } from '../testing/read-report.js';
import { readReport } from './read.js';

const lines = (...own: readonly string[]) => own.join('\n');
const statusesOf = (...own: readonly string[]) =>
  readReport(lines(...own)).codes.map(({ module, code, status }) => `${module} ${code} ${status}`);

describe('headings that give codes their status', () => {
  it('may say how many there are, in any language', () => {
    for (const [stored, active] of [
      ['Stored faults: 1', 'Active faults: 1'],
      ['Gespeicherte Fehler (1)', 'Aktive Fehler (1)'],
      ['Défauts mémorisés : 1', 'Défauts présents : 1'],
      ['Guasti memorizzati: 1', 'Guasti presenti: 1'],
      ['Averías memorizadas .... 1', 'Averías activas .... 1'],
    ] as const)
      expect(statusesOf('Airbag', `  ${active}`, '    B0001-12 loop', `  ${stored}`, '    B0005-1B loop'))
        .withContext(stored)
        .toEqual(['Airbag B0001 active', 'Airbag B0005 stored']);
  });

  it('with none of either kind say that the module is clean, and are no modules themselves', () => {
    expect(
      modulesOf(lines('SCAN', 'Stored faults: 5', '', 'Body', '  Active faults: 0', '  Stored faults: 0')),
    ).toEqual(['Body: answered']);
  });

  it('at the end of a report are of all modules, and say nothing of the last one', () => {
    expect(
      modulesOf(
        lines(
          'Body (40): no codes',
          'Roof (41): asleep',
          '',
          'Totals',
          'Active faults: 0',
          'Stored faults: 0',
        ),
      ),
    ).toEqual(['Body: answered', 'Roof: unclear']);
  });

  it('give way to what is said of a code by itself', () => {
    expect(
      statusesOf('UNIT: BODY', '  Stored faults: 1', '  1/ B0002-11  Loop', '     state: active'),
    ).toEqual(['BODY B0002 active']);
  });

  it('say that codes are in memory', () => {
    for (const heading of [
      'FAULTS IN MEMORY',
      'FEHLER IM SPEICHER',
      'DÉFAUTS EN MÉMOIRE',
      'USTERKI W PAMIĘCI',
    ])
      expect(
        statusesOf('FAULTS PRESENT NOW', '  Body   B0163-13   Loop', heading, '  Body   B0166-1B   Loop'),
      )
        .withContext(heading)
        .toEqual(['Body B0163 active', 'Body B0166 stored']);
  });

  it('in brackets are of the code above where that is their place', () => {
    expect(
      statusesOf('SRS', 'B0001-13', 'SQUIB OPEN', '[CUR]', 'B0065-1A', 'PRETENSIONER', '[HIST]'),
    ).toEqual(['SRS B0001 active', 'SRS B0065 history']);
    expect(statusesOf('SRS', '[CURRENT]', '  B0001-13', '[HISTORY]', '  B0065-1A')).toEqual([
      'SRS B0001 active',
      'SRS B0065 history',
    ]);
  });
});

describe('blocks and lines of other kinds', () => {
  it('are records that are counted one by one', () => {
    const record = (at: number, code: string, unit: string, state: string) => [
      `--- Fault ${at} of 2 ---`,
      `Number : ${code}`,
      `Unit   : ${unit}`,
      `State  : ${state}`,
    ];
    expect(
      statusesOf(
        ...record(1, 'B0159', 'Airbag (15)', 'active'),
        ...record(2, 'B1550', 'Lamps (55)', 'not active'),
      ),
    ).toEqual(['Airbag B0159 active', 'Lamps B1550 stored']);
    expect(modulesOf(lines('Module: Body', 'DTC 0 of 0'))).toEqual(['Body: answered']);
  });

  it('are chapters with a part for each thing that is told of a module', () => {
    expect(
      modulesOf(
        lines(
          '1   RESTRAINTS',
          '1.1 Hardware  hw 03',
          '1.2 Fault memory',
          '    B0111-13 loop (active)',
          '2   DASH',
          '2.1 Hardware  hw 11',
          '2.2 Fault memory',
          '    empty',
        ),
      ),
    ).toEqual(['RESTRAINTS: answered', 'DASH: answered']);
  });

  it('are chapters in which a part that nobody knows names no module', () => {
    const text = lines(
      '1   BODY (40)',
      '1.1 Kennwort   part B0231-12',
      '1.2 Faults',
      '    Active faults: 1',
      '      B0028-13  Loop',
      '2   ROOF (41)',
      '2.1 Kennwort   part B0091-33',
      '2.2 Faults     no reply, supply cut',
    );
    expect([modulesOf(text), codesOf(text)]).toEqual([
      ['BODY: answered', 'ROOF: silent'],
      ['BODY B0028-13 active'],
    ]);
  });

  it('are what was asked at a prompt', () => {
    const text = lines(
      '> Airbag auslesen',
      '  1. B0273-13 Loop  [AKTIV]',
      '> Kombi auslesen',
      '  Keine Fehler gefunden',
    );
    expect([modulesOf(text), codesOf(text)]).toEqual([
      ['Airbag: answered', 'Kombi: answered'],
      ['Airbag B0273-13 active'],
    ]);
    expect(modulesOf(lines('$ scan all', '15 Body ... no codes'))).toEqual(['Body: answered']);
  });

  it('are rows of codes with a row of their statuses below', () => {
    expect(
      statusesOf('Body   status: 2 DTC', '  DTC      B0460-13   B0463-1A', '  Status   current    history'),
    ).toEqual(['Body B0460 active', 'Body B0463 history']);
  });

  it('right below a code are what it means, whatever they would say of a module', () => {
    expect(statusesOf('SRS', ' CODE 1/1  U0073', '  BUS OFF', '  STATE: STORED')).toEqual([
      'SRS U0073 stored',
    ]);
  });

  it('say first that a module was not read, and then why', () => {
    expect(modulesOf(lines('Body (40)', '- no answer, supply cut', 'Roof (41)', '- no codes'))).toEqual([
      'Body: silent',
      'Roof: answered',
    ]);
  });

  it('hold numbers of parts of which nothing is said of the module', () => {
    expect(
      modulesOf(lines('Door unit, part n/a', ' : silent', 'Brake unit, part B0099-77', '  no DTC')),
    ).toEqual(['Door unit: silent', 'Brake unit: answered']);
  });

  it('name fields and what they hold, in quotes or between points', () => {
    expect(
      statusesOf(
        'unit "Body" reply yes',
        '  fault "B0388-13" text "Loop" state "present"',
        'unit "Roof" reply no',
      ),
    ).toEqual(['Body B0388 active']);
    expect(
      statusesOf('BODY - 1 fault', 'B0301 [13] Loop', 'Severity: high · Status: confirmed · now: yes'),
    ).toEqual(['BODY B0301 active']);
  });

  it('have cells that slashes part', () => {
    expect(
      modulesOf(
        lines(
          '15/Body/B0496-13/active/loop',
          '15/Body/B0499-1A/stored/loop',
          '61/Sliding door/-/no response/-',
          '03/Brakes/-/no codes/-',
        ),
      ),
    ).toEqual(['Body: answered', 'Sliding door: silent', 'Brakes: answered']);
  });
});
