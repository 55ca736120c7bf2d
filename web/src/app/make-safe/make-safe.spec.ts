import { TestBed } from '@angular/core/testing';
import { usualInventory } from '@dormant-beacon/core/restraints/scope';
import { Client } from '../api';
import { benchFor, fact, recordOf } from '../testing/bench';
import { cabin, placesOf, seatsOf } from './cabin';
import { LoopPanel } from './loop-panel';
import { PackagePanel } from './package-panel';
import { PowerPanel } from './power-panel';
import { SeatTable } from './seat-table';
import { ServerClock } from '../job';
import { Temporaries } from './temporaries';
import { UnitPanel } from './unit-panel';

const lamp = fact('lamp', {
  kind: 'beacon',
  name: 'Restraint lamp',
  seen: 'lit',
  thereBefore: 'no',
  conditions: [],
  shown: 20,
  exposures: 20,
});
const began = '2026-11-17T10:00:00.000Z';
const step = (name: string, more: object = {}) => ({
  ...fact(name, { step: name, ...more }),
  recordedAt: began,
});
const isolated = [step('asleep'), step('ignition-off'), step('battery-off')];

/** The server’s clock as it is asked for: so many minutes after ten. */
class FakeClient {
  minutes = 0;
  answers = true;
  clock = () =>
    this.answers
      ? Promise.resolve({
          now: new Date(Date.parse(began) + this.minutes * 60_000).toISOString(),
          jumpedAt: null,
        })
      : Promise.reject(new Error('away'));
  bays = () => Promise.resolve({ bays: [], next: null });
  restraintFile = () => Promise.resolve(null);
  readonly kept: unknown[] = [];
  addRestraintFile(body: unknown) {
    this.kept.push(body);
    return Promise.resolve({ id: 'x' });
  }
}

let client: FakeClient;
const withClient = () => {
  client = new FakeClient();
  TestBed.configureTestingModule({ providers: [{ provide: Client, useValue: client }, ServerClock] });
};

describe('the power of a car that is made safe', () => {
  beforeEach(withClient);

  it('offers the steps one after the other, and enters what is confirmed', async () => {
    const bench = await benchFor(PowerPanel, recordOf({ beacons: [lamp] }));
    expect(bench.text()).toContain('LIVE');
    expect(bench.text()).toContain('3 to confirm before the wait begins');
    await bench.press(
      'Confirmed: Seats and glass in place, latches open, wheel straight, column lock released',
    );
    expect(bench.desk.entered).toEqual([{ kind: 'safeties', data: { step: 'placed', note: null } }]);
  });

  it('counts down by the server’s clock, not by the tablet’s, and says when it is safe', async () => {
    client.minutes = 8;
    const bench = await benchFor(PowerPanel, recordOf({ beacons: [lamp], safeties: isolated }));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('WAITING');
    expect(bench.page.querySelector('.time')!.textContent).toMatch(/^2[12]:\d\d$/);
    client.minutes = 31;
    await TestBed.inject(ServerClock).ask();
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('SAFE');
    client.minutes = 30 + 8 * 60;
    await TestBed.inject(ServerClock).ask();
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('LOOK AGAIN');
    await bench.press('Locked or tagged, and as it was left');
    expect(bench.desk.entered.at(-1)!.data).toEqual({ step: 'isolation-checked', undisturbed: true });
  });

  it('never says safe while the server cannot be asked', async () => {
    client.minutes = 60;
    client.answers = false;
    const bench = await benchFor(PowerPanel, recordOf({ beacons: [lamp], safeties: isolated }));
    await bench.fixture.whenStable();
    expect(bench.text()).not.toContain('SAFE');
    expect(bench.text()).toContain('The server cannot be asked');
  });

  it('says that power was on, and keeps the refusal of a wait without its source in sight', async () => {
    const bench = await benchFor(PowerPanel, recordOf({ beacons: [lamp], safeties: isolated }));
    await bench.press('Power was on');
    expect(bench.desk.entered.at(-1)!.data).toEqual({ step: 'power-was-on' });
    bench.desk.refusal = 'a wait shorter than 30 minutes needs its source';
    await bench.fill('Minutes of the service data', '10');
    await bench.press('Set the wait');
    expect(bench.text()).toContain('needs its source');
    await bench.fill('Minutes of the service data', 'ten');
    await bench.press('Set the wait');
    expect(bench.text()).toContain('Type the minutes');
  });

  it('goes by fuses in their own order, with which they are', async () => {
    const bench = await benchFor(PowerPanel, recordOf({ beacons: [lamp], safeties: [step('asleep')] }));
    await bench.press('By fuses, where service data names them');
    await bench.fill('Which fuses', 'F14, left carrier');
    await bench.press('Confirmed: Every restraint feed pulled, as service data names them');
    expect(bench.desk.entered).toEqual([
      { kind: 'safeties', data: { step: 'fuses-pulled', note: 'F14, left carrier' } },
    ]);
  });
});

describe('temporary states', () => {
  beforeEach(withClient);

  it('are put in with what and where, and taken out by their own entry', async () => {
    const load = fact('t', { kind: 'substitute-load', where: 'plug C101', traceId: null, removes: null });
    const bench = await benchFor(Temporaries, recordOf({ temporaries: [load] }));
    expect(bench.text()).toContain('plug C101');
    await bench.press('It is taken out');
    expect(bench.desk.entered[0]!.data).toEqual({
      kind: 'substitute-load',
      where: 'plug C101',
      removes: 't',
    });
    await bench.press('Something was put in …');
    await bench.press('It is put in');
    expect(bench.text()).toContain('Say what was put in.');
    await bench.press('jumper');
    await bench.fill('Where', 'X8 pin 3');
    await bench.press('It is put in');
    expect(bench.desk.entered.at(-1)!.data).toEqual({ kind: 'jumper', where: 'X8 pin 3' });
  });
});

const collision = {
  head: {
    event: 'collision',
    eventDetails: {
      zones: [12, 1],
      severity: 'moderate',
      occupants: [{ seat: 'front-left', belted: 'yes' }],
    },
  },
};
const listed = (more: object = {}) =>
  recordOf({
    ...collision,
    beacons: [lamp],
    inventories: [fact('i', { file: { items: usualInventory(5) } })],
    ...more,
  });

describe('the units', () => {
  beforeEach(withClient);

  it('begin with what such a car usually has', async () => {
    const bench = await benchFor(UnitPanel, recordOf({ ...collision, beacons: [lamp] }));
    await bench.press('7');
    await bench.press('Begin with the usual items');
    const { file } = bench.desk.entered[0]!.data as { file: { items: { seat?: string }[] } };
    expect(file.items.some(({ seat }) => seat === 'third-left')).toBeTrue();
  });

  it('take a sign by a touch, give its action and reason, and take it back by another', async () => {
    const bench = await benchFor(UnitPanel, listed());
    const mark = bench.page.querySelector<SVGElement>('[aria-label^="driver bag"]')!;
    mark.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    await bench.fixture.whenStable();
    await bench.press('stage 1');
    await bench.press('it has fired');
    expect(bench.desk.entered).toEqual([
      { kind: 'signs', data: { item: 'bag-front-left', sign: 'deployed', stage: 1, note: null } },
    ]);
    const seen = fact('s', { item: 'bag-front-left', sign: 'deployed', stage: 1, note: null });
    TestBed.resetTestingModule();
    withClient();
    const after = await benchFor(UnitPanel, listed({ signs: [seen] }));
    after.page
      .querySelector('[aria-label^="driver bag"]')!
      .dispatchEvent(new MouseEvent('click', { bubbles: true }));
    await after.fixture.whenStable();
    expect(after.text()).toContain('driver bag: replace');
    expect(after.text()).toContain('it has fired (general practice)');
    expect(after.text()).toContain('Before the last entry: inspect.');
    await after.press('it has fired');
    expect(after.desk.withdrawn).toEqual(['s']);
  });

  it('carry the photo that was taken of them into what is seen', async () => {
    const photo = (id: string, attachmentId: string, caption: string) =>
      fact(id, { stage: 'make-safe', attachmentId, caption });
    const photos = [photo('f1', 'one', 'driver bag: torn seam'), photo('f2', 'two', 'passenger bag')];
    const sign = { item: 'bag-front-left', sign: 'deployed', attachmentId: 'one' };
    const bench = await benchFor(UnitPanel, listed({ photos, signs: [fact('s', sign)] }));
    bench.page
      .querySelector('[aria-label^="driver bag"]')!
      .dispatchEvent(new MouseEvent('click', { bubbles: true }));
    await bench.fixture.whenStable();
    const links = [...bench.page.querySelectorAll('a')].filter((link) => link.textContent === 'its photo');
    expect(links.map((link) => link.getAttribute('href'))).toEqual(['/api/jobs/job/attachments/one']);
    await bench.press('said to be unfired');
    expect(bench.desk.entered.at(-1)!.data).toEqual(jasmine.objectContaining({ attachmentId: 'one' }));
  });

  it('print a sheet with a row for every item', async () => {
    const bench = await benchFor(UnitPanel, listed());
    expect(bench.page.querySelectorAll('.paper tbody tr').length).toBe(usualInventory(5).length);
  });

  it('are changed as a list, and kept as the file of the model', async () => {
    const bench = await benchFor(UnitPanel, listed());
    await bench.press('This car has none');
    await bench.press('Save what this car has');
    const { file } = bench.desk.entered[0]!.data as { file: { items: unknown[] } };
    expect(file.items.length).toBe(usualInventory(5).length - 1);
    await bench.press('Keep as the file of the model');
    expect(client.kept).toEqual([jasmine.objectContaining({ make: 'Corvane', model: 'Lumen' })]);
    await bench.press('Add it');
    expect(bench.text()).toContain('Say what it is, and its name.');
  });
});

describe('the cabin', () => {
  it('has every item at a place of its own within the drawing, for two to nine seats', () => {
    for (const seats of [2, 3, 4, 5, 6, 7, 8, 9]) {
      const items = usualInventory(seats);
      expect(seatsOf(items).length).withContext(String(seats)).toBe(seats);
      const places = [...placesOf(items).values()];
      expect(new Set(places.map(({ x, y }) => `${x} ${y}`)).size)
        .withContext(String(seats))
        .toBe(items.length);
      for (const { x, y } of places)
        expect(x >= 0 && x <= cabin.width && y >= 0 && y <= cabin.height)
          .withContext(String(seats))
          .toBeTrue();
    }
  });
});

describe('the loops', () => {
  beforeEach(withClient);

  it('are entered with their moment, also over the limit, and what is no value is asked for', async () => {
    const bench = await benchFor(LoopPanel, listed());
    await bench.fill('Ohms', '2.4');
    await bench.press('Enter the loop');
    expect(bench.text()).toContain('Say which loop it is.');
    await bench.fill('Loop', 'L3');
    await bench.press('seat forward');
    await bench.press('Enter the loop');
    await bench.fill('Ohms', 'OL');
    await bench.press('Enter the loop');
    await bench.fill('Ohms', 'many');
    await bench.press('Enter the loop');
    expect(bench.text()).toContain('Type the ohms as the module shows them');
    expect(bench.desk.entered.map(({ data }) => data)).toEqual([
      { loop: 'L3', moment: 'seat-forward', ohms: 2.4 },
      { loop: 'L3', moment: 'seat-forward', overload: true },
    ]);
  });

  it('that condemn stand first, in words', async () => {
    const read = (id: string, loop: string, ohms: number) =>
      fact(id, { loop, moment: 'as-found', ohms, overload: null });
    const bench = await benchFor(
      LoopPanel,
      listed({ loopReadings: [read('a', 'L6', 2.5), read('b', 'L3', 6.7)] }),
    );
    expect(bench.page.querySelector('tbody tr')!.textContent).toContain('L3');
    expect(bench.text()).toContain('higher than its other side: look at plug and harness first');
  });
});

describe('the seats', () => {
  beforeEach(withClient);

  it('are entered state by state, and say whether they follow', async () => {
    const read = (id: string, moment: string, ohms: number) =>
      fact(id, { seat: 'front-left', moment, ohms, shows: null, milliamps: null });
    const seatReadings = [read('a', 'unbelted', 100), read('b', 'belted', 101)];
    const bench = await benchFor(SeatTable, listed({ seatReadings }));
    expect(bench.text()).toContain('buckle does not follow: plug and harness under the seat first');
    await bench.press('Enter the seat');
    expect(bench.text()).toContain('Say which seat');
    await bench.press('front right');
    await bench.press('belted');
    await bench.press('milliamps');
    await bench.fill('What it shows', '14,2');
    await bench.press('Enter the seat');
    expect(bench.desk.entered[0]!.data).toEqual({ seat: 'front-right', moment: 'belted', milliamps: 14.2 });
  });
});

describe('the package', () => {
  beforeEach(withClient);

  const fired = [fact('s', { item: 'bag-front-left', sign: 'deployed', stage: 1, note: null })];
  const offer = (id: string, more: object) =>
    fact(id, {
      item: 'bag-front-left',
      kind: 'maker-new',
      from: 'Parts desk',
      priceCents: 60_000,
      smallPartsCents: 1000,
      postageCents: null,
      minutes: 60,
      days: 3,
      donorId: null,
      ...more,
    });

  it('sums what the policy allows and names what is missing', async () => {
    const bench = await benchFor(PackagePanel, listed({ signs: fired, offers: [offer('o', {})] }));
    expect(bench.text()).toContain('€700');
    expect(bench.text()).toContain('Still without a route that the policy allows');
    await bench.press('driver bag');
    await bench.press('Enter the offer');
    expect(bench.text()).toContain('Say which route it is.');
    await bench.press('certified rebuild');
    await bench.fill('From whom', 'Webbing & Latch Works');
    await bench.fill('Price', '99,50');
    await bench.fill('Labour, minutes', '40');
    await bench.fill('Days until it is here', '5');
    await bench.press('Enter the offer');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({
        item: 'bag-front-left',
        kind: 'certified-rebuild',
        priceCents: 9950,
        minutes: 40,
        days: 5,
      }),
    );
  });

  it('shows why a salvage unit is refused, and that one whose lamp lit again has failed', async () => {
    const donor = fact('d', {
      item: 'bag-front-left',
      seller: 'Harbour Salvage',
      donorVin: null,
      event: 'front',
      photos: 5,
      signs: ['no-sign'],
      storage: 'dry',
    });
    const parcel = fact('p', {
      item: 'bag-front-left',
      service: 'Parts desk',
      sentOn: '2026-11-10',
      dueOn: '2026-11-16',
      stages: 'all-spent',
      accepted: 'no 7',
      crashDataSaved: false,
      back: { on: '2026-11-16', lamp: 'lit-again' },
    });
    const bench = await benchFor(
      PackagePanel,
      listed({ signs: fired, donors: [donor], parcels: [parcel], offers: [offer('o', {})] }),
    );
    expect(bench.text()).toContain('Salvage unit of Harbour Salvage: refused');
    expect(bench.text()).toContain('it counts as failed');
  });
});
