import { TestBed } from '@angular/core/testing';
import type { AccessMap } from '@dormant-beacon/core/ledger';
import { wayOf } from '@dormant-beacon/core/ledger';
import { Client } from '../api';
import { LibraryDesk } from '../knowledge';
import { anId, type Bench, benchFor, fact, flap, recordOf, scanFact, shown } from '../testing/bench';
import { StripPage } from './strip';

const planId = anId('p');
const map: AccessMap = {
  make: 'Corvane',
  model: 'Lumen',
  title: 'Rear',
  source: 'our own hands',
  steps: [
    {
      id: 'trim',
      label: 'the trim',
      act: 'remove',
      area: 'other',
      place: 'rear',
      zone: 'Rear',
      minutes: 5,
      fasteners: [{ kind: 'screw', drive: 'T20', count: 4, torqueNm: 2 }],
    },
    {
      id: 'plug',
      label: 'plug X9',
      act: 'unplug',
      area: 'other',
      place: 'rear',
      zone: 'Rear',
      minutes: 1,
      needs: [['trim']],
      plugs: [{ name: 'X9', locks: ['secondary lock', 'latch'] }],
      photo: true,
    },
  ],
  parts: [
    {
      id: 'pump',
      label: 'the pump',
      kind: 'pump',
      zone: 'Rear',
      minutes: 3,
      needs: [['plug']],
      tryNeeds: ['plug'],
    },
  ],
};
const guarded: AccessMap = {
  ...map,
  steps: map.steps.map((step) => (step.id === 'trim' ? { ...step, label: 'the trim of the door' } : step)),
};
const targets = [{ part: 'pump', work: 'exchange' as const }];
const plan = (own: AccessMap = map) => fact(planId, { map: own, targets, way: wayOf(own, { targets }) });
let letter = 97;
const entry = (step: string, as: 'off' | 'on', more: object = {}) =>
  fact(anId(String.fromCharCode(letter++)), { planId, step, as, ...more });
const jobWith = (entries: object[] = [], more: object = {}) =>
  recordOf({
    beacons: [fact('b', flap)],
    scans: [scanFact('s', 'baseline', 'Body\n B1318-16 Supply (active)')],
    stripPlans: [plan()],
    ledgerEntries: entries,
    ...more,
  });
/** A card takes no tap before a double tap is over. */
const settle = async (bench: Bench<unknown>) => {
  await new Promise((resolve) => setTimeout(resolve, 850));
  await bench.fixture.whenStable();
};

describe('StripPage', () => {
  beforeEach(() => {
    const now = new Date().toISOString();
    TestBed.configureTestingModule({
      providers: [
        { provide: Client, useValue: { clock: () => Promise.resolve({ now, jumpedAt: null }) } },
        {
          provide: LibraryDesk,
          useValue: {
            accessMaps: () =>
              Promise.resolve([
                {
                  mapId: anId('m'),
                  version: 2,
                  make: 'Corvane',
                  model: 'Lumen',
                  title: 'Rear',
                  personId: 'p',
                  addedAt: now,
                },
              ]),
            accessMap: () =>
              Promise.resolve({ mapId: anId('m'), version: 2, latest: 2, withdrawn: false, map }),
          },
        },
      ],
    });
  });
  beforeEach(() => (letter = 97));

  it('works out the way to the parts that are chosen, and enters it with the map', async () => {
    const bench = await benchFor(StripPage, jobWith([], { stripPlans: [] }));
    await shown(bench, 'mat-chip-listbox');
    await bench.press('Go this way');
    expect(bench.text()).toContain('Choose at least one part');
    bench.page.querySelector<HTMLElement>('mat-chip-option button')!.click();
    await shown(bench, '.sum');
    expect(bench.text()).toContain('9 min, 3 steps');
    await bench.press('Go this way');
    expect(bench.desk.entered).toEqual([
      {
        kind: 'strip-plans',
        data: jasmine.objectContaining({
          targets,
          way: { minutes: 9, order: ['trim', 'plug', 'pump'], optimal: true },
          kept: { mapId: anId('m'), version: 2 },
        }) as never,
      },
    ]);
  });

  it('begins without a map where nobody has drawn the model, and takes what comes off as it comes', async () => {
    TestBed.overrideProvider(LibraryDesk, { useValue: { accessMaps: () => Promise.resolve([]) } });
    const bench = await benchFor(StripPage, jobWith([], { stripPlans: [] }));
    await shown(bench, 'db-way-form db-entry');
    await bench.press('Begin without a map');
    expect(bench.text()).toContain('Say which part comes out.');
    await bench.fill('Which part comes out', 'the tailgate latch');
    for (let n = 0; n < 100 && bench.desk.entered.length === 0; n++) {
      await bench.press('Begin without a map');
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({
        targets: [{ part: 'part', work: 'exchange' }],
        way: { minutes: 0, order: ['part'], optimal: true },
        kept: null,
      }),
    );
  });

  it('takes a step off by one tap, with its bag; a second tap within a moment is no other step', async () => {
    const bench = await benchFor(StripPage, jobWith());
    expect(bench.text()).toContain('Take off the trim');
    await bench.press('It is off · bag 1');
    expect(bench.desk.entered).toEqual([]);
    await settle(bench);
    await bench.press('It is off · bag 1');
    expect(
      bench.desk.entered.map(({ kind, data }) => [
        kind,
        data['step'],
        data['as'],
        data['bag'],
        data['counts'],
      ]),
    ).toEqual([['ledger-entries', 'trim', 'off', 1, null]]);
  });

  it('counts by hand what was not as planned, and refuses what is no number', async () => {
    const bench = await benchFor(StripPage, jobWith());
    await settle(bench);
    await bench.fill('screw T20', 'some');
    await bench.press('It is off · bag 1');
    expect(bench.text()).toContain('How many screws?');
    await bench.fill('screw T20', '3');
    await bench.fill('What is odd about it', 'one was missing');
    await bench.press('It is off · bag 1');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({
        counts: [{ kind: 'screw', drive: 'T20', count: 3 }],
        mark: 'one was missing',
      }),
    );
  });

  it('asks for a photo where order can be mistaken, and shows a plug’s locks in the order of the hand', async () => {
    const bench = await benchFor(StripPage, jobWith([entry('trim', 'off', { bag: 1 })]));
    expect(bench.text()).toContain('Unplug plug X9');
    expect(bench.text()).toContain('plug X9: secondary lock, then latch');
    expect(bench.text()).toContain('Take a photo first');
    expect(bench.text()).toContain('Last: Take off the trim, by Yuki Sorensen');
  });

  it('leads to make-safe where a step is guarded and the car is not safe', async () => {
    const bench = await benchFor(StripPage, jobWith([], { stripPlans: [plan(guarded)] }));
    expect(bench.text()).toContain(
      'Only while the car is safe: the work lies where restraint items are hidden (door)',
    );
    expect(bench.page.querySelector('db-off-card button[type=submit]')).toBeNull();
  });

  it('puts back with the torque that was reached, names the bag, and asks for a reason where it is too early', async () => {
    const off = [
      entry('trim', 'off', { bag: 2, lies: 'bench 1', mark: 'longest at the rear' }),
      entry('plug', 'off'),
      entry('pump', 'off'),
    ];
    const entries = [...off, entry('pump', 'on'), entry('plug', 'on')];
    const bench = await benchFor(StripPage, jobWith(entries));
    expect(bench.text()).toContain('Try the pump, before closing');
    const tried = fact(anId('t'), {
      planId,
      part: 'pump',
      moment: 'before-closing',
      modes: ['runs each way', 'stops at its ends', 'runs without a noise'].map((mode) => ({
        mode,
        result: 'works',
      })),
    });
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [
        {
          provide: Client,
          useValue: { clock: () => Promise.resolve({ now: '2026-11-17T09:00:00Z', jumpedAt: null }) },
        },
        { provide: LibraryDesk, useValue: { accessMaps: () => Promise.resolve([]) } },
      ],
    });
    const wait = fact(anId('w'), { planId, what: 'the sealant', minutes: 90, over: 'trim' });
    const later = await benchFor(
      StripPage,
      jobWith(entries, {
        functionTries: [tried],
        cureWaits: [wait],
      }),
    );
    await shown(later, 'db-wait-clock .time');
    expect(later.text()).toContain('Put back the trim');
    expect(later.text()).toContain('Bag 2, bench 1');
    expect(later.text()).toContain('longest at the rear');
    expect(later.text()).toContain('The time for the sealant is not up.');
    await later.press('Close it all the same');
    expect(later.text()).toContain('Say in a sentence why it is closed all the same.');
    await later.fill('Why it is closed all the same', 'the sheet says forty minutes');
    await later.fill('screw T20, Nm reached', '2,1');
    await later.press('Close it all the same');
    expect(later.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({
        step: 'trim',
        as: 'on',
        torques: [{ kind: 'screw', drive: 'T20', nm: 2.1 }],
        despite: 'the sheet says forty minutes',
      }),
    );
  });

  it('enters a function sheet, beside what each mode did as it came, and opens again what was closed last', async () => {
    const came = fact(anId('c'), {
      planId,
      part: 'pump',
      moment: 'as-it-came',
      modes: [{ mode: 'runs each way', result: 'works' }],
    });
    const entries = [
      entry('trim', 'off'),
      entry('plug', 'off', { bag: 7 }),
      entry('pump', 'off'),
      entry('pump', 'on'),
      entry('plug', 'on'),
    ];
    const bench = await benchFor(StripPage, jobWith(entries, { functionTries: [came] }));
    expect(bench.text()).toContain('runs each way (worked as it came)');
    await bench.press('Enter the try');
    expect(bench.text()).toContain('Try it first');
    await bench.press('fails');
    await bench.press('All that is left works');
    await bench.press('Enter the try');
    const [sent] = bench.desk.entered;
    expect(sent!.data['modes']).toEqual([
      { mode: 'runs each way', result: 'fails' },
      { mode: 'stops at its ends', result: 'works' },
      { mode: 'runs without a noise', result: 'works' },
    ]);
    const failed = fact(anId('f'), sent!.data as never);
    TestBed.resetTestingModule();
    const again = await benchFor(StripPage, jobWith(entries, { functionTries: [came, failed] }));
    expect(again.text()).toContain('“runs each way” fails, and worked as it came');
    await again.press('Unplug plug X9');
    expect(again.desk.entered[0]!.data).toEqual({ planId, step: 'plug', as: 'off', bag: 7 });
  });

  it('has room for what the map does not have', async () => {
    const bench = await benchFor(StripPage, jobWith([entry('trim', 'off', { bag: 1 })]));
    await bench.fill('What comes off', 'a bracket');
    await bench.fill('Where', 'Rear', 1);
    await bench.fill('Held by', 'bolt 13');
    await bench.fill('How many', '2');
    const own = bench.page.querySelector<HTMLElement>('db-own-step button')!;
    own.click();
    await bench.fixture.whenStable();
    expect(bench.desk.entered[0]!.data).toEqual({
      planId,
      step: 'own-2',
      as: 'off',
      own: { label: 'a bracket', zone: 'Rear' },
      bag: 1,
      counts: [{ kind: 'bolt 13', count: 2 }],
    });
  });
});
