import type { Shop as ShopAnswer } from '@dormant-beacon/contract';
import { defaultShopSettings } from '@dormant-beacon/core/shop';
import { beacon, Shop } from '../testing/shop.js';

describe('the shop’s settings', () => {
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  it('have their defaults until a lead changes them, a revision at a time, each change logged', async () => {
    expect((await shop.get<ShopAnswer>('/api/shop')).body).toEqual({
      revision: 0,
      settings: defaultShopSettings,
      underReview: 0,
    });
    const change = (seen: number, more: object) =>
      shop.write<ShopAnswer & { detail: string; current: ShopAnswer }>(
        '/api/shop',
        { settings: { ...defaultShopSettings, timeZone, ...more } },
        { method: 'PUT', person: shop.lead, headers: { 'If-Match': `"${seen}"` } },
      );
    expect((await change(0, { distanceUnit: 'mi', hourlyRateCents: 9900 })).body.revision).toBe(1);
    const stale = await change(0, { currency: 'CHF' });
    expect([stale.status, stale.body.current.settings.distanceUnit]).toEqual([409, 'mi']);
    expect((await change(1, { waitingMinutes: 10 })).body.detail).toMatch(/^settings.waitingMinutes:/);
    expect((await change(1, { testerAllowed: true })).body.detail).toMatch(/^settings.testerApproval:/);
    const log = await shop.get<{ entries: { says: string; deviceNumber: number }[] }>(
      '/api/shop/log',
      shop.cookie(shop.lead),
    );
    expect(log.body.entries.map(({ says }) => says)).toEqual([
      'Settings: distanceUnit km → mi, hourlyRateCents 9000 → 9900',
    ]);
    expect(log.body.entries[0]!.deviceNumber).toBe(1);
  });
});

describe('the name of a shop', () => {
  it('is told at the door, once it has one', async () => {
    const shop = await Shop.open();
    const atTheDoor = async () => (await shop.get<{ shop: string }>('/api/session', {})).body.shop;
    expect(await atTheDoor()).toBe('');
    await shop.write(
      '/api/shop',
      { settings: { ...defaultShopSettings, name: 'Lantern Row' } },
      { method: 'PUT', person: shop.lead, headers: { 'If-Match': '"0"' } },
    );
    expect(await atTheDoor()).toBe('Lantern Row');
    await shop.close();
  });
});

describe('a change of what the shop asks of a proof', () => {
  it('shows in the bays as soon as every job was looked at again', async () => {
    const shop = await Shop.open();
    const jobId = await shop.openJob();
    const seen = { ...beacon, seen: 'lit', conditions: [] };
    const { id: beaconId } = await shop.enter(jobId, 'beacons', seen);
    await shop.enter(jobId, 'scans', { kind: 'baseline', text: 'Body: no codes' });
    await shop.enter(jobId, 'repairs', {
      beaconIds: [beaconId],
      label: 'Replace it',
      method: 'replace',
      root: 'found-and-removed',
      cured: true,
    });
    await shop.enter(jobId, 'clearings', {});
    await shop.enter(jobId, 'scans', { kind: 'final', text: 'Body: no codes' });
    const detail = async () =>
      (await shop.get<{ bays: { next: string; detail: string }[] }>('/api/bays')).body.bays[0]!;
    expect(`${(await detail()).next} ${(await detail()).detail}`).toContain('3 more cold starts');
    await shop.write(
      '/api/shop',
      { settings: { ...defaultShopSettings, coldStarts: 7 } },
      { method: 'PUT', person: shop.lead, headers: { 'If-Match': '"0"' } },
    );
    await shop.settled();
    expect(`${(await detail()).next} ${(await detail()).detail}`).toContain('7 more cold starts');
    expect((await shop.get<ShopAnswer>('/api/shop')).body.underReview).toBe(0);
    await shop.close();
  });
});

describe('vehicles that were here before', () => {
  it('are found by plate, end of VIN, model and customer, each once, with what was known last', async () => {
    const shop = await Shop.open();
    const open = (vehicle: object, customer: string) =>
      shop.write('/api/jobs', {
        jobId: crypto.randomUUID(),
        vehicleId: crypto.randomUUID(),
        head: { event: 'wear', customer },
        vehicle: { make: 'Hallmer', model: 'Drover', ...vehicle },
      });
    await open({ plate: 'HD 07 TRK', vin: 'HLMDR5V31K0004471', odometerKm: 100 }, 'Mara Quist');
    await open({ plate: 'HD 07 TRK', vin: 'HLMDR5V31K0004471', odometerKm: 250 }, 'Mara Quist');
    await open({ plate: 'XX 01 ABC' }, 'Olle Bergh');
    const find = async (text: string) =>
      (
        await shop.get<{ vehicles: { vehicle: { plate: string; odometerKm: number }; lastJob: string }[] }>(
          `/api/vehicles?text=${encodeURIComponent(text)}`,
        )
      ).body.vehicles;
    for (const text of ['hd 07', 'HD07', '4471', 'quist', 'drover trk'])
      expect((await find(text)).map(({ vehicle, lastJob }) => [vehicle.odometerKm, lastJob]))
        .withContext(text)
        .toEqual([[250, 'J-0002']]);
    expect((await find('drover')).length).toBe(2);
    for (const text of ['', 'h', '%%', 'nobody'])
      expect(await find(text))
        .withContext(text)
        .toEqual([]);
    await shop.close();
  });
});
