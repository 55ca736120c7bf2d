import { randomUUID } from 'node:crypto';
import type { Bay } from '@dormant-beacon/contract';
import { beacon, report, Shop } from '../testing/shop.js';

interface Page {
  readonly bays: Bay[];
  readonly after: string | null;
}

describe('the bays', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  const open = async (
    more: { model?: string; plate?: string; customer?: string; promisedAt?: string | null } = {},
  ) => {
    const jobId = randomUUID();
    const { model = 'Marn wagon', plate = null, customer = null, promisedAt = null } = more;
    const answer = await shop.write('/api/jobs', {
      jobId,
      vehicleId: randomUUID(),
      head: { event: 'wear', eventNote: 'Tail lamp, rain', customer, promisedAt },
      vehicle: {
        make: 'Ostrel',
        model,
        plate,
        vin: 'STRMN2W14H0077310',
        odometerKm: 162040,
        highVoltage: false,
      },
    });
    expect(answer.status).toBe(201);
    return { jobId, number: answer.body['number'] as string };
  };
  const page = async (query = '') => (await shop.get<Page>(`/api/bays${query}`)).body;

  it('give a page at a time by promised time, each job once', async () => {
    const late = await open({ promisedAt: '2026-12-01T10:00:00Z' });
    const soon = await open({ promisedAt: '2026-11-20T10:00:00Z' });
    const never = await open();
    const also = await open();
    const numbers: string[] = [];
    let after: string | null = null;
    do {
      const answer: Page = await page(`?limit=2${after ? `&after=${encodeURIComponent(after)}` : ''}`);
      expect(answer.bays.length).toBeLessThanOrEqual(2);
      numbers.push(...answer.bays.map((bay) => bay.number));
      after = answer.after;
    } while (after);
    const own = [soon.number, late.number, never.number, also.number];
    expect(numbers.filter((number) => own.includes(number))).toEqual(own);
    expect(new Set(numbers).size).toBe(numbers.length);
  });

  it('stand the newest first where that is asked for, a page at a time', async () => {
    const numbers: number[] = [];
    let after: string | null = null;
    do {
      const answer: Page = await page(
        `?order=newest&limit=2${after ? `&after=${encodeURIComponent(after)}` : ''}`,
      );
      numbers.push(...answer.bays.map((bay) => Number(bay.number.slice(2))));
      after = answer.after;
    } while (after);
    expect(numbers).toEqual([...numbers].sort((a, b) => b - a));
    expect(new Set(numbers).size).toBe(numbers.length);
    expect(numbers.length).toBeGreaterThanOrEqual((await page('?limit=200')).bays.length);
  });

  it('are narrowed by number, plate, name, beacon and code, each word of it', async () => {
    const { jobId, number } = await open({ plate: 'OM 11 TRB', customer: 'Ada Lindqvist', model: 'Quill' });
    await shop.enter(jobId, 'beacons', { ...beacon, name: 'Right tail lamp out' });
    await shop.enter(jobId, 'scans', { kind: 'baseline', text: report });
    for (const text of [number, 'om 11', 'lindqvist', 'tail lamp out', 'b1a27', '077310', 'quill ada']) {
      const found = (await page(`?text=${encodeURIComponent(text)}`)).bays;
      expect(found.map((bay) => bay.number))
        .withContext(text)
        .toContain(number);
    }
    expect((await page('?text=quill%20nobody')).bays).toEqual([]);
    expect((await page('?text=%25')).bays).toEqual([]);
  });

  it('show a job as it was opened, its head as it was changed, and its revision as ETag', async () => {
    const { jobId } = await open({ customer: 'Ada Lindqvist' });
    const before = await shop.get(`/api/jobs/${jobId}`);
    expect(before.headers.get('ETag')).toBe('"1"');
    expect(before.body['vehicle']).toEqual({
      make: 'Ostrel',
      model: 'Marn wagon',
      year: null,
      built: null,
      plate: null,
      vin: 'STRMN2W14H0077310',
      odometerKm: 162040,
      odometerUnit: null,
      highVoltage: false,
      options: null,
    });
    const head = {
      event: 'water',
      eventNote: 'Rear lamp',
      eventDetails: { waterPlace: 'rear lamp' },
      promisedAt: '2026-11-21T09:30:00.000Z',
      customer: null,
      customerWords: 'It rained in.',
    };
    const changed = await shop.write(
      `/api/jobs/${jobId}/head`,
      { head },
      { method: 'PUT', headers: { 'If-Match': '"1"' } },
    );
    expect(changed.body).toEqual({ revision: 2, seq: 2 });
    expect((await shop.get(`/api/jobs/${jobId}`)).body['head']).toEqual(head);
    expect((await page(`?text=Rear`)).bays.map((bay) => [bay.jobId, bay.subtitle, bay.promisedAt])).toEqual([
      [jobId, 'Rear lamp', '2026-11-21T09:30:00.000Z'],
    ]);
    expect((await shop.write(`/api/jobs/${jobId}/head`, { head }, { method: 'PUT' })).status).toBe(428);
  });

  it('leave out what is proven and handed back', async () => {
    const { jobId } = await open({ model: 'Marn saloon' });
    const { id: beaconId } = await shop.enter(jobId, 'beacons', { ...beacon, seen: 'lit', conditions: [] });
    await shop.enter(jobId, 'scans', { kind: 'baseline', text: report });
    await shop.enter(jobId, 'repairs', {
      beaconIds: [beaconId],
      label: 'Replace it',
      method: 'replace',
      root: 'found-and-removed',
      cured: true,
    });
    await shop.enter(jobId, 'clearings', {});
    await shop.enter(jobId, 'scans', { kind: 'final', text: 'Charge control: no codes\nBody: no codes' });
    for (let day = 1; day <= 14; day++) {
      const data = {
        beaconId,
        shown: false,
        coldStart: true,
        conditions: [],
        bulbCheck: 'passed',
        monitorRan: true,
        reportedBy: 'technician',
      };
      await shop.write(`/api/jobs/${jobId}/exposures`, {
        id: randomUUID(),
        observedAt: `2026-11-${String(day).padStart(2, '0')}T07:00:00Z`,
        data,
      });
    }
    const [bay] = (await page('?text=saloon')).bays;
    expect([bay!.next, bay!.rail[0]!.state]).toEqual([
      'Print the hand-back and give the car back.',
      'dormant',
    ]);
    const { id: handBack } = await shop.enter(jobId, 'hand-backs', {});
    expect((await page('?text=saloon')).bays).toEqual([]);
    expect((await page('?text=saloon&all=1')).bays.map((found) => [found.jobId, found.done])).toEqual([
      [jobId, true],
    ]);
    await shop.write(`/api/jobs/${jobId}/withdrawals`, {
      id: randomUUID(),
      observedAt: '2026-11-20T08:00:00Z',
      withdraws: handBack,
    });
    expect((await page('?text=saloon')).bays.map((found) => found.done)).toEqual([false]);
  });
});
