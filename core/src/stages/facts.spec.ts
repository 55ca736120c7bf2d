import { drive, flap, Story } from '../testing/story.js';
import { templates } from '../trace/templates/index.js';
import { baselineOf, codeEnds, finalAfter } from '../record/codes.js';
import { lensOf } from './lens.js';
import { lackingText } from './next.js';
import { percent } from '../units/index.js';
import { meanings, suspectLabel } from './planned.js';
import { caseOf, openTraces } from '../record/cases.js';
import { outcomeName, unitOf } from '../words/reading-words.js';
import { originOf, standing, standingFor } from '../record/standing.js';

const fact = (id: string, seq: number, corrects: string | null = null, withdrawn = false) => ({
  id,
  seq,
  corrects,
  withdrawn,
});

describe('standing', () => {
  const chain = [fact('a', 1), fact('b', 2, 'a'), fact('c', 3, 'b'), fact('x', 4), fact('y', 5, 'x', true)];

  it('keeps the last of each chain, and nothing of one that was withdrawn', () => {
    expect(standing(chain).map(({ id }) => id)).toEqual(['c']);
    expect(standing([fact('b', 2), fact('a', 1)]).map(({ id }) => id)).toEqual(['a', 'b']);
  });

  it('leads from the id that others know to what stands in its place, and back', () => {
    expect(standingFor(chain, 'a')?.id).toBe('c');
    expect(standingFor(chain, 'x')).toBeUndefined();
    expect(standingFor(chain, 'nowhere')).toBeUndefined();
    expect(originOf(chain, chain[2]!)).toBe('a');
  });
});

describe('lensOf', () => {
  const lens = (data: object, ...more: object[]) => {
    const story = new Story();
    const beaconId = story.enter('beacons', { ...flap, ...data });
    for (const exposure of more) story.enter('exposures', { ...drive, ...exposure, beaconId });
    return lensOf(story.record, story.record.beacons[0]!).state;
  };

  it('shows what was seen until a repair works; a complaint that is there is lit', () => {
    expect(lens({ seen: 'flashing' })).toBe('flashing');
    expect(lens({ kind: 'complaint', seen: 'present' })).toBe('lit');
    expect(lens({ seen: 'dark' })).toBe('dark');
    expect(lens({ seen: 'dark' }, { shown: true })).toBe('lit');
  });
});

describe('codeEnds', () => {
  it('says every code’s end, those that ask for work first', () => {
    const story = new Story();
    story.enter('beacons', flap);
    story.scan(
      'baseline',
      'Body\n  B1318-16 Supply (active)\n  B1400-13 Lamp (stored)\nTrailer\n  B1500 Lamp (stored)\n',
    );
    const finalId = story.scan('final', 'Body\n  B1318-16 Supply (stored)\n  B1401 New (active)\n');
    expect(baselineOf(story.record)!.scan.codes.length).toBe(3);
    const final = finalAfter(story.record, 2)!;
    expect(final.id).toBe(finalId);
    expect(codeEnds(story.record, final).map(({ code, end, open }) => [code, end, open])).toEqual([
      ['B1318', 'stored, not active now', true],
      ['B1500', 'not read again: its module did not answer', true],
      ['B1401', 'new since the baseline', true],
      ['B1400', 'gone, not yet proven: its monitor has not run', false],
    ]);
    expect(codeEnds(new Story().record, final)).toEqual([]);
  });
});

describe('the plan of a trace', () => {
  it('has the readings and repairs that stand, and is open until a repair works', () => {
    const story = new Story();
    const beaconId = story.enter('beacons', flap);
    const traceId = story.enter('traces', {
      title: 't',
      beaconIds: [beaconId],
      case: templates[0]!.build({}),
    });
    const first = story.enter('readings', { traceId, test: 'signal', value: 1 });
    story.enter('readings', { traceId, test: 'signal', value: 4.9 }, first);
    story.enter('readings', { traceId: 'another', test: 'signal', value: 2 });
    const repair = {
      element: 'SWITCH',
      label: 'x',
      method: 'replace',
      root: 'unknown',
      chance: null,
      beaconIds: [beaconId],
      traceId,
    };
    story.enter('repairs', { ...repair, cured: false });
    const source = caseOf(story.record, story.record.traces[0]!);
    expect(source.readings!.map(({ value }) => value)).toEqual([4.9]);
    expect(source.done).toEqual([{ element: 'SWITCH', method: 'replace', cured: false }]);
    expect(openTraces(story.record).length).toBe(1);
    story.enter('repairs', { ...repair, cured: true });
    expect(openTraces(story.record)).toEqual([]);
  });
});

describe('words', () => {
  const source = templates[0]!.build({});
  const test = (id: string) => source.tests.find((other) => other.id === id)!;

  it('name outcomes, units and suspects as a technician does', () => {
    expect(outcomeName(test('signal'), { value: 4.92 })).toBe('near 4.92 V');
    expect(outcomeName(test('switch-ohms'), { overload: true })).toBe('over-limit');
    expect(outcomeName(test('listen'), { found: false })).toBe('no');
    expect(outcomeName(test('listen'), { moved: true })).toBe('fault moves');
    expect([
      unitOf(test('switch-ohms')),
      unitOf(test('signal')),
      unitOf({ id: 'a', kind: 'amps', through: 'F', minutes: 1 }),
    ]).toEqual(['Ω', 'V', 'A']);
    expect(suspectLabel(source, 'switch')).toBe('end switch');
    expect(suspectLabel(source, 'outside')).toBe('something outside it');
    expect(suspectLabel(source, 'switch + plug')).toBe('end switch and plug C31');
    expect(suspectLabel({ ...source, suspects: [] }, 'SWITCH:open + nobody')).toBe('end switch and nobody');
    const leaves = [
      { id: 'switch', probability: 0.6 },
      { id: 'plug', probability: 0.3 },
      { id: 'ground', probability: 0.1 },
    ];
    const signal = test('signal');
    expect(meanings(source, signal, [{ value: 5, probability: 1, leaves }])).toEqual([
      'near 5 V leaves end switch or plug C31',
    ]);
    // Those that leave the same are one span; what is likelier stands first.
    const ground = [{ id: 'ground', probability: 1 }];
    const several = [
      { value: 0.2, probability: 0.4, leaves: ground },
      { value: 4.9, probability: 0.3, leaves },
      { value: 5, probability: 0.3, leaves },
    ];
    const [first, second] = meanings(source, signal, several);
    expect([first, second]).toEqual([
      '4.9 to 5 V leaves end switch or plug C31',
      jasmine.stringMatching(/^near 0\.2 V leaves ground/),
    ]);
  });

  it('say what is lacking, and never round up to certainty', () => {
    expect(lackingText({ what: 'exposures', count: 1, per: 'starts' })).toBe('one more clean drive');
    expect(lackingText({ what: 'exposures', count: Infinity, per: 'starts' })).toContain(
      'another kind of proof',
    );
    expect(lackingText({ what: 'condition', condition: 'rain' })).toBe(
      'a clean drive in its condition “rain”',
    );
    expect(lackingText({ what: 'bulbCheck' })).toBe('its bulb check seen at ignition on');
    expect([percent(0.9999), percent(1), percent(0.5)]).toEqual([
      'over 99\u202f%',
      '100\u202f%',
      '50\u202f%',
    ]);
  });
});
