import { templates } from '@dormant-beacon/core/trace/templates';
import { beacon, Shop } from '../testing/shop.js';

describe('a short job', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  const bay = async (jobId: string) =>
    (await shop.get<{ bays: { jobId: string; next: string }[] }>('/api/bays?limit=200')).body.bays.find(
      (b) => b.jobId === jobId,
    )!;

  it('has its repair taken without a baseline, and nothing else that stands on one', async () => {
    const complaint = {
      ...beacon,
      kind: 'complaint',
      seen: 'present',
      conditions: [],
      shown: 20,
      exposures: 20,
    };
    const opened = async (name: string) => {
      const jobId = await shop.openJob();
      const { id } = await shop.enter(jobId, 'beacons', { ...complaint, name });
      return { jobId, id };
    };
    const repair = (id: string, label = 'Replace the bulb') => ({
      beaconIds: [id],
      label,
      method: 'replace',
      root: 'unknown',
      cured: true,
    });
    const lamp = await opened('Left tail lamp out');
    expect((await bay(lamp.jobId)).next).toContain('bulb, fuse, socket, plug');
    const trace = { title: 'Lamp', beaconIds: [lamp.id], case: templates[0]!.build({}) };
    expect((await shop.enter(lamp.jobId, 'traces', trace)).status).toBe(409);
    expect((await shop.enter(lamp.jobId, 'clearings', {})).status).toBe(409);
    expect((await shop.enter(lamp.jobId, 'repairs', repair(lamp.id, 'Replace the airbag'))).status).toBe(409);
    expect((await shop.enter(lamp.jobId, 'repairs', repair(lamp.id))).status).toBe(201);
    expect((await shop.enter(lamp.jobId, 'hand-backs', {})).status).toBe(201);
    expect((await bay(lamp.jobId))?.next ?? 'done').toContain('done');

    const engine = await opened('Engine stalls');
    expect((await shop.enter(engine.jobId, 'repairs', repair(engine.id))).status).toBe(409);
    const both = await opened('Right tail lamp out');
    await shop.enter(both.jobId, 'beacons', { ...complaint, name: 'Horn silent' });
    expect((await shop.enter(both.jobId, 'repairs', repair(both.id))).status).toBe(409);
  });
});
