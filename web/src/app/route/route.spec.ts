import { TestBed } from '@angular/core/testing';
import { usualRoutes } from '@dormant-beacon/core/route';
import { LibraryDesk } from '../knowledge';
import { anId, benchFor, fact, flap, recordOf, scanFact, shown } from '../testing/bench';
import { RoutePage } from './route';

const planId = anId('p');
const jobWith = (
  sort: Parameters<typeof usualRoutes>[0],
  more: Record<string, unknown> = {},
  plan: object = {},
) =>
  recordOf({
    beacons: [fact('b', flap)],
    scans: [scanFact('s', 'baseline', 'Body\n B1318-16 Supply (active)')],
    routePlans: [
      fact(planId, { unit: 'the unit', sort, routes: usualRoutes(sort, 40_000), beaconIds: [], ...plan }),
    ],
    ...more,
  });
const choice = (routeId: string) => fact(anId('c'), { planId, routeId, recommended: routeId });
const yes = (origin: string) =>
  fact(anId('a'), { planId, item: 'x', answer: 'yes', origin, how: 'here', by: 'Noor Halloran' });

describe('RoutePage', () => {
  beforeEach(() =>
    TestBed.overrideProvider(LibraryDesk, {
      useValue: {
        routePreset: (sort: string) =>
          Promise.resolve(
            sort === 'switch'
              ? usualRoutes('switch', 1000).map((route) => ({ ...route, labourMinutes: 17 }))
              : null,
          ),
        routeCounts: () => Promise.resolve([{ sort: 'sensor', kind: 'used', succeeded: 0, failed: 4 }]),
      },
    }),
  );

  it('weighs the routes of a unit that is typed, with what the shop has learned', async () => {
    const bench = await benchFor(RoutePage, recordOf());
    await new Promise((resolve) => setTimeout(resolve));
    await bench.press('Weigh its routes');
    expect(bench.text()).toContain('Name the unit.');
    await bench.fill('The unit', 'level sensor');
    await bench.press('Weigh its routes');
    expect(bench.text()).toContain('Say what it is: its routes follow from that.');
    await bench.pick('What it is', 'sensor');
    await bench.press('Weigh its routes');
    expect(bench.text()).toContain('Type what it costs new');
    await bench.fill('What it costs new', '79,50');
    await bench.press('Weigh its routes');
    const [{ kind, data }] = bench.desk.entered as [
      { kind: string; data: { routes: { kind: string; succeeds: number; priceCents: number }[] } },
    ];
    expect(kind).toBe('route-plans');
    expect(data.routes.map((route) => route.kind)).toEqual(['new', 'used']);
    expect(data.routes[0]!.priceCents).toBe(7950);
    // (4 × 0.85 + 0) / 8: four of the shop's own failed.
    expect(data.routes[1]!.succeeds).toBeCloseTo(0.425, 12);
  });

  it('weighs a unit as the shop weighed its like before', async () => {
    const bench = await benchFor(RoutePage, recordOf());
    await bench.fill('The unit', 'window switch');
    await bench.pick('What it is', 'switch');
    await new Promise((resolve) => setTimeout(resolve));
    await bench.fill('What it costs new', '20');
    await bench.press('Weigh its routes');
    const { routes } = bench.desk.entered[0]!.data as {
      routes: { labourMinutes: number; priceCents: number }[];
    };
    expect(routes.map(({ labourMinutes }) => labourMinutes)).toEqual([17, 17, 17]);
    expect(routes[0]!.priceCents).toBe(2000);
  });

  it('shows every route with what it comes to, recommends one, and asks why another is taken', async () => {
    const bench = await benchFor(RoutePage, jobWith('lamp-unit'));
    await shown(bench, 'db-range-chart');
    const rows = [...bench.page.querySelectorAll('mat-radio-button')].map((row) => row.textContent);
    expect(rows.length).toBe(4);
    expect(rows.filter((row) => row.includes('recommended')).length).toBe(1);
    expect(bench.text()).toContain('to its end');
    const last = [...bench.page.querySelectorAll<HTMLElement>('mat-radio-button')].at(-1)!;
    last.querySelector('input')!.click();
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('Why not “');
    await bench.press(
      `Take this route: ${bench.page.querySelector('db-route-choice h2')!.textContent.split('“')[1]!.split('”')[0]!}`,
    );
    expect(bench.text()).toContain('Say in a few words why this one is taken.');
    await bench.fill('Why this one all the same?', 'the customer wants it so');
    await bench.press(
      `Take this route: ${bench.page.querySelector('db-route-choice h2')!.textContent.split('“')[1]!.split('”')[0]!}`,
    );
    expect(bench.desk.entered[0]!.kind).toBe('route-choices');
    expect(bench.desk.entered[0]!.data['reason']).toBe('the customer wants it so');
  });

  it('keeps shut what a rule forbids, and says why', async () => {
    const bench = await benchFor(RoutePage, jobWith('restraint-pyrotechnic'));
    const shut = [...bench.page.querySelectorAll('mat-radio-button')].filter(
      (row) => row.querySelector('input')!.disabled,
    );
    expect(shut.map((row) => row.textContent.replace(/\s+/g, ' ').trim())).toEqual([
      jasmine.stringContaining('the shop’s policy allows restraint units new from the maker only'),
      jasmine.stringContaining('the shop’s policy allows no used restraint units'),
    ]);
  });

  it('asks the customer for what the route means, with a limit', async () => {
    const bench = await benchFor(RoutePage, jobWith('lamp-unit', { routeChoices: [choice('used')] }));
    await shown(bench, 'db-range-chart');
    expect(bench.text()).toContain('They agree to a used part, by name.');
    await bench.press('yes');
    await bench.fill('Who answered?', 'Noor Halloran');
    const ceiling = Number((bench.field('Up to') as HTMLInputElement).value);
    await bench.press('Enter the answer');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({ planId, answer: 'yes', origin: 'used', ceilingCents: 100 * ceiling }),
    );
    expect(ceiling % 10).toBe(0);
  });

  it('closes a box only when it is complete', async () => {
    const bench = await benchFor(
      RoutePage,
      jobWith('module', { routeChoices: [choice('mail-in')], approvals: [yes('no-part')] }),
    );
    await bench.press('Close the box and send it');
    expect(bench.text()).toContain('The box is not complete: the unit, packed against knocks and static');
    for (const item of [
      'the unit, packed against knocks and static',
      'the fault in writing, with the job’s number',
    ]) {
      [...bench.page.querySelectorAll<HTMLElement>('mat-chip-option')]
        .find((chip) => chip.textContent.includes(item))!
        .querySelector('button')!
        .click();
      await bench.fixture.whenStable();
    }
    await bench.fill('Why the rest is left out', 'the service asks for neither');
    await bench.press('Close the box and send it');
    expect(bench.text()).toContain('its data is saved before it leaves');
    bench.page.querySelector<HTMLInputElement>('db-box-form mat-checkbox input')!.click();
    await bench.fill('Service', 'Bench North');
    await bench.fill('Due back on', '28 Dec 2026');
    await bench.press('Close the box and send it');
    expect(bench.desk.entered[0]!.kind).toBe('consignments');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({
        planId,
        routeId: 'mail-in',
        dataSaved: true,
        dueOn: '2026-12-28',
        insuredCents: 40_000,
      }),
    );
  });

  it('takes a repair at the bench with its care, and a failure of a route', async () => {
    const bench = await benchFor(
      RoutePage,
      jobWith('instruments', { routeChoices: [choice('bench-repair')], approvals: [yes('no-part')] }),
    );
    expect(bench.text()).toContain(
      'A first try here closes “other unit, own board” and “sent in for repair” if it fails.',
    );
    await bench.press('Enter the repair at the bench');
    expect(bench.text()).toContain('First wrist strap and mat');
    await bench.fill('for minutes', '12');
    await bench.press('Start the clock: 12 min');
    expect(bench.text()).toMatch(/1[12]:\d\dStop the clock/);
    await bench.press('This route failed');
    expect(bench.desk.entered[0]!.data).toEqual({
      planId,
      routeId: 'bench-repair',
      sort: 'instruments',
      kind: 'bench-repair',
      result: 'failed',
    });
  });

  it('lets no instruments go back before every gauge was compared with its live value', async () => {
    const bench = await benchFor(
      RoutePage,
      jobWith('instruments', { routeChoices: [choice('bench-repair')], approvals: [yes('no-part')] }),
    );
    for (const box of bench.page.querySelectorAll<HTMLInputElement>('db-bench-form mat-checkbox input')) {
      box.click();
      await bench.fixture.whenStable();
    }
    await bench.fill('What was found', 'cracked joint');
    await bench.fill('What was tried on the bench', 'an hour warm');
    await bench.press('yes, all that was tried');
    await bench.press('Enter the repair at the bench');
    expect(bench.text()).toContain('Compare with live values as well: speed, revolutions, fuel');
    for (const chip of bench.page.querySelectorAll<HTMLElement>('db-bench-form mat-chip-option button')) {
      chip.click();
      await bench.fixture.whenStable();
    }
    await bench.press('Enter the repair at the bench');
    const { tried } = bench.desk.entered[0]!.data as { tried: { what: string; works: boolean }[] };
    expect([tried.length, tried[0]!.what, tried.every(({ works }) => works)]).toEqual([
      6,
      'speed against its live value',
      true,
    ]);
  });

  it('says by how much a cover is missed, and answers one or the pair', async () => {
    const covers = [{ name: 'Lamp units', months: 1, distance: 30_000 }];
    const bench = await benchFor(
      RoutePage,
      jobWith('lamp-unit', { coverages: [fact('k', { inService: '2020-01-31', covers })] }),
    );
    expect(bench.text()).toMatch(/Lamp units ran out on 29 Feb 2020, \d+ days ago; ended 8\s412 km ago\./);
    expect(bench.text()).toMatch(/(?:One side|Both sides) now\./);
  });

  it('keeps the figures that are typed over the usual ones', async () => {
    const bench = await benchFor(RoutePage, jobWith('sensor'));
    await bench.fill('Price', '95');
    await bench.fill('Working days, likeliest', '9');
    await bench.press('Keep these figures');
    expect(bench.text()).toContain('The likeliest lies between the least and the most.');
    await bench.fill('Working days, likeliest', '3');
    await bench.press('Keep these figures');
    const { data, corrects } = bench.desk.entered[0] as unknown as {
      corrects: string;
      data: { routes: { priceCents: number; leadDays: number[] }[] };
    };
    expect(corrects).toBe(planId);
    expect([data.routes[0]!.priceCents, data.routes[0]!.leadDays]).toEqual([9500, [1, 3, 6]]);
  });

  it('quotes every line, and prints the quote alone', async () => {
    const bench = await benchFor(RoutePage, jobWith('sensor', { routeChoices: [choice('new')] }));
    const quote = [...bench.page.querySelectorAll('db-quote-panel tr')].map((row) =>
      [...row.querySelectorAll('td')].map((cell) => cell.textContent.trim()).join(' | '),
    );
    // 400 and half an hour at 90.
    expect(quote).toContain(' | part, new | €400');
    expect(quote).toContain(' | labour, 30 min | €45');
    expect(quote).toContain('All together | before tax | €445');
    const print = spyOn(window, 'print').and.callFake(() => {
      expect(document.documentElement.dataset['print']).toBe('part');
    });
    await bench.press('Print the quote');
    expect(print).toHaveBeenCalledTimes(1);
    expect(document.documentElement.dataset['print']).toBeUndefined();
  });
});
