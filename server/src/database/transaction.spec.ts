import { randomUUID } from 'node:crypto';
import type { LogEntry } from '@dormant-beacon/contract';
import { beacon, Shop } from '../testing/shop.js';
import { isWhole, link, chainStart } from './chain.js';
import { writeJob } from './transaction.js';

describe('the one way to write', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  const note = (text: string) => ({ stage: 'trace', text });
  const logbook = async (jobId: string) =>
    (await shop.get<{ entries: LogEntry[]; whole: boolean }>(`/api/jobs/${jobId}/logbook`)).body;
  const log = {
    kind: 'notes',
    stage: 'trace' as const,
    says: 'x',
    factId: null,
    corrects: null,
    withdrawn: false,
    observedAt: '2026-11-17T08:00:00Z',
    content: {},
  };
  const write = (jobId: string) => ({
    jobId,
    key: randomUUID(),
    personId: shop.technician,
    role: 'technician' as const,
    deviceId: null,
    requestHash: 'a'.repeat(64),
  });

  it('enters a repeated key once and gives the first answer again', async () => {
    const jobId = await shop.openJob();
    const key = randomUUID();
    const id = randomUUID();
    const answers = await Promise.all(
      [1, 2, 3, 4, 5].map(() => shop.enter(jobId, 'notes', note('once'), { key, id })),
    );
    const first = answers[0]!;
    for (const answer of answers) expect([answer.status, answer.body]).toEqual([201, first.body]);
    expect((await logbook(jobId)).entries.length).toBe(2);
  });

  it('refuses a key that was used for something else', async () => {
    const jobId = await shop.openJob();
    const key = randomUUID();
    await shop.enter(jobId, 'notes', note('first'), { key });
    const other = await shop.enter(jobId, 'notes', note('second'), { key });
    expect([other.status, other.body['title']]).toEqual([422, 'Key used before']);
  });

  it('gives places without a gap and a whole chain to forty writers at once', async () => {
    const jobId = await shop.openJob();
    const answers = await Promise.all(
      Array.from({ length: 40 }, (_, n) => shop.enter(jobId, 'notes', note(`note ${n}`))),
    );
    expect(answers.every(({ status }) => status === 201)).toBeTrue();
    const { entries, whole } = await logbook(jobId);
    expect(whole).toBeTrue();
    expect(entries.map(({ seq }) => seq)).toEqual(Array.from({ length: 41 }, (_, n) => n + 1));
  });

  it('shows a chain that was tampered with', async () => {
    const jobId = await shop.openJob();
    await shop.enter(jobId, 'notes', note('true'));
    await shop.owner('logbook').where({ job_id: jobId, seq: 1 }).update({ entry: '{"changed":true}' });
    expect((await logbook(jobId)).whole).toBeFalse();
  });

  it('replays the transaction when the database chose it as a deadlock’s victim, and leaves no trace of the first try', async () => {
    const jobId = await shop.openJob();
    let tries = 0;
    const answer = await writeJob(shop.db, write(jobId), async (_trx, job) => {
      tries += 1;
      if (tries < 3) throw Object.assign(new Error('Deadlock found'), { errno: 1213 });
      return { answer: { seq: job.next }, log };
    });
    expect([tries, answer]).toEqual([3, { seq: 2 }]);
    expect((await logbook(jobId)).entries.length).toBe(2);
  });

  it('meets a real deadlock and still enters both', async () => {
    const [a, b] = [await shop.openJob(), await shop.openJob()];
    const crossing = (own: string, other: string) =>
      writeJob(shop.db, write(own), async (trx, job) => {
        await new Promise((resolve) => setTimeout(resolve, 150));
        await trx('jobs').where({ id: other }).forUpdate().first('id');
        return { answer: { seq: job.next }, log };
      });
    expect(await Promise.all([crossing(a, b), crossing(b, a)])).toEqual([{ seq: 2 }, { seq: 2 }]);
    for (const jobId of [a, b]) expect((await logbook(jobId)).whole).toBeTrue();
  });

  it('leaves nothing behind when the body fails', async () => {
    const jobId = await shop.openJob();
    await expectAsync(
      writeJob(shop.db, write(jobId), async () => Promise.reject(new Error('no'))),
    ).toBeRejected();
    expect((await logbook(jobId)).entries.length).toBe(1);
    expect((await shop.enter(jobId, 'beacons', beacon)).body['seq']).toBe(2);
  });

  it('names a stale revision with the current head, and takes the right one', async () => {
    const jobId = await shop.openJob();
    const change = (revision: number, note: string) =>
      shop.write(
        `/api/jobs/${jobId}/head`,
        { head: { event: 'wear', eventNote: note } },
        { method: 'PUT', headers: { 'If-Match': `"${revision}"` } },
      );
    expect((await change(1, 'first')).body).toEqual({ revision: 2, seq: 2 });
    const stale = await change(1, 'second');
    expect(stale.status).toBe(409);
    expect((stale.body['current'] as { head: { eventNote: string } }).head.eventNote).toBe('first');
    expect((await change(2, 'third')).status).toBe(200);
  });
});

describe('the chain', () => {
  it('is whole only without a gap and with every hash in its place', () => {
    const hash1 = link(chainStart, 'a');
    const rows = [
      { seq: 1, entry: 'a', hash: hash1 },
      { seq: 2, entry: 'b', hash: link(hash1, 'b') },
    ];
    expect(isWhole(rows)).toBeTrue();
    expect(isWhole(rows.slice(1))).toBeFalse();
    expect(isWhole([rows[0]!, { ...rows[1]!, entry: 'c' }])).toBeFalse();
  });
});
