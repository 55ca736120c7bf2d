import { randomUUID } from 'node:crypto';
import { connect as connectSocket } from 'node:net';
import { changeOrder } from '../database/change-order.js';
import { type JobRow, writeJob } from '../database/transaction.js';
import { loadRecord } from '../jobs/record.js';
import { summarise } from '../jobs/summary.js';
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
        const after = { ...record, seq: job.next };
        const { columns } = await summarise(trx, shop.services, { before: record, after, job });
        await held;
        return {
          answer: { seq: job.next },
          summary: columns,
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
      const moved = { changeNo: changeOrder.after({ last_change: null }), shopRevision: 0 };
      const change = { before, after: { ...before, seq: 2 }, job: moved };
      const { columns } = await summarise(trx, shop.services, change);
      await trx('job_summaries').where({ job_id: jobId }).update(columns);
      await new Promise((resolve) => setTimeout(resolve, 900));
      await trx.commit();
    });
    expect(heard.map(({ id }) => id)).toContain(`${jobId}:2`);
  });
});

describe('a stream', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  /** Opens a stream and gathers its text until it ends. */
  async function listen(person: string, headers: Record<string, string> = {}) {
    const stop = new AbortController();
    const response = await fetch(`${shop.address}/api/events`, {
      headers: { ...shop.cookie(person), ...headers },
      signal: stop.signal,
    });
    const heard = { text: '', ended: false };
    const done = (async () => {
      try {
        for await (const chunk of response.body!) heard.text += new TextDecoder().decode(chunk as Uint8Array);
      } catch {
        // Cut off by the spec.
      }
      heard.ended = true;
    })();
    return { heard, done, close: () => stop.abort() };
  }
  const until = async (holds: () => boolean, ms = 4000) => {
    for (const end = Date.now() + ms; Date.now() < end && !holds();)
      await new Promise((resolve) => setTimeout(resolve, 20));
    return holds();
  };

  /** Jobs like one, with numbers from `first` on, each changed after the one before. @returns the first of these changes */
  const addLike = async (jobId: string, count: number, first: number) => {
    const [row] = (await shop.owner('job_summaries').where({ job_id: jobId })) as Record<string, unknown>[];
    const [job] = (await shop.owner('jobs').where({ id: jobId })) as Record<string, unknown>[];
    const many = Array.from({ length: count }, (_, n) => ({ id: randomUUID(), number: first + n }));
    const after = Number(row!['change_no']) + 1;
    await shop.owner('jobs').insert(many.map((own) => ({ ...job, ...own })));
    await shop
      .owner('job_summaries')
      .insert(many.map(({ id, number }, n) => ({ ...row, job_id: id, number, change_no: after + n })));
    return after;
  };

  it('that missed more than 500 jobs is told to read again, not every row', async () => {
    const jobId = await shop.openJob();
    await addLike(jobId, 700, 1000);
    const { heard, close } = await listen(shop.technician, { 'Last-Event-ID': `${jobId}:1` });
    expect(await until(() => /event: ?again/.test(heard.text))).toBeTrue();
    expect(heard.text).not.toContain('event:moved');
    const unknown = await listen(shop.technician, { 'Last-Event-ID': `${randomUUID()}:7` });
    expect(await until(() => /event: ?again/.test(unknown.heard.text)))
      .withContext('a job that is not here')
      .toBeTrue();
    close();
    unknown.close();
    await shop.owner('job_summaries').where('number', '>=', 1000).delete();
    await shop.owner('jobs').where('number', '>=', 1000).delete();
  });

  it('hears of a change although more jobs than it looks at have changed within a minute', async () => {
    const jobId = await shop.openJob();
    const after = await addLike(jobId, 4600, 10_000);
    const { heard, close } = await listen(shop.technician);
    await until(() => shop.services.feed.open >= 1);
    await shop.enter(jobId, 'beacons', beacon);
    expect(await until(() => heard.text.includes(`"jobId":"${jobId}"`))).toBeTrue();
    // A minute on, fewer are looked at: what a late commit may have hidden among them is read anew.
    await shop
      .owner('job_summaries')
      .where({ job_id: jobId })
      .update({ change_no: after + 120_000_000 });
    expect(await until(() => /event: ?again/.test(heard.text))).toBeTrue();
    close();
    await shop.owner('job_summaries').where('number', '>=', 10_000).delete();
    await shop.owner('jobs').where('number', '>=', 10_000).delete();
  });

  it('ends at once when its session is over, and no other’s does', async () => {
    const mine = await listen(shop.desk);
    const other = await listen(shop.technician);
    await until(() => shop.services.feed.open >= 2);
    await shop.write('/api/session/end', {}, { person: shop.desk });
    expect(await until(() => mine.heard.ended, 600)).toBeTrue();
    expect(other.heard.ended).toBeFalse();
    // Ended by another server: seen with the next questions.
    await shop
      .owner('sessions')
      .where({ person_id: shop.technician })
      .update({ ended_at: '2026-11-17 08:00:00' });
    expect(await until(() => other.heard.ended)).toBeTrue();
    await shop.owner('sessions').where({ person_id: shop.technician }).update({ ended_at: null });
  });

  it('is not kept for a client that was gone before the first answer', async () => {
    await until(() => shop.services.feed.open === 0);
    for (let n = 0; n < 20; n++) {
      const stop = new AbortController();
      const asked = fetch(`${shop.address}/api/events`, {
        headers: { ...shop.cookie(shop.technician), 'Last-Event-ID': `${randomUUID()}:1` },
        signal: stop.signal,
      }).catch(() => undefined);
      setTimeout(() => stop.abort(), n % 7);
      await asked;
    }
    expect(await until(() => shop.services.feed.open === 0)).toBeTrue();
  });

  it('whose client does not read is closed before a megabyte waits for it', async () => {
    const jobId = await shop.openJob();
    const { hostname, port } = new URL(shop.address);
    const socket = connectSocket(Number(port), hostname);
    socket.write(
      `GET /api/events HTTP/1.1\r\nHost: localhost\r\nCookie: ${shop.cookie(shop.technician)['Cookie']}\r\n\r\n`,
    );
    socket.pause();
    let closed = false;
    socket.on('close', () => (closed = true));
    socket.on('error', () => undefined);
    await until(() => shop.services.feed.open >= 1);
    const before = process.memoryUsage().heapUsed;
    // Each row is large, and the client takes none of them.
    const [row] = (await shop.owner('job_summaries').where({ job_id: jobId })) as {
      bay: string;
      change_no: number;
    }[];
    const bay = JSON.stringify({ ...(JSON.parse(row!.bay) as object), detail: 'x'.repeat(200_000) });
    for (let n = 1; n <= 60; n++) {
      await shop
        .owner('job_summaries')
        .where({ job_id: jobId })
        .update({ bay, change_no: Number(row!.change_no) + n });
      shop.services.feed.wake();
      await new Promise((resolve) => setTimeout(resolve, 15));
    }
    // What it cannot take waits as the last row of each job, and never as all of them.
    expect(process.memoryUsage().heapUsed - before).toBeLessThan(30_000_000);
    socket.destroy();
    expect(await until(() => closed && shop.services.feed.open === 0)).toBeTrue();
  });
});
