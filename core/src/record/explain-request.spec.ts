import { explainCauses } from '../causes/index.js';
import { flap, goodBattery, Story } from '../testing/story.js';
import { explainRequestOf, scansToExplain } from './explain-request.js';

const report =
  'Charge control\n  B1A27-64 Charge flap end switch  stored\nBody\n  B1318-16 Supply voltage  stored';

describe('explainRequestOf', () => {
  it('takes each code once from all scans before the clearing, and hangs the beacons under them', () => {
    const story = new Story();
    const beacon = story.enter('beacons', flap);
    story.enter('batteries', goodBattery);
    story.scan('baseline', report);
    story.scan(
      'interim',
      'Charge control\n  B1A27-64 Charge flap end switch  active\nBody: no codes\nRoof: no response',
    );
    story.enter('clearings', {});
    story.scan('interim', 'Body\n  B9 x\n  B1999 after the clearing');
    const request = explainRequestOf(story.record);
    expect(scansToExplain(story.record).length).toBe(2);
    expect(request.codes.map(({ id, status }) => [id, status])).toEqual([
      ['Charge control B1A27-64', 'active'],
      ['Body B1318-16', 'stored'],
    ]);
    expect(request.silentModules).toEqual(['Roof']);
    expect(request.battery).toEqual({ restingVolts: 12.7, verdict: 'good' });
    const found = explainCauses(request);
    expect(found.tree.find(({ cause }) => cause === 'circuit:Charge control:B1A27')!.observations).toEqual([
      'Charge control B1A27-64',
      beacon,
    ]);
  });

  it('asks the scan in hand against those before it: one absence is no coming and going, a module that went silent is a finding', () => {
    const story = new Story();
    story.scan('baseline', report);
    story.scan(
      'interim',
      'Charge control\n  B1A27-64 Charge flap end switch\n  B1A30-54 Flap not calibrated\nBody: no codes\nRoof: time-out',
    );
    const request = explainRequestOf(story.record);
    expect(request.earlier!.length).toBe(1);
    expect(request.codes.map(({ code, gone }) => [code, gone ?? false])).toEqual([
      ['B1A27', false],
      ['B1318', true],
      ['B1A30', false],
    ]);
    expect(request.beacons!.at(-1)).toEqual({
      id: 'silent Roof',
      name: 'Roof does not answer',
      kind: 'silent-module',
      module: 'Roof',
    });
    const found = explainCauses(request);
    expect(found.unstable).not.toContain('Charge control B1A27-64');
    // Born in the scan in hand: put down to what was undone, not to the part.
    expect(found.tree.find(({ cause }) => cause === 'clearing')!.observations).toEqual([
      'Charge control B1A30-54',
    ]);
    expect(found.tree.find(({ cause }) => cause === 'silent:Roof')!.observations).toEqual(['silent Roof']);
  });

  it('tells of a collision where it hit, and of earlier work where that was', () => {
    const story = new Story();
    story.record.head = { ...story.record.head, event: 'collision', eventDetails: { zones: [1] } };
    expect(explainRequestOf(story.record).event).toEqual({
      kind: 'collision',
      place: null,
      zones: [1],
      severity: null,
    });
    story.record.head = {
      ...story.record.head,
      event: 'earlier-repair',
      eventNote: 'passenger seat re-covered',
    };
    expect(explainRequestOf(story.record).event).toEqual({
      kind: 'earlier-repair',
      place: 'passenger seat re-covered',
    });
  });

  it('follows the last word of the technician on a cause', () => {
    const story = new Story();
    story.scan('baseline', report);
    const judge = (data: object) => story.enter('judgements', data);
    const flapCause = 'circuit:Charge control:B1A27';
    judge({ causeId: flapCause, decision: 'reject' });
    expect(explainRequestOf(story.record).rejected).toEqual([flapCause]);
    judge({ causeId: flapCause, decision: 'open' });
    expect(explainRequestOf(story.record).rejected).toEqual([]);
    judge({
      causeId: 'mine',
      decision: 'add',
      title: 'A chafed loom',
      explains: ['Charge control B1A27-64', 'gone'],
    });
    const request = explainRequestOf(story.record);
    expect(request.added).toEqual([
      { id: 'mine', title: 'A chafed loom', cost: 0.05, explains: ['Charge control B1A27-64'] },
    ]);
    expect(explainCauses(request).chosen).toContain('mine');
  });

  it('asks nothing of a job without a scan', () => {
    expect(explainCauses(explainRequestOf(new Story().record)).causes).toEqual([]);
  });
});
