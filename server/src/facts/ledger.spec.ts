import { randomUUID } from 'node:crypto';
import type { AccessMapRow, Bays, KeptAccessMap } from '@dormant-beacon/contract';
import type { AccessMap, MapPart, MapStep, StripPlanData } from '@dormant-beacon/core/ledger';
import { wayOf } from '@dormant-beacon/core/ledger';
import type { JobRecord } from '@dormant-beacon/core/record';
import { templates } from '@dormant-beacon/core/trace/templates';
import { MovedClock } from '../testing/moved-clock.js';
import { Shop } from '../testing/shop.js';

const step = (id: string, minutes: number, needs: string[][], more: Partial<MapStep> = {}): MapStep => ({
  id,
  label: `the ${id}`,
  act: 'remove',
  area: 'boot',
  place: 'tailgate',
  zone: 'tailgate',
  minutes,
  needs,
  ...more,
});
const motor: MapPart = {
  id: 'motor',
  label: 'the rear wiper motor',
  kind: 'wiper motor',
  zone: 'tailgate',
  minutes: 3,
  needs: [['plug']],
  tryNeeds: ['plug'],
};
const map: AccessMap = {
  make: 'Ostrel',
  model: 'Marn wagon',
  title: 'Tailgate',
  source: 'the shop’s own hands',
  steps: [
    step('trim', 5, [], { fasteners: [{ kind: 'screw', drive: 'T20', count: 4, torqueNm: 2 }] }),
    step('film', 3, [['trim']]),
    step('plug', 1, [['film']], { act: 'unplug' }),
  ],
  parts: [motor],
};
const targets: StripPlanData['targets'] = [{ part: 'motor', work: 'exchange' }];
const planned = (own: AccessMap = map): StripPlanData => ({
  map: own,
  targets,
  way: wayOf(own, { targets }),
});
const modes = (result: 'works' | 'fails' = 'works') =>
  ['single wipe', 'intermittent', 'slow', 'fast', 'washers with wipe', 'parks'].map((mode) => ({
    mode,
    result,
  }));
const reason = 'the customer waits and it is dry to the touch';

describe('the ledger', () => {
  let shop: Shop;
  const clock = new MovedClock();
  const at = (minutes: number) => clock.at(minutes);
  beforeAll(async () => {
    shop = await Shop.open();
    clock.begin();
  });
  afterAll(async () => {
    clock.end();
    await shop.close();
  });
  beforeEach(() => at(0));

  async function opened(own: StripPlanData = planned()) {
    const { jobId } = await shop.openBased('Rear wiper stands still');
    const { id: planId, status } = await shop.enter(jobId, 'strip-plans', own);
    expect(status).toBe(201);
    const enter = (kind: string, data: object, more: object = {}) =>
      shop.enter(jobId, kind, { planId, ...data }, more);
    const off = async (...steps: string[]) => {
      for (const one of steps)
        expect((await enter('ledger-entries', { step: one, as: 'off', bag: 1 })).status).toBe(201);
    };
    const on = (one: string, more: object = {}) => enter('ledger-entries', { step: one, as: 'on', ...more });
    return { jobId, planId, enter, off, on };
  }
  const detail = ({ body }: { body: Record<string, unknown> }) => String(body['detail']);
  const torques = [{ kind: 'screw', drive: 'T20', nm: 2 }];

  it('comes back from the database as it was entered, photo and all', async () => {
    const { jobId, planId, enter, off, on } = await opened();
    await off('trim', 'film', 'plug', 'motor');
    await on('motor');
    await on('plug');
    await enter('function-tries', { part: 'motor', moment: 'before-closing', modes: modes() });
    await enter('cure-waits', { what: 'sealant', minutes: 30, over: 'film' });
    const { body: record } = await shop.get<JobRecord>(`/api/jobs/${jobId}`);
    expect(record.stripPlans[0]).toEqual(jasmine.objectContaining({ id: planId, ...planned() } as never));
    expect(record.ledgerEntries.map(({ step: one, as, bag }) => [one, as, bag])).toEqual([
      ['trim', 'off', 1],
      ['film', 'off', 1],
      ['plug', 'off', 1],
      ['motor', 'off', 1],
      ['motor', 'on', null],
      ['plug', 'on', null],
    ]);
    expect(record.functionTries[0]!.modes).toEqual(modes());
    expect(record.cureWaits[0]).toEqual(
      jasmine.objectContaining({ what: 'sealant', minutes: 30, over: 'film' }),
    );
    const { body } = await shop.get<Bays>('/api/bays');
    expect(body.bays.find((own) => own.jobId === jobId)!.waitsFor).toBe('sealant');
  });

  it('closes nothing over what cures, whatever the interface says, without a name and a reason', async () => {
    at(0);
    const { jobId, enter, off, on } = await opened();
    await off('trim', 'film', 'plug', 'motor');
    for (const one of ['motor', 'plug']) await on(one);
    await enter('function-tries', { part: 'motor', moment: 'before-closing', modes: modes() });
    const { id: ends } = await enter('cure-waits', { what: 'the sealant', minutes: 60, over: 'film' });
    at(59);
    expect(detail(await on('film'))).toContain('The time for the sealant is not up.');
    expect(detail(await on('film', { despite: 'dry' }))).toContain('say in a sentence');
    const gone = await shop.write(`/api/jobs/${jobId}/withdrawals`, {
      id: randomUUID(),
      observedAt: '2026-11-17T08:00:00Z',
      withdraws: ends,
    });
    expect(gone.status).toBe(409);
    const second = { what: 'the sealant', minutes: 1, ends };
    expect((await enter('cure-waits', { ...second, reason: 'dry' })).status).toBe(422);
    expect((await enter('cure-waits', { ...second, ends: randomUUID(), reason })).status).toBe(422);
    expect((await enter('cure-waits', { what: 'it', minutes: 1 }, { corrects: ends })).status).toBe(409);
    at(60.1);
    expect((await on('film')).status).toBe(201);
    const other = await opened();
    await other.off('trim');
    const { id } = await other.enter('cure-waits', { what: 'the paint', minutes: 600 });
    expect((await other.on('trim', { torques })).status).toBe(409);
    expect(
      (await other.enter('cure-waits', { what: 'the paint', minutes: 600, ends: id, reason })).status,
    ).toBe(201);
    expect((await other.on('trim', { torques, despite: reason })).status).toBe(201);
  });

  it('closes nothing untried, nothing over what is open behind, and tries nothing that is not in', async () => {
    const { enter, off, on } = await opened();
    const tried = (moment: string, result: 'works' | 'fails' = 'works') =>
      enter('function-tries', { part: 'motor', moment, modes: modes(result) });
    expect((await tried('as-it-came', 'fails')).status).toBe(201);
    await off('trim', 'film', 'plug', 'motor');
    expect(detail(await enter('ledger-entries', { step: 'trim', as: 'off' }))).toContain(
      'The trim is off already',
    );
    expect(detail(await tried('as-it-came'))).toContain('off already');
    expect(detail(await tried('before-closing'))).toContain('is not in yet');
    expect(detail(await on('film'))).toMatch(/Behind it is still open: .*Not tried yet/);
    await on('motor');
    expect(detail(await tried('before-closing'))).toContain('put back the plug');
    await on('plug');
    await tried('before-closing', 'fails');
    expect(detail(await on('film'))).toContain('Not tried yet: the rear wiper motor');
    expect((await tried('before-closing')).status).toBe(201);
    expect((await on('film')).status).toBe(201);
    expect(detail(await tried('closed'))).toContain('Still off: the trim');
    expect(detail(await on('trim'))).toContain('enter the torque');
    expect(detail(await on('trim', { torques: [{ ...torques[0], nm: 9 }] }))).toContain('is not the 2 Nm');
    expect((await on('trim', { torques })).status).toBe(201);
    expect(detail(await on('trim', { torques }))).toContain('It is not off');
    expect((await tried('closed')).status).toBe(201);
  });

  it('takes a step near a restraint item off only while the car is safe, whatever the map calls it', async () => {
    const sly = {
      ...map,
      steps: [
        step('trim', 5, [], {
          label: 'the driver airbag',
          power: 'on',
          act: 'move',
          fasteners: [{ kind: 'screw', count: 1 }],
        }),
        ...map.steps.slice(1),
      ],
    };
    const { enter } = await opened(planned(sly));
    expect(detail(await enter('ledger-entries', { step: 'trim', as: 'off' }))).toContain(
      'only while the car is safe',
    );
    const own = { step: 'own-1', as: 'off', own: { label: 'the passenger airbag', zone: 'dash' } };
    expect(detail(await enter('ledger-entries', own))).toContain('only while the car is safe');
    expect((await enter('ledger-entries', { step: 'own-1', as: 'off' })).status).toBe(422);
    expect((await enter('ledger-entries', { step: 'constructor', as: 'off' })).status).toBe(422);
    // One that lies nowhere near comes off, and goes back by its name alone.
    const bracket = { step: 'own-2', own: { label: 'the bracket', zone: 'tailgate' }, as: 'off', counts: [] };
    expect((await enter('ledger-entries', bracket)).status).toBe(201);
    expect((await enter('ledger-entries', { step: 'own-2', as: 'on', despite: reason })).status).toBe(201);
    expect(
      (await enter('ledger-entries', { step: 'film', as: 'off', own: { label: 'film', zone: 'x' } })).status,
    ).toBe(422);
  });

  it('refuses a way that cannot be gone, a second plan, and a change that loses what is off', async () => {
    const { jobId, planId, off } = await opened();
    const other = await shop.openBased('Rear wiper');
    const refused = async (own: object) =>
      detail(await shop.enter(other.jobId, 'strip-plans', { ...planned(), ...own }));
    expect(await refused({ way: { ...planned().way, order: ['motor'] } })).toContain('data.way.order[0]');
    expect(await refused({ way: { ...planned().way, minutes: 1 } })).toContain('12 minutes');
    const pretended = { gained: ['trim'], way: wayOf(map, { targets, gained: ['trim'] }) };
    expect(await refused(pretended)).toContain('"trim" is not off');
    expect(await refused({ map: { ...map, steps: map.steps.slice(0, 1) } })).toContain('data.map');
    expect(await refused({ reaches: [{ traceId: randomUUID(), access: 'out', part: 'motor' }] })).toContain(
      'no such trace',
    );
    expect((await shop.enter(jobId, 'strip-plans', planned())).status).toBe(409);
    await off('trim');
    const less = {
      ...map,
      steps: map.steps
        .filter(({ id }) => id !== 'trim')
        .map((own) => (own.id === 'film' ? { ...own, needs: [] } : own)),
    };
    expect(detail(await shop.enter(jobId, 'strip-plans', planned(less), { corrects: planId }))).toContain(
      'was taken off',
    );
    expect((await shop.enter(jobId, 'strip-plans', planned(), { corrects: planId })).status).toBe(201);
    const forged = { planId: randomUUID(), step: 'film', as: 'off' };
    expect((await shop.enter(jobId, 'ledger-entries', forged)).status).toBe(422);
    const learner = shop.enter(
      jobId,
      'ledger-entries',
      { planId, step: 'film', as: 'off' },
      { person: shop.desk },
    );
    expect((await learner).status).toBe(403);
  });

  it('plans the trace anew when something of its way comes off', async () => {
    const template = templates.find(
      ({ restraint, build }) => restraint !== true && (build({}).accesses?.length ?? 0) > 0,
    )!;
    const { jobId, beaconId } = await shop.openBased('Rear wiper');
    const source = template.build({});
    const { id: traceId } = await shop.enter(jobId, 'traces', {
      title: 'Wiper',
      beaconIds: [beaconId],
      case: source,
    });
    const access = source.accesses![0]!.id;
    const { id: planId, status } = await shop.enter(jobId, 'strip-plans', {
      ...planned(),
      reaches: [{ traceId, access, part: 'motor' }],
    });
    expect(status).toBe(201);
    expect((await shop.enter(jobId, 'ledger-entries', { planId, step: 'trim', as: 'off' })).status).toBe(201);
  });

  it('keeps access maps in versions that stay, and refuses one that cannot be gone', async () => {
    const mapId = randomUUID();
    const keep = (basedOn: number, own: AccessMap = map, more: object = {}) =>
      shop.write('/api/library/access-maps', { mapId, basedOn, map: own, ...more });
    expect((await keep(0)).body).toEqual({ mapId, version: 1 });
    expect((await keep(0)).body).toEqual({ mapId, version: 1 });
    expect((await keep(0, { ...map, title: 'Tailgate, late cars' })).status).toBe(409);
    expect((await keep(1, { ...map, title: 'Tailgate, late cars' })).body).toEqual({ mapId, version: 2 });
    const cycle = { ...map, steps: [step('a', 1, [['b']]), step('b', 1, [['a']])], parts: [] };
    expect(detail(await keep(2, cycle))).toContain('map.steps[0].needs');
    const list = async () =>
      (await shop.get<{ maps: AccessMapRow[] }>('/api/library/access-maps?make=Ostrel&model=Marn%20wagon'))
        .body.maps;
    expect((await list()).map(({ title, version }) => [title, version])).toEqual([
      ['Tailgate, late cars', 2],
    ]);
    const first = await shop.get<KeptAccessMap>(`/api/library/access-maps/${mapId}?version=1`);
    expect([first.body.map, first.body.latest]).toEqual([map, 2]);
    expect((await keep(2, map, { withdrawn: true })).status).toBe(201);
    expect(await list()).toEqual([]);
    expect((await shop.get(`/api/library/access-maps/${randomUUID()}`)).status).toBe(404);
  });
});
