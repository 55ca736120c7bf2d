/** A server on a real, empty database of its own, for specs. */
import { randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import type { Role } from '@dormant-beacon/core/record';
import type { Entrance } from '../accounts/routes.js';
import { newToken, tokenHash } from '../accounts/secrets.js';
import { beginSession } from '../accounts/sessions.js';
import { type App, createApp, shutDown } from '../app.js';
import { connect, connectPools, type DatabaseAddress, type Pools, storedOf } from '../database/connect.js';
import type { Reach } from '../customer/reach.js';
import { migrate } from '../database/migrate.js';
import { linkSockets } from '../practice/link-socket.js';
import type { Services } from '../services.js';
import type { Knex } from 'knex';

function setting(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: these specs are run by "npm test"`);
  return value;
}

/** Where the owner of a database comes in. */
export const ownerOf = (database: string): DatabaseAddress => ({
  port: Number(setting('BEACON_TEST_DATABASE_PORT')),
  user: setting('BEACON_TEST_OWNER'),
  password: setting('BEACON_TEST_OWNER_PASSWORD'),
  database,
});

export interface Answer<B = Record<string, unknown>> {
  readonly status: number;
  readonly body: B;
  readonly headers: Headers;
}

export class Shop {
  readonly lead = randomUUID();
  readonly technician = randomUUID();
  readonly desk = randomUUID();
  readonly learner = randomUUID();
  /** Cookies of a session that each of them has on a device of their own. */
  private readonly cookies = new Map<string, string>();

  private constructor(
    readonly owner: Knex,
    readonly pools: Pools,
    private readonly server: Server,
    private readonly app: App,
    private readonly name: string,
    readonly address: string,
    private readonly where: DatabaseAddress,
  ) {}

  get database(): string {
    return this.name;
  }

  get application(): string {
    return setting('BEACON_TEST_APPLICATION');
  }

  get db(): Knex {
    return this.pools.write;
  }

  get services(): Services {
    return this.app.services;
  }

  /** Settles when every row of the bays is up to date. */
  async settled(): Promise<void> {
    await this.services.reviewer.settled();
  }

  private get port(): string {
    return new URL(this.address).port;
  }

  static async open(
    entrance: Entrance = { mode: 'shop', demoAccounts: [], triesPerMinute: 10_000 },
    reach: Partial<Reach> & { readonly proxies?: readonly string[] } = {},
  ): Promise<Shop> {
    const name = `beacon_spec_${randomUUID().slice(0, 8)}`;
    const first = connect(ownerOf(''), 1);
    await first.raw(`CREATE DATABASE \`${name}\``);
    await first.destroy();
    const ownerDb = connect(ownerOf(name), 4);
    await migrate(ownerDb, name, setting('BEACON_TEST_APPLICATION'));
    const where: DatabaseAddress = {
      port: ownerOf(name).port,
      user: setting('BEACON_TEST_APPLICATION'),
      password: setting('BEACON_TEST_APPLICATION_PASSWORD'),
      database: name,
    };
    const pools = connectPools(where);
    const app = createApp({
      pools,
      log: pino({ level: 'silent' }),
      webFolder: '/nowhere',
      entrance,
      ...reach,
    });
    const server = createServer(app.app);
    server.on('upgrade', linkSockets(app.services, reach.hosts ?? []));
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const shop = new Shop(
      ownerDb,
      pools,
      server,
      app,
      name,
      `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
      where,
    );
    await shop.hire(shop.lead, 'Ines Okafor', 'IO', 'lead');
    await shop.hire(shop.technician, 'Yuki Sorensen', 'YS', 'technician');
    await shop.hire(shop.desk, 'Pell Adair', 'PA', 'desk');
    await shop.hire(shop.learner, 'Remy', 'R', 'learner');
    return shop;
  }

  async close(): Promise<void> {
    await shutDown(this.server, [this.app.services]);
    await this.owner.raw(`DROP DATABASE \`${this.name}\``);
    await this.owner.destroy();
  }

  /** Another server on the same database, at the same node or at another one, for people who are signed in at the first. */
  static async beside(first: Shop, { port = first.where.port, server = '' } = {}): Promise<Shop> {
    const where = { ...first.where, port };
    const pools = connectPools(where);
    const app = createApp({
      pools,
      log: pino({ level: 'silent' }),
      webFolder: '/nowhere',
      entrance: { mode: 'shop', demoAccounts: [], triesPerMinute: 10_000 },
      server,
    });
    const listening = createServer(app.app);
    await new Promise<void>((resolve) => listening.listen(0, '127.0.0.1', resolve));
    const address = `http://127.0.0.1:${(listening.address() as AddressInfo).port}`;
    const other = new Shop(first.owner, pools, listening, app, first.name, address, where);
    for (const role of ['lead', 'technician', 'desk', 'learner'] as const)
      (other as { -readonly [R in typeof role]: string })[role] = first[role];
    for (const [id, cookies] of first.cookies)
      other.cookies.set(id, cookies.replaceAll(`_${first.port}=`, `_${other.port}=`));
    return other;
  }

  /** Ends this server and leaves its database to the first. */
  async leave(): Promise<void> {
    await shutDown(this.server, [this.app.services]);
  }

  /** A person with an account that has no password yet, and a session on a device of their own. */
  async hire(id: string, name: string, initials: string, role: Role): Promise<void> {
    const [deviceId, device, now] = [randomUUID(), newToken(), new Date()];
    await this.db('people').insert({ id, name, initials, role });
    await this.db('accounts').insert({ person_id: id, must_change: false, active: true });
    await this.db('devices').insert({
      id: deviceId,
      token_hash: tokenHash(device),
      seen_at: storedOf(now),
    });
    const token = await beginSession(this.db, id, deviceId, now);
    this.cookies.set(id, `beacon_session_${this.port}=${token}; beacon_device_${this.port}=${device}`);
  }

  /** Those who were there from the start. */
  get hired(): string[] {
    return [this.lead, this.technician, this.desk, this.learner];
  }

  /** The cookies of a person's session; none for null. */
  cookie(person: string | null): Record<string, string> {
    return person === null ? {} : { Cookie: this.cookies.get(person) ?? '' };
  }

  async get<B = Record<string, unknown>>(
    path: string,
    headers: Record<string, string> = this.cookie(this.technician),
  ): Promise<Answer<B>> {
    const response = await fetch(this.address + path, { headers });
    return { status: response.status, body: (await response.json()) as B, headers: response.headers };
  }

  async write<B = Record<string, unknown>>(
    path: string,
    body: unknown,
    {
      key = randomUUID() as string,
      person = this.technician as string,
      method = 'POST',
      headers = {} as Record<string, string>,
    } = {},
  ): Promise<Answer<B>> {
    const response = await fetch(this.address + path, {
      method,
      headers: {
        'Content-Type': 'application/json',
        'Idempotency-Key': key,
        'Beacon-Person': person,
        ...this.cookie(person),
        ...headers,
      },
      body: typeof body === 'string' ? body : JSON.stringify(body),
    });
    return { status: response.status, body: (await response.json()) as B, headers: response.headers };
  }

  /** Opens a job and returns its id. */
  async openJob(): Promise<string> {
    const jobId = randomUUID();
    const { status, body } = await this.write('/api/jobs', {
      jobId,
      vehicleId: randomUUID(),
      head: { event: 'wear' },
      vehicle: { make: 'Ostrel', model: 'Marn wagon' },
    });
    if (status !== 201) throw new Error(JSON.stringify(body));
    return jobId;
  }

  /** Opens a job that has a lamp which is always lit, and its baseline with one code: a trace can begin. */
  async openBased(name = 'Tail lamp out'): Promise<{ jobId: string; beaconId: string }> {
    const jobId = await this.openJob();
    const lit = { ...beacon, name, seen: 'lit', conditions: [], shown: 20, exposures: 20 };
    const { id: beaconId } = await this.enter(jobId, 'beacons', lit);
    await this.enter(jobId, 'scans', { kind: 'baseline', text: 'Body\n B1C11-13 Lamp' });
    return { jobId, beaconId };
  }

  /** Keeps the bytes of a photo, as the front desk does. */
  async keepPhoto(jobId: string, attachmentId: string, bytes: Buffer): Promise<void> {
    const response = await fetch(`${this.address}/api/jobs/${jobId}/attachments/${attachmentId}`, {
      method: 'PUT',
      headers: {
        'Content-Type': 'image/png',
        'Idempotency-Key': randomUUID(),
        'Beacon-Person': this.desk,
        ...this.cookie(this.desk),
      },
      body: new Uint8Array(bytes),
    });
    if (!response.ok) throw new Error(await response.text());
  }

  /** Enters a fact and returns the answer, with the fact's id. */
  async enter(
    jobId: string,
    kind: string,
    data: unknown,
    more: Parameters<Shop['write']>[2] & { corrects?: string; id?: string } = {},
  ): Promise<Answer & { id: string }> {
    const id = more.id ?? randomUUID();
    const answer = await this.write(
      `/api/jobs/${jobId}/${kind}`,
      { id, observedAt: '2026-11-17T08:00:00Z', data, ...(more.corrects ? { corrects: more.corrects } : {}) },
      more,
    );
    return { ...answer, id };
  }
}

export const beacon = {
  kind: 'beacon',
  name: 'Charge flap open',
  seen: 'comes-and-goes',
  thereBefore: 'no',
  conditions: ['cold'],
  shown: 6,
  exposures: 20,
};
export const report = 'Charge control\n  B1A27-64 End switch (stored)\nBody: no codes\n';
