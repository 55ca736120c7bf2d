import { createHash, randomUUID } from 'node:crypto';
import type { CustomerPage } from '@dormant-beacon/contract';
import type { JobRecord } from '@dormant-beacon/core/record';
import { newToken } from '../accounts/secrets.js';
import { type Answer, Shop } from '../testing/shop.js';
import { doorOf } from './reach.js';

const inDays = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString();
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

describe('the customer’s link', () => {
  let shop: Shop;
  let jobId: string;
  let beaconId: string;

  beforeAll(async () => {
    shop = await Shop.open(undefined, { tls: true, hosts: ['*.shop.example', 'bench.shop.example'] });
  });
  afterAll(() => shop.close());
  beforeEach(async () => {
    ({ jobId, beaconId } = await shop.openBased());
    await shop.enter(jobId, 'repairs', {
      beaconIds: [beaconId],
      label: 'Lamp holder',
      method: 'repair',
      root: 'found-and-removed',
      cured: true,
    });
  });

  async function linked(until = inDays(60)) {
    const token = newToken();
    const made = await shop.enter(
      jobId,
      'customer-links',
      { tokenHash: hashOf(token), until },
      { person: shop.desk },
    );
    return { token, made };
  }
  /** As a telephone does: no session, a cookie of its own at most. */
  async function ask<B = CustomerPage>(path: string, body: unknown, cookie = ''): Promise<Answer<B>> {
    const response = await fetch(`${shop.address}/api/customer/${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...(cookie ? { Cookie: cookie } : {}) },
      body: JSON.stringify(body),
    });
    return { status: response.status, body: (await response.json()) as B, headers: response.headers };
  }
  const clean = (token: string, more: object = {}) => ({
    token,
    id: randomUUID(),
    observedAt: '2026-11-20T08:00:00Z',
    report: { beaconId, shown: false, starts: 8, within: [{ condition: 'cold', starts: 3 }], ...more },
  });
  const phoneOf = ({ headers }: Answer<unknown>) =>
    /beacon_phone_\d+=[^;]+/.exec(headers.get('set-cookie') ?? '')![0];
  const recordOf = async () => (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;

  it('shows what is watched, and neither names nor a plate', async () => {
    const { token } = await linked();
    const { status, body } = await ask('page', { token });
    expect(status).toBe(200);
    expect(body.car).toBe('Ostrel Marn wagon');
    expect(body.lights.map(({ name }) => name)).toEqual(['Tail lamp out']);
    expect(Object.keys(body).sort()).toEqual(
      ['car', 'handedBackAt', 'lights', 'locale', 'shop', 'timeZone', 'told', 'until'].sort(),
    );
    // Nothing is tied by looking.
    expect((await ask('page', { token })).status).toBe(200);
  });

  it('takes what is told once, however often it is sent, and counts it only when it is accepted', async () => {
    const { token } = await linked();
    const told = clean(token);
    const first = await ask('reports', told);
    expect(first.status).toBe(201);
    const phone = phoneOf(first);
    expect((await ask('reports', told, phone)).status).toBe(201);
    const [report, ...others] = (await recordOf()).customerReports;
    expect(others).toEqual([]);
    expect((await recordOf()).exposures).toEqual([]);
    const exposure = {
      beaconId,
      shown: false,
      coldStart: true,
      conditions: ['cold'],
      bulbCheck: 'not-seen',
      monitorRan: false,
      reportedBy: 'customer',
      drives: 3,
      reportId: report!.id,
    };
    expect((await shop.enter(jobId, 'exposures', exposure, { person: shop.desk })).status).toBe(201);
    // A second person at another screen.
    expect((await shop.enter(jobId, 'exposures', exposure)).status).toBe(409);
    const rest = { ...exposure, coldStart: false, conditions: [], drives: 5 };
    expect((await shop.enter(jobId, 'exposures', rest, { person: shop.desk })).status).toBe(201);
    expect((await ask('page', { token }, phone)).body.told.map(({ taken }) => taken)).toEqual([true]);
    const { body } = await shop.get<{ entries: { says: string }[]; whole: boolean }>(
      `/api/jobs/${jobId}/logbook`,
    );
    expect(body.whole).toBeTrue();
    expect(
      body.entries.some(({ says }) => says.startsWith('The customer by their link: “Tail lamp out”')),
    ).toBeTrue();
  });

  it('takes the telephone’s clock for what it is: nothing is seen before the link, or tomorrow', async () => {
    const { token } = await linked();
    const first = await ask('reports', { ...clean(token), observedAt: '2190-01-01T00:00:00Z' });
    await ask('reports', { ...clean(token), observedAt: '1980-01-01T00:00:00Z' }, phoneOf(first));
    const now = Date.now();
    for (const { observedAt } of (await recordOf()).customerReports)
      expect(Math.abs(Date.parse(observedAt) - now)).toBeLessThan(60_000);
  });

  it('belongs to the telephone that tells by it first, also when two tell at once', async () => {
    const { token } = await linked();
    const both = await Promise.all([ask('reports', clean(token)), ask('reports', clean(token))]);
    expect(both.map(({ status }) => status).sort()).toEqual([201, 410]);
    const phone = phoneOf(both.find(({ status }) => status === 201)!);
    expect((await ask('page', { token })).status).toBe(410);
    expect((await ask('page', { token }, phone.slice(0, -1))).status).toBe(410);
    expect((await ask('page', { token }, phone)).status).toBe(200);
  });

  it('ends with its day, and when it is taken back', async () => {
    const { token, made } = await linked();
    const phone = phoneOf(await ask('reports', clean(token)));
    await shop.write(
      `/api/jobs/${jobId}/withdrawals`,
      { id: randomUUID(), observedAt: '2026-11-20T09:00:00Z', withdraws: made.id },
      { person: shop.desk },
    );
    expect((await ask('page', { token }, phone)).status).toBe(410);
    expect((await ask('reports', clean(token), phone)).status).toBe(410);
    expect(
      (await shop.enter(jobId, 'customer-links', { tokenHash: hashOf('x'), until: inDays(-1) })).status,
    ).toBe(422);
    expect(
      (await shop.enter(jobId, 'customer-links', { tokenHash: hashOf('x'), until: inDays(400) })).status,
    ).toBe(422);
    const short = await linked(new Date(Date.now() + 1500).toISOString());
    await new Promise((resolve) => setTimeout(resolve, 1600));
    expect((await ask('page', { token: short.token })).status).toBe(410);
  });

  it('takes nothing of strangers: other tokens, other cars, odd bodies, somebody who is signed in', async () => {
    const { token } = await linked();
    for (const odd of [newToken(), 'constructor', '__proto__', '', 'a'.repeat(43), { $ne: null }])
      expect([404, 422])
        .withContext(JSON.stringify(odd))
        .toContain((await ask('page', { token: odd })).status);
    const other = await shop.openBased('Horn');
    for (const more of [
      { beaconId: other.beaconId },
      { beaconId: randomUUID() },
      { starts: 0 },
      { starts: 501 },
      { starts: null },
      { within: [{ condition: 'cold', starts: 9 }] },
      { words: 'x'.repeat(1001) },
      { linkId: randomUUID() },
      { on: '2026-13-40' },
    ])
      expect((await ask('reports', clean(token, more))).status)
        .withContext(JSON.stringify(more))
        .toBe(422);
    expect((await recordOf()).customerReports).toEqual([]);
    const direct = { linkId: randomUUID(), beaconId, shown: false, starts: 3 };
    expect((await shop.enter(jobId, 'customer-reports', direct, { person: shop.lead })).status).toBe(404);
    expect(
      (
        await shop.enter(
          jobId,
          'customer-links',
          { tokenHash: hashOf('y'), until: inDays(3) },
          { person: shop.learner },
        )
      ).status,
    ).toBe(403);
  });

  it('comes no oftener than a car is started', async () => {
    const { token } = await linked();
    const first = await ask('reports', clean(token));
    const phone = phoneOf(first);
    const statuses: number[] = [];
    for (let n = 1; n <= 41; n++) statuses.push((await ask('reports', clean(token), phone)).status);
    expect(statuses.filter((status) => status === 201).length).toBe(39);
    expect(new Set(statuses.slice(39))).toEqual(new Set([429]));
  });

  it('is set aside by whoever is at the desk', async () => {
    const { token } = await linked();
    await ask('reports', clean(token, { shown: true, starts: null, within: null, words: 'it blinks' }));
    const bay = async () =>
      (await shop.get<{ bays: { jobId: string; next: string }[] }>('/api/bays')).body.bays.find(
        (own) => own.jobId === jobId,
      );
    expect((await bay())!.next).toContain('The customer says that “Tail lamp out” showed again');
    const [report] = (await recordOf()).customerReports;
    const aside = { id: randomUUID(), observedAt: '2026-11-20T09:00:00Z', withdraws: report!.id };
    expect((await shop.write(`/api/jobs/${jobId}/withdrawals`, aside)).status).toBe(201);
    expect((await bay())!.next).not.toContain('The customer says');
  });
});

describe('a server that no telephone reaches', () => {
  it('makes no links, has no page for customers, and says why', async () => {
    const shop = await Shop.open();
    const door = await shop.get<{ address: null; why: string }>('/api/customer-door');
    expect([door.body.address, door.body.why.includes('TLS')]).toEqual([null, true]);
    const { jobId, beaconId } = await shop.openBased();
    const repair = { beaconIds: [beaconId], label: 'It', method: 'repair', root: 'unknown', cured: true };
    await shop.enter(jobId, 'repairs', repair);
    const link = { tokenHash: hashOf('z'), until: inDays(3) };
    expect((await shop.enter(jobId, 'customer-links', link)).status).toBe(409);
    expect((await shop.write('/api/customer/page', { token: newToken() })).status).toBe(404);
    await shop.close();
  });

  it('is called by the name by which the desk calls it, or by its own', () => {
    const reach = { tls: true, hosts: ['*.shop.example', 'bench.shop.example'] };
    expect(doorOf(reach, 'localhost:4700').address).toBe('https://bench.shop.example:4700');
    expect(doorOf(reach, 'front.shop.example').address).toBe('https://front.shop.example');
    expect(doorOf({ tls: true, hosts: ['localhost', '*.shop.example'] }, 'localhost').address).toBeNull();
    expect(doorOf({ tls: false, hosts: ['bench.shop.example'] }, 'bench.shop.example').address).toBeNull();
  });
});
