import { readModuleName } from './heading.js';
import { legendOf } from './legend.js';
import { Lines } from './lines.js';
import { moduleStates } from './module-states.js';
import { readReport } from './read.js';
import { reachWordOf } from './vocabulary.js';

const codes = (text: string) =>
  readReport(text).codes.map((c) => `${c.module} ${c.code}-${c.failureType} ${c.status}`);
const reaches = (text: string) =>
  Object.fromEntries(readReport(text).modules.map(({ name, reach }) => [name, reach]));

describe('what is said of a module', () => {
  it('may stand in front of its name, behind it or around it', () => {
    for (const [line, name] of [
      ['We could not establish communication with the left seat module.', 'left seat module'],
      ['Kommunikation mit Sitz links nicht möglich', 'Sitz links'],
      ['pas de communication avec le module de siège', 'module de siège'],
      ['Seat module would not talk to us', 'Seat module'],
    ] as const)
      expect(moduleStates(line))
        .withContext(line)
        .toEqual([{ name, reach: 'silent' }]);
  });

  it('is no more than a condition where a sentence only asks for it', () => {
    for (const line of ['If no answer from the seat module', 'Perhaps no codes in the cluster'])
      expect(moduleStates(line).filter(({ reach }) => reach !== 'holdsCodes'))
        .withContext(line)
        .toEqual([]);
  });

  it('may be a mark of the legend in front of each name of a row', () => {
    const text = [
      'MODULES        + ok   ! codes   x no link',
      '',
      '+ Engine       ! Restraints',
      'x Seat left    + Cluster',
    ].join('\n');
    expect(reaches(text)).toEqual({
      Engine: 'answered',
      Restraints: 'answered',
      'Seat left': 'silent',
      Cluster: 'answered',
    });
  });

  it('may be a legend of one entry, and a line of signs', () => {
    expect(Object.fromEntries(legendOf(new Lines('NC = NO COMMUNICATION')).reaches)).toEqual({
      NC: 'silent',
    });
    const text = 'CLUSTER\n OK\nSEAT LEFT\n ---\n\n.A = active, .M = memory, --- = no answer';
    expect(reaches(text)).toEqual({ CLUSTER: 'answered', 'SEAT LEFT': 'silent' });
  });

  it('is known where a picture of the page has a figure for a letter', () => {
    expect(reachWordOf('no rep1y')).toBe('silent');
    expect(reachWordOf('no fau1ts')).toBe('clean');
    expect(reachWordOf('no rep1x')).toBeNull();
  });

  it('stands in front of leaders, with something else behind them', () => {
    const text = 'Seat\n  Unable to communicate ......... op 9001, 0.5 h\nLamps\n  B1318-16 (active)';
    expect(reaches(text)).toEqual({ Seat: 'silent', Lamps: 'answered' });
  });
});

describe('a log of what was done', () => {
  it('names its modules behind the word for it', () => {
    const text = [
      '09:02:12.001 query    Restraints ...... reply',
      '09:02:12.310 dtc      B2101-13 confirmed, failing now',
      '09:02:13.010 query    Cluster ......... reply',
      '09:02:13.115 dtc      none',
      '09:02:14.000 query    Seat left ....... no reply after 3 tries',
    ].join('\n');
    expect(codes(text)).toEqual(['Restraints B2101-13 active']);
    expect(reaches(text)).toEqual({ Restraints: 'answered', Cluster: 'answered', 'Seat left': 'silent' });
  });

  it('of frames names them by the addresses that stand below', () => {
    const text = [
      '> 7A2 19 02 FF',
      '< 7AA 59 02 FF 80 14 13 2F',
      '> 7A0 19 02 FF',
      '< 7A8 59 02 FF',
      '',
      '7A2/7AA = Restraints',
      '7A0/7A8 = Cluster',
    ].join('\n');
    for (const one of [text, text.replace('Restraints\n', 'Restraints, ')])
      expect(codes(one)).withContext(one).toEqual(['Restraints B0014-13 active']);
    expect(reaches(text)).toEqual({ Restraints: 'answered', Cluster: 'answered' });
  });
});

describe('names and codes', () => {
  it('do not take an address for a count, nor an address alone for a name', () => {
    expect(readModuleName('module 0x15 Restraints')).toEqual({
      name: 'Restraints',
      address: '15',
      labelled: true,
    });
    expect(readModuleName('ID 0x58')).toBeNull();
    expect(readModuleName('rest is')).toBeNull();
  });

  it('leave out what was cleared, and show its line', () => {
    const text = 'Restraints\n   cleared: B0511-13, B0514-1A\n   returned: B0511-13 (active)';
    expect(codes(text)).toEqual(['Restraints B0511-13 active']);
    expect(readReport(text).notRead!.map(({ line }) => line)).toEqual([2]);
  });

  it('take a status from two cells', () => {
    const text =
      'Restraints\n  B0301-13  Igniter   confirmed   failing\n  B0304-1A  Igniter   confirmed   passing';
    expect(codes(text)).toEqual(['Restraints B0301-13 active', 'Restraints B0304-1A stored']);
    expect(readReport(text).codes.map((code) => code.text)).toEqual(['Igniter', 'Igniter']);
  });

  it('stand under their statuses without a name over the names', () => {
    const text =
      '               Active     Stored\nRestraints     B0321-13   B0324-1A\nCluster        -          -';
    expect(codes(text)).toEqual(['Restraints B0321-13 active', 'Restraints B0324-1A stored']);
  });

  it('have types in decimal where a sentence says so', () => {
    const text =
      'Failure type codes below are decimal.\n\nRestraints\n  B0531  19   active\n  B0534  26   stored';
    expect(codes(text)).toEqual(['Restraints B0531-13 active', 'Restraints B0534-1A stored']);
    expect(codes(text.replace('are decimal', 'are not decimal'))).toEqual([
      'Restraints B0531-19 active',
      'Restraints B0534-26 stored',
    ]);
  });
});
