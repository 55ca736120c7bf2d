/** A server on a real, empty database of its own, for specs. */
import { randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { type App, createApp, shutDown } from '../app.js';
import { connect, type DatabaseAddress } from '../database/connect.js';
import { migrate } from '../database/migrate.js';
import type { Knex } from 'knex';

function setting(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: these specs are run by "npm test"`);
  return value;
}

export interface Answer<B = Record<string, unknown>> {
  readonly status: number;
  readonly body: B;
  readonly headers: Headers;
}

export class Shop {
  readonly lead = randomUUID();
  readonly technician = randomUUID();

  private constructor(
    readonly owner: Knex,
    readonly db: Knex,
    private readonly server: Server,
    private readonly app: App,
    private readonly name: string,
    readonly address: string,
  ) {}

  static async open(): Promise<Shop> {
    const port = Number(setting('BEACON_TEST_DATABASE_PORT'));
    const owner: DatabaseAddress = {
      port,
      user: setting('BEACON_TEST_OWNER'),
      password: setting('BEACON_TEST_OWNER_PASSWORD'),
      database: 'mysql',
    };
    const name = `beacon_spec_${randomUUID().slice(0, 8)}`;
    const first = connect(owner, 1);
    await first.raw(`CREATE DATABASE \`${name}\``);
    await first.destroy();
    const ownerDb = connect({ ...owner, database: name }, 2);
    await migrate(ownerDb, name, setting('BEACON_TEST_APPLICATION'));
    const db = connect({
      port,
      user: setting('BEACON_TEST_APPLICATION'),
      password: setting('BEACON_TEST_APPLICATION_PASSWORD'),
      database: name,
    });
    const app = createApp({ db, log: pino({ level: 'silent' }), webFolder: '/nowhere', mode: 'shop' });
    const server = createServer(app.app);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const shop = new Shop(
      ownerDb,
      db,
      server,
      app,
      name,
      `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    );
    await db('people').insert([
      { id: shop.lead, name: 'Ines Okafor', initials: 'IO', role: 'lead' },
      { id: shop.technician, name: 'Yuki Sorensen', initials: 'YS', role: 'technician' },
    ]);
    return shop;
  }

  async close(): Promise<void> {
    await shutDown(this.server, this.app.feed, this.db);
    await this.owner.raw(`DROP DATABASE \`${this.name}\``);
    await this.owner.destroy();
  }

  async get<B = Record<string, unknown>>(
    path: string,
    headers: Record<string, string> = {},
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
