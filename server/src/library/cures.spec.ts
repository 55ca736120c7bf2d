import { randomUUID } from 'node:crypto';
import type { Cures } from '@dormant-beacon/contract';
import type { JobRecord } from '@dormant-beacon/core/record';
import { publishedChance } from '@dormant-beacon/core/proof/cure';
import { templates } from '@dormant-beacon/core/trace/templates';
import { Shop } from '../testing/shop.js';
import { cureOutcomes, keepOutcomes } from './cures.js';

describe('the chance of a cure', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());
  // Each begins without any outcome.
  beforeEach(() => shop.db('cure_outcomes').delete());

  const bulb = { label: 'Bulb replaced', method: 'replace', root: 'found-and-removed', cured: true } as const;
  const unknownPart = publishedChance({
    ...bulb,
    part: 'none',
    confirmed: false,
    comesAndGoes: false,
    called: null,
  });
  const recordOf = async (jobId: string) => (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
  const cures = async () => (await shop.get<Cures>('/api/library/cures', shop.cookie(shop.technician))).body;
  const again = { shown: true, coldStart: false, conditions: [], bulbCheck: 'not-seen', monitorRan: false };
  const returned = async () => {
    const { jobId, beaconId } = await shop.openBased();
    await shop.enter(jobId, 'repairs', { ...bulb, beaconIds: [beaconId] });
    const told = { ...again, beaconId, reportedBy: 'customer' };
    expect((await shop.enter(jobId, 'exposures', told)).status).toBe(201);
    return jobId;
  };

  it('is worked out when a repair is entered, and kept with it', async () => {
    const { jobId, beaconId } = await shop.openBased();
    await shop.enter(jobId, 'repairs', { ...bulb, beaconIds: [beaconId] });
    const { cure, chance } = (await recordOf(jobId)).repairs[0]!;
    expect(chance).toBeNull();
    expect(cure!.chance).toBeCloseTo(unknownPart, 12);
    expect({ ...cure, chance: 0 }).toEqual({
      chance: 0,
      part: 'none',
      confirmed: false,
      like: 0,
      held: 0,
      outcomes: 0,
    });
  });

  it('knows the kind of part, and that two means agreed on it, from the trace', async () => {
    const { jobId, beaconId } = await shop.openBased();
    const lamp = templates.find(({ id }) => id === 'output-lamp')!.build({});
    const { id: traceId } = await shop.enter(jobId, 'traces', {
      title: 'Lamp',
      beaconIds: [beaconId],
      case: lamp,
    });
    const inspect = lamp.tests.find(({ kind }) => kind === 'inspect')!;
    await shop.enter(jobId, 'readings', { traceId, test: inspect.id, found: true });
    const element = (inspect as { element: string }).element;
    await shop.enter(jobId, 'repairs', { ...bulb, traceId, element, beaconIds: [beaconId] });
    const { cure, chance } = (await recordOf(jobId)).repairs[0]!;
    expect(cure!.part).not.toBe('none');
    expect(cure!.confirmed).toBeFalse();
    expect(chance).toBeGreaterThan(0.5);
  });

  it('falls by repairs like it that came back, each counted once, and says how many they were', async () => {
    const before = (await cures()).stated.count;
    for (let n = 0; n < 4; n++) await returned();
    const { stated } = await cures();
    expect(stated.count).toBe(before + 4);
    expect(stated.few).toBeTrue();
    expect(stated.tenths.every(({ held }) => held === 0)).toBeTrue();
    const { jobId, beaconId } = await shop.openBased();
    await shop.enter(jobId, 'repairs', { ...bulb, beaconIds: [beaconId] });
    const { cure } = (await recordOf(jobId)).repairs[0]!;
    expect([cure!.like, cure!.held, cure!.outcomes]).toEqual([4, 0, 4]);
    expect(cure!.chance).toBeLessThan(unknownPart - 0.05);
  });

  it('forgets a return that was taken back', async () => {
    const jobId = await returned();
    const before = (await cures()).stated.count;
    const [shown] = (await recordOf(jobId)).exposures;
    const taken = await shop.write(`/api/jobs/${jobId}/withdrawals`, {
      id: randomUUID(),
      observedAt: new Date().toISOString(),
      withdraws: shown!.id,
    });
    expect(taken.status).toBe(201);
    expect((await cures()).stated.count).toBe(before - 1);
  });

  it('counts a proof with the days that were quiet since, and keeps the day on which it was known', async () => {
    const { jobId, beaconId } = await shop.openBased();
    await shop.enter(jobId, 'repairs', { ...bulb, method: 'reseat', beaconIds: [beaconId] });
    const record = await recordOf(jobId);
    const policy = { separationMinutes: 30, coldStarts: 3, target: 0.95, restraintTarget: 0.99 };
    const keep = (done: boolean) => shop.db.transaction((trx) => keepOutcomes(trx, record, done, policy));
    const reseats = async (days: number) =>
      (await cureOutcomes(shop.db, new Date(Date.now() + days * 86_400_000))).filter(
        ({ method }) => method === 'reseat',
      );
    await keep(true);
    expect((await reseats(0)).map(({ miss, count }) => [miss, count])).toEqual([[1, 1]]);
    expect((await reseats(90))[0]!.miss).toBeLessThan(0.25);
    await shop.db('cure_outcomes').where({ job_id: jobId }).update({ known_on: '2026-01-05' });
    await keep(true);
    const [{ known_on }] = (await shop.db('cure_outcomes').where({ job_id: jobId })) as [
      { known_on: string },
    ];
    expect(known_on).toBe('2026-01-05');
    await keep(false);
    expect(await reseats(0)).toEqual([]);
  });

  it('counts what failed its try for the planner alone', async () => {
    const { jobId, beaconId } = await shop.openBased();
    const before = await cures();
    const known = (await cureOutcomes(shop.db, new Date())).length;
    await shop.enter(jobId, 'repairs', { ...bulb, method: 'clean', cured: false, beaconIds: [beaconId] });
    expect((await cures()).stated.count).toBe(before.stated.count);
    expect((await cureOutcomes(shop.db, new Date())).length).toBe(known);
    const rows = (await shop.db('cure_outcomes').where({ job_id: jobId })) as { worked: boolean }[];
    expect(rows.map(({ worked }) => Boolean(worked))).toEqual([false]);
  });
});
