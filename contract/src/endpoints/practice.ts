/** Simulated cars: opened from the bays, read, measured, and judged in the end. */
import { jobOpened } from '../answers.js';
import * as practice from '../practice.js';
import { everyone } from '../who.js';
import { type Endpoint, small } from './endpoint.js';

export const practiceEndpoints = {
  openPractice: {
    method: 'POST',
    path: '/api/practice',
    says: 'opens a job on a simulated car with a hidden fault',
    who: everyone,
    body: practice.openPractice,
    answer: jobOpened,
    bodyLimit: small,
    entry: true,
  },
  practiceCases: {
    method: 'GET',
    path: '/api/practice/cases',
    says: 'simulated cars with a case that was written, and what their drivers say',
    who: everyone,
    answer: practice.practiceCases,
  },
  practiceCars: {
    method: 'GET',
    path: '/api/practice',
    says: 'the latest simulated cars that one has worked at, with how they ended; everyone’s, for a lead',
    who: everyone,
    answer: practice.practiceCars,
  },
  carReport: {
    method: 'GET',
    path: '/api/jobs/{jobId}/car/report',
    says: 'of a simulated car: every module read through its link, as a report and as a log of frames',
    query: {
      adapter: '`other` for the other adapter',
      trial: 'what is done to the car meanwhile, such as `hose`',
    },
    who: everyone,
    answer: practice.carReport,
  },
  carParts: {
    method: 'GET',
    path: '/api/jobs/{jobId}/car/parts',
    says: 'of a simulated car: the parts that can be traced, its modules and their live values',
    who: everyone,
    answer: practice.carParts,
  },
  carPart: {
    method: 'GET',
    path: '/api/jobs/{jobId}/car/parts/{target}',
    says: 'of a simulated car: a part’s wiring as a case to trace',
    who: everyone,
    answer: practice.carPart,
  },
  carReading: {
    method: 'GET',
    path: '/api/jobs/{jobId}/car/readings/{traceId}',
    says: 'of a simulated car: what a test of a trace shows, or why its instruments refuse it',
    query: { test: 'the id of the test', trial: 'what is done to the car meanwhile, such as `hose`' },
    who: everyone,
    answer: practice.carReading,
  },
  askHint: {
    method: 'POST',
    path: '/api/jobs/{jobId}/car/hints',
    says: 'of a simulated car: a hint, which costs minutes in the end',
    who: everyone,
    body: practice.askHint,
    answer: practice.hint,
    bodyLimit: small,
  },
  override: {
    method: 'POST',
    path: '/api/jobs/{jobId}/car/override',
    says: 'of a simulated car: a test that its instruments refuse, made all the same; once in a job',
    who: everyone,
    body: practice.override,
    answer: practice.overridden,
    bodyLimit: small,
  },
  carLine: {
    method: 'GET',
    path: '/api/jobs/{jobId}/car/lines/{codingId}',
    says: 'of a simulated car: a line of a coding sheet done over its link, and what is entered of it',
    query: {
      line: 'the id of the line',
      procedure: 'in place of a line: the id of a procedure',
      step: 'of the procedure; left out, the volts of its supply',
    },
    who: everyone,
    answer: practice.carLine,
  },
  carMemory: {
    method: 'GET',
    path: '/api/jobs/{jobId}/car/memory/{codingId}',
    says: 'of a simulated car: the memory of a unit over its link, an image written to it before',
    query: { write: 'the id of the image that is written; left out, it is read alone' },
    who: everyone,
    answer: practice.carMemory,
  },
  practiceEnd: {
    method: 'GET',
    path: '/api/jobs/{jobId}/car/end',
    says: 'of a simulated car that was handed back: what it was, and what the planner would have spent',
    who: everyone,
    answer: practice.practiceEnd,
  },
} as const satisfies Record<string, Endpoint>;
