/**
 * Brings rows of the bays up to date after the commit: plans that are new, a policy of the shop that has changed,
 * words and counts of rows that an earlier version wrote. What is due is a mark on the row, so that nothing is
 * forgotten when a server ends in between; another server takes it up.
 */
import type { JobRecord } from '@dormant-beacon/core/record';
import { jobPolicyOf } from '@dormant-beacon/core/shop';
import type { Knex } from 'knex';
import type { Pools } from '../database/connect.js';
import { changeOrder, lastChange, type LastChange } from '../database/change-order.js';
import { patiently } from '../database/patiently.js';
import type { JobRow } from '../database/transaction.js';
import type { Feed } from '../events/feed.js';
import type { SettingsMemory } from '../shop/settings.js';
import { keepOutcomes } from '../library/cures.js';
import { learn } from './learned.js';
import type { RecordMemory } from './memory.js';
import type { PlanMemory } from './plans.js';
import { findJob } from './repository.js';
import { bayOf, columnsOf, numberOf } from './summary.js';
import { searchText, wordsOf, writeWords } from './words.js';

const lookEveryMs = 4000;
const atOnce = 50;

interface Parts {
  readonly pools: Pools;
  readonly plans: PlanMemory;
  readonly settings: SettingsMemory;
  readonly records: RecordMemory;
  readonly feed: Feed;
}

export class Reviewer {
  private readonly waiting = new Set<string>();
  private working: Promise<void> | null = null;
  private timer: NodeJS.Timeout | null = null;
  private ended = false;

  constructor(private readonly parts: Parts) {}

  /** Looks for what was left, now and from time to time. */
  begin(): void {
    this.timer ??= setInterval(() => void this.lookForMore(), lookEveryMs);
    this.timer.unref();
    void this.lookForMore();
  }

  /** This job's row is due. */
  wake(jobId: string): void {
    this.waiting.add(jobId);
    this.work();
  }

  /** Many rows may be due. */
  look(): void {
    void this.lookForMore();
  }

  /** Settles when nothing is waiting any more. */
  async settled(): Promise<void> {
    while (this.working) await this.working;
  }

  async end(): Promise<void> {
    this.ended = true;
    if (this.timer) clearInterval(this.timer);
    this.waiting.clear();
    await this.settled();
  }

  /** How many rows are due. */
  async left(): Promise<number> {
    const [row] = (await this.parts.pools
      .read('job_summaries')
      .where({ review: true })
      .count({ due: '*' })) as {
      due: number;
    }[];
    return Number(row?.due ?? 0);
  }

  private async lookForMore(): Promise<void> {
    if (this.ended || this.working) return;
    try {
      const rows = (await this.parts.pools
        .read('job_summaries')
        .where({ review: true })
        .orderBy('number', 'desc')
        .limit(atOnce)
        .select('job_id')) as { job_id: string }[];
      for (const row of rows) this.waiting.add(row.job_id);
      if (rows.length > 0) this.work();
    } catch {
      // The database is away: the next look finds them.
    }
  }

  private work(): void {
    if (this.working || this.ended) return;
    this.working = this.workThrough().finally(() => {
      this.working = null;
      if (this.waiting.size > 0) this.work();
    });
  }

  private async workThrough(): Promise<void> {
    let reviewed = 0;
    for (const jobId of this.waiting) {
      if (this.ended) return;
      this.waiting.delete(jobId);
      try {
        if (await this.review(jobId)) reviewed += 1;
      } catch {
        // The mark is still on the row: it is taken up again.
      }
    }
    // There may be more of them than one look finds.
    if (reviewed >= atOnce && !this.ended) setTimeout(() => void this.lookForMore(), 5).unref();
  }

  private async review(jobId: string): Promise<boolean> {
    const { pools, plans, settings, records, feed } = this.parts;
    const job = await findJob(pools.read, jobId);
    if (!job) return false;
    const shop = await settings.now(pools.read);
    const record = await records.recordAt(pools.read, job, job.seq);
    const bay = bayOf(record, await plans.of(record), jobPolicyOf(shop.settings));
    const written = await patiently(pools.write, async (trx) => {
      const [[now]] = (await trx.raw(
        `SELECT jobs.seq, job_summaries.search, job_summaries.review, ${lastChange}, (SELECT revision FROM shop_settings WHERE id = 1) AS shop_revision FROM jobs JOIN job_summaries ON job_id = jobs.id WHERE jobs.id = ? FOR UPDATE`,
        [jobId],
      )) as [
        [
          | (Pick<JobRow, 'seq'> &
              LastChange & {
                search: string;
                review: boolean;
                shop_revision: number | null;
              })
          | undefined,
        ],
      ];
      // Written to meanwhile, or the policy has changed: the mark stays for the next look.
      if (!now || now.seq !== job.seq || (now.shop_revision ?? 0) !== shop.revision) return false;
      if (!now.review) return false;
      await renewWords(trx, now.search, record);
      await learn(trx, record, bay.done);
      await keepOutcomes(trx, record, bay.done, jobPolicyOf(shop.settings));
      await trx('job_summaries')
        .where({ job_id: jobId })
        .update({
          ...columnsOf(record, bay),
          search: searchText(record),
          review: false,
          change_no: changeOrder.after(now),
        });
      return true;
    });
    if (written) feed.wake();
    return written;
  }
}

/** Words are compared only where the text they come from is another, or was never cut into words. */
async function renewWords(trx: Knex.Transaction, search: string, record: JobRecord): Promise<void> {
  const number = numberOf(record);
  const any: unknown = await trx('job_words').where({ number }).first('word');
  if (any !== undefined && search === searchText(record)) return;
  const rows = (await trx('job_words').where({ number }).select('word')) as { word: string }[];
  await writeWords(trx, number, new Set(rows.map(({ word }) => word)), wordsOf(record));
}
