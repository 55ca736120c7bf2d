import { caseOf } from '../record/index.js';
import { mapPart, mapStep, stripPlan, tailgateMap } from '../testing/access.js';
import { flap, Story } from '../testing/story.js';
import { templates } from '../trace/templates/index.js';
import { ledgerRemarks, stripOf, whyGuarded } from './strip.js';

class Tailgate {
  readonly story = new Story();
  readonly planId: string;
  readonly beaconId: string;

  constructor(plan: object = stripPlan(tailgateMap, [{ part: 'motor', work: 'exchange' }])) {
    this.beaconId = this.story.enter('beacons', { ...flap, name: 'Rear wiper stands still' });
    this.story.scan('baseline', 'Body\n  B1318-16 Supply (active)\n');
    this.planId = this.story.enter('stripPlans', plan);
  }

  enter(as: 'off' | 'on', step: string, more: object = {}): this {
    this.story.enter('ledgerEntries', {
      planId: this.planId,
      step,
      as,
      bag: as === 'off' ? 1 : null,
      ...more,
    });
    return this;
  }
  off(...steps: string[]): this {
    for (const step of steps) this.enter('off', step);
    return this;
  }
  on(...steps: string[]): this {
    for (const step of steps) this.enter('on', step);
    return this;
  }
  tries(moment: string, modes: Record<string, string>): this {
    this.story.enter('functionTries', {
      planId: this.planId,
      part: 'motor',
      moment,
      modes: Object.entries(modes).map(([mode, result]) => ({ mode, result })),
    });
    return this;
  }
  get sentence() {
    return this.story.next.sentence;
  }
  get stage() {
    const { state, reason } = this.story.stage('strip');
    return [state, reason];
  }
}

const wiper = (result = 'works') =>
  Object.fromEntries(
    ['single wipe', 'intermittent', 'slow', 'fast', 'washers with wipe', 'parks'].map((mode) => [
      mode,
      result,
    ]),
  );

describe('the stage of strip and fit', () => {
  it('says the next step from the plan to even counts, and holds the clearing until then', () => {
    const car = new Tailgate();
    expect(car.stage).toEqual(['open', '4 to take off']);
    expect([car.sentence, car.story.next.detail]).toEqual([
      'Take off the lower-trim.',
      '4 screws T20, 2 Nm; 8 trim clips, rearwards.',
    ]);
    car.off('lower-trim', 'film', 'plug');
    expect(car.sentence).toBe('Take out the motor.');
    car.off('motor');
    expect(car.sentence).toContain('Fit the motor');
    car.on('motor', 'plug');
    expect([car.sentence, car.stage[1]]).toEqual([
      'Try the motor before anything is closed over it.',
      'try it before closing',
    ]);
    car.tries('before-closing', { ...wiper(), slow: 'fails' });
    expect(car.sentence).toContain('“slow” of the motor fails');
    car.off('plug').on('plug').tries('before-closing', wiper());
    expect(car.sentence).toBe('Clip back the film.');
    car.story.enter('repairs', {
      beaconIds: [car.beaconId],
      label: 'Wiper motor replaced',
      method: 'replace',
      root: 'found-and-removed',
      cured: true,
      chance: null,
    });
    expect(car.sentence).toBe('Clip back the film.');
    car.on('film').enter('on', 'lower-trim', { counts: [{ kind: 'screw', drive: 'T20', count: 3 }] });
    car.tries('closed', wiper());
    expect(car.sentence).toContain('1 × screw T20 left over, bag 1');
    expect(ledgerRemarks(car.story.record, stripOf(car.story.record))).toEqual([
      '1 × screw T20 left over, bag 1',
      '8 × trim clip left over, bag 1',
    ]);
    car.off('lower-trim').enter('on', 'lower-trim', {
      counts: [
        { kind: 'screw', drive: 'T20', count: 5 },
        { kind: 'trim clip', count: 16 },
      ],
    });
    car.tries('before-closing', wiper()).tries('closed', wiper());
    expect([car.stage[0], car.sentence]).toEqual([
      'done',
      'Clear the codes in every module, then say so here.',
    ]);
  });

  it('waits while something cures, until the next step is back', () => {
    const car = new Tailgate()
      .off('lower-trim', 'film', 'plug', 'motor')
      .on('motor', 'plug')
      .tries('before-closing', wiper());
    car.story.enter('cureWaits', {
      planId: car.planId,
      what: 'sealant at the motor',
      minutes: 60,
      over: 'film',
    });
    expect(car.story.stage('strip')).toEqual(
      jasmine.objectContaining({ state: 'waiting', reason: 'sealant at the motor' }),
    );
    const { until } = car.story.stage('strip');
    const began = Date.parse(car.story.record.cureWaits[0]!.recordedAt);
    expect(Date.parse(until!) - began).toBe(60 * 60_000);
    expect(car.story.next.waitsUntil).toBe(until);
    const { id } = car.story.record.cureWaits[0]!;
    car.story.enter('cureWaits', {
      planId: car.planId,
      what: 'sealant at the motor',
      minutes: 60,
      ends: id,
      reason: 'it is dry to the touch',
    });
    expect(car.story.stage('strip').state).toBe('open');
    expect(ledgerRemarks(car.story.record, stripOf(car.story.record))).toContain(
      'The time for sealant at the motor was ended early: it is dry to the touch',
    );
  });

  it('guards a step by its plugs, its place and its words; the map only adds', () => {
    const { record } = new Tailgate().story;
    const why = (more: object) => whyGuarded(record, mapStep('x', 1, more));
    expect(why({})).toBeNull();
    expect(why({ plugs: [{ name: 'X9', cavity: 'squib' }] })).toBe('X9 is a plug of the restraints');
    expect(why({ label: 'the lower cover', place: 'steering column' })).toContain(
      'restraint items are hidden',
    );
    expect(why({ label: 'the passenger airbag' })).toContain('airbag');
    expect(why({ danger: 'high-voltage' })).toBe('it is near high voltage');
    // A seat is moved by its own control; a bag is not, whatever the map calls it.
    const moved = { act: 'move', power: 'on', area: 'seat' };
    expect(why({ ...moved, label: 'the seat, right forward' })).toBeNull();
    expect(why({ ...moved, label: 'the curtain airbag aside' })).toContain('airbag');
    expect(whyGuarded(record, mapPart('y', [], { label: 'the left belt', kind: 'belt' }))).toContain('belt');
  });

  it('gives the trace its minutes: one step changed moves both', () => {
    const template = templates.find(({ build }) => (build({}).accesses?.length ?? 0) > 0)!;
    const minutesWith = (film: number) => {
      const map = {
        ...tailgateMap,
        steps: tailgateMap.steps.map((step) => (step.id === 'film' ? { ...step, minutes: film } : step)),
      };
      const plan = stripPlan(map, [{ part: 'motor', work: 'in-place' }]);
      const car = new Tailgate();
      const traceId = car.story.enter('traces', {
        title: 'Wiper',
        beaconIds: [car.beaconId],
        case: template.build({}),
      });
      const [access] = template.build({}).accesses!;
      car.story.enter(
        'stripPlans',
        { ...plan, reaches: [{ traceId, access: access!.id, part: 'motor' }] },
        car.planId,
      );
      const source = () => caseOf(car.story.record, car.story.record.traces[0]!);
      const before = source();
      car.off('lower-trim');
      return [plan.way.minutes, before.accesses![0]!.minutes, source().gainedSteps];
    };
    // The trim 5, the film 3, the plug 1; the motor stays where it is for a test.
    expect(minutesWith(3)).toEqual([12, 9, ['lower-trim']]);
    expect(minutesWith(20)).toEqual([29, 26, ['lower-trim']]);
  });
});
