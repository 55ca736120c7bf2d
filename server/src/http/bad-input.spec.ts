import { randomUUID } from 'node:crypto';
import { connect as connectSocket } from 'node:net';
import { gzipSync } from 'node:zlib';
import type { JobRecord } from '@dormant-beacon/core/record';
import { beacon, Shop } from '../testing/shop.js';

/** What a stranger, a script or a slip sends: a refusal in words, never our own fault. */
describe('bad input', () => {
  let shop: Shop;
  let jobId: string;
  beforeAll(async () => {
    shop = await Shop.open();
    jobId = await shop.openJob();
  });
  afterAll(() => shop.close());

  const open = (vehicle: object, head: object = {}) =>
    shop.write('/api/jobs', {
      jobId: randomUUID(),
      vehicleId: randomUUID(),
      head: { event: 'wear', ...head },
      vehicle: { make: 'Ostrel', model: 'Marn', ...vehicle },
    });

  it('in a vehicle or a head is named', async () => {
    const cases: [object, object, RegExp][] = [
      [{ vin: 'ÖSTREL4471灯' }, {}, /^vehicle.vin: /],
      [{ vin: 'x'.repeat(18) }, {}, /^vehicle.vin: /],
      [{ make: 'x'.repeat(201) }, {}, /^vehicle.make: /],
      [{ odometerKm: 1e308 }, {}, /^vehicle.odometerKm: /],
      [{ year: 19999 }, {}, /^vehicle.year: /],
      [{}, { promisedAt: '9999-12-31T23:59:59-10:00' }, /^head.promisedAt: /],
      [{}, { promisedAt: '0000-01-01T00:00:00+10:00' }, /^head.promisedAt: /],
      [{}, { promisedAt: '+012026-01-01T00:00:00Z' }, /^head.promisedAt: /],
      [{}, { event: 'constructor' }, /^head.event: /],
      [{ constructor: 'x' }, {}, /constructor/],
    ];
    for (const [vehicle, head, says] of cases) {
      const answer = await open(vehicle, head);
      expect([answer.status, answer.body['detail']])
        .withContext(JSON.stringify([vehicle, head]))
        .toEqual([422, jasmine.stringMatching(says)]);
    }
    const longest = await open(
      { model: '灯'.repeat(200), plate: '灯'.repeat(20), options: Array(60).fill('灯'.repeat(200)) },
      { customer: '灯'.repeat(120), customerWords: '🔧'.repeat(2000), eventNote: '灯'.repeat(200) },
    );
    expect([longest.status, longest.body['detail']]).toEqual([201, undefined]);
  });

  it('in moments, numbers and ids of an entry is named', async () => {
    const note = { stage: 'trace', text: 'x' };
    const send = (more: object) =>
      shop.write(`/api/jobs/${jobId}/notes`, {
        id: randomUUID(),
        observedAt: '2026-11-17T08:00:00Z',
        data: note,
        ...more,
      });
    for (const observedAt of [
      '9999-12-31T23:59:59-10:00',
      '0000-01-01T00:00:00+10:00',
      '2026-02-30T08:00:00Z',
      '1900-01-01T00:00:00Z',
      'Infinity',
      '',
    ])
      expect([observedAt, (await send({ observedAt })).status]).toEqual([observedAt, 422]);
    for (const id of ['constructor', 'null', '../x', `${randomUUID()}x`])
      expect((await send({ id })).status)
        .withContext(id)
        .toBe(422);
    expect(
      (
        await shop.write(
          `/api/jobs/${jobId}/notes`,
          `{"id":"${randomUUID()}","observedAt":"2026-11-17T08:00:00Z","data":{"stage":"trace","text":1e999}}`,
        )
      ).status,
    ).toBe(422);
    for (const stage of ['constructor', '__proto__', 'toString'])
      expect((await send({ data: { ...note, stage } })).status)
        .withContext(stage)
        .toBe(422);
  });

  it('in capital letters is the same id', async () => {
    const id = randomUUID();
    const upper = await shop.enter(jobId.toUpperCase(), 'beacons', beacon, { id: id.toUpperCase() });
    expect([upper.status, upper.body['id']]).toEqual([201, id]);
    const answer = await shop.enter(jobId, 'exposures', {
      beaconId: id.toUpperCase(),
      shown: false,
      coldStart: true,
      conditions: [],
      bulbCheck: 'passed',
      monitorRan: true,
      reportedBy: 'technician',
    });
    expect(answer.status).toBe(201);
    const record = (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
    expect(record.exposures[0]!.beaconId).toBe(id);
  });

  it('in an address or a query is refused or left aside', async () => {
    const cases: [string, number[]][] = [
      ['/%E0%A4%A', [400, 404]],
      ['/api/jobs/%E0%A4%A', [400]],
      ['/api/jobs/constructor', [422]],
      [`/api/jobs/${jobId}/logbook?after=Infinity`, [422]],
      [`/api/jobs/${jobId}/logbook?after=-1`, [422]],
      ['/api/bays?limit=Infinity', [422]],
      ['/api/bays?limit=9e9', [422]],
      ['/api/bays?after=x', [422]],
      ['/api/bays?after=2026-13-45%2099:99:99.999_5', [422]],
      ['/api/bays?after=2026-11-17%2008:00:00.000_99999999999', [422]],
      [`/api/bays?after=${'9'.repeat(5000)}`, [422]],
      ['/api/bays?text=%00%25_%5C&all=1', [200]],
      [`/api/bays?text=${'a'.repeat(4000)}&all=1`, [200]],
      ['/api/bays?text[]=a&text[constructor]=b&order=__proto__', [200]],
      [`/api/library/circuits/${randomUUID()}?version=Infinity`, [422]],
      [`/api/library/circuits/${randomUUID()}?version=1e400`, [422]],
      ['/api/vehicles?text=%F0%9F%94%A7', [200]],
      [`/api/jobs/${jobId}/scans/x/text`, [422]],
      ['/api/library/codes?make=constructor&model=__proto__', [200]],
    ];
    for (const [path, allowed] of cases) {
      const { status, body } = await shop.get(path);
      expect(allowed)
        .withContext(`${path.slice(0, 90)}: ${status} ${JSON.stringify(body).slice(0, 100)}`)
        .toContain(status);
    }
  });

  it('in a body that is deep, packed, half or in other letters is refused before it is read', async () => {
    const path = `/api/jobs/${jobId}/notes`;
    const raw = async (body: Uint8Array | string, headers: Record<string, string> = {}) => {
      const response = await fetch(shop.address + path, {
        method: 'POST',
        headers: {
          'Content-Type': 'application/json',
          'Idempotency-Key': randomUUID(),
          'Beacon-Person': shop.technician,
          ...shop.cookie(shop.technician),
          ...headers,
        },
        body: typeof body === 'string' ? body : new Uint8Array(body),
      });
      return [response.status, ((await response.json()) as { title: string }).title];
    };
    expect(await raw('['.repeat(40_000))).toEqual([400, 'Too deep']);
    expect(await raw(`${'{"a":'.repeat(200)}1${'}'.repeat(200)}`)).toEqual([400, 'Too deep']);
    expect(await raw(gzipSync('{}'), { 'Content-Encoding': 'gzip' })).toEqual([415, 'Not JSON']);
    expect(await raw(gzipSync('{}').subarray(0, 9), { 'Content-Encoding': 'gzip' })).toEqual([
      415,
      'Not JSON',
    ]);
    expect(await raw('{}', { 'Content-Type': 'application/json; charset=utf-16' })).toEqual([
      415,
      'Not JSON',
    ]);
    expect(await raw('{"id": "')).toEqual([400, 'Not JSON']);
    expect((await raw('null'))[0]).toBe(422);
    expect((await raw('[]'))[0]).toBe(422);
    expect((await raw('{"__proto__": {"admin": true}}'))[0]).toBe(422);
  });

  it('that is cut off in the middle harms nobody', async () => {
    const { hostname, port } = new URL(shop.address);
    for (const part of [
      'POST /api/jobs HTTP/1.1\r\nHost: localhost\r\nContent-Length: 100\r\n\r\n{',
      'GET /api/events HT',
      '\0\0\0',
    ])
      await new Promise<void>((resolve) => {
        const socket = connectSocket(Number(port), hostname, () => {
          socket.write(part);
          setTimeout(() => socket.destroy(), 30);
        });
        socket.on('close', () => resolve());
        socket.on('error', () => undefined);
      });
    expect((await shop.get('/api/health')).status).toBe(200);
  });

  it('of half an emoji is kept as a mark for one, the same in record and logbook', async () => {
    const id = randomUUID();
    const sent = `{"id":"${id}","observedAt":"2026-11-17T08:00:00Z","data":{"stage":"trace","text":"lamp \\ud83d out"}}`;
    expect((await shop.write(`/api/jobs/${jobId}/notes`, sent)).status).toBe(201);
    const record = (await shop.get<JobRecord>(`/api/jobs/${jobId}`)).body;
    expect(record.notes.find((note) => note.id === id)!.text).toBe('lamp \uFFFD out');
    expect((await shop.get<{ flaw: string | null }>(`/api/jobs/${jobId}/logbook`)).body.flaw).toBeNull();
  });
});

describe('a write that is sent twice', () => {
  it('is done once, whatever it concerns', async () => {
    const shop = await Shop.open();
    const twice = async (path: string, body: unknown, more: Parameters<Shop['write']>[2] = {}) => {
      const key = randomUUID();
      const [first, second] = [
        await shop.write(path, body, { person: shop.lead, ...more, key }),
        await shop.write(path, body, { person: shop.lead, ...more, key }),
      ];
      expect([first.status < 300, second.status])
        .withContext(path)
        .toEqual([true, first.status]);
      const { here: _h, ...one } = first.body;
      const { here: _o, ...other } = second.body;
      expect(other).withContext(path).toEqual(one);
    };
    const { settings } = (await shop.get<{ settings: object }>('/api/shop')).body;
    await twice(
      '/api/shop',
      { settings: { ...settings, coldStarts: 4 } },
      { method: 'PUT', headers: { 'If-Match': '"0"' } },
    );
    await shop.owner('accounts').where({ person_id: shop.lead }).update({ password_hash: 'set' });
    const person = { id: randomUUID(), name: 'Cy', initials: 'C', role: 'technician' };
    await twice('/api/accounts', { person, password: 'a first spanner word' });
    await twice(
      `/api/accounts/${person.id}`,
      { name: 'Cy Lund', initials: 'CL', role: 'desk', active: true },
      { method: 'PUT' },
    );
    const note = {
      make: 'Velanta',
      code: 'B1C11',
      says: 'browns',
      source: 'own',
      credibility: 'own-job',
      times: 2,
    };
    await twice('/api/library/code-notes', { id: randomUUID(), ...note });
    await twice('/api/library/base-rates', {
      basedOn: 0,
      rates: [{ kind: 'lamp', mode: 'open', weight: 9 }],
    });
    const { devices } = (await shop.get<{ devices: { id: string }[] }>('/api/devices')).body;
    await twice(`/api/devices/${devices[0]!.id}`, { name: 'Tablet' }, { method: 'PUT' });
    const { entries } = (await shop.get<{ entries: unknown[] }>('/api/shop/log', shop.cookie(shop.lead)))
      .body;
    expect(entries.length).toBe(6);
    const reused = randomUUID();
    await shop.write(
      '/api/library/code-notes',
      { id: randomUUID(), ...note },
      { key: reused, person: shop.lead },
    );
    const other = await shop.write(
      '/api/library/code-notes',
      { id: randomUUID(), ...note, says: 'other' },
      { key: reused, person: shop.lead },
    );
    expect([other.status, other.body['title']]).toEqual([422, 'Key used before']);
    // A password is in no fingerprint that is kept.
    const kept = (await shop.owner('idempotency').select('*')) as { answer: string }[];
    expect(JSON.stringify(kept)).not.toContain('spanner');
    await shop.close();
  });
});
