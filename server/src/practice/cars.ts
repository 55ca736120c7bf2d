/** Which jobs stand on a simulated car, and what is hidden in it: known to the server alone. */
import type {
  HiddenCase,
  ImageFile,
  ImageFiles,
  Overridden,
  PracticeJob,
} from '@dormant-beacon/bench/practice';
import type { PracticeCars, PracticeEnd } from '@dormant-beacon/contract';
import { type JobRecord, standing } from '@dormant-beacon/core/record';
import type { Knex } from 'knex';
import { conflict, notFound } from '../http/problem.js';
import { serverClock } from '../database/clock.js';
import { isoOf } from '../database/connect.js';
import { fileOf } from '../images/store.js';
import { jobNumber } from '../jobs/record.js';
import { findJob } from '../jobs/repository.js';
import type { Services } from '../services.js';

interface CarRow {
  readonly vehicle: string;
  readonly seed: number;
  readonly fault: string;
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
  const hints = (await pools.read('practice_hints').where({ job_id: jobId }).select('number')).length;
  const overridden = (await pools.read('practice_overrides').where({ job_id: jobId }).first('done')) as
    { done: string } | undefined;
  const record = await records.recordAt(pools.read, job, job.seq);
  return {
    record,
    hidden: {
      car,
      seed,
      ...(JSON.parse(fault) as Omit<HiddenCase, 'car' | 'seed'>),
      hints,
      overridden: overridden ? (JSON.parse(overridden.done) as Overridden) : null,
    },
    images: await imagesOf(pools.read, record),
    now: serverClock.now().toISOString(),
  };
}

/** The memory images that a record names. */
async function imagesOf(db: Knex, { id, codingImages }: JobRecord): Promise<ImageFiles> {
  const files: Record<string, ImageFile> = {};
  for (const image of standing(codingImages)) {
    const { imageId, form } = image;
    files[imageId] ??= { file: await fileOf(db, id, image, 'imageId'), form };
  }
  return files;
}

const mostCars = 100;

/** @param personId whose cars; everyone’s, where it is null */
export async function practiceCars(db: Knex, personId: string | null): Promise<PracticeCars> {
  const query = db('practice_cars')
    .join('jobs', 'jobs.id', 'practice_cars.job_id')
    .join('logbook', (opened) => opened.on('logbook.job_id', 'jobs.id').onVal('logbook.seq', 1))
    .join('people', 'people.id', 'logbook.person_id')
    .join('vehicles', 'vehicles.id', 'jobs.vehicle_id')
    .leftJoin('practice_ends', 'practice_ends.job_id', 'jobs.id')
    .orderBy('jobs.number', 'desc')
    .limit(mostCars)
    .select(
      'jobs.id',
      'jobs.number',
      'jobs.opened_at',
      'vehicles.make',
      'vehicles.model',
      'people.name',
      'practice_ends.end',
    );
  if (personId !== null) void query.where('logbook.person_id', personId);
  const rows = (await query) as {
    id: string;
    number: number;
    opened_at: string;
    make: string;
    model: string;
    name: string;
    end: string | null;
  }[];
  return {
    cars: rows.map(({ id, number, opened_at, make, model, name, end }) => ({
      jobId: id,
      number: jobNumber(number),
      car: `${make} ${model}`,
      person: name,
      openedAt: isoOf(opened_at),
      end: end === null ? null : (JSON.parse(end) as PracticeCars['cars'][number]['end']),
    })),
  };
}

/** Done once in a job. @throws HttpProblem 409 where it was done before */
export async function keepOverride(db: Knex, jobId: string, done: Overridden): Promise<void> {
  await db('practice_overrides')
    .insert({ job_id: jobId, done: JSON.stringify(done) })
    .catch((error: { code?: string }) => {
      if (error.code === 'ER_DUP_ENTRY') throw conflict('That was done once in this job already.');
      throw error;
    });
}

/** How it ended, as it is told first: what is done to the car afterwards does not change it. */
export async function keepEnd(
  db: Knex,
  jobId: string,
  { was, mended, minutes, cents, partsInVain, hints, breaches, planner }: PracticeEnd,
): Promise<void> {
  const end: PracticeCars['cars'][number]['end'] = {
    was,
    mended,
    minutes,
    cents,
    partsInVain,
    hints,
    breaches,
    plannerMinutes: planner.minutes,
  };
  await db('practice_ends')
    .insert({ job_id: jobId, end: JSON.stringify(end) })
    .onConflict()
    .ignore();
}
