/** Simulated cars: opened with a hidden fault, read through their link, measured with their instruments. */
import { randomInt } from 'node:crypto';
import { endpoints } from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import { standing, standingFor } from '@dormant-beacon/core/record';
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
    const { jobId, vehicleId, seed } = check(endpoints.openPractice.body, request.body);
    const write = { ...writeOf(request, session), jobId: jobId.toLowerCase() };
    const { hidden, make, model, words } = await workers.run('drawPractice', {
      seed: seed ?? randomInt(mostSeeds),
    });
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
          vehicle: hidden.car,
          seed: hidden.seed,
          fault: JSON.stringify(hidden.fault),
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
    const { record, hidden } = await practiceJob(services, idParam(request, 'jobId'));
    const trace = standingFor(record.traces, idParam(request, 'traceId'));
    const test = trace?.case.tests.find(({ id }) => id === textQuery(request, 'test'));
    if (!trace) throw notFound('trace');
    if (!test) throw invalid('test', 'no such test in this trace');
    response.json(await workers.run('carReading', { record, hidden, source: trace.case, test }));
  });

  door.on(endpoints.practiceEnd, async (request, response) => {
    const { record, hidden } = await practiceJob(services, idParam(request, 'jobId'));
    if (standing(record.handBacks).length === 0)
      throw conflict('What it was is told once the car is handed back.');
    const end = await workers.run('practiceEnd', { record, hidden });
    await keepEnd(pools.write, record.id, end);
    response.json(end);
  });
}
