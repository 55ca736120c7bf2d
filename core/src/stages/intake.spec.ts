import { drive, flap, goodBattery, Story } from '../testing/story.js';
import { switchInput } from '../trace/templates/switch-input.js';
import { basicsAsked } from '../record/basics.js';
import { doFirst, mayBePowered } from './power.js';
import { proofOf } from '../proof/proof.js';
import type { JobHead } from '../record/schema.js';

const clear = { smell: 'clear', harness: 'clear', hanging: 'clear', wet: 'clear', cabin: 'clear' } as const;
const baseline = 'Charge control\n  B1A27-64 End switch (stored)\n';

function after(event: JobHead['event']): Story {
  const story = new Story();
  story.record = { ...story.record, head: { event } };
  return story;
}

describe('may it be powered', () => {
  it('is asked after a collision or water, and of no other event', () => {
    expect(mayBePowered(after('wear').record)).toBe('not-asked');
    for (const event of ['collision', 'water'] as const)
      expect(mayBePowered(after(event).record)).toBe('ask');
  });

  it('comes before the first beacon, closes the baseline, and names what must be done first', () => {
    const story = after('collision');
    expect(story.next.sentence).toBe('May it be powered? Look, before the ignition goes on.');
    expect(story.stage('baseline').reason).toBe('after the five looks');
    const looks = { ...clear, hanging: 'found', wet: 'found' } as const;
    const id = story.enter('powerings', looks);
    expect(mayBePowered(story.record)).toBe('no');
    expect(doFirst(looks).length).toBe(2);
    expect(story.next.sentence).toContain('make the restraints safe');
    expect(story.next.detail).toContain('Take the battery off');
    story.enter('powerings', clear);
    expect(mayBePowered(story.record)).toBe('yes');
    expect(story.next.sentence).toBe('Add the first beacon or complaint, as it shows now.');
    // The first look taken back changes nothing: the later one stands.
    story.enter('powerings', looks, id, true);
    expect(mayBePowered(story.record)).toBe('yes');
  });

  it('lets the lead’s signature stand where it can never be powered', () => {
    const story = after('water');
    story.enter('powerings', { ...clear, wet: 'found' });
    story.enter('beacons', flap);
    story.enter('waivers', { reason: 'the car burnt out' });
    expect(story.next.stage).toBe('basics');
    expect(story.stage('baseline').state).toBe('done');
  });
});

describe('basics first', () => {
  const many = ['Body', 'Charge control', 'Climate', 'Doors']
    .map((module) => `${module}\n  B1318-16 Supply\n  U0140-87 Lost body\n  B1319-16 Low\n`)
    .join('');

  it('asks for nothing where codes are few and steady', () => {
    const story = after('wear');
    story.enter('beacons', flap);
    story.enter('batteries', goodBattery);
    story.scan('baseline', baseline);
    expect(basicsAsked(story.record)).toEqual({ reasons: [], items: [], left: [] });
    expect(story.stage('basics').state).toBe('not-needed');
    expect(story.next.stage).toBe('trace');
  });

  it('holds a module back until supply, grounds and reader are good, or the trace has begun', () => {
    const story = after('wear');
    const beacon = story.enter('beacons', flap);
    story.scan('baseline', many);
    expect(basicsAsked(story.record).reasons).toEqual(['12 codes in 4 modules']);
    expect(story.next.sentence).toBe('Charging: volts with the engine running, lamps and fan on.');
    story.enter('basics', { item: 'charging', result: 'good' });
    story.enter('basics', { item: 'links', result: 'bad', note: 'link burnt' });
    expect(basicsAsked(story.record).left).toEqual(['links', 'grounds', 'reader']);
    for (const item of ['links', 'grounds', 'reader']) story.enter('basics', { item, result: 'good' });
    expect(story.stage('basics').state).toBe('done');
    expect(story.next.sentence).toBe('Choose the circuit behind “Charge flap open”.');
    story.enter('batteries', { ...goodBattery, measuredAmps: 300 });
    expect(story.next.sentence).toBe('Replace the battery before any module is suspected.');
    story.enter('traces', { title: 'Flap', beaconIds: [beacon], case: switchInput.build({}) });
    expect(story.next.stage).toBe('trace');
  });

  it('sees codes that change from scan to scan', () => {
    const story = after('wear');
    story.enter('beacons', flap);
    story.scan('baseline', many);
    story.scan(
      'interim',
      'Body\n  B1320-16 Other\nCharge control: no codes\nClimate: no codes\nDoors: no codes\n',
    );
    expect(basicsAsked(story.record).reasons).toContain('the codes change from scan to scan');
    expect(basicsAsked(story.record).items).toContain('water');
  });
});

describe('the path over all twelve stages', () => {
  it('says why a stage is closed, not needed or waiting', () => {
    const story = after('wear');
    story.record = { ...story.record, vehicle: { ...story.record.vehicle, highVoltage: true } };
    const beacon = story.enter('beacons', { ...flap, restraint: true });
    expect(story.stage('take-in')).toEqual(
      jasmine.objectContaining({ state: 'open', reason: 'the battery is not measured' }),
    );
    const tester = { ratedAmps: 640, ratedStandard: 'EN', measuredAmps: 610, measuredStandard: 'EN' };
    story.enter('batteries', { type: 'agm', restingVolts: 12.7, restHours: 12, ...tester });
    expect(story.assess().stages.map(({ id, state }) => `${id} ${state}`)).toEqual([
      'take-in done',
      'baseline open',
      'basics closed',
      'make-safe open',
      'trace closed',
      'route closed',
      'match closed',
      'strip closed',
      'code closed',
      'clear closed',
      'prove closed',
      'hand-back open',
    ]);
    expect(story.stage('make-safe').reason).toBe('before restraints and high voltage are opened');
    story.scan('baseline', baseline);
    const asked = { item: 'End switch', origin: 'maker-new', how: 'telephone', by: 'Noor Halloran' };
    story.enter('approvals', { ...asked, answer: 'asked' });
    expect(story.stage('route')).toEqual(
      jasmine.objectContaining({ state: 'waiting', reason: 'the customer’s answer: End switch' }),
    );
    expect(story.next.waitsFor).toBe('the customer’s answer: End switch');
    story.enter('approvals', { ...asked, item: 'end switch', answer: 'no' });
    expect(story.stage('route').reason).toBe('declined: find another way');
    story.enter('approvals', { ...asked, answer: 'yes', ceilingCents: 30_000 });
    expect(story.stage('route').state).toBe('done');
    expect(story.stage('match').state).toBe('open');
    const traceId = story.enter('traces', {
      title: 'Flap',
      beaconIds: [beacon],
      case: switchInput.build({}),
    });
    story.enter('repairs', {
      traceId,
      element: 'IN',
      beaconIds: [beacon],
      label: 'Replace the module',
      method: 'replace',
      root: 'unknown',
      cured: true,
      chance: 0.9,
    });
    const states = () => Object.fromEntries(story.assess().stages.map(({ id, state }) => [id, state]));
    expect([states()['make-safe'], states()['match'], states()['strip'], states()['code']]).toEqual([
      'not-needed',
      'not-needed',
      'not-needed',
      'open',
    ]);
    // A note is no answer: why nothing is coded stands under a name.
    story.enter('notes', { stage: 'code', text: 'Coded by the maker’s service' });
    expect(states()['code']).toBe('open');
    story.enter('codingPlans', {
      unit: 'module',
      traceId,
      notNeeded: 'coded by the maker’s service, sheet with the job',
    });
    expect(states()['code']).toBe('not-needed');
  });
});

describe('what the customer reports of several drives', () => {
  it('counts each by half, in a matching condition', () => {
    const story = after('wear');
    const beacon = story.enter('beacons', { ...flap, conditions: [] });
    story.scan('baseline', baseline);
    story.enter('repairs', {
      beaconIds: [beacon],
      label: 'x',
      method: 'clean',
      root: 'unknown',
      cured: true,
      chance: null,
    });
    story.enter('exposures', { ...drive, beaconId: beacon, reportedBy: 'customer', drives: 10 });
    expect(proofOf(story.record, story.record.beacons[0]!)!.counted).toBe(5);
  });
});
