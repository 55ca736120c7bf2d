/** Two servers, each on a node of its own, of a cluster of three that really runs. */
import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { defaultShopSettings } from '@dormant-beacon/core/shop';
import { addAccount } from '../accounts/service.js';
import { failedPins, passwordTries, pinTries } from '../accounts/tries.js';
import { byPassword, byPin, rememberPassword } from '../accounts/sign-in.js';
import { tokenHash } from '../accounts/secrets.js';
import { beginSession, standingSessions } from '../accounts/sessions.js';
import { isWhole } from '../database/chain.js';
import { Lag } from '../testing/lag.js';
import { beacon, Shop } from '../testing/shop.js';

const [, secondPort = 0] = (process.env['BEACON_TEST_NODES'] ?? '').split(',').map(Number);
const password = 'lantern and wrench';

describe('two servers on two nodes', () => {
  let [first, second] = [] as unknown as [Shop, Shop];
  beforeAll(async () => {
    first = await Shop.open();
    second = await Shop.beside(first, { port: secondPort, server: 'second' });
  });
  afterAll(async () => {
    await second.leave();
    await first.close();
  });
  const either = (n: number) => (n % 2 === 0 ? first : second);
  const many = <A>(count: number, one: (n: number) => Promise<A>) =>
    Promise.all(Array.from({ length: count }, (_, n) => one(n)));

  it('are told apart from one that stands alone', async () => {
    const { body } = await second.get('/api/health');
    expect(body).toEqual({ status: 'ok', database: 'ok', members: 3, mode: 'shop' });
  });

  it('take every entry of a hot job, and its chain is whole', async () => {
    const jobId = await first.openJob();
    // One that is too many at the moment is sent again as it is, as every device does.
    const enter = async (n: number) => {
      const ids = { id: randomUUID(), key: randomUUID() };
      for (;;) {
        const answer = await either(n).enter(jobId, 'beacons', { ...beacon, name: `Lamp ${n}` }, ids);
        if (answer.status !== 503) return answer;
        await sleep(250);
      }
    };
    const answers = await many(200, enter);
    expect(answers.filter(({ status }) => status !== 201).map(({ body }) => body)).toEqual([]);
    const rows = (await first.owner('logbook').where({ job_id: jobId }).orderBy('seq')) as {
      seq: number;
      entry: string;
      hash: string;
    }[];
    expect(rows.length).toBe(201);
    expect(isWhole(rows)).toBe(true);
    expect(new Set(answers.map(({ body }) => body['seq'])).size).toBe(200);
  }, 60_000);

  it('give every job a number of its own', async () => {
    const jobs = await many(40, (n) => either(n).openJob());
    const rows = (await first.owner('jobs').whereIn('id', jobs).select('number')) as { number: number }[];
    expect(new Set(rows.map(({ number }) => number)).size).toBe(40);
    const [{ last }] = (await first.owner('jobs').max({ last: 'number' })) as [{ last: number }];
    const [{ count }] = (await first.owner('jobs').count({ count: '*' })) as [{ count: number }];
    expect(last).withContext('without a gap').toBe(Number(count));
  }, 60_000);

  it('do an entry once that is sent to both at the same moment', async () => {
    const jobId = await first.openJob();
    await many(20, async (n) => {
      const [id, key] = [randomUUID(), randomUUID()];
      const [one, other] = await Promise.all([
        first.enter(jobId, 'beacons', { ...beacon, name: `Both ${n}` }, { id, key }),
        second.enter(jobId, 'beacons', { ...beacon, name: `Both ${n}` }, { id, key }),
      ]);
      expect([one.status, other.status]).toEqual([201, 201]);
      expect(other.body).toEqual(one.body);
    });
    expect((await first.owner('beacons').where({ job_id: jobId })).length).toBe(20);
  }, 60_000);

  it('find at once what was entered, and who has signed in, by the other, while many write', async () => {
    const jobs = await many(8, () => first.openJob());
    let writing = true;
    const writers = jobs.map(async (jobId, n) => {
      while (writing) await first.enter(jobId, 'beacons', { ...beacon, name: `Load ${n} ${randomUUID()}` });
    });
    const jobId = await first.openJob();
    for (let n = 0; n < 40; n++) {
      const { body } = await first.enter(jobId, 'beacons', { ...beacon, name: `Seen ${n}` });
      const record = await second.get<{ seq: number }>(`/api/jobs/${jobId}`);
      expect(record.body.seq).toBe(body['seq'] as number);
      const token = await beginSession(first.db, first.desk, await deviceOf(first.desk), new Date());
      expect(await standingSessions(second.services.pools.read, [tokenHash(token)])).toEqual(
        new Set([tokenHash(token)]),
      );
    }
    writing = false;
    await Promise.all(writers);
  }, 60_000);

  const deviceOf = async (personId: string): Promise<string> =>
    (
      (await first.owner('sessions').where({ person_id: personId }).first('device_id')) as {
        device_id: string;
      }
    ).device_id;

  it('save the settings of eighteen people at once one after the other, and tell the stale ones so', async () => {
    const settings = { ...defaultShopSettings, timeZone: 'Europe/Vienna' };
    for (let round = 0; round < 3; round++) {
      const { headers } = await first.get('/api/shop', first.cookie(first.lead));
      const answers = await many(18, (n) =>
        either(n).write(
          '/api/shop',
          { settings: { ...settings, hourlyRateCents: 9000 + 10 * round + n } },
          { person: first.lead, method: 'PUT', headers: { 'If-Match': headers.get('ETag')! } },
        ),
      );
      expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array<number>(17).fill(409)]);
    }
  }, 60_000);

  it('never leave the shop without a lead, however two are demoted at once', async () => {
    for (let round = 0; round < 10; round++) {
      await first
        .owner('people')
        .where({ role: 'lead' })
        .whereNot({ id: first.lead })
        .update({ role: 'technician' });
      await first.owner('people').where({ id: first.lead }).update({ role: 'technician' });
      const [one, other] = await many(2, async (n) => {
        const id = randomUUID();
        const person = { id, name: `Lead ${round} ${n}`, initials: 'L', role: 'lead' as const };
        await addAccount(first.db, { person, password }, { mustChange: false, now: new Date() });
        return person;
      });
      const demote = (shop: Shop, { id, name, initials }: typeof one & object) =>
        shop.write(
          `/api/accounts/${id}`,
          { name, initials, role: 'technician', active: true },
          {
            person: shop.lead,
            method: 'PUT',
          },
        );
      // The first lead only asks: without a password it does not count as one who can sign in.
      await first.owner('people').where({ id: first.lead }).update({ role: 'lead' });
      const answers = await Promise.all([demote(first, one!), demote(second, other!)]);
      expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
      const left = await first
        .owner('people')
        .join('accounts', 'accounts.person_id', 'people.id')
        .where({ role: 'lead', active: true })
        .whereNotNull('password_hash');
      expect(left.length).toBe(1);
    }
  }, 60_000);

  it('count wrong passwords and PINs together, and let none slip through', async () => {
    const id = randomUUID();
    const person = { id, name: 'Lock Smith', initials: 'LS', role: 'technician' as const };
    await addAccount(first.db, { person, password, pin: '4711' }, { mustChange: false, now: new Date() });
    const wrong = await Promise.allSettled(
      Array.from({ length: 24 }, (_, n) =>
        byPassword(either(n).db, { name: person.name, password: 'not this one' }, null, new Date()),
      ),
    );
    expect(wrong.every(({ status }) => status === 'rejected')).toBe(true);
    const tries = await first.owner('sign_in_tries').where({ person_id: id, how: 'password' });
    expect(tries.length).toBe(passwordTries);
    await first.owner('sign_in_tries').where({ person_id: id }).delete();

    const deviceId = randomUUID();
    await first
      .owner('devices')
      .insert({ id: deviceId, token_hash: 'd'.repeat(64), seen_at: '2026-11-17 08:00:00' });
    await rememberPassword(first.db, id, deviceId, new Date());
    await Promise.allSettled(
      Array.from({ length: 16 }, (_, n) =>
        byPin(either(n).db, { personId: id, pin: '0815' }, deviceId, new Date()),
      ),
    );
    expect(await failedPins(second.db, id, deviceId)).toBe(pinTries);
    const pins = await first.owner('sign_in_tries').where({ person_id: id, how: 'pin' });
    expect(pins.length).toBe(pinTries);
  }, 60_000);

  it('tell an open stream what the other wrote', async () => {
    const jobId = await first.openJob();
    const told: number[] = [];
    const close = await second.services.feed.listen({
      tokenHash: 'nobody',
      moved: ({ jobId: moved, seq }) => void (moved === jobId && told.push(seq)),
      readAgain: () => undefined,
      end: () => undefined,
    });
    for (let n = 0; n < 10; n++) await either(n).enter(jobId, 'beacons', { ...beacon, name: `Told ${n}` });
    for (let n = 0; n < 100 && told.at(-1) !== 11; n++)
      await new Promise((resolve) => setTimeout(resolve, 50));
    expect(told.at(-1)).toBe(11);
    close();
  }, 60_000);

  it('order what the shop’s log says by its moment', async () => {
    await many(6, async (n) => {
      const person = { id: randomUUID(), name: `Logged ${n}`, initials: 'L', role: 'learner' };
      const { status } = await either(n).write('/api/accounts', { person, password }, { person: first.lead });
      expect(status).toBe(201);
    });
    const { body } = await second.get<{ entries: { recordedAt: string }[] }>(
      '/api/shop/log',
      second.cookie(second.lead),
    );
    const moments = body.entries.map(({ recordedAt }) => recordedAt);
    expect(moments.length).toBeGreaterThan(5);
    expect(moments).toEqual([...moments].sort().reverse());
  }, 60_000);

  describe('of which one is behind', () => {
    let lag: Lag;
    beforeAll(async () => void (lag = await Lag.open()), 60_000);
    afterAll(() => lag.close());

    it('know there who has just signed in at the other', async () => {
      const deviceId = await deviceOf(first.desk);
      await lag.begin();
      const token = await beginSession(first.db, first.desk, deviceId, new Date());
      expect(await standingSessions(second.services.pools.read, [tokenHash(token)])).toEqual(
        new Set([tokenHash(token)]),
      );
    }, 60_000);

    it('give the next number there too', async () => {
      await lag.begin();
      const jobs = [await first.openJob(), await second.openJob()];
      const numbers = await Promise.all(
        jobs.map(async (id) => {
          const { number } = (await first.owner('jobs').where({ id }).first('number')) as { number: number };
          return number;
        }),
      );
      expect(numbers[1]).toBe(numbers[0]! + 1);
    }, 60_000);

    it('tell there that the settings have been changed meanwhile', async () => {
      const { headers } = await first.get('/api/shop', first.cookie(first.lead));
      await lag.begin();
      // Eight at each, as many as have a connection: a ninth waits for one of those who wait for the node.
      const answers = await many(16, (n) =>
        either(n).write(
          '/api/shop',
          { settings: { ...defaultShopSettings, hourlyRateCents: 7000 + n } },
          { person: first.lead, method: 'PUT', headers: { 'If-Match': headers.get('ETag')! } },
        ),
      );
      expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array<number>(15).fill(409)]);
    }, 60_000);

    it('take there an entry that follows one at the other', async () => {
      const jobId = await first.openJob();
      await lag.begin();
      const answers = [
        await first.enter(jobId, 'beacons', { ...beacon, name: 'First' }),
        await second.enter(jobId, 'beacons', { ...beacon, name: 'Second' }),
      ];
      expect(answers.map(({ status }) => status)).toEqual([201, 201]);
      const [one, other] = answers.map(({ body }) => body['seq'] as number);
      expect(other).toBe(one! + 1);
    }, 60_000);
  });
});
