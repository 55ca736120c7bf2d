/** Whether a job stands on a simulated car. */
import type { Knex } from 'knex';

export async function isSimulated(db: Knex, jobId: string): Promise<boolean> {
  return (await db('practice_cars').where({ job_id: jobId }).first('job_id')) !== undefined;
}
