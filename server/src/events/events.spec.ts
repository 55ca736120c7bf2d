import { randomUUID } from 'node:crypto';
import { type JobRow, writeJob } from '../database/transaction.js';
import { loadRecord } from '../jobs/record.js';
import { writeSummary } from '../jobs/summary.js';
import { beacon, Shop } from '../testing/shop.js';

interface Heard {
  readonly id: string;
  readonly seq: number;
}

describe('events', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  /** Listens until `count` events were heard, or two and a half seconds. */
  async function hear(count: number, act: () => Promise<unknown>, last?: string): Promise<Heard[]> {
    const stop = new AbortController();
    const response = await fetch(`${shop.address}/api/events`, {
      headers: { ...shop.cookie(shop.technician), ...(last ? { 'Last-Event-ID': last } : {}) },
      signal: stop.signal,
    });
    const heard: Heard[] = [];
    const timer = setTimeout(() => stop.abort(), 2500);
    await act();
    let text = '';
    try {
      for await (const chunk of response.body!) {
        text += new TextDecoder().decode(chunk as Uint8Array);
        const parts = text.split('\n\n');
        text = parts.pop()!;
        for (const part of parts) {
          const data = /^data: ?(.*)$/m.exec(part)?.[1];
          if (data)
            heard.push({
              id: /^id: ?(.*)$/m.exec(part)![1]!,
              seq: (JSON.parse(data) as { seq: number }).seq,
            });
        }
        if (heard.length >= count) break;
      }
    } catch (error) {
      if ((error as Error).name !== 'AbortError') throw error;
    }
    clearTimeout(timer);
    stop.abort();
    return heard;
  }

  it('tells of each entry with its job and place', async () => {
    const jobId = await shop.openJob();
    const heard = await hear(1, () => shop.enter(jobId, 'beacons', beacon));
    expect(heard).toEqual([{ id: `${jobId}:2`, seq: 2 }]);
  });

  it('tells what was missed after a cut, and what another server wrote', async () => {
    const jobId = await shop.openJob();
    const other = await shop.openJob();
    await shop.enter(jobId, 'beacons', beacon);
    await shop.enter(other, 'beacons', beacon);
    const heard = await hear(2, () => Promise.resolve(), `${jobId}:1`);
    expect(heard.map(({ id }) => id)).toEqual(jasmine.arrayContaining([`${jobId}:2`, `${other}:2`]));
  });

  it('miss nothing of a write that was committed long after it began', async () => {
    const [slow, quick] = [await shop.openJob(), await shop.openJob()];
    // Begun first, committed last: its moment lies before that of the event that a stream saw in between.
    let commit = () => undefined as void;
    const held = new Promise<void>((resolve) => (commit = resolve));
    const late = writeJob(
      shop.db,
      {
        jobId: slow,
        key: randomUUID(),
        personId: shop.technician,
        role: 'technician',
        deviceId: null,
        requestHash: 'a'.repeat(64),
      },
      async (trx, job) => {
        const record = await loadRecord(trx, job);
        await writeSummary(trx, shop.services, { before: record, after: { ...record, seq: job.next }, job });
        await held;
        return {
          answer: { seq: job.next },
          log: {
            kind: 'notes',
            stage: 'trace',
            says: 'late',
            factId: null,
            corrects: null,
            withdrawn: false,
            observedAt: '2026-11-17T08:00:00Z',
            content: {},
          },
        };
      },
    );
    await new Promise((resolve) => setTimeout(resolve, 300));
    const seen = await hear(1, () => shop.enter(quick, 'beacons', beacon));
    expect(seen.map(({ id }) => id)).toEqual([`${quick}:2`]);
    // The stream is cut here; the slow write is committed while nobody listens.
    commit();
    await late;
    const heard = await hear(1, () => Promise.resolve(), `${quick}:2`);
    expect(heard.map(({ id }) => id)).toContain(`${slow}:2`);
  });

  it('reach an open stream for a late commit too', async () => {
    const jobId = await shop.openJob();
    const heard = await hear(1, async () => {
      const trx = await shop.db.transaction();
      const job = (await trx('jobs').where({ id: jobId }).first()) as JobRow;
      await trx('jobs').where({ id: jobId }).increment('seq', 1);
      const before = await loadRecord(trx, job);
      const [[{ changeNo }]] = (await trx.raw('SELECT NEXT VALUE FOR change_order AS changeNo')) as [
        [{ changeNo: number }],
      ];
      const moved = { changeNo: Number(changeNo), shopRevision: 0 };
      await writeSummary(trx, shop.services, { before, after: { ...before, seq: 2 }, job: moved });
      await new Promise((resolve) => setTimeout(resolve, 900));
      await trx.commit();
    });
    expect(heard.map(({ id }) => id)).toContain(`${jobId}:2`);
  });
});
