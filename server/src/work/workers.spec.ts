import type { LogEntry } from '@dormant-beacon/contract';
import { templates } from '@dormant-beacon/core/trace/templates';
import { HttpProblem } from '../http/problem.js';
import { Shop } from '../testing/shop.js';
import { Workers } from './workers.js';

const lamp = templates.find(({ id }) => id === 'fused-lamp')!.build({});

describe('heavy work', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  /** The longest that anyone else waited while something was going on, as a share of the time that it took. */
  async function longestWait(act: () => Promise<unknown>): Promise<number> {
    const began = performance.now();
    let going = true;
    let longest = 0;
    const watching = (async () => {
      while (going) {
        const since = performance.now();
        await shop.get('/api/health');
        longest = Math.max(longest, performance.now() - since);
      }
    })();
    await act().finally(() => (going = false));
    await watching;
    return longest / (performance.now() - began);
  }

  it('of a report with a line of 60 kB, and of one of a million characters, keeps nobody waiting', async () => {
    const { jobId } = await shop.openBased();
    const lines = ['B1049-13 Left belt loop (active); ', ' - ', 'B1049 ((', ' x'];
    const wait = await longestWait(async () => {
      for (const line of lines) {
        const text = `Body\n${line.repeat(60_000 / line.length)}\n`;
        expect((await shop.enter(jobId, 'scans', { kind: 'interim', text })).status).toBe(201);
      }
      const large = `Body\n${'  B1318-16 Supply voltage (active)\n'.repeat(28_000)}`;
      expect((await shop.enter(jobId, 'scans', { kind: 'interim', text: large })).status).toBe(201);
    });
    expect(wait).toBeLessThan(0.5);
  });

  it('is refused where it lists more codes than any car has', async () => {
    const { jobId } = await shop.openBased();
    const text = `Body\n${'B1318 '.repeat(81_000)}\n`;
    const refused = await shop.enter(jobId, 'scans', { kind: 'interim', text });
    expect([refused.status, refused.body]).toEqual([
      422,
      jasmine.objectContaining({
        path: 'data.text',
        detail: jasmine.stringMatching(/holds 81000 codes; a report of one car is taken with 80000 at most/),
      }),
    ]);
  });

  it('leaves the server’s own thread free while it lasts', async () => {
    const workers = new Workers();
    const text = `Body\n${'B1049 x - y ( z\n'.repeat(60_000)}`;
    // A thread that has started, so that the starting is not counted.
    await workers.run('readReport', { text: 'Body', patterns: { codes: [], lines: [] }, marks: [] });
    let [last, longest] = [performance.now(), 0];
    const tick = () => {
      longest = Math.max(longest, performance.now() - last);
      last = performance.now();
    };
    const ticking = setInterval(tick, 2);
    const began = last;
    await workers.run('readReport', { text, patterns: { codes: [], lines: [] }, marks: [] });
    clearInterval(ticking);
    tick();
    expect(longest).toBeLessThan((performance.now() - began) / 2);
    await workers.close();
  });

  it('that takes too long is killed with its thread, in a sentence, and the next is done', async () => {
    const workers = new Workers({ readReport: 1 });
    const slow = `Body\n${'B1049 x - y ( z\n'.repeat(60_000)}`;
    const input = (text: string) => ({ text, patterns: { codes: [], lines: [] }, marks: [] });
    const failed = await workers.run('readReport', input(slow)).catch((error: unknown) => error);
    expect(failed).toBeInstanceOf(HttpProblem);
    expect([(failed as HttpProblem).status, (failed as HttpProblem).detail]).toEqual([
      422,
      jasmine.stringMatching(/^Reading this report takes too long .* and was stopped/),
    ]);
    const { codes } = await new Workers().run('readReport', input('Body\n B1049-13 x'));
    expect(codes.length).toBe(1);
    await workers.close();
  });

  it('is not killed for the time that it waits while others hold the threads', async () => {
    const workers = new Workers({ soundCase: 1000, readReport: 60_000 });
    const read = (codes: number) =>
      workers.run('readReport', {
        text: `Body\n${'B1049 x - y ( z\n'.repeat(codes)}`,
        patterns: { codes: [], lines: [] },
        marks: [],
      });
    // As many codes as this machine reads in some three seconds, as fast or as busy as it may be.
    await read(2000);
    const since = performance.now();
    await read(8000);
    const codes = Math.min(75_000, Math.round((8000 * 3000) / (performance.now() - since)));
    const held = [1, 2].map(() => read(codes));
    const began = performance.now();
    const waits = workers.run('soundCase', { source: lamp, traceId: null });
    expect(await waits).toBeNull();
    expect(performance.now() - began).toBeGreaterThan(1000);
    expect((await Promise.all(held)).map((one) => one.codes.length)).toEqual([codes, codes]);
    await workers.close();
  });

  it('is not done under a job’s lock: the bays are read and another job is written while forty wait for one', async () => {
    const [hot, other] = [await shop.openJob(), await shop.openJob()];
    const held = await shop.owner.transaction();
    await held('jobs').where({ id: hot }).forUpdate().first('id');
    const writers = Array.from({ length: 40 }, (_, n) =>
      shop.enter(hot, 'notes', { stage: 'trace', text: `note ${n}` }),
    );
    await new Promise((resolve) => setTimeout(resolve, 200));
    const since = performance.now();
    expect((await shop.get('/api/bays')).status).toBe(200);
    expect((await shop.enter(other, 'notes', { stage: 'trace', text: 'meanwhile' })).status).toBe(201);
    expect(performance.now() - since).toBeLessThan(1500);
    await held.rollback();
    expect((await Promise.all(writers)).map(({ status }) => status)).toEqual(Array(40).fill(201));
    const { entries, whole } = (
      await shop.get<{ entries: LogEntry[]; whole: boolean }>(`/api/jobs/${hot}/logbook`)
    ).body;
    expect([entries.length, whole]).toEqual([41, true]);
  });

  it('waits so long at most, then says that it is busy and when to come again', async () => {
    const hot = await shop.openJob();
    const held = await shop.owner.transaction();
    await held('jobs').where({ id: hot }).forUpdate().first('id');
    const writers = Array.from({ length: 120 }, (_, n) =>
      shop.enter(hot, 'notes', { stage: 'trace', text: `note ${n}` }),
    );
    const first = await Promise.race(writers);
    expect([first.status, first.headers.get('Retry-After')]).toEqual([503, '2']);
    await held.rollback();
    const statuses = (await Promise.all(writers)).map(({ status }) => status);
    expect(new Set(statuses)).toEqual(new Set([201, 503]));
    expect(statuses.filter((status) => status === 201).length).toBeGreaterThan(99);
  });
});
