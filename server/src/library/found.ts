/** What proven jobs of this shop found: repairs that ended jobs which began with a code, with counts. */
import type { FoundBefore } from '@dormant-beacon/contract';
import type { Knex } from 'knex';

const most = 500;

/**
 * Counts only jobs that are done: handed back, every beacon dormant. A comeback opens the job again, and so
 * takes its counts away.
 */
export async function foundBefore(db: Knex, make: string, model: string | null): Promise<FoundBefore[]> {
  const query = db('job_summaries')
    .join('jobs', 'jobs.id', 'job_summaries.job_id')
    .join('vehicles', 'vehicles.id', 'jobs.vehicle_id')
    .join('scans', (on) => on.on('scans.job_id', 'jobs.id').andOnVal('scans.kind', 'baseline'))
    .join('scan_codes', 'scan_codes.scan_id', 'scans.id')
    .join('repairs', (on) => on.on('repairs.job_id', 'jobs.id'))
    .leftJoin({ later: 'repairs' }, 'later.corrects', 'repairs.id')
    .where({
      'job_summaries.done': true,
      'vehicles.make': make,
      'repairs.cured': true,
      'repairs.withdrawn': false,
    })
    .whereNull('later.id')
    .groupBy('scan_codes.module', 'scan_codes.code', 'repairs.label')
    .orderBy([{ column: 'jobs', order: 'desc' }, 'scan_codes.code', 'repairs.label'])
    .limit(most)
    .select(
      'scan_codes.module',
      'scan_codes.code',
      'repairs.label',
      db.raw('COUNT(DISTINCT jobs.id) AS jobs'),
    );
  if (model !== null) void query.where('vehicles.model', model);
  const rows = (await query) as { module: string; code: string; label: string; jobs: number }[];
  return rows.map((row) => ({ ...row, jobs: Number(row.jobs) }));
}
