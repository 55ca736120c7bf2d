import { TestBed } from '@angular/core/testing';
import type { CodingEntry } from '@dormant-beacon/core/coding';
import { bodyBook, bodyMemory } from '@dormant-beacon/core/coding/example';
import { merge, readImage, writeImage } from '@dormant-beacon/core/coding/memory';
import { Client } from '../api';
import { LibraryDesk } from '../knowledge';
import { ServerClock } from '../job';
import { anId, type Bench, benchFor, fact, flap, recordOf, scanFact } from '../testing/bench';
import { CodePage } from './code';
import { CodeDesk } from './code-desk';
import { ImageDesk } from './image-desk';
import { MergeForm } from './merge-form';
import { PlanForm } from './plan-form';

const codingId = anId('c');
let letter = 97;
const entry = (own: CodingEntry) => fact(anId(String.fromCharCode(letter++)), { codingId, entry: own });
const plan = (more: object = {}) =>
  fact(codingId, { unit: 'Body module', book: bodyBook, route: 'used', ...more });
const repair = fact(anId('r'), {
  beaconIds: ['b'],
  label: 'Body module replaced',
  method: 'replace',
  part: 'OS-1',
  root: 'unknown',
  cured: true,
  chance: null,
});
const jobWith = (entries: object[] = [], more: object = {}) =>
  recordOf({
    vehicle: { make: 'Ostrel', model: 'Marn wagon', odometerKm: 84_210, options: ['fog-front', 'left-hand'] },
    beacons: [fact('b', flap)],
    scans: [scanFact('s', 'baseline', 'Body\n B1318-16 Supply (active)')],
    codingPlans: [plan()],
    codingEntries: entries,
    ...more,
  });
const saved = entry({ what: 'item', item: 'image', as: 'done' });
/** A card takes no tap before a double tap is over. */
const settle = async (bench: Bench<unknown>) => {
  await new Promise((resolve) => setTimeout(resolve, 850));
  await bench.fixture.whenStable();
};
const last = ({ desk }: Bench<unknown>) => desk.entered.at(-1)!;

describe('the page Code', () => {
  beforeEach(() =>
    TestBed.configureTestingModule({
      providers: [
        {
          provide: Client,
          useValue: { clock: () => Promise.resolve({ now: new Date().toISOString(), jumpedAt: null }) },
        },
        {
          provide: LibraryDesk,
          useValue: {
            codingBooks: () =>
              Promise.resolve([
                { bookId: anId('k'), title: 'Body module', version: 3, make: 'Ostrel', model: null },
              ]),
            codingBook: () => Promise.resolve({ bookId: anId('k'), version: 3, book: bodyBook }),
            depthTables: () => Promise.resolve([]),
          },
        },
      ],
    }),
  );

  it('says what is saved before the old unit comes out, and enters it in one tap', async () => {
    const bench = await benchFor(CodePage, jobWith());
    expect(bench.page.querySelector('h2.what')!.textContent).toContain('Read out the memory of the old unit');
    await bench.press('It is saved');
    expect(bench.desk.entered).toEqual([]);
    await settle(bench);
    await bench.press('It is saved');
    expect(last(bench).data['entry']).toEqual({ what: 'item', item: 'image', as: 'done', note: null });
    await bench.fill('Why not', 'dead');
    await bench.press('Leave it out under my name');
    expect(bench.text()).toContain('Say in a sentence that can be read later');
  });

  it('begins with the unit, what the library says of it, and how it comes; or with why nothing has to be coded', async () => {
    const bench = await benchFor(CodePage, jobWith([], { codingPlans: [] }));
    expect(bench.page.querySelector('db-plan-form')).not.toBeNull();
    await bench.fill('What it is called', 'body module');
    expect(bench.text()).toContain('To be saved before the old one comes out');
    await bench.pick('How it comes', 'used, from another car');
    await bench.press('Make its sheet');
    expect(last(bench)).toEqual({
      kind: 'coding-plans',
      data: {
        unit: 'body module',
        route: 'used',
        book: bodyBook,
        kept: { bookId: anId('k'), version: 3 },
      } as never,
    });
    await bench.fill('Why not', 'short');
    await bench.press('Enter it under my name');
    expect(bench.desk.entered.length).toBe(1);
  });

  it('puts what was disturbed on the sheet without a library', async () => {
    const bumper = fact(anId('q'), { ...repair, id: anId('q'), label: 'Front bumper refitted', part: null });
    const bench = await benchFor(CodePage, jobWith([], { codingPlans: [], repairs: [bumper] }));
    expect(bench.text()).toContain(
      'Front bumper refitted was disturbed: radar and camera has to be checked.',
    );
    await bench.pick('Which unit', 'Radar and camera');
    await bench.press('Make its sheet');
    expect([last(bench).data['unit'], last(bench).data['teachOnly']]).toEqual(['Radar and camera', true]);
  });

  it('asks for volts before anything is written, and for whose keys they are', async () => {
    const bench = await benchFor(CodePage, jobWith([saved], { repairs: [repair] }));
    await settle(bench);
    await bench.press('It is so');
    expect(bench.text()).toContain('Measure it at the car’s clamps, and type the volts.');
    await bench.fill('Volts at the car’s clamps', '13,2');
    await bench.press('It is so');
    expect(last(bench).data['entry']).toEqual({ what: 'check', check: 'supply', volts: 13.2, note: null });
    const sheet = [...bench.page.querySelectorAll<HTMLElement>('db-sheet-list button')];
    sheet.find((one) => one.textContent.includes('Who showed that the car is theirs'))!.click();
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('Keys belong to one car.');
    await settle(bench);
    await bench.press('It is so');
    expect(bench.text()).toContain('Say in a sentence who showed that the car is theirs.');
  });

  it('shows the distance of each store, what it may be, and who disagrees', async () => {
    const read = (store: string, of: 'car' | 'donor', km: number) =>
      entry({ what: 'odometer', store, of, moment: 'before', km });
    const bench = await benchFor(
      CodePage,
      jobWith([
        saved,
        read('Cluster', 'car', 84_230),
        read('Body module', 'car', 84_190),
        read('Body module', 'donor', 120_000),
        entry({ what: 'driven', km: 6 }),
      ]),
    );
    expect(bench.text()).toContain('It may show 84 230 to 84 236 km afterwards');
    expect(bench.text()).toContain('The stores of this car did not agree');
    expect(bench.text()).toContain('its distance may spread');
  });

  it('reads a label while it is typed, and names what is misread', async () => {
    const bench = await benchFor(CodePage, jobWith([saved]));
    await bench.fill('As it stands on the label', '12347');
    expect(bench.text()).toContain('a character is misread');
    await bench.fill('As it stands on the label', '12348');
    expect(bench.text()).toContain('12348: its check characters fit.');
  });

  it('makes coding bytes of options, against the order data of the car, and names what contradicts', async () => {
    const bench = await benchFor(CodePage, jobWith([saved]));
    await bench.fill('Coding bytes as they are', '04');
    expect(bench.text()).toContain('Ordered with this car, and not in these bytes: fog-front, left-hand.');
    expect(bench.text()).toContain('They become 03');
    await bench.press('Enter these bytes');
    expect(last(bench).data['entry']).toEqual({
      what: 'options',
      base: '04',
      bytes: '03',
      options: ['fog-front', 'left-hand'],
    });
    await bench.press('right-hand');
    expect(bench.text()).toContain('holds only one of “left-hand”, “right-hand”');
  });

  it('counts down a step by the server’s clock, and says what to do where its sign does not come', async () => {
    const now = Date.now();
    const started = {
      ...entry({ what: 'step', procedure: 'zero', step: 'hold', as: 'started' }),
      recordedAt: new Date(now - 10_000).toISOString(),
    };
    const done = entry({ what: 'step', procedure: 'zero', step: 'bridge', as: 'done' });
    const bench = await benchFor(
      CodePage,
      jobWith([done, started], { codingPlans: [plan({ route: null, teachOnly: true })] }),
    );
    const sheet = [...bench.page.querySelectorAll<HTMLElement>('db-sheet-list button')];
    sheet.find((one) => one.textContent.includes('Zero point'))!.click();
    await new Promise((resolve) => setTimeout(resolve, 50));
    await bench.fixture.whenStable();
    expect(bench.page.querySelector('[role="timer"]')!.textContent).toMatch(/^\s*0?0:(?:19|20)\s*$/);
    await bench.fill('What was seen', 'the lamp stayed dark');
    await bench.press('Stop, and begin anew later');
    expect(last(bench).data['entry']).toEqual({
      what: 'step',
      procedure: 'zero',
      step: 'hold',
      as: 'sign-missing',
      note: 'the lamp stayed dark',
    });
  });
});

describe('PlanForm', () => {
  it('says so where the library has no book of the model', async () => {
    TestBed.configureTestingModule({
      providers: [
        ServerClock,
        CodeDesk,
        { provide: Client, useValue: { clock: () => Promise.reject(new Error('away')) } },
        { provide: LibraryDesk, useValue: { codingBooks: () => Promise.resolve([]) } },
      ],
    });
    const bench = await benchFor(PlanForm, jobWith([], { codingPlans: [] }));
    expect(bench.text()).toContain('The library has no coding book of this model yet.');
  });
});

describe('MergeForm', () => {
  const images = {
    merge: (asked: Parameters<ImageDesk['merge']>[0]) => {
      const { merged, refusals } = merge(
        asked.layout,
        asked.original,
        asked.donor,
        asked.recipe,
        asked.facts,
      );
      return Promise.resolve({ merged, refusals, file: merged && writeImage(merged.image, asked.form) });
    },
  };
  const held = (bytes: Uint8Array, letterOf: string) => ({
    fact: { codingId, imageId: anId(letterOf), role: 'donor', form: 'bin', bytes: bytes.length } as never,
    image: readImage(bytes, 'bin'),
  });
  const broken = () => {
    const bytes = bodyMemory({ vin: 'LUB' });
    bytes[14]! ^= 1;
    return bytes;
  };
  async function merging(donor: Uint8Array, original = bodyMemory({})): Promise<Bench<MergeForm>> {
    TestBed.configureTestingModule({
      providers: [
        ServerClock,
        CodeDesk,
        { provide: Client, useValue: { clock: () => Promise.reject(new Error('away')) } },
        { provide: ImageDesk, useValue: images },
      ],
    });
    const bench = await benchFor(MergeForm, jobWith([saved]), {
      layout: bodyBook.layout,
      original: held(original, 'o'),
      donor: held(donor, 'd'),
    });
    await new Promise((resolve) => setTimeout(resolve, 20));
    await bench.fixture.whenStable();
    return bench;
  }
  const told = (bench: Bench<unknown>) =>
    [...bench.page.querySelectorAll('.refusal')].map((one) => one.textContent.trim());

  it('shows each byte that changes, and never a key', async () => {
    const bench = await merging(bodyMemory({ vin: 'LUB', km: 120_000, keys: 'c3d4' }));
    expect(told(bench)).toEqual([]);
    expect(bench.text()).toContain('What changes in the donor’s unit');
    expect(bench.text()).not.toContain('c3d4');
    expect(bench.text()).not.toContain('a1b2');
  });

  it('tells every refusal, and offers no way to change a crash record', async () => {
    const donor = { vin: 'LUB', km: 84_210, keys: 'c3d4' };
    const crash = await merging(bodyMemory({ ...donor, crash: '17' }));
    expect(told(crash)[0]).toContain('holds a crash record');
    expect([...crash.page.querySelectorAll('db-pick .question')].map((one) => one.textContent)).toEqual([
      'vin',
      'distance',
      'keys',
      'coding',
    ]);
    TestBed.resetTestingModule();
    expect(told(await merging(broken()))[0]).toContain('the checksum “sum” of the donor’s image');
    TestBed.resetTestingModule();
    const below = await merging(bodyMemory(donor), bodyMemory({ km: 84_000 }));
    expect(told(below)[0]).toContain('would show 84\u202f000 km; this car has gone at least 84\u202f210 km');
    TestBed.resetTestingModule();
    const above = await merging(bodyMemory({ ...donor, km: 120_000 }));
    await above.pick('distance', 'stays the donor’s');
    await new Promise((resolve) => setTimeout(resolve, 20));
    await above.fixture.whenStable();
    expect(told(above)[0]).toContain('this car’s records and the job explain 84\u202f210 km');
    TestBed.resetTestingModule();
    const keys = await merging(bodyMemory(donor));
    await keys.pick('keys', 'stays the donor’s');
    await new Promise((resolve) => setTimeout(resolve, 20));
    await keys.fixture.whenStable();
    expect(told(keys)[0]).toContain('would stay another car’s');
    // Only the lead may say by whose authority.
    expect(keys.text()).not.toContain('By whose authority');
    await keys.press('Merge, and keep the image');
    expect(keys.text()).toContain('Refused: “keys” would stay another car’s');
    expect(keys.desk.entered).toEqual([]);
  });
});
