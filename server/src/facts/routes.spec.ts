import { randomUUID } from 'node:crypto';
import type { JobRecord } from '@dormant-beacon/core/record';
import { usualRoutes } from '@dormant-beacon/core/route';
import { templates } from '@dormant-beacon/core/trace/templates';
import { Shop } from '../testing/shop.js';

const part = {
  kind: 'daytime LED unit',
  partNumber: 'OM-2210-04',
  hand: 'right',
  watts: 18,
  priceCents: 21_000,
};

describe('routes and parts', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  /** A job with a unit whose used route is chosen. */
  async function unit(sort: Parameters<typeof usualRoutes>[0] = 'lamp-unit', name = 'right daytime unit') {
    const { jobId, beaconId } = await shop.openBased('Right daytime light');
    const plan = await shop.enter(jobId, 'route-plans', {
      unit: name,
      sort,
      routes: usualRoutes(sort, 42_000),
      beaconIds: [beaconId],
    });
    expect(plan.status).toBe(201);
    const planId = plan.id;
    const enter = (kind: string, data: object, more: object = {}) =>
      shop.enter(jobId, kind, { planId, ...data }, more);
    return {
      jobId,
      planId,
      enter,
      choose: (routeId: string, more: object = {}) =>
        enter('route-choices', { routeId, recommended: routeId, ...more }),
      answer: (origin: string, ceilingCents: number | null = null) =>
        enter('approvals', {
          item: 'unit',
          answer: 'yes',
          origin,
          how: 'here',
          by: 'A. Lindqvist',
          ceilingCents,
        }),
      offer: (more: object = {}) =>
        enter('parts', { role: 'offered', seller: 'North Yard', part: { ...part, ...more } }),
      record: async () => (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body,
    };
  }
  const detail = ({ body }: { body: Record<string, unknown> }) => String(body['detail']);

  it('come back from the database as they were entered', async () => {
    const own = await unit();
    await own.choose('used');
    await own.answer('used', 30_000);
    const { id: offerId } = await own.offer({
      options: ['adaptive'],
      provenance: { kind: 'used', event: 'none' },
    });
    const order = { offerId, step: 'ordered', dueOn: '2026-11-20' };
    expect((await shop.enter(own.jobId, 'part-orders', order)).status).toBe(201);
    expect((await own.enter('parts', { role: 'removed', part })).status).toBe(201);
    const tried = [{ what: 'every light burns', works: true }];
    expect((await own.enter('parts', { role: 'delivered', part, offerId, tried })).status).toBe(201);
    const covers = [{ name: 'Lamp units', months: 96, distance: 160_000 }];
    expect((await shop.enter(own.jobId, 'coverages', { inService: '2018-02-14', covers })).status).toBe(201);
    shop.services.records.forget(own.jobId);
    const record = await own.record();
    expect(record.routePlans[0]!.routes).toEqual([...usualRoutes('lamp-unit', 42_000)] as never);
    expect(record.routePlans[0]!.beaconIds.length).toBe(1);
    expect(record.parts.map(({ role, part: { options } }) => [role, options ?? null])).toEqual([
      ['offered', ['adaptive']],
      ['removed', null],
      ['delivered', null],
    ]);
    expect(record.parts[2]!.tried).toEqual(tried);
    expect(record.coverages[0]!.covers).toEqual(covers);
    expect(record.approvals[0]!.planId).toBe(own.planId);
    const bay = (await shop.get<{ bays: { jobId: string; next: string }[] }>('/api/bays')).body;
    expect(bay.bays.find(({ jobId }) => jobId === own.jobId)!.next).toContain('Fit “right daytime unit”');
    const { body: book } = await shop.get<{ whole: boolean; entries: { says: string }[] }>(
      `/api/jobs/${own.jobId}/logbook`,
    );
    expect([book.whole, book.entries.some(({ says }) => says === 'right daytime unit: used chosen')]).toEqual(
      [true, true],
    );
  });

  it('let nothing be ordered that was not chosen, agreed to, and possible', async () => {
    const own = await unit();
    const { id: offerId } = await own.offer({ provenance: { kind: 'used', event: 'none' } });
    const order = () => shop.enter(own.jobId, 'part-orders', { offerId, step: 'ordered' });
    expect(detail(await order())).toContain('Choose the route first');
    await own.choose('used');
    expect(detail(await order())).toContain('has not agreed');
    await own.answer('maker-new');
    expect(detail(await order())).toContain('has not agreed');
    // 21,000 and an hour at 90 an hour are more than 25,000.
    await own.answer('used', 25_000);
    expect(detail(await order())).toContain('above the customer’s limit');
    await own.answer('used', 30_000);
    expect((await shop.enter(own.jobId, 'part-orders', { offerId, step: 'arrived' })).status).toBe(409);
    expect((await order()).status).toBe(201);
    expect((await shop.enter(own.jobId, 'part-orders', { offerId, step: 'arrived' })).status).toBe(201);
    await own.enter('parts', { role: 'removed', part });
    const left = await own.offer({ hand: 'left' });
    expect(detail(await shop.enter(own.jobId, 'part-orders', { offerId: left.id, step: 'ordered' }))).toBe(
      'This part is rejected: for the left, not the right.',
    );
    const fired = await own.offer({ provenance: { kind: 'used', deployed: true } });
    expect((await shop.enter(own.jobId, 'part-orders', { offerId: fired.id, step: 'ordered' })).status).toBe(
      409,
    );
  });

  it('ask why where another route is taken than the one recommended, and keep rules and closures', async () => {
    const own = await unit('instruments');
    const other = { recommended: 'mail-in' };
    expect((await own.choose('new', other)).status).toBe(422);
    expect((await own.choose('new', { ...other, reason: 'the customer wants it today' })).status).toBe(201);
    expect((await own.choose('bench-repair')).status).toBe(201);
    const done = { routeId: 'bench-repair', staticCare: true, found: 'cracked joint', heats: [] };
    expect(
      (await own.enter('bench-works', { ...done, tried: [{ what: 'speed', works: false }] })).status,
    ).toBe(201);
    expect(detail(await own.choose('mail-in'))).toContain('not open any more');
    expect(
      detail(await own.enter('bench-works', { ...done, tried: [{ what: 'speed', works: true }] })),
    ).toContain('not tried again');
    const belt = await unit('restraint-pyrotechnic');
    expect(detail(await belt.choose('used'))).toContain('policy');
    expect((await belt.choose('new')).status).toBe(201);
    await belt.answer('maker-new');
    const { id: offerId } = await belt.offer();
    expect(detail(await shop.enter(belt.jobId, 'part-orders', { offerId, step: 'ordered' }))).toContain(
      'of unknown origin',
    );
  });

  it('treat what names a restraint unit as one, whatever sort it was entered as', async () => {
    const belt = await unit('other', 'driver belt');
    for (const routeId of ['used', 'remanufactured', 'bench-repair', 'mail-in'])
      expect(detail(await belt.choose(routeId)))
        .withContext(routeId)
        .toContain('names “belt');
    const box = await unit('module', 'black box');
    expect((await box.choose('clone')).status).toBe(201);
    await box.enter('parts', { role: 'removed', part: { kind: 'airbag control module', partNumber: 'X' } });
    expect(detail(await box.choose('board-transfer'))).toContain('goes new until');
    const bench = {
      routeId: 'bench-repair',
      staticCare: true,
      found: 'a burnt pin',
      heats: [],
      tried: [{ what: 'it wakes', works: true }],
    };
    expect(detail(await box.enter('bench-works', bench))).toContain('goes new until');
  });

  it('send a box only when it is complete, and the unit’s data is saved', async () => {
    const own = await unit('module');
    await own.choose('mail-in');
    const packed = (item: string) => ({ item, packed: true });
    const contents = [
      packed('the unit, packed against knocks and static'),
      packed('the fault in writing, with the job’s number'),
      packed('a key, where it is paired'),
    ];
    const sent = {
      routeId: 'mail-in',
      service: 'Bench North',
      contents,
      dataSaved: true,
      insuredCents: 40_000,
      sentOn: '2026-11-18',
      dueOn: '2026-11-25',
    };
    expect(detail(await own.enter('consignments', sent))).toContain('not agreed');
    await own.answer('no-part');
    expect(detail(await own.enter('consignments', sent))).toContain('the access module');
    const whole = [
      ...contents,
      { item: 'the access module, where the service asks for it', packed: false, why: 'not asked for' },
    ];
    expect(detail(await own.enter('consignments', { ...sent, contents: whole, dataSaved: false }))).toContain(
      'data is saved',
    );
    expect((await own.enter('consignments', { ...sent, contents: whole, dueOn: '2026-11-01' })).status).toBe(
      422,
    );
    const bookId = randomUUID();
    const saves = { id: 'memory', kind: 'identity', how: 'save', does: 'Read out its memory' };
    const book = { title: 'Module', make: 'Ostrel', unit: 'module', carries: [saves] };
    await shop.write('/api/library/coding-books', { bookId, basedOn: 0, book });
    const kept = { bookId, version: 1 };
    const plan = await shop.enter(own.jobId, 'coding-plans', {
      unit: 'module',
      planId: own.planId,
      book,
      kept,
    });
    expect(detail(await own.enter('consignments', { ...sent, contents: whole }))).toContain(
      'Read out its memory',
    );
    const entry = { what: 'item', item: 'memory', as: 'done' };
    await shop.enter(own.jobId, 'coding-entries', { codingId: plan.id, entry });
    const { status, id } = await own.enter('consignments', { ...sent, contents: whole });
    expect(status).toBe(201);
    const back = { on: '2026-11-24', result: 'not-repaired' };
    expect(
      (await own.enter('consignments', { ...sent, contents: whole, back }, { corrects: id })).status,
    ).toBe(201);
    expect(detail(await own.choose('mail-in'))).toContain('not open any more');
  });

  it('are refused with ids of nowhere, of another job, and by who may not', async () => {
    const [own, other] = [await unit(), await unit()];
    const stray = await own.enter('route-choices', {
      planId: other.planId,
      routeId: 'new',
      recommended: null,
    });
    expect([stray.status, stray.body['path']]).toEqual([422, 'data.planId']);
    for (const routeId of ['constructor', '__proto__', 'clone'])
      expect((await own.enter('route-choices', { routeId, recommended: null })).status)
        .withContext(routeId)
        .toBe(422);
    expect((await own.enter('parts', { role: 'delivered', part })).body['path']).toBe('data.offerId');
    expect((await own.enter('parts', { role: 'offered', part })).body['path']).toBe('data.seller');
    expect(
      (await own.enter('route-outcomes', { routeId: 'new', sort: 'module', kind: 'new', result: 'failed' }))
        .body['path'],
    ).toBe('data.sort');
    expect((await own.choose('new', { person: 1 })).status).toBe(422);
    const asDesk = await shop.enter(
      own.jobId,
      'route-choices',
      { planId: own.planId, routeId: 'new', recommended: 'new' },
      { person: shop.desk },
    );
    expect(asDesk.status).toBe(403);
    await own.choose('new');
    const taken = await shop.write(`/api/jobs/${own.jobId}/withdrawals`, {
      id: crypto.randomUUID(),
      observedAt: '2026-11-17T08:00:00Z',
      withdraws: own.planId,
    });
    expect([taken.status, detail(taken)]).toEqual([
      409,
      jasmine.stringContaining('stand on this one') as never,
    ]);
  });

  it('keep a route that was chosen in the list when the list is corrected', async () => {
    const own = await unit();
    await own.choose('used');
    const without = usualRoutes('lamp-unit', 40_000).filter(({ id }) => id !== 'used');
    const plan = { unit: 'right daytime unit', sort: 'lamp-unit', beaconIds: [] };
    const refused = await shop.enter(
      own.jobId,
      'route-plans',
      { ...plan, routes: without },
      { corrects: own.planId },
    );
    expect(refused.body['path']).toBe('data.routes');
    const dearer = await shop.enter(
      own.jobId,
      'route-plans',
      { ...plan, routes: usualRoutes('lamp-unit', 50_000) },
      { corrects: own.planId },
    );
    expect(dearer.status).toBe(201);
    expect((await own.choose('new', { recommended: null })).status).toBe(201);
  });

  it('are weighed as the shop has corrected them last', async () => {
    const preset = async (sort: string) =>
      (
        await shop.get<{ routes: { labourMinutes: number }[] | null }>(
          `/api/library/route-preset?sort=${sort}`,
        )
      ).body;
    expect(await preset('lock')).toEqual({ routes: null });
    const own = await unit('lock');
    const routes = usualRoutes('lock', 9000).map((route) => ({ ...route, labourMinutes: 33 }));
    await shop.enter(
      own.jobId,
      'route-plans',
      { unit: 'lock', sort: 'lock', routes, beaconIds: [] },
      { corrects: own.planId },
    );
    expect((await preset('lock')).routes!.map(({ labourMinutes }) => labourMinutes)).toEqual(
      routes.map(() => 33),
    );
    expect((await shop.get('/api/library/route-preset?sort=constructor')).status).toBe(422);
  });

  it('are counted over the jobs of the shop, what was taken back left out', async () => {
    const counts = async (): Promise<object[]> =>
      (await shop.get<{ counts: { sort: string }[] }>('/api/library/route-counts')).body.counts.filter(
        ({ sort }) => sort === 'sensor',
      );
    expect(await counts()).toEqual([]);
    const outcome = { routeId: 'new', sort: 'sensor', kind: 'new' };
    /** A new one that was compared and lies ready to be fitted. */
    const ready = async () => {
      const own = await unit('sensor');
      expect((await own.enter('route-outcomes', { ...outcome, result: 'failed' })).status).toBe(409);
      await own.choose('new');
      expect(detail(await own.enter('route-outcomes', { ...outcome, result: 'failed' }))).toContain(
        'not tried',
      );
      await own.answer('maker-new');
      const { id: offerId } = await own.offer({ provenance: { kind: 'new' } });
      expect((await shop.enter(own.jobId, 'part-orders', { offerId, step: 'ordered' })).status).toBe(201);
      expect(detail(await own.enter('route-outcomes', { ...outcome, result: 'succeeded' }))).toContain(
        'Nothing is there',
      );
      await own.enter('parts', { role: 'removed', part });
      const tried = [{ what: 'reads', works: true }];
      await own.enter('parts', { role: 'delivered', part, offerId, tried });
      return own;
    };
    const [own, other] = [await ready(), await ready()];
    const { id } = await own.enter('route-outcomes', { ...outcome, result: 'failed' });
    await other.enter('route-outcomes', { ...outcome, result: 'succeeded' });
    expect(await counts()).toEqual([{ sort: 'sensor', kind: 'new', succeeded: 1, failed: 1 }]);
    await own.enter('route-outcomes', { ...outcome, result: 'succeeded' }, { corrects: id });
    expect(await counts()).toEqual([{ sort: 'sensor', kind: 'new', succeeded: 2, failed: 0 }]);
  });

  it('count a repair that works for the route that was chosen for its part', async () => {
    const { jobId, beaconId } = await shop.openBased('Tail lamp');
    const source = templates.find(({ id }) => id === 'fused-lamp')!.build({});
    const { id: traceId } = await shop.enter(jobId, 'traces', {
      title: 'Tail lamp',
      beaconIds: [beaconId],
      case: source,
    });
    const lamp = source.circuit.elements.find(({ kind }) => kind === 'lamp')!.id;
    const { id: planId } = await shop.enter(jobId, 'route-plans', {
      unit: 'tail bulb',
      sort: 'lamp',
      routes: usualRoutes('lamp', 400),
      traceId,
      element: lamp,
      beaconIds: [],
    });
    await shop.enter(jobId, 'route-choices', { planId, routeId: 'used', recommended: 'used' });
    await shop.enter(jobId, 'route-choices', { planId, routeId: 'new', recommended: 'new' });
    const repair = {
      traceId,
      element: lamp,
      label: 'bulb',
      method: 'replace',
      root: 'unknown',
      beaconIds: [beaconId],
    };
    expect((await shop.enter(jobId, 'repairs', { ...repair, cured: true })).status).toBe(201);
    const { counts } = (await shop.get<{ counts: { sort: string }[] }>('/api/library/route-counts')).body;
    expect(counts.filter(({ sort }) => sort === 'lamp') as object[]).toEqual([
      { sort: 'lamp', kind: 'new', succeeded: 1, failed: 0 },
    ]);
  });
});

describe('the supersession list', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());
  const rowsOf = async (number: string) =>
    (
      await shop.get<{ supersessions: { old: string; new: string }[] }>(
        `/api/library/supersessions?number=${encodeURIComponent(number)}`,
      )
    ).body.supersessions.map((row) => `${row.old}>${row.new}`);

  it('is followed both ways through the chain, rings included', async () => {
    const rows = [
      { old: 'OM-1', new: 'OM-2' },
      { old: 'OM-2', new: 'OM-3' },
      { old: 'OM-3', new: 'OM-2' },
      { old: 'ZZ-1', new: 'ZZ-2' },
      { old: 'om 1', new: 'OM2' },
    ];
    const sent = await shop.write('/api/library/supersession-lists', { rows, source: 'list of March' });
    expect([sent.status, sent.body]).toEqual([201, { added: 4, there: 1 }]);
    expect((await rowsOf('om2')).sort()).toEqual(['OM-1>OM-2', 'OM-2>OM-3', 'OM-3>OM-2']);
    expect(await rowsOf('nowhere')).toEqual([]);
    const one = { id: crypto.randomUUID(), old: 'OM-3', new: 'OM-4', source: 'telephone' };
    expect((await shop.write('/api/library/supersessions', one)).status).toBe(201);
    expect((await rowsOf('OM-4')).length).toBe(4);
    const back = () => shop.write(`/api/library/supersessions/${one.id}/withdrawal`, '');
    expect([(await back()).status, (await back()).status]).toEqual([200, 404]);
    expect(await rowsOf('OM-4')).toEqual([]);
    const again = await shop.write('/api/library/supersession-lists', {
      rows: [one].map(({ old, new: next }) => ({ old, new: next })),
      source: 'letter',
    });
    expect(again.body).toEqual({ added: 1, there: 0 });
    expect((await rowsOf('OM-4')).length).toBe(4);
  });

  it('takes no list with a row that is not sound', async () => {
    const rows = [
      { old: 'AA-1', new: 'AA-2' },
      { old: 'AA-2', new: 'aa2' },
    ];
    const { status, body } = await shop.write('/api/library/supersession-lists', { rows, source: 'x' });
    expect([status, body['path']]).toEqual([422, 'rows[1].new']);
    expect(await rowsOf('AA-1')).toEqual([]);
    const learner = await shop.write(
      '/api/library/supersession-lists',
      { rows, source: 'x' },
      { person: shop.learner },
    );
    expect(learner.status).toBe(403);
  });
});
