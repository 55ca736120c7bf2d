import { switchInput } from '../trace/templates/switch-input.js';
import { drive, flap, goodBattery, Story } from '../testing/story.js';
import { assessJob } from './assess.js';
import { codeEnds } from '../record/codes.js';
import { proofOf } from '../proof/proof.js';
import { jobRecord } from '../record/schema.js';

const baseline = 'Charge control\n  B1A27-64 End switch (stored)\nBody\n  B1318-16 Supply (history)\n';
const clean = 'Charge control: no codes\nBody: no codes\n';
const soundRepair = {
  element: 'SWITCH',
  label: 'Replace the end switch',
  method: 'replace',
  root: 'found-and-removed',
  chance: 0.9,
  cure: { chance: 0.9, part: 'switching', confirmed: true, like: 0, held: 0, outcomes: 0 },
  cured: true,
};

/** As far as a working repair. */
function repaired(more: object = {}) {
  const story = new Story();
  const beacon = story.enter('beacons', flap);
  story.scan('baseline', baseline);
  const traceId = story.enter('traces', {
    title: 'Flap switch',
    beaconIds: [beacon],
    case: switchInput.build({}),
  });
  story.enter('repairs', { ...soundRepair, traceId, beaconIds: [beacon], ...more });
  return { story, beacon, traceId };
}

function finished() {
  const { story, beacon, traceId } = repaired();
  story.enter('clearings', {});
  story.scan('final', clean);
  return { story, beacon, traceId };
}

describe('the next thing, over the whole story', () => {
  it('leads from the empty job to the hand-back', () => {
    const story = new Story();
    expect(story.next.sentence).toBe('Add the first beacon or complaint, as it shows now.');
    expect(story.stage('baseline')).toEqual(
      jasmine.objectContaining({ state: 'closed', reason: 'after take in' }),
    );

    const beacon = story.enter('beacons', flap);
    expect(story.next.sentence).toBe('Measure the battery: resting volts, then the tester.');
    story.enter('batteries', goodBattery);
    expect(story.next.sentence).toBe('Read every module and paste the report.');
    expect(story.stage('trace')).toEqual(
      jasmine.objectContaining({ state: 'closed', reason: 'after the baseline' }),
    );
    expect(story.assess().lenses[0]!.state).toBe('comes-and-goes');

    story.scan('baseline', baseline);
    expect(story.next.sentence).toBe('Choose the circuit behind “Charge flap open”.');

    const traceId = story.enter('traces', {
      title: 'Flap switch',
      beaconIds: [beacon],
      case: switchInput.build({}),
    });
    expect(story.next.stage).toBe('trace');
    const first = story.next.sentence;
    expect(switchInput.build({}).tests.map((test) => test.label?.replace(/\?$/, '?'))).toContain(
      first.replace(/\.$/, ''),
    );

    story.enter('readings', { traceId, test: 'signal', value: 4.92 });
    story.enter('readings', { traceId, test: 'listen', found: false });
    story.enter('readings', { traceId, test: 'switch-ohms', overload: true });
    story.enter('readings', { traceId, test: 'press', value: 4.97 });
    expect(story.next.sentence).toBe('Replace the end switch, and find what made it fail.');

    story.enter('repairs', { ...soundRepair, traceId, beaconIds: [beacon] });
    expect(story.next.sentence).toBe('Clear the codes in every module, then say so here.');
    expect(story.assess().lenses[0]!.state).toBe('dark');

    story.enter('clearings', {});
    expect(story.next.sentence).toBe('Read every module again and paste the final report.');

    story.scan('final', clean);
    expect(story.next.sentence).toBe('“Charge flap open” needs 3 more clean drives.');
    expect(story.stage('prove').state).toBe('waiting');
    // The story began on a Tuesday at eight: the next morning is the first that a cold start can be had.
    expect(story.next.detail).toContain('Next: ');
    expect(story.next.detail).toContain(
      ', first thing in the morning, Wed 18 Nov 08:00. It is 90\u202f% proven.',
    );
    expect(story.next.waitsUntil).toBe('2026-11-18T08:00:00.000Z');

    for (let n = 0; n < 3; n++) story.later(720).enter('exposures', { ...drive, beaconId: beacon });
    expect(story.assess().lenses[0]!.state).toBe('dormant');
    expect(story.next.sentence).toBe('Print the hand-back and give the car back.');

    story.enter('handBacks', {});
    expect(story.next.sentence).toBe('Nothing is open. The job is done.');
    expect(
      story
        .assess()
        .stages.filter((stage) => stage.state === 'done')
        .map((stage) => stage.id),
    ).toEqual(['take-in', 'baseline', 'trace', 'clear', 'prove', 'hand-back']);
    expect(jobRecord.safeParse(story.record).success).toBeTrue();
  });

  it('sends to the trace when no plan is at hand, and outside the circuit when everything is done', () => {
    const story = new Story();
    const beacon = story.enter('beacons', flap);
    story.scan('baseline', baseline);
    const source = switchInput.build({});
    const traceId = story.enter('traces', {
      title: 'Flap switch',
      beaconIds: [beacon],
      case: { ...source, tests: [], repairs: source.repairs.slice(0, 1) },
    });
    expect(assessJob(story.record).next.sentence).toBe('Open the trace “Flap switch” for its next test.');
    story.enter('repairs', { ...soundRepair, traceId, beaconIds: [beacon], cured: false });
    expect(story.next.sentence).toBe('Every test and repair of this circuit is done: look outside it.');
  });

  it('goes on tracing when a repair was in vain', () => {
    const { story } = repaired({ cured: false });
    expect(story.stage('clear')).toEqual(
      jasmine.objectContaining({ state: 'closed', reason: 'after a repair' }),
    );
    expect(story.next.stage).toBe('trace');
    expect(story.next.sentence).not.toContain('Replace the end switch');
  });

  it('lets a signed reason stand for the baseline', () => {
    const story = new Story();
    story.enter('beacons', flap);
    story.enter('waivers', { reason: 'battery destroyed in the crash' });
    expect(story.stage('baseline')).toEqual(
      jasmine.objectContaining({ state: 'done', reason: 'signed as impossible' }),
    );
    expect(story.next.stage).toBe('trace');
  });

  it('asks for an end of codes that are still there, and takes one', () => {
    const { story } = repaired();
    story.enter('clearings', {});
    story.scan('final', 'Charge control\n  B1A27-64 End switch (active)\nBody: no codes\n');
    expect(story.next.sentence).toBe('B1A27 in Charge control is active now: give it an end.');
    story.enter('codeEnds', {
      module: 'Charge control',
      code: 'B1A27',
      failureType: '64',
      end: 'out-of-scope',
      note: 'customer told',
    });
    expect(story.next.stage).toBe('prove');
    expect(codeEnds(story.record, story.record.scans.at(-1)!).map((end) => end.end)).toEqual([
      'out of scope: customer told',
      'gone, not yet proven: its monitor has not run',
    ]);
  });

  it('wants a final scan that is younger than the clearing and the repair', () => {
    const { story, beacon, traceId } = finished();
    story.enter('repairs', { ...soundRepair, traceId, beaconIds: [beacon] });
    expect(story.next.sentence).toContain('Clear the codes');
  });

  it('reopens as a comeback when it shows again, until it is traced anew', () => {
    const { story, beacon } = finished();
    for (let n = 0; n < 3; n++) story.later(720).enter('exposures', { ...drive, beaconId: beacon });
    story.enter('handBacks', {});
    story.later(9000).enter('exposures', { ...drive, shown: true, beaconId: beacon });
    expect(story.assess().lenses[0]!.state).toBe('returned');
    expect(story.next.sentence).toContain('has come back: compare with the first visit');
    const traceId = story.enter('traces', {
      title: 'Again',
      beaconIds: [beacon],
      case: switchInput.build({}),
    });
    expect(story.next.stage).toBe('trace');
    story.enter('repairs', { ...soundRepair, traceId, beaconIds: [beacon] });
    expect(story.assess().lenses[0]!.state).toBe('dark');
  });

  it('forgets what was withdrawn and follows what was corrected', () => {
    const story = new Story();
    const beacon = story.enter('beacons', flap);
    const corrected = story.enter('beacons', { ...flap, name: 'Charge lid open' }, beacon);
    expect(story.assess().lenses).toEqual([
      { beaconId: beacon, kind: 'beacon', name: 'Charge lid open', state: 'comes-and-goes' },
    ]);
    story.enter('beacons', flap, corrected, true);
    expect(story.assess().lenses).toEqual([]);
  });
});

describe('proof', () => {
  const proof = (story: Story) => proofOf(story.record, story.record.beacons[0]!)!;

  it('counts exposures close together as one and those in other conditions as a fifth', () => {
    const { story, beacon } = finished();
    story.enter('exposures', { ...drive, beaconId: beacon });
    story.enter('exposures', { ...drive, beaconId: beacon });
    story.later(60).enter('exposures', { ...drive, conditions: ['rain'], beaconId: beacon });
    expect(proof(story).counted).toBeCloseTo(1.2, 12);
  });

  it('is not dormant without cold starts, a day, its conditions, bulb check and monitor', () => {
    const { story, beacon } = finished();
    for (let n = 0; n < 12; n++)
      story.later(31).enter('exposures', {
        ...drive,
        coldStart: false,
        conditions: [],
        bulbCheck: 'not-seen',
        monitorRan: false,
        beaconId: beacon,
      });
    expect(proof(story).lacking.map((lacking) => lacking.what)).toEqual([
      'exposures',
      'coldStarts',
      'span',
      'condition',
      'bulbCheck',
      'monitor',
    ]);
    for (let n = 0; n < 4; n++) story.later(600).enter('exposures', { ...drive, beaconId: beacon });
    expect(proof(story).lacking).toEqual([]);
    expect(proof(story).dormant).toBeTrue();
  });

  it('asks restraints for 99 percent', () => {
    const { story, beacon } = finished();
    const plain = proof(story).watch.totalNeeded!;
    story.record = { ...story.record, beacons: story.record.beacons.map((b) => ({ ...b, restraint: true })) };
    expect(proof(story).watch.totalNeeded!).toBeGreaterThan(plain);
    expect(proof(story).beaconId).toBe(beacon);
  });
});
