import fc from 'fast-check';
import { drive, flap, Story } from '../testing/story.js';
import { switchInput } from '../trace/templates/switch-input.js';
import { publishedChance } from './cure/index.js';
import { lackingText } from '../stages/next.js';
import {
  amountOf,
  comebackOf,
  countsOf,
  cureChance,
  gradeOf,
  matchOf,
  oftenIn,
  proofOf,
  rateOf,
  repairOutcomes,
  trialFor,
} from './index.js';

const cure = { chance: 0.85, part: 'switching', confirmed: true, like: 0, held: 0, outcomes: 0 } as const;
const sound = {
  element: 'SWITCH',
  label: 'Replace the end switch',
  method: 'replace',
  root: 'found-and-removed',
  chance: 0.9,
  cure,
  cured: true,
} as const;
const socket = {
  ...flap,
  kind: 'complaint',
  name: 'Dead socket',
  seen: 'present',
  conditions: [],
  shown: 20,
  exposures: 20,
};

/** A beacon, its trace with a reading, and a repair. */
function repaired(beacon: object = flap, repair: object = {}) {
  const story = new Story();
  const id = story.enter('beacons', beacon);
  const traceId = story.enter('traces', { title: 'It', beaconIds: [id], case: switchInput.build({}) });
  story.enter('readings', { traceId, test: 'signal', value: 4.92 });
  story.enter('repairs', { ...sound, traceId, beaconIds: [id], ...repair });
  const proof = () => proofOf(story.record, story.record.beacons[0]!)!;
  const tries = (count: number, minutes: number, more: object = {}) => {
    for (let n = 0; n < count; n++)
      story.later(minutes).enter('exposures', { ...drive, conditions: [], beaconId: id, ...more });
  };
  return { story, id, traceId, proof, tries, lacks: () => proof().lacking.map(({ what }) => what) };
}

describe('the chance before any clean exposure', () => {
  it('is what the repair was entered with', () => {
    expect(repaired().proof().cured).toBe(0.85);
    expect(repaired().proof().watch.curve[0]!.probability).toBeCloseTo(0.85, 12);
  });

  it('is the published one until the server has answered, and what was told before it was worked out', () => {
    const { cure: _cure, ...sent } = sound;
    expect(cureChance(sent, 'comes-and-goes')).toBeCloseTo(
      publishedChance({
        method: 'replace',
        root: 'found-and-removed',
        part: 'none',
        confirmed: false,
        comesAndGoes: true,
        called: 0.9,
      }),
      12,
    );
    expect(cureChance({ ...sent, cure: null }, 'lit')).toBeCloseTo(0.9, 12);
    expect(cureChance({ ...sent, cure: null, root: 'unknown' }, 'lit')).toBeCloseTo(0.81, 12);
    expect(cureChance({ ...sent, cure: null, chance: 1 }, 'lit')).toBe(0.98);
  });

  it('is that of both where two causes of one lamp were mended, and of the last alone after a comeback', () => {
    const { story, id, traceId, proof } = repaired();
    story.enter('repairs', { ...sound, element: 'PLUG', traceId, beaconIds: [id] });
    expect(proof().repairs.length).toBe(2);
    expect(proof().cured).toBeCloseTo(0.85 ** 2, 12);
    // Work on the same plug again is not a third cause.
    story.enter('repairs', { ...sound, element: 'PLUG', method: 'replace', traceId, beaconIds: [id] });
    expect(proof().repairs.length).toBe(2);
    story.later(9000).enter('exposures', { ...drive, shown: true, beaconId: id });
    story.enter('repairs', { ...sound, traceId, beaconIds: [id], cure: { ...cure, chance: 0.7 } });
    expect(proof().cured).toBeCloseTo(0.7, 12);
  });
});

describe('a plain fault that showed every time', () => {
  it('is proven the same day by three tries of its function sheet', () => {
    const { proof, tries, lacks } = repaired(socket);
    expect(proof().sameDay).toBeTrue();
    expect(lacks()).toEqual(['exposures', 'tries']);
    tries(3, 5, { coldStart: false, bulbCheck: 'not-seen', monitorRan: false });
    expect(lacks()).toEqual([]);
    expect(proof().dormant).toBeTrue();
    expect(proof().followUpAt).toBeNull();
  });

  it('takes two taps for one try', () => {
    const { proof, tries } = repaired(socket);
    tries(3, 0);
    expect(proof().counted).toBe(2);
  });

  it('waits for cold starts and a day where it is latched, of safety, comes and goes, or was not found by a test', () => {
    const other = { ...socket, kind: 'beacon', name: 'Lamp failure', seen: 'lit' };
    for (const beacon of [
      other,
      { ...socket, name: 'Airbag lamp' },
      { ...socket, name: 'Brakes pull to the left' },
      { ...socket, seen: 'comes-and-goes' },
      { ...socket, shown: 19 },
      { ...socket, shown: 2, exposures: 2 },
    ]) {
      const { lacks, proof } = repaired(beacon);
      expect(proof().sameDay).withContext(beacon.name).toBeFalse();
      expect(lacks()).withContext(beacon.name).toContain('coldStarts');
    }
    expect(repaired(socket, { root: 'found-and-left' }).proof().sameDay).toBeFalse();
    expect(repaired(socket, { traceId: null }).proof().sameDay).toBeFalse();
  });

  it('waits where its circuit is guarded, whatever the complaint is called', () => {
    const { story, proof } = repaired(socket);
    expect(proof().sameDay).toBeTrue();
    const traces = story.record.traces.map((trace) => ({ ...trace, case: { ...trace.case, guarded: true } }));
    const record = { ...story.record, traces };
    expect(proofOf(record, record.beacons[0]!)!.sameDay).toBeFalse();
  });

  it('is asked after where the root is not known', () => {
    const { proof } = repaired(socket, { root: 'unknown' });
    expect(Date.parse(proof().followUpAt!) - Date.parse(proof().repair.observedAt)).toBe(30 * 86_400_000);
  });
});

describe('what was proven before chances were worked out', () => {
  it('stays proven by the rules of then', () => {
    const lit = { ...flap, seen: 'lit', conditions: [], shown: 20, exposures: 20 };
    const { proof, tries } = repaired(lit, { cure: null });
    tries(3, 45, { reportedBy: 'customer' });
    expect(proof().counted).toBe(3);
    expect(proof().dormant).toBeTrue();
    // Neither a second repair nor a fault that always shows is judged by what came later.
    const older = repaired(socket, { cure: null, chance: 0.9 });
    older.story.enter('repairs', { ...sound, cure: null, element: 'PLUG', beaconIds: [older.id] });
    expect([older.proof().cured, older.proof().sameDay]).toEqual([0.9, false]);
    const now = repaired(lit);
    now.tries(3, 45, { reportedBy: 'customer' });
    expect(now.proof().counted).toBe(1.5);
    expect(now.lacks()).toContain('span');
  });
});

describe('grades', () => {
  const met = (condition: string, circumstances: object, more: object = {}) =>
    gradeOf(condition, { conditions: [], circumstances, ...more } as Parameters<typeof gradeOf>[1]);

  it('follow what was measured', () => {
    expect([met('cold', { celsius: -3 }), met('cold', { celsius: 5 })]).toEqual([1, 1]);
    expect(met('cold', { celsius: 13 })).toBeCloseTo(Math.exp(-1), 12);
    expect(met('cold', { celsius: 0, soakHours: 3 })).toBe(0.5);
    expect(met('hot', { celsius: 17 })).toBeCloseTo(Math.exp(-1), 12);
    expect([met('rain', { wet: 'damp' }), met('rough road', { road: 'rough' })]).toEqual([0.5, 1]);
    expect([met('long drive', { minutes: 10 }), met('long drive', { minutes: 90 })]).toEqual([0.25, 1]);
    expect(met('under load', { load: 'some' })).toBe(0.5);
  });

  it('take a measure before a word, a word where nothing was measured, and a trial for what it stands for', () => {
    expect(met('cold', { celsius: 25 }, { conditions: ['cold'] })).toBeLessThan(0.01);
    expect(met('cold', { wet: 'rain' }, { conditions: ['Cold'] })).toBe(1);
    expect(met('rain', {}, { provoked: 'hose' })).toBe(0.8);
    expect(met('cold', {}, { provoked: 'hose' })).toBe(0);
    expect(met('constructor', { celsius: 3 })).toBe(0);
    expect([trialFor('rain'), trialFor('Hot'), trialFor('toString')]).toEqual(['hose', 'heat', null]);
  });

  it('make an exposure count between a fifth and whole, and whole where it always shows', () => {
    fc.assert(
      fc.property(
        fc.subarray(['cold', 'hot', 'rain', 'rough road', 'under load', 'on a slope']),
        fc.double({ min: -40, max: 60, noNaN: true }),
        fc.constantFrom('dry', 'damp', 'rain', 'standing'),
        (conditions, celsius, wet) => {
          const exposure = { conditions: [], circumstances: { celsius, wet } } as Parameters<
            typeof gradeOf
          >[1];
          const counts = matchOf({ conditions }, exposure);
          expect(counts).toBeGreaterThanOrEqual(conditions.length === 0 ? 1 : 0.2);
          expect(counts).toBeLessThanOrEqual(1);
        },
      ),
    );
  });

  it('let a condition be met by half its grade, not by less', () => {
    const { lacks, tries } = repaired({ ...flap, conditions: ['rain'] });
    tries(1, 60, { circumstances: { wet: 'dry' }, conditions: ['rain'] });
    expect(lacks()).toContain('condition');
    tries(1, 60, { provoked: 'hose' });
    expect(lacks()).not.toContain('condition');
  });
});

describe('how often it showed', () => {
  it('is understood in words', () => {
    for (const [words, often] of [
      ['most cold mornings', 'most-times'],
      ['comes on twice a week', 'twice-a-week'],
      ['about once a month', 'monthly'],
      ['it came on once, in the rain', 'once'],
      ['every second start', 'half'],
      ['every time I start it', 'every-time'],
      ['once a day or so', 'daily'],
      ['Fast jeden Morgen', 'most-times'],
      ['zweimal die Woche', 'twice-a-week'],
      ['now and then', 'now-and-then'],
      ['the lamp with the red figure', null],
    ] as const)
      expect(oftenIn(words)).withContext(words).toBe(often);
  });

  it('counts what was counted before what was said', () => {
    expect(rateOf({ shown: 2, exposures: 9, often: 'every-time' })).toEqual({
      shown: 2,
      exposures: 9,
      per: 'starts',
      perDay: 3,
    });
    const said = rateOf({ shown: 0, exposures: 0, often: 'twice-a-week' });
    expect([said.shown, said.exposures]).toEqual([2, 21]);
    expect(rateOf({ shown: 0, exposures: 0 }).exposures).toBe(0);
    expect(rateOf({ shown: 4, exposures: 10, per: 'hours' }).perDay).toBe(1);
    expect(countsOf('most-times')).toEqual({ shown: 3, exposures: 4 });
  });
});

describe('what became of repairs', () => {
  it('is known when one fails its try, shows again, or is proven in a job that is done', () => {
    const { story, id, traceId, tries } = repaired({ ...flap, conditions: [] });
    const outcomes = (done: boolean) =>
      repairOutcomes(story.record, done).map(({ worked, miss }) => [
        worked,
        miss === null ? 'back' : miss < 1,
      ]);
    expect(outcomes(false)).toEqual([]);
    tries(4, 700);
    expect(outcomes(false)).toEqual([]);
    expect(outcomes(true)).toEqual([[true, true]]);
    story.later(9000).enter('exposures', { ...drive, shown: true, beaconId: id });
    expect(outcomes(false)).toEqual([[true, 'back']]);
    story.enter('repairs', { ...sound, traceId, beaconIds: [id], cured: false });
    story.enter('repairs', { ...sound, traceId, beaconIds: [id], root: 'unknown' });
    expect(outcomes(false)).toEqual([
      [true, 'back'],
      [false, 'back'],
    ]);
    const last = repairOutcomes(story.record, true).at(-1)!;
    expect([last.root, last.called, last.stated, last.comesAndGoes]).toEqual(['unknown', 0.9, 0.85, true]);
    expect(last.miss).toBe(1);
  });

  it('is nothing where no chance was worked out', () => {
    expect(repairOutcomes(repaired(flap, { cure: null, cured: false }).story.record, true)).toEqual([]);
  });
});

describe('a comeback', () => {
  const back = (shown: object = {}, later = 9000) => {
    const own = repaired({ ...flap, conditions: ['rain'] });
    own.story.scan('baseline', 'Charge control\n  B1A27-64 End switch (active)\n');
    own.tries(2, 700, { conditions: ['rain'] });
    own.story.later(later).enter('exposures', { ...drive, shown: true, beaconId: own.id, ...shown });
    return { ...own, comeback: () => comebackOf(own.story.record, own.story.record.beacons[0]!)! };
  };

  it('is none before it shows again', () => {
    const { story } = repaired();
    expect(comebackOf(story.record, story.record.beacons[0]!)).toBeNull();
  });

  it('says how long it held, and how sure it was then', () => {
    const { comeback } = back();
    const { days, clean, wasSure } = comeback();
    expect([days, clean]).toEqual([7, 2]);
    expect(wasSure).toBeGreaterThan(0.85);
    expect(wasSure).toBeLessThan(0.95);
  });

  it('takes the same condition, code and type for the same fault', () => {
    const { story, comeback } = back({ conditions: ['rain'] });
    expect(comeback().condition).toBe('same');
    expect(comeback().code).toBe('not-read');
    const before = comeback().same;
    story.scan('interim', 'Charge control\n  B1A27-64 End switch (active)\n');
    expect(comeback().code).toBe('same');
    expect(comeback().same).toBeGreaterThan(before);
    expect(comeback().same).toBeGreaterThan(0.95);
  });

  it('takes another condition, other codes and a part that is good for another fault', () => {
    const { story, traceId, comeback } = back({ conditions: ['hot'] }, 500_000);
    story.scan('interim', 'Body\n  B1318-16 Supply (active)\n');
    const inspect = switchInput.build({}).tests.find((test) => 'element' in test && test.kind === 'inspect')!;
    const element = (inspect as { element: string }).element;
    const record = {
      ...story.record,
      repairs: story.record.repairs.map((repair) => ({ ...repair, element })),
    };
    expect([comeback().condition, comeback().code, comeback().part]).toEqual([
      'other',
      'other',
      'not-tested',
    ]);
    story.enter('readings', { traceId, test: inspect.id, found: false });
    const own = comebackOf({ ...story.record, repairs: record.repairs }, story.record.beacons[0]!)!;
    expect(own.part).toBe('good');
    expect(own.same).toBeLessThan(0.2);
  });

  it('knows a code whose failure type is another, and a scan without codes', () => {
    const other = back();
    other.story.scan('interim', 'Charge control\n  B1A27-13 End switch (active)\n');
    expect(other.comeback().code).toBe('other-type');
    const none = back();
    none.story.scan('interim', 'Charge control: no codes\n');
    expect(none.comeback().code).toBe('none');
  });

  it('stays a probability, and falls with the time that it held', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 1_000_000 }),
        fc.integer({ min: 40, max: 1_000_000 }),
        (a, b) => {
          const [soon, late] = [Math.min(a, b), Math.max(a, b)].map(
            (minutes) => back({}, minutes).comeback().same,
          );
          expect(late!).toBeLessThanOrEqual(soon! + 1e-12);
          expect(late!).toBeGreaterThan(0);
          expect(soon!).toBeLessThan(1);
        },
      ),
      { numRuns: 15 },
    );
  });
});

describe('what is counted by hours or by distance', () => {
  const hourly = { ...flap, conditions: [], shown: 4, exposures: 10, per: 'hours' };

  it('adds up what was driven, and the usual where nobody said', () => {
    expect(amountOf('hours', { circumstances: { minutes: 90 } })).toBe(1.5);
    expect(amountOf('hours', { circumstances: { km: 60 } })).toBe(1.5);
    expect(amountOf('hours', {})).toBe(0.25);
    expect(amountOf('km', { circumstances: { minutes: 90 } })).toBe(60);
    expect(amountOf('km', { provoked: 'hose' })).toBe(8);
    expect(amountOf('starts', { circumstances: { minutes: 90 } })).toBe(1);
  });

  it('follows the rule for time', () => {
    const { proof, tries, lacks } = repaired(hourly, { cure: { ...cure, chance: 0.8 } });
    tries(5, 24 * 60, { circumstances: { minutes: 60 } });
    // (10 / 15) ^ 4.5, mixed with those that only became rarer.
    const miss = (times: number) => (10 / 15) ** (times + 0.5);
    const seldom = (miss(0.5) + miss(1.5) + miss(2.5) + miss(3.5)) / 4;
    const all = 0.75 * miss(4) + 0.25 * seldom;
    expect(proof().counted).toBeCloseTo(5, 12);
    expect(proof().watch.probability).toBeCloseTo(0.8 / (0.8 + 0.2 * all), 12);
    expect(lacks()).toEqual(['exposures']);
  });

  it('is not proven in a day, and asks for hours in words', () => {
    const { proof, story } = repaired({ ...socket, ...hourly, shown: 10, exposures: 10 });
    expect(proof().sameDay).toBeFalse();
    expect(lackingText(proof().lacking[0]!)).toMatch(/^\d+ more clean hours of driving$/);
    const away = { ...story.record.beacons[0]!, per: 'km' as const, exposures: 400 };
    expect(lackingText(proofOf({ ...story.record, beacons: [away] }, away)!.lacking[0]!)).toMatch(
      /^\d+ more clean kilometres$/,
    );
  });
});
