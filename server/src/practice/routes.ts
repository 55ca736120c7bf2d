/** Simulated cars: opened with a hidden fault, read through their link, measured with their instruments. */
import { randomInt } from 'node:crypto';
import { hintMinutes, type Trial, writtenCases } from '@dormant-beacon/bench/practice';
import { carFile } from '@dormant-beacon/bench/vehicle';
import { endpoints } from '@dormant-beacon/contract';
import { trial } from '@dormant-beacon/contract/link';
import { check } from '@dormant-beacon/core/refusal';
import { type JobRecord, standing, standingFor } from '@dormant-beacon/core/record';
import { type Coding, codingsOf } from '@dormant-beacon/core/stages';
import type { Request } from 'express';
import * as z from 'zod';
import type { Door } from '../http/door.js';
import { conflict, invalid, notFound } from '../http/problem.js';
import { idParam, textQuery, writeOf } from '../http/writing.js';
import { openJob } from '../jobs/service.js';
import type { Services } from '../services.js';
import { keepEnd, keepOverride, practiceCars, practiceJob } from './cars.js';

const trialQuery = z.object({ trial: trial.nullable() });
const mostSeeds = 1_000_000_000;

export function practiceRoutes(door: Door, services: Services): void {
  const { pools, workers, feed } = services;

  door.on(endpoints.openPractice, async (request, response, session) => {
    const {
      jobId,
      vehicleId,
      seed,
      difficulty,
      case: written,
    } = check(endpoints.openPractice.body, request.body);
    const write = { ...writeOf(request, session), jobId: jobId.toLowerCase() };
    const { hidden, make, model, vin, km, words } = await workers.run('drawPractice', {
      seed: seed ?? randomInt(mostSeeds),
      difficulty: difficulty ?? 'single',
      written: written ?? null,
    });
    const { car, seed: drawn, ...wrong } = hidden;
    const opened = await openJob(
      services,
      write,
      {
        jobId,
        vehicleId,
        head: { event: 'wear', eventNote: 'Simulated car', customer: 'Practice', customerWords: words },
        vehicle: { make, model, vin, odometerKm: km },
      },
      (trx) =>
        trx('practice_cars').insert({
          job_id: jobId.toLowerCase(),
          vehicle: car,
          seed: drawn,
          fault: JSON.stringify(wrong),
        }),
    );
    response.status(201).json(opened);
    feed.wake();
  });

  door.on(endpoints.practiceCases, (_request, response) => {
    response.json({
      cases: writtenCases.map(({ id, words, hidden }) => ({ id, car: carFile(hidden.car)!.name, words })),
    });
  });

  door.on(endpoints.practiceCars, async (_request, response, { person }) => {
    response.json(await practiceCars(pools.read, person.role === 'lead' ? null : person.id));
  });

  door.on(endpoints.carReport, async (request, response) => {
    const job = await practiceJob(services, idParam(request, 'jobId'));
    const other = textQuery(request, 'adapter') === 'other';
    response.json(await workers.run('carReport', { ...job, other, trial: trialOf(request) }));
  });

  door.on(endpoints.carBeside, async (request, response) => {
    const job = await practiceJob(services, idParam(request, 'jobId'));
    response.json(await workers.run('carBeside', { ...job, trial: trialOf(request) }));
  });

  door.on(endpoints.carParts, async (request, response) => {
    const { hidden } = await practiceJob(services, idParam(request, 'jobId'));
    response.json(await workers.run('carParts', { hidden }));
  });

  door.on(endpoints.carPart, async (request, response) => {
    const { hidden } = await practiceJob(services, idParam(request, 'jobId'));
    const part = await workers.run('carPart', { car: hidden.car, target: String(request.params['target']) });
    if (!part) throw notFound('part');
    response.json(part);
  });

  door.on(endpoints.carReading, async (request, response) => {
    const job = await practiceJob(services, idParam(request, 'jobId'));
    const { source, test } = testOf(job.record, idParam(request, 'traceId'), textQuery(request, 'test'));
    response.json(await workers.run('carReading', { ...job, source, test, trial: trialOf(request) }));
  });

  door.on(endpoints.override, async (request, response) => {
    const { traceId, test: wanted } = check(endpoints.override.body, request.body);
    const job = await practiceJob(services, idParam(request, 'jobId'));
    const { source, test } = testOf(job.record, traceId, wanted);
    const done = await workers.run('override', { ...job, source, test });
    if (!done) throw conflict('Nothing refuses this test.');
    await keepOverride(pools.write, job.record.id, done);
    response.json({ says: done.says });
  });

  door.on(endpoints.askHint, async (request, response) => {
    const { number } = check(endpoints.askHint.body, request.body);
    const { record, hidden } = await practiceJob(services, idParam(request, 'jobId'));
    const hint = await workers.run('hint', { hidden, number: number === 1 ? 1 : 2 });
    await pools.write('practice_hints').insert({ job_id: record.id, number }).onConflict().ignore();
    response.json({ hint, minutes: hintMinutes });
  });

  door.on(endpoints.carLine, async (request, response) => {
    const job = await practiceJob(services, idParam(request, 'jobId'));
    const coding = codingOf(job.record, idParam(request, 'codingId'));
    const wanted = textQuery(request, 'line');
    const line = coding.lines.find((own) => own.line.id === wanted)?.line;
    if (!line) throw invalid('line', 'no such line on this sheet');
    const done = await workers.run('carLine', { ...job, codingId: coding.id, line });
    response.json(done ?? { talk: [], entries: [], refused: null });
  });

  door.on(endpoints.carStep, async (request, response) => {
    const job = await practiceJob(services, idParam(request, 'jobId'));
    const { id: codingId } = codingOf(job.record, idParam(request, 'codingId'));
    const wanted = {
      procedure: textQuery(request, 'procedure') ?? '',
      step: textQuery(request, 'step'),
    };
    const done = await workers.run('carStep', { ...job, codingId, wanted });
    if (!done) throw invalid('step', 'no such step of a procedure of this unit');
    response.json(done);
  });

  door.on(endpoints.drive, async (request, response) => {
    const { beaconId, ...drive } = check(endpoints.drive.body, request.body);
    const job = await practiceJob(services, idParam(request, 'jobId'));
    const beacon = standingFor(job.record.beacons, beaconId);
    if (!beacon) throw notFound('beacon');
    response.json(await workers.run('driven', { ...job, watched: beacon.name, drive }));
  });

  door.on(endpoints.carMemory, async (request, response) => {
    const job = await practiceJob(services, idParam(request, 'jobId'));
    const { id: codingId } = codingOf(job.record, idParam(request, 'codingId'));
    const imageId = textQuery(request, 'write');
    const write = imageId === null ? null : (job.images?.[imageId] ?? null);
    if (imageId !== null && !write) throw invalid('write', 'no such image in this job');
    const read = await workers.run('carMemory', { ...job, codingId, write });
    if (!read) throw conflict('The simulated car has no such unit, or its book has no layout.');
    response.json(read);
  });

  door.on(endpoints.practiceEnd, async (request, response) => {
    const job = await practiceJob(services, idParam(request, 'jobId'));
    const { record } = job;
    if (standing(record.handBacks).length === 0)
      throw conflict('What it was is told once the car is handed back.');
    const end = await workers.run('practiceEnd', job);
    await keepEnd(pools.write, record.id, end);
    response.json(end);
  });
}

/** What is done to the car meanwhile; null: nothing. @throws HttpProblem 422 where there is no such trial */
function trialOf(request: Request): Trial | null {
  const text = textQuery(request, 'trial');
  return check(trialQuery, { trial: text }).trial;
}

/** @throws HttpProblem 404 where the trace is not there, 422 where it has no such test */
function testOf(record: JobRecord, traceId: string, wanted: string | null) {
  const trace = standingFor(record.traces, traceId);
  if (!trace) throw notFound('trace');
  const test = trace.case.tests.find(({ id }) => id === wanted);
  if (!test) throw invalid('test', 'no such test in this trace');
  return { source: trace.case, test };
}

/** @throws HttpProblem 404 where no such unit is coded in this job */
function codingOf(record: JobRecord, codingId: string): Coding {
  const coding = codingsOf(record, []).find(({ id }) => id === codingId);
  if (!coding) throw notFound('unit');
  return coding;
}
