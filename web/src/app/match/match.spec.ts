import { TestBed } from '@angular/core/testing';
import { usualRoutes } from '@dormant-beacon/core/route';
import { LibraryDesk, StockDesk } from '../knowledge';
import { anId, benchFor, fact, flap, recordOf, scanFact } from '../testing/bench';
import { MatchPage } from './match';
import { partFields, fill, readPart } from './part-fields';
import { plugsOf, plugsText } from './plugs';

const planId = anId('p');
const driver = {
  kind: 'LED driver',
  partNumber: 'OM-2210-04',
  hand: 'right',
  connectors: [{ cavities: 12, key: 'A', colour: 'grey' }],
};
const plan = () =>
  fact(planId, {
    unit: 'right LED driver',
    sort: 'lamp-unit',
    routes: usualRoutes('lamp-unit', 40_000),
    beaconIds: [],
  });
const part = (id: string, role: string, more: object = {}, facts: object = {}) =>
  fact(id, { planId, role, part: { ...driver, ...more }, ...facts });
const jobWith = (...parts: object[]) =>
  recordOf({
    beacons: [fact('b', flap)],
    scans: [scanFact('s', 'baseline', 'Body\n B1318-16 Supply (active)')],
    routePlans: [plan()],
    parts,
  });

describe('MatchPage', () => {
  const quiet = () =>
    TestBed.overrideProvider(LibraryDesk, {
      useValue: { supersessions: () => Promise.resolve([]), partWeaknesses: () => Promise.resolve([]) },
    });

  it('says how such parts were found before, with counts', async () => {
    TestBed.overrideProvider(LibraryDesk, {
      useValue: {
        partWeaknesses: () =>
          Promise.resolve([
            { id: anId('w'), kind: 'led driver', says: 'wet inside', bad: 11, seen: 12, source: 'our bench' },
            { id: anId('v'), kind: 'trailer module', says: 'never mind', bad: 1, seen: 1, source: 'x' },
          ]),
      },
    });
    const bench = await benchFor(MatchPage, jobWith(part(anId('r'), 'removed')));
    await new Promise((resolve) => setTimeout(resolve));
    await bench.fixture.whenStable();
    expect(bench.text()).toMatch(/11 of 12: wet inside \(92\s%; our bench\)/);
    expect(bench.text()).not.toContain('never mind');
  });

  it('says where to begin while no unit is named', async () => {
    const bench = await benchFor(MatchPage, recordOf());
    expect(bench.text()).toContain('Nothing to compare yet');
  });

  it('ranks what is on offer, and shows what decides before what is the same', async () => {
    const bench = await benchFor(
      MatchPage,
      jobWith(
        part(anId('r'), 'removed'),
        part(
          anId('c'),
          'offered',
          { priceCents: 8000, connectors: [{ cavities: 10, key: 'B' }] },
          { seller: 'Harbour Salvage' },
        ),
        part(anId('n'), 'offered', { priceCents: 21_000 }, { seller: 'North Yard' }),
      ),
    );
    const rows = [...bench.page.querySelectorAll('mat-list-option')].map((row) => row.textContent);
    expect(rows[0]).toContain('North Yard');
    expect(rows[0]).toContain('fits');
    expect(rows[1]).toContain('10 cavities, key B against 12 cavities, key A');
    expect(bench.text()).toContain('fits, €210');
    bench.page.querySelectorAll<HTMLElement>('mat-list-option')[1]!.click();
    await bench.fixture.whenStable();
    expect(bench.page.querySelector('db-comparison-table tbody tr')!.textContent).toContain('does not fit');
    // What does not fit cannot be ordered.
    expect(bench.text()).not.toContain('It is ordered');
  });

  it('orders, and says why an order is refused', async () => {
    const bench = await benchFor(
      MatchPage,
      jobWith(part(anId('r'), 'removed'), part(anId('n'), 'offered', {}, { seller: 'North Yard' })),
    );
    bench.desk.refusal = 'Choose the route first.';
    await bench.press('It is ordered');
    expect(bench.text()).toContain('Choose the route first.');
    bench.desk.refusal = null;
    await bench.press('It is ordered');
    expect(bench.desk.entered).toEqual([
      { kind: 'part-orders', data: { offerId: anId('n'), step: 'ordered', dueOn: null } },
    ]);
  });

  it('enters the unit that came out, and says at the field what is wrong', async () => {
    quiet();
    const bench = await benchFor(MatchPage, jobWith());
    await new Promise((resolve) => setTimeout(resolve, 20));
    await bench.fixture.whenStable();
    expect(bench.field('What it is').value).toBe('right LED driver');
    await bench.press('Enter what came out');
    expect(bench.text()).toContain('Type the number on its label.');
    await bench.fill('Part number', 'OM-2210-04');
    await bench.fill('Plugs', 'twelve');
    await bench.press('Enter what came out');
    expect(bench.text()).toContain('Plugs as “12 A grey; 6 B”');
    await bench.fill('Plugs', '12 A grey');
    await bench.press('right');
    await bench.press('Enter what came out');
    await new Promise((resolve) => setTimeout(resolve));
    const [entered] = bench.desk.entered;
    expect(entered!.kind).toBe('parts');
    expect(entered!.data).toEqual(jasmine.objectContaining({ planId, role: 'removed' }));
    expect(entered!.data['part']).toEqual(
      jasmine.objectContaining({ partNumber: 'OM-2210-04', hand: 'right', connectors: driver.connectors }),
    );
  });

  it('fills in what every part of a number in stock says alike, and nothing else', async () => {
    quiet();
    const listed = (hardware: string, watts: number) => ({
      sourceId: anId('y'),
      source: 'Mill Lane Parts',
      takenInAt: '2026-11-01T08:00:00Z',
      part: { ...driver, hardware, watts },
    });
    TestBed.overrideProvider(StockDesk, {
      useValue: {
        search: () => Promise.resolve({ found: [listed('H7', 18), listed('H8', 18)], more: false }),
      },
    });
    const bench = await benchFor(MatchPage, jobWith());
    await bench.fill('Part number', 'om 2210 04');
    await bench.press('Fill in what is known of this number');
    await new Promise((resolve) => setTimeout(resolve, 20));
    await bench.fixture.whenStable();
    expect(bench.field('Watts').value).toBe('18');
    expect(bench.field('Plugs').value).toBe('12 A grey');
    expect(bench.field('Hardware').value).toBe('');
    expect(bench.text()).toContain('From 2 parts in stock');
  });

  it('searches the yards, and puts what was found on offer', async () => {
    const asked: object[] = [];
    const hit = (partNumber: string, event: string) => ({
      sourceId: anId('y'),
      source: 'Mill Lane Parts',
      takenInAt: '2026-11-01T08:00:00Z',
      reference: '17',
      make: null,
      model: null,
      part: { ...driver, partNumber, priceCents: 9000, provenance: { kind: 'used', event } },
    });
    TestBed.overrideProvider(StockDesk, {
      useValue: {
        search: (query: object) => {
          asked.push(query);
          return Promise.resolve({
            found: [hit('OM-2210-09', 'water'), hit('OM-2210-04', 'none')],
            more: false,
          });
        },
      },
    });
    const bench = await benchFor(MatchPage, jobWith(part(anId('r'), 'removed')));
    await bench.press('Search');
    await new Promise((resolve) => setTimeout(resolve));
    await bench.fixture.whenStable();
    expect(asked).toEqual([{ number: 'OM-2210-04' }]);
    const rows = [...bench.page.querySelectorAll('db-stock-search li')].map((row) => row.textContent);
    expect(rows[0]).toContain('OM-2210-04');
    expect(rows[1]).toContain('stood in water');
    await bench.press('Put it on offer');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({ planId, role: 'offered', seller: 'Mill Lane Parts' }),
    );
  });
});

describe('plugs', () => {
  it('are read as they are typed, and written back', () => {
    expect(plugsOf('12 A grey; 6')).toEqual([
      { cavities: 12, key: 'A', colour: 'grey' },
      { cavities: 6, key: null, colour: null },
    ]);
    expect([plugsOf(''), plugsOf('0 A'), plugsOf('A 12'), plugsOf('12;;x')]).toEqual([[], null, null, null]);
    expect(plugsText(plugsOf('40 A black; 24 C')!)).toBe('40 A black; 24 C');
  });
});

describe('the fields of a part', () => {
  it('give back the part that was put into them', () =>
    TestBed.runInInjectionContext(() => {
      const fields = partFields();
      const whole = {
        ...driver,
        interchangeGroup: 'G7',
        scope: 'assembly' as const,
        hand: 'right' as const,
        mounting: 'two screws',
        builtFrom: '2018-01',
        builtTo: '2020-06',
        vehicleBuilt: '2019-04',
        options: ['washer', 'memory'],
        hardware: 'H7',
        software: 'S1',
        stages: 1,
        watts: 18.5,
        base: 'LT12',
        filaments: 2,
        colour: 'amber',
        amps: 10,
        style: 'mini',
        contains: ['side-bag'],
        origin: 'maker' as const,
        provenance: {
          kind: 'used' as const,
          event: 'water' as const,
          deployed: false,
          donorVin: 'VIN1',
          distance: 1000,
          storage: 'dry',
        },
        priceCents: 12_350,
      };
      fill(fields, whole);
      expect(readPart(fields)).toEqual(whole);
    }));
});
