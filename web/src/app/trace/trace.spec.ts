import { caseOf, type JobRecord } from '@dormant-beacon/core/record';
import { nextTests } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import { CircuitEvents } from '../knowledge';
import { JobEvents } from '../job';
import { anId, type Bench, benchFor, fact, flap, recordOf, scanFact, shown } from '../testing/bench';
import { TracePage } from './trace';

const taken = () => ({
  beacons: [fact(anId('b'), flap)],
  scans: [scanFact('s', 'baseline', 'Body: no codes')],
});
const traced = (readings: object[] = []) =>
  recordOf({
    ...taken(),
    traces: [
      fact(anId('t'), { title: 'Flap switch', beaconIds: [anId('b')], case: templates[0]!.build({}) }),
    ],
    readings: readings.map((reading, n) => fact(`r${n}`, { traceId: anId('t'), ...reading })),
  });

async function planned(record: JobRecord): Promise<Bench<TracePage>> {
  const bench = await benchFor(TracePage, record);
  bench.store.dispatch(
    JobEvents.tracePlanned({ traceId: anId('t'), plan: nextTests(caseOf(record, record.traces[0]!)) }),
  );
  await bench.fixture.whenStable();
  return bench;
}

describe('TracePage', () => {
  // The circuits to choose from are fetched by themselves: once here, and no spec waits for them.
  beforeAll(() => import('./template-chooser'), 30_000);

  /** The circuits are offered although nobody answers what the shop knows of the model. */
  const withoutGrounds = async (bench: Bench<TracePage>) => {
    await shown(bench, 'db-template-chooser');
    // It has asked by now: the answer comes after the question.
    await bench.fixture.whenStable();
    const { make, model } = recordOf(taken()).vehicle;
    bench.store.dispatch(CircuitEvents.groundsNotLoaded({ make, model, reason: 'Away.' }));
    await shown(bench, '.offer');
  };

  it('keeps the beacons that were ticked when the record arrives anew', async () => {
    const second = { ...flap, name: 'Glove box lamp dark' };
    const record = recordOf({ ...taken(), beacons: [fact(anId('b'), flap), fact(anId('c'), second)] });
    const bench = await benchFor(TracePage, record);
    const ticks = () => [...bench.page.querySelectorAll<HTMLInputElement>('db-tick input')];
    expect(ticks().map(({ checked }) => checked)).toEqual([true, true]);
    ticks()[1]!.click();
    await bench.fixture.whenStable();
    bench.store.dispatch(JobEvents.loaded({ record: { ...structuredClone(record), revision: 2, seq: 90 } }));
    await bench.fixture.whenStable();
    expect(ticks().map(({ checked }) => checked)).toEqual([true, false]);
  });

  it('is closed before the baseline', async () => {
    const bench = await benchFor(TracePage, recordOf({ beacons: [fact(anId('b'), flap)] }));
    expect(bench.text()).toContain('The trace opens when the baseline is saved.');
  });

  it('starts a trace from a template in the technician’s own words', async () => {
    const bench = await benchFor(TracePage, recordOf(taken()));
    await withoutGrounds(bench);
    await bench.press('Lamp with fuse and switchBattery, fuse, switch, plug, lamp, ground, in one line.');
    await bench.fill('Fuse', 'F12');
    await bench.press('Start the trace');
    const [{ kind, data }] = bench.desk.entered as [{ kind: string; data: Record<string, unknown> }];
    expect([kind, data['title'], data['beaconIds']]).toEqual([
      'traces',
      'Lamp with fuse and switch',
      [anId('b')],
    ]);
    expect(JSON.stringify(data['case'])).toContain('fuse F12');
  });

  it('shows suspects and the best test first, and enters its reading', async () => {
    const bench = await planned(traced());
    const { next, suspects } = nextTests(templates[0]!.build({}));
    expect(bench.page.querySelector('.action.first .what')!.textContent).toContain(
      templates[0]!.build({}).tests.find((test) => next[0]!.action === 'test' && test.id === next[0]!.test)!
        .label!,
    );
    expect(bench.page.querySelectorAll('.suspect').length).toBe(Math.min(6, suspects.length));
    const signal = [...bench.page.querySelectorAll<HTMLElement>('.action')].find((action) =>
      action.textContent.includes('Measure C31.2 to ground'),
    )!;
    signal.querySelector('input')!.click();
    await bench.fixture.whenStable();
    await shown(bench, '.asked');
    expect(bench.page.querySelectorAll('.asked').length).toBe(1);
    const field = bench.page.querySelector<HTMLInputElement>('#reading')!;
    field.value = '4,92 V';
    field.dispatchEvent(new Event('input'));
    await bench.fixture.whenStable();
    await bench.press('Enter the reading');
    expect(bench.desk.entered).toEqual([
      { kind: 'readings', data: { traceId: anId('t'), test: 'signal', value: 4.92 } },
    ]);
  });

  it('takes no press for the moment in which a plan puts the list in another order', async () => {
    const record = traced();
    const bench = await planned(record);
    const moving = () => bench.page.querySelector('.actions')!.classList.contains('moving');
    const rests = async () => {
      for (let n = 0; n < 40 && moving(); n++) {
        await new Promise((resolve) => setTimeout(resolve, 25));
        await bench.fixture.whenStable();
      }
      return !moving();
    };
    expect(await rests()).toBe(true);
    const plan = nextTests(caseOf(record, record.traces[0]!));
    const other = { ...plan, next: [...plan.next].reverse() };
    bench.store.dispatch(JobEvents.tracePlanned({ traceId: anId('t'), plan: other }));
    await bench.fixture.whenStable();
    expect(moving()).toBe(true);
    expect(getComputedStyle(bench.page.querySelector('.action')!).pointerEvents).toBe('none');
    expect(await rests()).toBe(true);
    // The same order again moves nothing.
    bench.store.dispatch(JobEvents.tracePlanned({ traceId: anId('t'), plan: structuredClone(other) }));
    await bench.fixture.whenStable();
    expect(moving()).toBe(false);
  });

  const pressPoint = async (bench: Bench<TracePage>, point: string) => {
    await shown(bench, `[data-point="${point}"]`);
    bench.page.querySelector(`[data-point="${point}"]`)!.dispatchEvent(new MouseEvent('click'));
    await bench.fixture.whenStable();
  };
  const sheet = async () => {
    for (let n = 0; n < 200 && !document.querySelector('db-point-sheet'); n++)
      await new Promise((resolve) => setTimeout(resolve, 25));
    return document.querySelector<HTMLElement>('db-point-sheet')!;
  };
  const gone = async () => {
    for (let n = 0; n < 200 && document.querySelector('db-point-sheet'); n++)
      await new Promise((resolve) => setTimeout(resolve, 25));
    expect(document.querySelector('db-point-sheet')).toBeNull();
  };

  it('offers under the thumb what measures at the point that was pressed', async () => {
    const listens = { addListener: () => undefined, removeListener: () => undefined };
    spyOn(window, 'matchMedia').and.returnValue({ matches: true, ...listens } as unknown as MediaQueryList);
    const bench = await planned(traced());
    await pressPoint(bench, 'X8.7');
    const offers = [...(await sheet()).querySelectorAll<HTMLElement>('button')];
    expect(offers.length).toBeGreaterThan(1);
    const label = offers[1]!.querySelector('.what')!.textContent;
    offers[1]!.click();
    await gone();
    await bench.fixture.whenStable();
    expect(bench.page.querySelector('.chosen .what')!.textContent).toContain(label);
  });

  it('keeps what was chosen by hand while a plan is thought out further, and takes the first one after an entry', async () => {
    const record = traced();
    const bench = await planned(record);
    const chosen = () => bench.page.querySelector('.chosen .what')!.textContent;
    const order = () =>
      [...bench.page.querySelectorAll('.action .what')].map(({ firstChild }) => firstChild!.textContent);
    const other = [...bench.page.querySelectorAll<HTMLElement>('.action')].at(-1)!;
    other.querySelector('input')!.click();
    await bench.fixture.whenStable();
    const byHand = chosen();
    const before = order();
    const plan = nextTests(caseOf(record, record.traces[0]!));
    bench.store.dispatch(JobEvents.tracePlanned({ traceId: anId('t'), plan: structuredClone(plan) }));
    await bench.fixture.whenStable();
    expect(chosen()).toBe(byHand);
    bench.store.dispatch(
      JobEvents.tracePlanned({ traceId: anId('t'), plan: { ...plan, next: [...plan.next].reverse() } }),
    );
    await bench.fixture.whenStable();
    expect(chosen()).toBe(byHand);
    // What is best now is marked where it stands; nothing has moved under the hand.
    const stood = order();
    expect(stood.filter((label) => before.includes(label))).toEqual(
      before.filter((label) => stood.includes(label)),
    );
    expect(bench.page.querySelectorAll('.action.first').length).toBe(1);
    const read = traced([{ test: 'signal', value: 4.92 }]);
    bench.store.dispatch(JobEvents.loaded({ record: { ...read, seq: record.seq + 1 } }));
    const after = nextTests(caseOf(read, read.traces[0]!));
    bench.store.dispatch(JobEvents.tracePlanned({ traceId: anId('t'), plan: after }));
    await bench.fixture.whenStable();
    expect(chosen()).toBe(bench.page.querySelector('.action.first .what')!.textContent);
    expect(chosen()).not.toBe(byHand);
  });

  it('shows measured beside predicted, and lets a reading be taken back', async () => {
    const bench = await planned(traced([{ test: 'signal', value: 4.92 }]));
    await shown(bench, '.read');
    expect(bench.page.querySelector('.read')!.textContent).toContain('4.92 V');
    await bench.press('Take back');
    expect(bench.desk.withdrawn).toEqual(['r0']);
  });

  const sureOfTheSwitch = [
    { test: 'signal', value: 4.92 },
    { test: 'listen', found: false },
    { test: 'switch-ohms', overload: true },
    { test: 'press', value: 4.97 },
  ];

  it('keeps what is being typed of a repair when the record arrives anew', async () => {
    const record = traced(sureOfTheSwitch);
    const bench = await planned(record);
    await bench.fill('What was done', 'Replace the whole latch');
    const form = bench.page.querySelector('db-repair-form');
    bench.store.dispatch(JobEvents.loaded({ record: { ...structuredClone(record), revision: 2, seq: 90 } }));
    await bench.fixture.whenStable();
    expect(bench.page.querySelector('db-repair-form')).toBe(form);
    expect((bench.field('What was done') as HTMLInputElement).value).toBe('Replace the whole latch');
  });

  it('puts the sure repair first and asks for its root and its trial', async () => {
    const bench = await planned(traced(sureOfTheSwitch));
    expect(bench.page.querySelector('.action.first .what')!.textContent).toContain('Replace the end switch');
    await bench.press('Save the repair');
    expect(bench.text()).toContain('Say whether the root was found.');
    await bench.press('found and removed');
    await bench.fill('The root, in a few words', 'seal torn');
    await bench.press('yes, it works');
    await bench.press('Save the repair');
    expect(bench.desk.entered).toEqual([
      {
        kind: 'repairs',
        data: jasmine.objectContaining({
          traceId: anId('t'),
          element: 'SWITCH',
          label: 'Replace the end switch',
          method: 'replace',
          root: 'found-and-removed',
          rootNote: 'seal torn',
          cured: true,
        }) as never,
      },
    ]);
  });

  it('shows a refusal where the hands are', async () => {
    const bench = await planned(traced());
    bench.desk.refusal = 'The baseline comes first.';
    const look = [...bench.page.querySelectorAll<HTMLElement>('.action')].find((action) =>
      action.textContent.includes('Listen at'),
    )!;
    look.querySelector('input')!.click();
    await bench.fixture.whenStable();
    await bench.press('No');
    expect(bench.page.querySelector('.problem')!.textContent).toContain('The baseline comes first.');
  });

  it('asks again for what no meter can show, and enters nothing', async () => {
    const bench = await planned(traced());
    const measure = [...bench.page.querySelectorAll<HTMLElement>('.action')].find((action) =>
      action.textContent.includes('to ground with'),
    )!;
    measure.querySelector('input')!.click();
    await bench.fixture.whenStable();
    const pad = bench.page.querySelector<HTMLInputElement>('#reading')!;
    const enter = async (text: string) => {
      pad.value = text;
      pad.dispatchEvent(new Event('input'));
      await bench.fixture.whenStable();
      await bench.press('Enter the reading');
    };
    await enter('999');
    expect(bench.page.querySelector('.problem')!.textContent).toContain('999 V cannot stand on a car of');
    expect(bench.desk.entered).toEqual([]);
  });

  it('keeps meters away from restraints', async () => {
    const bench = await benchFor(
      TracePage,
      recordOf({ ...taken(), beacons: [fact(anId('b'), { ...flap, restraint: true })] }),
    );
    expect(bench.text()).toContain('nothing is measured at points, in any state');
    await withoutGrounds(bench);
    const offers = [...bench.page.querySelectorAll('.offer strong')].map(({ textContent }) => textContent);
    expect(offers).toEqual(['Squib loop', 'Belt-buckle switch', 'Impact sensor']);
  });

  it('puts a restraint beacon beside one that is traced behind restraint circuits alone', async () => {
    const both = [fact(anId('b'), flap), fact(anId('r'), { ...flap, name: 'Belt lamp', restraint: true })];
    const bench = await benchFor(TracePage, recordOf({ ...taken(), beacons: both }));
    await bench.press('Belt lamp');
    await bench.press('Charge flap open');
    const chooser = bench.fixture.debugElement.query(({ name }) => name === 'db-template-chooser');
    expect(chooser.componentInstance.restraint()).toBeTrue();
    await bench.press('Record a repair without a trace');
    await bench.fill('What was done', 'New buckle');
    expect(bench.text()).toContain('This is restraint work: it is for “Belt lamp”.');
    await bench.fill('What stands on the unit', 'serial 20-114');
    await bench.fill('What shows that it is good', 'new in its seal');
    await bench.press('not known');
    await bench.press('yes, it works');
    await bench.press('Save the repair');
    expect(bench.desk.entered.map(({ data }) => data)).toEqual([
      jasmine.objectContaining({
        beaconIds: [anId('r')],
        identity: 'serial 20-114',
        proof: 'new in its seal',
      }),
    ]);
  });

  it('shows the first visit on a comeback', async () => {
    const repair = {
      traceId: null,
      element: null,
      beaconIds: [anId('b')],
      label: 'Clean plug C12',
      method: 'clean',
      root: 'unknown',
      cured: true,
      chance: null,
    };
    const again = {
      beaconId: anId('b'),
      shown: true,
      coldStart: true,
      conditions: [],
      bulbCheck: 'not-seen',
      monitorRan: false,
      reportedBy: 'customer',
    };
    const bench = await benchFor(
      TracePage,
      recordOf({ ...taken(), repairs: [fact(anId('r'), repair)], exposures: [fact('e', again)] }),
    );
    expect(bench.text()).toContain('The first visit');
    expect(bench.text()).toContain('Clean plug C12');
    const card = bench.page.querySelector('db-comebacks')!.textContent.replace(/\s+/g, ' ');
    expect(card).toContain('Most likely the same fault');
    expect(card).toContain('not read yet: read every module');
    expect(card).toContain('What was learned from that repair is withdrawn.');
  });
});
