import { randomUUID } from 'node:crypto';
import { type Endpoint, endpoints, factEndpoints, may } from '@dormant-beacon/contract';
import type { Role } from '@dormant-beacon/core/record';
import { Shop } from '../testing/shop.js';

/**
 * Written down apart from the contract, so that a slip in one of them shows: who may use an endpoint, as
 * l(ead) t(echnician) d(esk) r (learner), or `all` without a session.
 */
const table: Readonly<Record<string, string>> = {
  'GET /api/health': 'all',
  'GET /api/openapi.json': 'all',
  'GET /api/clock': 'ltdr',
  'GET /api/session': 'all',
  'POST /api/session': 'all',
  'POST /api/session/pin': 'all',
  'POST /api/session/end': 'all',
  'POST /api/session/end-everywhere': 'ltdr',
  'PUT /api/session/password': 'ltdr',
  'PUT /api/session/own-pin': 'ltdr',
  'GET /api/people': 'ltdr',
  'GET /api/accounts': 'l',
  'POST /api/accounts': 'l',
  'PUT /api/accounts/{personId}': 'l',
  'GET /api/devices': 'ltdr',
  'PUT /api/devices/{deviceId}': 'l',
  'GET /api/shop': 'ltdr',
  'PUT /api/shop': 'l',
  'GET /api/shop/log': 'l',
  'GET /api/library/patterns': 'ltdr',
  'POST /api/library/patterns': 'lt',
  'GET /api/library/codes': 'ltdr',
  'POST /api/library/code-notes': 'lt',
  'POST /api/library/code-links': 'lt',
  'GET /api/library/access-maps': 'ltdr',
  'GET /api/library/access-maps/{mapId}': 'ltdr',
  'GET /api/library/coding-books': 'ltdr',
  'GET /api/library/coding-books/{bookId}': 'ltdr',
  'GET /api/library/depth-tables': 'ltdr',
  'GET /api/library/cures': 'ltdr',
  'POST /api/library/coding-books': 'lt',
  'POST /api/library/depth-tables': 'lt',
  'PUT /api/jobs/{jobId}/images/{imageId}/{piece}': 'lt',
  'GET /api/jobs/{jobId}/images/{imageId}': 'lt',
  'POST /api/library/access-maps': 'lt',
  'GET /api/library/circuits': 'ltdr',
  'GET /api/library/circuits/{circuitId}': 'ltdr',
  'POST /api/library/circuits': 'lt',
  'GET /api/library/base-rates': 'ltdr',
  'POST /api/library/base-rates': 'l',
  'GET /api/library/part-weaknesses': 'ltdr',
  'POST /api/library/part-weaknesses': 'lt',
  'GET /api/library/supersessions': 'ltdr',
  'POST /api/library/supersessions': 'ltd',
  'POST /api/library/supersessions/{supersessionId}/withdrawal': 'ltd',
  'POST /api/library/supersession-lists': 'ltd',
  'GET /api/library/route-counts': 'ltdr',
  'GET /api/library/route-preset': 'ltdr',
  'GET /api/library/weaknesses': 'ltdr',
  'POST /api/library/weaknesses': 'lt',
  'GET /api/library/restraint-files': 'ltdr',
  'POST /api/library/restraint-files': 'lt',
  'POST /api/library/entries/{entryId}/withdrawal': 'lt',
  'GET /api/inventory/sources': 'ltdr',
  'POST /api/inventory/sources': 'ltd',
  'POST /api/inventory/imports': 'ltd',
  'GET /api/inventory/imports/{importId}': 'ltdr',
  'POST /api/inventory/imports/{importId}/rows': 'ltd',
  'POST /api/inventory/imports/{importId}/end': 'ltd',
  'GET /api/inventory/search': 'ltdr',
  'GET /api/bays': 'ltdr',
  'GET /api/vehicles': 'ltd',
  'POST /api/jobs': 'ltd',
  'GET /api/jobs/{jobId}': 'ltdr',
  'PUT /api/jobs/{jobId}/head': 'ltd',
  'PUT /api/jobs/{jobId}/attachments/{attachmentId}': 'ltd',
  'GET /api/jobs/{jobId}/attachments/{attachmentId}': 'ltdr',
  'GET /api/jobs/{jobId}/logbook': 'ltd',
  'GET /api/jobs/{jobId}/story.zip': 'ltd',
  'GET /api/jobs/{jobId}/story.csv': 'ltd',
  'GET /api/jobs/{jobId}/hand-back.pdf': 'ltd',
  'GET /api/jobs/{jobId}/hand-back.csv': 'ltd',
  'GET /api/jobs/{jobId}/hand-back.json': 'ltd',
  'POST /api/stories': 'l',
  'GET /api/jobs/{jobId}/scans/{scanId}/text': 'ltdr',
  'POST /api/jobs/{jobId}/withdrawals': 'ltdr',
  'GET /api/events': 'ltdr',
  'POST /api/practice': 'ltdr',
  'GET /api/practice': 'ltdr',
  'GET /api/practice/cases': 'ltdr',
  'POST /api/jobs/{jobId}/car/hints': 'ltdr',
  'POST /api/jobs/{jobId}/car/override': 'ltdr',
  'GET /api/jobs/{jobId}/car/lines/{codingId}': 'ltdr',
  'GET /api/jobs/{jobId}/car/steps/{codingId}': 'ltdr',
  'POST /api/jobs/{jobId}/car/drives': 'ltdr',
  'GET /api/jobs/{jobId}/car/memory/{codingId}': 'ltdr',
  'GET /api/jobs/{jobId}/car/report': 'ltdr',
  'GET /api/jobs/{jobId}/car/beside': 'ltdr',
  'GET /api/jobs/{jobId}/car/parts': 'ltdr',
  'GET /api/jobs/{jobId}/car/parts/{target}': 'ltdr',
  'GET /api/jobs/{jobId}/car/readings/{traceId}': 'ltdr',
  'GET /api/jobs/{jobId}/car/end': 'ltdr',
  'GET /api/customer-door': 'ltd',
  'POST /api/customer/page': 'all',
  'POST /api/customer/reports': 'all',
  'POST /api/jobs/{jobId}/customer-links': 'ltd',
  'POST /api/jobs/{jobId}/beacons': 'ltd',
  'POST /api/jobs/{jobId}/powerings': 'lt',
  'POST /api/jobs/{jobId}/batteries': 'lt',
  'POST /api/jobs/{jobId}/photos': 'ltd',
  'POST /api/jobs/{jobId}/approvals': 'ltd',
  'POST /api/jobs/{jobId}/scans': 'lt',
  'POST /api/jobs/{jobId}/waivers': 'l',
  'POST /api/jobs/{jobId}/basics': 'lt',
  'POST /api/jobs/{jobId}/judgements': 'lt',
  'POST /api/jobs/{jobId}/epochs': 'lt',
  'POST /api/jobs/{jobId}/suspect-words': 'lt',
  'POST /api/jobs/{jobId}/sheets': 'lt',
  'POST /api/jobs/{jobId}/workings': 'lt',
  'POST /api/jobs/{jobId}/traces': 'lt',
  'POST /api/jobs/{jobId}/readings': 'lt',
  'POST /api/jobs/{jobId}/repairs': 'lt',
  'POST /api/jobs/{jobId}/safeties': 'lt',
  'POST /api/jobs/{jobId}/temporaries': 'lt',
  'POST /api/jobs/{jobId}/inventories': 'lt',
  'POST /api/jobs/{jobId}/signs': 'lt',
  'POST /api/jobs/{jobId}/loop-readings': 'lt',
  'POST /api/jobs/{jobId}/seat-readings': 'lt',
  'POST /api/jobs/{jobId}/offers': 'ltd',
  'POST /api/jobs/{jobId}/donors': 'lt',
  'POST /api/jobs/{jobId}/parcels': 'ltd',
  'POST /api/jobs/{jobId}/route-plans': 'ltd',
  'POST /api/jobs/{jobId}/route-choices': 'lt',
  'POST /api/jobs/{jobId}/route-outcomes': 'lt',
  'POST /api/jobs/{jobId}/coverages': 'ltd',
  'POST /api/jobs/{jobId}/parts': 'ltd',
  'POST /api/jobs/{jobId}/part-orders': 'ltd',
  'POST /api/jobs/{jobId}/consignments': 'ltd',
  'POST /api/jobs/{jobId}/bench-works': 'lt',
  'POST /api/jobs/{jobId}/strip-plans': 'lt',
  'POST /api/jobs/{jobId}/ledger-entries': 'lt',
  'POST /api/jobs/{jobId}/cure-waits': 'lt',
  'POST /api/jobs/{jobId}/function-tries': 'lt',
  'POST /api/jobs/{jobId}/coding-plans': 'lt',
  'POST /api/jobs/{jobId}/coding-images': 'lt',
  'POST /api/jobs/{jobId}/coding-entries': 'lt',
  'POST /api/jobs/{jobId}/lock-sets': 'lt',
  'POST /api/jobs/{jobId}/clearings': 'lt',
  'POST /api/jobs/{jobId}/exposures': 'ltd',
  'POST /api/jobs/{jobId}/code-ends': 'lt',
  'POST /api/jobs/{jobId}/module-ends': 'lt',
  'POST /api/jobs/{jobId}/notes': 'ltdr',
  'POST /api/jobs/{jobId}/hand-backs': 'lt',
};

const letters: Readonly<Record<Role, string>> = { lead: 'l', technician: 't', desk: 'd', learner: 'r' };
const all: readonly Endpoint[] = [...Object.values<Endpoint>(endpoints), ...factEndpoints];
const nameOf = ({ method, path }: Endpoint) => `${method} ${path}`;

describe('the permission table', () => {
  let shop: Shop;
  let jobId: string;
  beforeAll(async () => {
    shop = await Shop.open(undefined, { tls: true, hosts: ['bench.shop.example'] });
    jobId = await shop.openJob();
  });
  afterAll(() => shop.close());

  const people = () =>
    ({ lead: shop.lead, technician: shop.technician, desk: shop.desk, learner: shop.learner }) as const;

  async function ask(endpoint: Endpoint, person: string | null) {
    const path = endpoint.path.replace('{jobId}', jobId).replace(/\{\w+\}/g, randomUUID());
    const stop = new AbortController();
    const response = await fetch(shop.address + path, {
      method: endpoint.method,
      headers: {
        'Content-Type': endpoint.bodyTypes?.[0] ?? 'application/json',
        'Idempotency-Key': randomUUID(),
        'Beacon-Person': person ?? shop.lead,
        ...shop.cookie(person),
      },
      ...(endpoint.method === 'GET' ? {} : { body: '{}' }),
      signal: stop.signal,
    });
    // A stream does not end by itself.
    const body = endpoint.path === '/api/events' && response.ok ? '' : await response.text();
    stop.abort();
    return { status: response.status, body };
  }

  it('names every endpoint, and says what the contract says', () => {
    expect(all.map(nameOf).sort()).toEqual(Object.keys(table).sort());
    for (const endpoint of all)
      for (const role of Object.keys(letters) as Role[])
        expect(may(endpoint.who, role))
          .withContext(`${nameOf(endpoint)} as ${role}`)
          .toBe(table[nameOf(endpoint)] === 'all' || table[nameOf(endpoint)]!.includes(letters[role]));
  });

  for (const endpoint of all.filter(({ path }) => path !== '/api/session/end-everywhere')) {
    const allowed = table[nameOf(endpoint)] ?? '';
    it(`holds for ${nameOf(endpoint)}`, async () => {
      const nobody = await ask(endpoint, null);
      if (allowed === 'all') expect(nobody.body).not.toContain('Sign in first.');
      else expect([nobody.status, nobody.body]).toEqual([401, jasmine.stringContaining('Sign in first.')]);
      if (endpoint.path.startsWith('/api/session')) return;
      for (const [role, person] of Object.entries(people())) {
        const { status, body } = await ask(endpoint, person);
        const refused = status === 403 && body.includes('This is for');
        expect(refused)
          .withContext(`${role}: ${status} ${body.slice(0, 200)}`)
          .toBe(allowed !== 'all' && !allowed.includes(letters[role as Role]));
        // What is permitted and asks for a body is refused for its emptiness, not entered.
        if (!refused && endpoint.body) expect([422, 428]).withContext(`${role}: ${body}`).toContain(status);
      }
    });
  }

  it('refuses forged and mixed sessions', async () => {
    const [lead, technician] = [shop.cookie(shop.lead)['Cookie']!, shop.cookie(shop.technician)['Cookie']!];
    const session = /beacon_session_\d+=[^;]+/;
    const device = /beacon_device_\d+=[^;]+/;
    const port = new URL(shop.address).port;
    const people = (cookie: string) => shop.get('/api/people', { Cookie: cookie });
    expect((await people(lead)).status).toBe(200);
    const forged = [
      '',
      `beacon_session_${port}=x; beacon_device_${port}=y`,
      `beacon_session_${port}=${'a'.repeat(43)}; ${device.exec(lead)![0]}`,
      // A token that was carried to another device.
      `${session.exec(lead)![0]}; ${device.exec(technician)![0]}`,
      session.exec(lead)![0],
      // What an installation on another port gave.
      lead.replaceAll(port, '4600'),
      // The hash that the database keeps is no token.
      `beacon_session_${port}=${((await shop.owner('sessions').first('token_hash')) as { token_hash: string }).token_hash}; ${device.exec(lead)![0]}`,
    ];
    for (const cookie of forged)
      expect((await people(cookie)).status)
        .withContext(cookie)
        .toBe(401);
  });

  it('takes no entry in another person’s name, and lets none be taken back that one may not enter', async () => {
    const note = (person: string, cookie: string) =>
      shop.write(
        `/api/jobs/${jobId}/notes`,
        { id: randomUUID(), observedAt: '2026-11-17T08:00:00Z', data: { stage: 'trace', text: 'x' } },
        { person, headers: shop.cookie(cookie) },
      );
    const stranger = await note(shop.lead, shop.learner);
    expect([stranger.status, stranger.body['path']]).toEqual([409, 'Beacon-Person']);
    expect((await note(shop.learner, shop.learner)).status).toBe(201);
    const battery = await shop.enter(jobId, 'batteries', { type: 'agm', restingVolts: 12.6 });
    const back = (person: string) =>
      shop.write(
        `/api/jobs/${jobId}/withdrawals`,
        { id: randomUUID(), observedAt: '2026-11-17T08:00:00Z', withdraws: battery.id },
        { person },
      );
    expect((await back(shop.desk)).status).toBe(403);
    expect((await back(shop.technician)).status).toBe(201);
  });

  it('lets the desk enter what customers report, not drives of the shop', async () => {
    const { id: beaconId } = await shop.enter(
      jobId,
      'beacons',
      {
        kind: 'beacon',
        name: 'Lamp',
        seen: 'lit',
        thereBefore: 'no',
        conditions: [],
        shown: 20,
        exposures: 20,
      },
      { person: shop.desk },
    );
    const drive = {
      beaconId,
      shown: false,
      coldStart: false,
      conditions: [],
      bulbCheck: 'not-seen',
      monitorRan: false,
    };
    const enter = (more: object) =>
      shop.enter(jobId, 'exposures', { ...drive, ...more }, { person: shop.desk });
    expect((await enter({ reportedBy: 'technician' })).status).toBe(403);
    expect((await enter({ reportedBy: 'customer', drives: 12 })).status).toBe(201);
    const own = { ...drive, reportedBy: 'technician', drives: 12 };
    expect((await shop.enter(jobId, 'exposures', own)).status).toBe(422);
  });
});
