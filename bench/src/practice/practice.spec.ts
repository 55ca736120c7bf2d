import { type JobRecord, noFacts } from '@dormant-beacon/core/record';
import { readReport } from '@dormant-beacon/core/scans';
import { nextTests } from '@dormant-beacon/core/trace';
import { decodeLog } from '../link/index.js';
import { carFile } from '../vehicle/index.js';
import {
  carOfRecord,
  drawCase,
  openingOf,
  openingOfWritten,
  partOf,
  playCase,
  practiceEnd,
  readingOf,
  reportOf,
  traceOfPart,
} from './index.js';

describe('a part of a car', () => {
  const idsOf = (car: string, target: string) => partOf(carFile(car)!, target).elements.map(({ id }) => id);

  it('goes from the battery over its fuse to its ground, and no further', () => {
    expect(idsOf('quill', 'TAIL-L').sort()).toEqual(
      [
        'BAT',
        'LINK',
        'F13',
        'G4',
        'TAIL-L',
        'TAIL-L-OUTPUT',
        'TAIL-L-LINE',
        'TAIL-L-PIN',
        'TAIL-L-BACK',
      ].sort(),
    );
    // What a module pulls up needs no fuse.
    expect(idsOf('lumen', 'FLAP')).not.toContain('BAT');
    expect(idsOf('quill', 'brake')).toContain('NET-HIGH');
    expect(idsOf('quill', 'brake').some((id) => id.startsWith('BRAKE-L'))).toBeFalse();
  });

  it('is a case that the planner takes: its lamp is on, its latch closed', () => {
    for (const target of ['TAIL-L', 'brake', 'DOOR-L', 'COOLANT'])
      expect(nextTests(traceOfPart(carFile('quill')!, target)).next.length)
        .withContext(target)
        .toBeGreaterThan(0);
  });
});

describe('a hidden fault', () => {
  it('is the same for the same seed, and shows itself', () => {
    const drawn = Array.from({ length: 40 }, (_, seed) => drawCase(seed));
    expect(drawn).toEqual(Array.from({ length: 40 }, (_, seed) => drawCase(seed)));
    expect(new Set(drawn.map(({ car }) => car)).size).toBeGreaterThan(4);
    expect(new Set(drawn.map(({ faults }) => faults[0]!.mode)).size).toBeGreaterThan(2);
  });

  it('is found and mended by the planner through link and instruments alone, without a breach', () => {
    let inVain = 0;
    for (let seed = 1; seed <= 12; seed++) {
      const played = playCase(drawCase(seed));
      expect(played.mended)
        .withContext(`seed ${seed}: ${JSON.stringify(played.steps)}`)
        .toBeTrue();
      expect(played.breaches).withContext(`seed ${seed}`).toBe(0);
      inVain += played.inVain;
    }
    expect(inVain).toBeLessThan(8);
  });
});

describe('the car of a practice job', () => {
  const hidden = { car: 'quill', seed: 3, faults: [{ element: 'TAIL-L-PIN', mode: 'open' }] } as const;
  const record = (more: object = {}) =>
    ({
      ...noFacts(),
      id: 'j',
      number: 'J-0001',
      seq: 0,
      revision: 1,
      vehicle: {},
      ...more,
    }) as unknown as JobRecord;
  const fact = (seq: number, data: object) => ({
    id: `${seq}`,
    seq,
    personId: 'p',
    observedAt: '2026-11-17T08:00:00Z',
    recordedAt: '2026-11-17T08:00:00Z',
    corrects: null,
    withdrawn: false,
    ...data,
  });
  const codes = (more: object = {}) =>
    readReport(reportOf(carOfRecord(record(more), hidden)).text).codes.map(
      ({ code, failureType, status }) => `${code}-${failureType} ${status}`,
    );
  const repair = (seq: number, element: string) =>
    fact(seq, { element, beaconIds: [], label: 'x', cured: true });

  it('prints a report that reads as what its modules said, with every frame in a log', () => {
    const { text, log } = reportOf(carOfRecord(record(), hidden));
    const scan = readReport(text);
    expect(scan.modules.length).toBe(carFile('quill')!.modules.length);
    expect(scan.codes.map(({ code, module }) => [code, module])).toEqual([['B1C10', 'Body control']]);
    expect(scan.notRead ?? []).toEqual([]);
    expect(decodeLog(log).problems).toEqual([]);
  });

  it('stands as the record says: what was cleared comes back until its fault is mended', () => {
    expect(codes()).toEqual(['B1C10-13 active']);
    expect(codes({ clearings: [fact(1, {})] })).toEqual(['B1C10-13 active']);
    expect(codes({ repairs: [repair(1, 'TAIL-L')], clearings: [fact(2, {})] })).toEqual(['B1C10-13 active']);
    expect(codes({ repairs: [repair(1, 'TAIL-L-PIN')] })).toEqual(['B1C10-13 stored']);
    expect(codes({ repairs: [repair(1, 'TAIL-L-PIN')], clearings: [fact(2, {})] })).toEqual([]);
  });

  it('makes the code of a plug that is left open, and keeps it after the plug is back', () => {
    const open = fact(1, { kind: 'unplugged', where: 'plug C12, rear right', removes: null });
    const mended = [repair(2, 'TAIL-L-PIN')];
    expect(codes({ temporaries: [open], repairs: mended, clearings: [fact(3, {})] })).toContain(
      'B1C11-13 active',
    );
    const back = fact(4, { kind: 'unplugged', where: 'plug C12, rear right', removes: '1' });
    expect(codes({ temporaries: [open, back], repairs: mended, clearings: [fact(3, {})] })).toContain(
      'B1C11-13 stored',
    );
  });

  it('is opened with what its driver sees', () => {
    const { hidden: drawn, make, model, words } = openingOf(3);
    expect([drawn.faults[0]!.element, `${make} ${model}`, words]).toEqual([
      'BRAKE-R',
      'Velanta Quill Estate',
      'This is on: Lamp failure.',
    ]);
  });

  it('gives no reading of a test that it cannot make, or that is refused', () => {
    const source = traceOfPart(carFile('quill')!, 'TAIL-L');
    const why = (test: object) => {
      const shown = readingOf({ record: record(), hidden }, source, test as (typeof source.tests)[number]);
      return 'why' in shown ? shown.why : `reads ${JSON.stringify(shown)}`;
    };
    const tips = { minutes: 1, from: 'tail-l.lamp', to: 'gnd' };
    for (const kind of ['amps', 'continuity', 'testLamp', 'wiggle', 'swap'])
      expect(why({ id: 'own', kind, ...tips }))
        .withContext(kind)
        .toContain('not simulated');
    expect(why({ id: 'own', kind: 'volts', ...tips, from: 'driver-bag.plus' })).toContain(
      'never with a meter',
    );
    expect(why({ id: 'own', kind: 'ohms', ...tips, from: 'b+' })).toContain(
      'ohms are measured with the power',
    );
    expect(why(source.tests.find(({ kind }) => kind === 'volts')!)).toContain('"value":');
  });

  it('counts a fuse in vain that blows again, and the one that holds as the end of it', () => {
    const { hidden: fuse } = openingOfWritten('fuse-and-chafe');
    const again = { label: 'new fuse F31', method: 'replace', beaconIds: [], cured: true };
    const chafe = { ...again, label: 'mended the supply line of the driver door', method: 'repair' };
    const repairs = [fact(1, again), fact(2, chafe), fact(3, again)];
    const end = practiceEnd({ record: record({ repairs }), hidden: fuse });
    expect(end.steps.map(({ came }) => came)).toEqual(['in vain', 'that was it', 'that was it']);
    expect([end.mended, end.partsInVain]).toEqual([true, 1]);
  });

  it('costs a person what it costs the planner for the same steps, by the trace as it stands', () => {
    const source = traceOfPart(carFile('quill')!, 'TAIL-L');
    const [test] = source.tests;
    const mends = source.repairs.find(({ element }) => element === 'TAIL-L-PIN')!;
    const trace = (seq: number, own: object, corrects: string | null) =>
      fact(seq, { title: 'Lamp', beaconIds: [], case: own, corrects });
    const job = record({
      // Its first test came by a correction.
      traces: [trace(1, { ...source, tests: [], repairs: [] }, null), trace(2, source, '1')],
      readings: [fact(3, { traceId: '1', test: test!.id, found: false })],
      repairs: [fact(4, { ...mends, traceId: '1', beaconIds: [], cured: true })],
      clearings: [fact(5, {})],
      scans: [fact(0, {}), fact(6, {})],
    });
    const { minutes, cents, partsInVain, steps, planner } = practiceEnd({ record: job, hidden });
    // Two scans of four minutes, and a clear of three.
    expect(minutes).toBe(4 + test!.minutes + mends.minutes + 3 + 4);
    expect(cents).toBe(mends.priceCents + Math.round((minutes * 9000) / 60));
    expect([partsInVain, steps.at(-1)!.came]).toEqual([0, 'that was it']);
    expect(steps[0]!.belief).toBeGreaterThan(0);
    // Hints, and the wait without the battery, cost their minutes too.
    const safe = { ...job, safeties: [fact(7, { step: 'battery-off' })] } as unknown as JobRecord;
    const more = practiceEnd({ record: safe, hidden: { ...hidden, hints: 2 } });
    expect(more.minutes).toBe(minutes + 2 * 10 + 36);
    const own = planner.steps.map(({ did }) => did);
    const timed = [...source.tests, ...source.repairs].filter(({ label }) => own.includes(label ?? ''));
    expect(planner.minutes).toBe(4 + timed.reduce((sum, step) => sum + step.minutes, 0) + 3 + 4);
  });
});
