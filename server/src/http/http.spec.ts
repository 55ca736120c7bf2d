import { randomUUID } from 'node:crypto';
import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { createApp, shutDown } from '../app.js';
import { connectPools } from '../database/connect.js';
import { asProblem, loggable } from './problem.js';
import { beacon, Shop } from '../testing/shop.js';

describe('the server’s door', () => {
  let shop: Shop;
  let jobId: string;
  beforeAll(async () => {
    shop = await Shop.open();
    jobId = await shop.openJob();
  });
  afterAll(() => shop.close());

  /** `fetch` sets the host itself: this one does not. */
  const withHost = (host: string) =>
    new Promise<number>((resolve, reject) => {
      const { hostname, port } = new URL(shop.address);
      request({ hostname, port, path: '/api/health', headers: { Host: host } }, (response) => {
        response.resume();
        resolve(response.statusCode!);
      })
        .on('error', reject)
        .end();
    });

  it('tells that it and its database are well', async () => {
    expect((await shop.get('/api/health')).body).toEqual({ status: 'ok', database: 'ok', mode: 'shop' });
  });

  it('serves its own hosts only', async () => {
    expect(await withHost('localhost:1234')).toBe(200);
    expect(await withHost('rebound.example')).toBe(421);
  });

  it('refuses foreign origins, other bodies than JSON, and headers that are missing', async () => {
    const path = `/api/jobs/${jobId}/notes`;
    const body = {
      id: randomUUID(),
      observedAt: '2026-11-17T08:00:00Z',
      data: { stage: 'trace', text: 'x' },
    };
    expect((await shop.write(path, body, { headers: { Origin: 'http://elsewhere.example' } })).status).toBe(
      403,
    );
    expect((await shop.write(path, body, { headers: { Origin: shop.address } })).status).toBe(201);
    expect(
      (await shop.write(path, 'x=1', { headers: { 'Content-Type': 'application/x-www-form-urlencoded' } }))
        .status,
    ).toBe(415);
    const bare = await shop.write(path, body, { key: 'not-an-id' });
    expect([bare.status, bare.body['detail']]).toEqual([
      400,
      jasmine.stringMatching(/^Idempotency-Key: expected an id/),
    ]);
    expect((await shop.write(path, body, { person: randomUUID() })).status).toBe(401);
  });

  it('answers malformed JSON, large bodies and unknown places in a sentence', async () => {
    const broken = await shop.write(`/api/jobs/${jobId}/beacons`, '{"id": ');
    expect([broken.status, broken.body['title']]).toEqual([400, 'Not JSON']);
    const large = await shop.write(`/api/jobs/${jobId}/scans`, JSON.stringify({ text: 'x'.repeat(20e6) }));
    expect([large.status, large.body['detail']]).toEqual([
      413,
      'The body is larger than the 4500 kB that are taken here.',
    ]);
    expect((await shop.get('/api/nothing')).status).toBe(404);
    expect((await shop.get(`/api/jobs/${randomUUID()}`)).status).toBe(404);
    expect((await shop.enter(randomUUID(), 'beacons', beacon)).status).toBe(404);
    const unknown = await shop.write(`/api/jobs/${jobId}/beacons`, {
      id: randomUUID(),
      observedAt: '2026-11-17T08:00:00Z',
      data: beacon,
      colour: 1,
    });
    expect([unknown.status, unknown.body['detail']]).toEqual([422, 'unknown key "colour"']);
  });

  it('sends a strict content policy with a nonce of its own each time', async () => {
    const policies = await Promise.all(
      [1, 2].map(async () => (await shop.get('/api/health')).headers.get('Content-Security-Policy')!),
    );
    expect(policies[0]).toContain("script-src 'self';");
    expect(policies[0]).not.toContain('unsafe');
    expect(policies[0]).not.toBe(policies[1]);
  });

  it('describes every route that it has', async () => {
    const { body } = await shop.get<{ paths: Record<string, unknown> }>('/api/openapi.json');
    expect(Object.keys(body.paths)).toContain('/api/jobs/{jobId}/readings');
  });

  it('writes no secret into its log', async () => {
    let written = '';
    const log = pino({ level: 'trace' }, { write: (line: string) => void (written += line) });
    // Without a database every request ends in a line of the log.
    const gone = connectPools({ port: 9, user: 'x', password: 'x', database: 'x' });
    const { app, services } = createApp({
      pools: gone,
      log,
      webFolder: '/nowhere',
      entrance: { mode: 'shop', demoAccounts: [], triesPerMinute: 100 },
    });
    const server = createServer(app);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    // As this server names its cookies.
    const own = {
      Cookie: shop.cookie(shop.lead)['Cookie']!.replaceAll(new URL(shop.address).port, new URL(address).port),
    };
    const password = 'a very secret word';
    await fetch(`${address}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...own },
      body: JSON.stringify({ name: 'Ines Okafor', password }),
    });
    await fetch(`${address}/api/bays?text=${encodeURIComponent(password)}`, {
      headers: own,
    });
    await fetch(`${address}/api/jobs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...own },
      body: `{"password": "${password}"`,
    });
    await shutDown(server, [services]);
    expect(written).toContain('/api/bays');
    expect(written).not.toContain(password);
    expect(written).not.toContain('very%20secret');
    expect(written).not.toContain('beacon_session');
    for (const part of own.Cookie.split('; ')) expect(written).not.toContain(part.split('=')[1]!);
  });

  it('logs of an error from the database neither its statement nor a byte of what was entered', async () => {
    const jobId = await shop.openJob();
    const secret = 'Mara Quist, 4471';
    const error = await shop
      .db('notes')
      .insert({ id: randomUUID(), job_id: jobId, text: secret, bytes: Buffer.alloc(9, 7) })
      .catch((thrown: unknown) => thrown);
    expect((error as Error).message).toContain(secret);
    const logged = JSON.stringify(loggable(error));
    expect(logged).toContain('ER_BAD_FIELD_ERROR');
    for (const part of [secret, 'insert', "X'07", '0707']) expect(logged).not.toContain(part);
  });

  it('says what a browser must not do with its answers', async () => {
    const policy = (await shop.get('/api/health')).headers.get('Content-Security-Policy')!;
    expect(policy).toContain("require-trusted-types-for 'script'");
    expect(policy).toMatch(/(?:^|;)trusted-types angular angular#bundler default(?:;|$)/);
    expect(policy).toContain("default-src 'none'");
  });

  it('tells a lost database from a fault of its own', () => {
    expect(asProblem(Object.assign(new Error('x'), { code: 'ECONNREFUSED' })).status).toBe(503);
    for (const errno of [1021, 1114, 1030])
      expect(asProblem(Object.assign(new Error('x'), { errno })).status).toBe(507);
    for (const errno of [1213, 1205, 1040])
      expect(asProblem(Object.assign(new Error('x'), { errno })).status).toBe(503);
    for (const errno of [1406, 1366, 1264, 4025])
      expect(asProblem(Object.assign(new Error('x'), { errno })).status).toBe(422);
    expect(asProblem(new Error('secret detail')).detail).not.toContain('secret');
  });
});
