/** What proven jobs of this shop found: repairs that ended jobs which began with a code, with counts kept at their closure. */
import type { FoundBefore } from '@dormant-beacon/contract';
import type { Knex } from 'knex';

const most = 500;

/**
 * Counts only jobs that are done: handed back, every beacon dormant. A comeback opens the job again, and so
 * takes its counts away.
 */
export async function foundBefore(db: Knex, make: string, model: string | null): Promise<FoundBefore[]> {
  const rows = (await db('found_counts')
    .where({ make, model: model ?? '' })
    .where('jobs', '>', 0)
    .orderBy('jobs', 'desc')
    .limit(most)
    .select('module', 'code', 'label', 'jobs')) as FoundBefore[];
  return rows.sort((a, b) => b.jobs - a.jobs || order(a.code, b.code) || order(a.label, b.label));
}

const order = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
