/** What stands around the lines of a report, one small report for each way. */
import { codesOf, modulesOf } from '../testing/read-report.js';
import { patternOf, readReport } from './index.js';

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

describe('a line with something around it', () => {
  const text = [
    '2A - Cluster',
    '  no codes',
    'CE - watchdog bark',
    'CE - Lamp',
    '  no codes',
    '4B - Seat',
    '  no codes',
  ];

  it('is known again as it is printed, by what the shop has taught', () => {
    const { line } = patternOf(text[2]!, { line: 3, as: 'ignore' })!;
    const scan = readReport(text.join('\n'), { patterns: { codes: [], lines: [line!], words: [] } });
    expect(scan.lines!.filter(({ as }) => as === 'ignored').map(({ line: number }) => number)).toEqual([3]);
  });

  it('is shown as it is printed where nobody understands it', () => {
    const quoted = [
      'odd thing in "Roof"',
      'B1318-14 active in "Body"',
      'B1319-11 stored in "Body"',
      'no codes in "Roof"',
    ];
    expect(readReport(quoted.join('\n')).notRead!.map((one) => one.text)).toEqual(['odd thing in "Roof"']);
  });
});
