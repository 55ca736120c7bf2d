import { assessJob } from './assess.js';
import type { JobRecord } from '../record/schema.js';
import { isShortJob } from './short.js';
import { noFacts } from '../record/standing.js';

let seq = 0;
const fact = (data: object) => ({
  id: `f${++seq}`,
  seq,
  personId: 'p',
  observedAt: '2026-11-17T08:00:00Z',
  recordedAt: '2026-11-17T08:00:00Z',
  corrects: null,
  withdrawn: false,
  ...data,
});
const complaint = (name: string, more: object = {}) =>
  fact({
    kind: 'complaint',
    name,
    seen: 'present',
    thereBefore: 'no',
    conditions: [],
    shown: 20,
    exposures: 20,
    ...more,
  });
const repair = (more: object = {}) =>
  fact({
    beaconIds: ['b'],
    label: 'Replace the bulb',
    method: 'replace',
    root: 'unknown',
    cured: true,
    chance: null,
    ...more,
  });
const job = (more: object = {}): JobRecord =>
  ({
    id: 'job',
    number: 'J-0001',
    seq: 1,
    revision: 1,
    openedAt: '2026-11-17T08:00:00Z',
    head: { event: 'wear', customerWords: 'Left tail lamp is out.' },
    vehicle: { make: 'Ostrel', model: 'Marn wagon' },
    ...noFacts(),
    beacons: [complaint('Left tail lamp out')],
    ...more,
  }) as unknown as JobRecord;

describe('the short job', () => {
  it('is one plain complaint, in any of the four languages', () => {
    for (const name of [
      'Left tail lamp out',
      'Headlamp bulb gone',
      'Brake light out',
      'Socket in the boot is dead',
      'Hatch does not latch',
      'Fuse blows',
      'Rückleuchte links geht nicht',
      'Feu arrière gauche en panne',
      'La luz trasera no funciona',
    ])
      expect(isShortJob(job({ beacons: [complaint(name)] })))
        .withContext(name)
        .toBeTrue();
  });

  it('is none where the matter is another, guarded, or a warning', () => {
    const others: object[] = [
      { beacons: [] },
      { beacons: [complaint('Engine stalls')] },
      { beacons: [complaint('Airbag lamp lit')] },
      { beacons: [complaint('Engine light on')] },
      { beacons: [complaint('A warning lamp comes on')] },
      { beacons: [complaint('Charge flap latch sticks')] },
      { beacons: [complaint('Xenon headlamp out')] },
      { beacons: [complaint('Le voyant reste allumé')] },
      { beacons: [complaint('Die Kontrollleuchte brennt')] },
      { head: { event: 'wear', customerWords: 'Tail lamp out, and the ABS light is on.' } },
      { head: { event: 'wear', customerWords: 'Tail lamp out since the airbag was replaced.' } },
      { beacons: [complaint('Seat belt latch sticks')] },
      { beacons: [complaint('Left tail lamp out', { restraint: true })] },
      { beacons: [complaint('Left tail lamp out', { kind: 'beacon', seen: 'lit' })] },
      { beacons: [complaint('Left tail lamp out'), complaint('Right tail lamp out')] },
      { head: { event: 'collision' } },
      { head: { event: 'water' } },
      { head: { event: 'battery' } },
      { head: { event: 'wear', customerWords: 'Lamp out, the holder is melted.' } },
    ];
    for (const more of others)
      expect(isShortJob(job(more)))
        .withContext(JSON.stringify(more))
        .toBeFalse();
  });

  it('goes from the complaint to the hand-back without asking for a reader, a battery or a reason', () => {
    const at = assessJob(job());
    expect(at.next.stage).toBe('trace');
    expect(at.next.sentence).toContain('bulb, fuse, socket, plug');
    const states = Object.fromEntries(at.stages.map(({ id, state }) => [id, state]));
    expect(states).toEqual(
      jasmine.objectContaining({
        baseline: 'not-needed',
        clear: 'not-needed',
        prove: 'not-needed',
        trace: 'open',
      }),
    );
    const beacon = complaint('Left tail lamp out');
    const mended = job({ beacons: [beacon], repairs: [repair({ beaconIds: [beacon.id] })] });
    expect(assessJob(mended).next.sentence).toContain('Try it in every mode');
    expect(assessJob({ ...mended, handBacks: [fact({}) as never] }).next.sentence).toContain(
      'The job is done',
    );
  });

  it('shows what was entered at a stage that does not apply, and leaves the others as they are', () => {
    const states = (more: object) =>
      Object.fromEntries(
        assessJob(job(more)).stages.map(({ id, state, reason }) => [id, `${state} ${reason ?? ''}`]),
      );
    const noted = states({ notes: [fact({ stage: 'strip', text: 'Lens cover off, two clips' })] });
    expect([noted['strip'], noted['match']]).toEqual(['done ', 'not-needed short job']);
    const approval = fact({
      item: 'bulb',
      answer: 'yes',
      origin: 'maker-new',
      how: 'here',
      by: 'the customer',
    });
    const asked = states({ approvals: [approval] });
    expect([asked['route'], asked['baseline']]).toEqual(['done ', 'not-needed short job']);
  });

  it('widens with whatever shows more, and is short again when that is taken back', () => {
    const more: Record<string, object> = {
      scans: fact({ kind: 'baseline', scan: { modules: [], codes: [] } }),
      traces: fact({
        title: 'Tail lamp',
        beaconIds: ['b'],
        case: { circuit: { elements: [] }, tests: [], repairs: [] },
      }),
      temporaries: fact({ kind: 'pulled-fuse', where: 'F7' }),
      safeties: fact({ step: 'battery-off' }),
      exposures: fact({ beaconId: 'b', shown: true }),
      repairs: repair({ rootNote: 'holder browned' }),
      notes: fact({ stage: 'trace', text: 'Socket scorched behind the lamp' }),
    };
    for (const [list, entry] of Object.entries(more)) {
      expect(isShortJob(job({ [list]: [entry] })))
        .withContext(list)
        .toBeFalse();
      expect(isShortJob(job({ [list]: [{ ...entry, withdrawn: true }] })))
        .withContext(`${list} taken back`)
        .toBeTrue();
    }
    expect(assessJob(job({ notes: [more['notes']] })).next.sentence).toContain('Measure the battery');
  });
});
