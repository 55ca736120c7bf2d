/** Which jobs stand on a simulated car, and what is hidden in it: known to the server alone. */
import type { HiddenCase } from '@dormant-beacon/bench/practice';
import type { JobRecord } from '@dormant-beacon/core/record';
import type { Knex } from 'knex';
import { notFound } from '../http/problem.js';
import { findJob } from '../jobs/repository.js';
import type { Services } from '../services.js';

interface CarRow {
  readonly vehicle: string;
  readonly seed: number;
  readonly fault: string;
}

export async function isSimulated(db: Knex, jobId: string): Promise<boolean> {
  return (await db('practice_cars').where({ job_id: jobId }).first('job_id')) !== undefined;
}

export interface PracticeJob {
  readonly record: JobRecord;
  readonly hidden: HiddenCase;
}

/** @throws HttpProblem 404 where the job is not there, or its car is a real one */
export async function practiceJob({ pools, records }: Services, jobId: string): Promise<PracticeJob> {
  const job = await findJob(pools.read, jobId);
  const row = (await pools
    .read('practice_cars')
    .where({ job_id: jobId })
    .first('vehicle', 'seed', 'fault')) as CarRow | undefined;
  if (!job || !row) throw notFound('simulated car');
  const { vehicle: car, seed, fault } = row;
  return {
    record: await records.recordAt(pools.read, job, job.seq),
    hidden: { car, seed, fault: JSON.parse(fault) as HiddenCase['fault'] },
  };
}
