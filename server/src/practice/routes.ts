/** Simulated cars: opened with a hidden fault, read through their link, measured with their instruments. */
import { randomInt } from 'node:crypto';
import { endpoints } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import { type JobRecord, standing, standingFor } from '@dormant-beacon/core/record';
import { type Coding, codingsOf } from '@dormant-beacon/core/stages';
import type { Door } from '../http/door.js';
import { conflict, invalid, notFound } from '../http/problem.js';
import { idParam, textQuery, writeOf } from '../http/writing.js';
import { openJob } from '../jobs/service.js';
import type { Services } from '../services.js';
import { keepEnd, practiceCars, practiceJob } from './cars.js';

const mostSeeds = 1_000_000_000;

export function practiceRoutes(door: Door, services: Services): void {
  const { pools, workers, feed } = services;

  door.on(endpoints.openPractice, async (request, response, session) => {
    const { jobId, vehicleId, seed, difficulty } = check(endpoints.openPractice.body, request.body);
    const write = { ...writeOf(request, session), jobId: jobId.toLowerCase() };
    const { hidden, make, model, words } = await workers.run('drawPractice', {
      seed: seed ?? randomInt(mostSeeds),
      difficulty: difficulty ?? 'single',
    });
    const { car, seed: drawn, ...wrong } = hidden;
    const opened = await openJob(
      services,
      write,
      {
        jobId,
        vehicleId,
        head: { event: 'wear', eventNote: 'Simulated car', customer: 'Practice', customerWords: words },
        vehicle: { make, model },
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

  door.on(endpoints.practiceCars, async (_request, response, { person }) => {
    response.json(await practiceCars(pools.read, person.role === 'lead' ? null : person.id));
  });

  door.on(endpoints.carReport, async (request, response) => {
    const job = await practiceJob(services, idParam(request, 'jobId'));
    response.json(await workers.run('carReport', job));
  });

  door.on(endpoints.carParts, async (request, response) => {
    const { hidden } = await practiceJob(services, idParam(request, 'jobId'));
    response.json({ parts: await workers.run('carParts', { car: hidden.car }) });
  });

  door.on(endpoints.carPart, async (request, response) => {
    const { hidden } = await practiceJob(services, idParam(request, 'jobId'));
    const part = await workers.run('carPart', { car: hidden.car, target: String(request.params['target']) });
    if (!part) throw notFound('part');
    response.json(part);
  });

  door.on(endpoints.carReading, async (request, response) => {
    const job = await practiceJob(services, idParam(request, 'jobId'));
    const trace = standingFor(job.record.traces, idParam(request, 'traceId'));
    const test = trace?.case.tests.find(({ id }) => id === textQuery(request, 'test'));
    if (!trace) throw notFound('trace');
    if (!test) throw invalid('test', 'no such test in this trace');
    response.json(await workers.run('carReading', { ...job, source: trace.case, test }));
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

/** @throws HttpProblem 404 where no such unit is coded in this job */
function codingOf(record: JobRecord, codingId: string): Coding {
  const coding = codingsOf(record, []).find(({ id }) => id === codingId);
  if (!coding) throw notFound('unit');
  return coding;
}
