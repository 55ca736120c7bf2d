import { type JobRecord, noFacts } from '@dormant-beacon/core/record';
import { readReport } from '@dormant-beacon/core/scans';
import { nextTests } from '@dormant-beacon/core/trace';
import { decodeLog } from '../link/index.js';
import { carFile } from '../vehicle/index.js';
import {
  carOfRecord,
  drawCase,
  loopParts,
  openingOf,
  openingOfWritten,
  partOf,
  playCase,
  practiceEnd,
  readingOf,
  reportOf,
  traceOfLoop,
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
    readReport(reportOf(carOfRecord({ record: record(more), hidden })).text).codes.map(
      ({ code, failureType, status }) => `${code}-${failureType} ${status}`,
    );
  const repair = (seq: number, element: string) =>
    fact(seq, { element, beaconIds: [], label: 'x', cured: true });

  it('prints a report that reads as what its modules said, with every frame in a log', () => {
    const { text, log } = reportOf(carOfRecord({ record: record(), hidden }));
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
      'WINDOW-L-PIN',
      'Velanta Quill Estate',
      'The driver window motor does not work as it should.',
    ]);
  });

  describe('measured at its cooling fan, whose relay does not close', () => {
    const relay = { car: 'quill', seed: 3, faults: [{ element: 'FAN-RELAY', mode: 'stuckOpen' }] } as const;
    const source = traceOfPart(carFile('quill')!, 'FAN');
    const read = (test: object, own: object = relay) =>
      readingOf({ record: record(), hidden: own as typeof relay }, source, {
        id: 'own',
        minutes: 1,
        ...test,
      } as (typeof source.tests)[number]) as {
        value?: number;
        overload?: boolean;
        found?: boolean;
        moved?: boolean;
        why?: string;
      };

    it('has a reading of every kind of test', () => {
      expect(read({ kind: 'volts', from: 'fan.86', to: 'fan.85' }).value).toBeCloseTo(12.4, 0);
      expect(read({ kind: 'testLamp', from: 'f38', to: 'gnd' }).value).toBe(12);
      expect(read({ kind: 'testLamp', from: 'fan.87', to: 'gnd' }).value).toBe(0);
      expect(read({ kind: 'live', from: 'fan.87', to: 'gnd' }).value).toBeCloseTo(0, 1);
      expect(read({ kind: 'amps', through: 'FAN' }).value).toBeLessThan(0.1);
      // The coil of 80 ohms takes 0.15 A: the relay pulls in and is heard, the motor is not.
      expect(read({ kind: 'listen', element: 'FAN-RELAY' }).found).toBeFalse();
      expect(read({ kind: 'listen', element: 'FAN' }).found).toBeTrue();
      expect(read({ kind: 'function', element: 'FAN', shows: 'off' }).found).toBeTrue();
      expect(read({ kind: 'swap', element: 'FAN-RELAY' }).moved).toBeTrue();
      expect(read({ kind: 'swap', element: 'FAN' }).moved).toBeFalse();
      expect(read({ kind: 'continuity', from: 'fan.87', to: 'fan.87' }).value).toBeLessThan(1);
    });

    it('puts the car as a test asks, and back', () => {
      const parted = { kind: 'volts', from: 'fan.feed', to: 'gnd', state: { unplugged: ['C62'] } };
      const sound = { ...relay, faults: [] };
      expect(read(parted, sound).value).toBeGreaterThan(12.3);
      expect(
        read({ kind: 'amps', through: 'FAN', state: { stalled: ['FAN'] } }, sound).value,
      ).toBeGreaterThan(20);
      expect(
        read({ kind: 'volts', from: 'fan.87', to: 'gnd', state: { unplugged: ['C103'] } }).why,
      ).toContain('C103 belongs to the driver belt tensioner');
    });

    it('finds what is wrong in one condition while that is brought to it', () => {
      const wet = { ...relay, faults: [{ element: 'FAN-PIN', mode: 'open', when: 'rain' }] } as const;
      const test = { id: 'own', minutes: 1, kind: 'amps', through: 'FAN' } as const;
      const amps = (trial: 'hose' | 'freeze' | null) =>
        (readingOf({ record: record(), hidden: wet }, source, test, trial) as { value: number }).value;
      expect(amps(null)).toBeGreaterThan(8);
      expect(amps('freeze')).toBeGreaterThan(8);
      expect(amps('hose')).toBeLessThan(0.1);
    });
  });

  describe('traced at a squib loop', () => {
    const source = traceOfLoop(carFile('quill')!, 'DRIVER-TENSIONER')!;
    const fired = { car: 'quill', seed: 1, faults: [{ element: 'DRIVER-TENSIONER', mode: 'open' }] } as const;
    const safe = record({
      safeties: [
        fact(1, { step: 'battery-off' }),
        { ...fact(2, { step: 'placed' }), recordedAt: '2026-11-17T08:01:00Z' },
      ],
    });
    const read = (test: string, job = safe) => {
      const shown = readingOf(
        { record: job, hidden: fired },
        source,
        source.tests.find(({ id }) => id === test)!,
      );
      return 'why' in shown ? shown.why : (shown.value ?? 'OL');
    };

    it('has the wiring of the car, element by element', () => {
      for (const id of ['quill', 'lumen', 'marn-wagon']) {
        const file = carFile(id)!;
        expect(loopParts(file).length).toBe(4);
        for (const { target } of loopParts(file))
          for (const element of traceOfLoop(file, target)!.circuit.elements) {
            const own = file.circuit.elements.find((one) => one.id === element.id) as unknown as {
              pins: string[];
              connector?: string;
            };
            expect([own.pins, own.connector])
              .withContext(`${id} ${element.id}`)
              .toEqual([element.pins as string[], (element as { connector?: string }).connector]);
          }
      }
      expect(traceOfLoop(carFile('quill')!, 'TAIL-L')).toBeUndefined();
      expect(nextTests(source).next[0]).toEqual(jasmine.objectContaining({ action: 'test', test: 'loop' }));
    });

    it('is read as its module reads it, and with a load in the place of its unit once it is safe', () => {
      expect(read('loop', record())).toBe('OL');
      for (const test of ['load', 'load-mated', 'load-module'])
        expect(read(test, record())).withContext(test).toContain('battery off and insulated');
      // Two lines of 0.2 Ω, two pins of 5 mΩ, and the load of 2 Ω.
      expect(read('load')).toBeCloseTo(2.4, 1);
      expect(read('load-mated')).toBeCloseTo(2.41, 1);
      expect(read('load-module')).toBeCloseTo(2, 1);
      expect(read('loop')).toBe('No module answers: the power is off.');
      expect(read('meter')).toContain('can fire');
      // By the clock: nothing needs to be entered for the wait to be over.
      const off = record({ safeties: [fact(1, { step: 'battery-off' })] });
      const load = source.tests.find(({ id }) => id === 'load')!;
      const at = (now: string) => readingOf({ record: off, hidden: fired, now }, source, load);
      expect('why' in at('2026-11-17T08:00:50Z')).toBeTrue();
      expect('value' in at('2026-11-17T08:01:00Z')).toBeTrue();
    });
  });

  it('answers nothing while its battery is off, and parts what a step of its strip parts', () => {
    const off = fact(1, { step: 'battery-off' });
    const on = { ...fact(2, { step: 'power-on' }), recordedAt: '2026-11-17T08:05:00Z' };
    const text = (more: object) => reportOf(carOfRecord({ record: record(more), hidden })).text;
    expect(text({ safeties: [off] }).match(/no response/g)!.length).toBe(carFile('quill')!.modules.length);
    expect(text({ safeties: [off, on] })).not.toContain('no response');
    const plan = {
      ...fact(3, { map: { steps: [{ id: 'lamp', plugs: [{ name: 'C12' }] }] } }),
    };
    const entry = (seq: number, as: string) => fact(seq, { planId: '3', step: 'lamp', as });
    const strip = { stripPlans: [plan], ledgerEntries: [entry(4, 'off')] };
    expect(text(strip)).toContain('B1C11-13');
    expect(text(strip)).toContain('(active)');
    expect(text({ ...strip, ledgerEntries: [entry(4, 'off'), entry(5, 'on')] })).toContain('(stored)');
  });

  it('shows what comes in the rain on a wet drive alone', () => {
    const wet = { ...hidden, faults: [{ element: 'TAIL-L-PIN', mode: 'open', when: 'rain' }] } as const;
    const after = (more: object) => {
      const exposures = [fact(1, { beaconId: 'b', shown: false, conditions: [], ...more })];
      const { text } = reportOf(carOfRecord({ record: record({ exposures }), hidden: wet }));
      return readReport(text).codes.map(({ code }) => code);
    };
    expect(after({})).toEqual([]);
    expect(after({ conditions: ['Rain'] })).toEqual(['B1C10']);
    expect(after({ provoked: 'hose' })).toEqual(['B1C10']);
    // What was seen counts before the word that was ticked.
    expect(after({ conditions: ['rain'], circumstances: { wet: 'dry' } })).toEqual([]);
  });

  it('gives no reading of a test that it cannot make, or that is refused', () => {
    const source = traceOfPart(carFile('quill')!, 'TAIL-L');
    const why = (test: object) => {
      const shown = readingOf({ record: record(), hidden }, source, test as (typeof source.tests)[number]);
      return 'why' in shown ? shown.why : `reads ${JSON.stringify(shown)}`;
    };
    const tips = { minutes: 1, from: 'tail-l.lamp', to: 'gnd' };
    for (const kind of ['volts', 'ohms', 'continuity', 'testLamp', 'live'])
      expect(why({ id: 'own', kind, ...tips, from: 'constructor' }))
        .withContext(kind)
        .toContain('no such place');
    expect(why({ id: 'own', kind: 'inspect', element: '__proto__', minutes: 1 })).toContain('"found":false');
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

  it('blows a fuse that was put in while the battery was off, as soon as it is on again', () => {
    const { hidden: fuse } = openingOfWritten('fuse-and-chafe');
    const did = (label: string) => ({ label, method: 'replace', beaconIds: [], cured: true });
    const safeties = [fact(1, { step: 'battery-off' }), fact(3, { step: 'power-on' })];
    const repairs = [fact(2, did('new fuse F31')), fact(4, did('supply line of the driver door'))];
    const faults = (more: object) =>
      carOfRecord({ record: record({ safeties, ...more }), hidden: fuse }).standing.faults.map(
        ({ element }) => element,
      );
    expect(faults({ repairs: repairs.slice(0, 1) }).sort()).toEqual(['DRIVER-DOOR-FEED', 'F31']);
    expect(faults({ repairs })).toEqual(['F31']);
    expect(faults({ repairs: [...repairs, fact(5, did('new fuse F31'))] })).toEqual([]);
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
