import { beacon, Shop } from '../testing/shop.js';

describe('the same question answered twice', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  it('is asked of whoever comes second without having seen the first answer, and taken when they mean it', async () => {
    const jobId = await shop.openJob();
    await shop.enter(jobId, 'beacons', beacon);
    const battery = { type: 'flooded', restingVolts: 12.7 };
    const seen = (seq: number) => ({ headers: { 'Beacon-Seen': String(seq) } });
    const [one, other] = await Promise.all([
      shop.enter(jobId, 'batteries', battery, seen(2)),
      shop.enter(jobId, 'batteries', { ...battery, restingVolts: 12.4 }, seen(2)),
    ]);
    expect([one.status, other.status].sort()).toEqual([201, 409]);
    const { body } = one.status === 409 ? one : other;
    expect([body['title'], body['path']]).toEqual(['Answered meanwhile', 'Beacon-Seen']);
    expect(String(body['detail'])).toContain('This was entered meanwhile: “');
    expect((await shop.enter(jobId, 'batteries', battery)).status).toBe(201);
    // Another question, or an answer that was seen, is no such case.
    const same = { ...beacon, name: ' charge FLAP open ' };
    expect((await shop.enter(jobId, 'beacons', { ...beacon, name: 'Key battery low' }, seen(0))).status).toBe(
      201,
    );
    expect((await shop.enter(jobId, 'beacons', same, seen(0))).status).toBe(409);
    expect((await shop.enter(jobId, 'beacons', same, seen(2))).status).toBe(201);
    for (const header of ['-1', '1.5', 'constructor', '', '99999999999'])
      expect((await shop.enter(jobId, 'beacons', same, { headers: { 'Beacon-Seen': header } })).status)
        .withContext(header)
        .toBe(400);
  });
});
