/** Every endpoint: method, address, what goes in and what comes out. The server and the client both follow it. */
import { person } from '@dormant-beacon/core/job';
import type * as z from 'zod';
import * as answers from './answers.js';
import { factKinds, withdrawal } from './facts.js';

export interface Endpoint {
  readonly method: 'GET' | 'POST' | 'PUT';
  /** With parameters as `{name}`. */
  readonly path: string;
  readonly says: string;
  readonly body?: z.ZodType;
  readonly answer: z.ZodType | null;
  readonly query?: Readonly<Record<string, string>>;
  /** Bytes of a body that are taken at most. */
  readonly bodyLimit?: number;
}

const small = 100_000;

export const endpoints = {
  health: {
    method: 'GET',
    path: '/api/health',
    says: 'whether the server and its database answer',
    answer: answers.health,
  },
  people: { method: 'GET', path: '/api/people', says: 'the shop’s people', answer: answers.people },
  addPerson: {
    method: 'POST',
    path: '/api/people',
    says: 'adds a person to the shop',
    body: person,
    answer: person,
    bodyLimit: small,
  },
  bays: {
    method: 'GET',
    path: '/api/bays',
    says: 'open jobs by promised time, a page at a time',
    answer: answers.bays,
    query: {
      after: 'the `after` of the page before',
      limit: 'rows, 1 to 200, default 100',
      text: 'narrow to number, plate, vehicle, name or code',
      all: 'with 1, also jobs that are done',
    },
  },
  openJob: {
    method: 'POST',
    path: '/api/jobs',
    says: 'opens a job with its vehicle',
    body: answers.openJob,
    answer: answers.jobOpened,
    bodyLimit: small,
  },
  job: {
    method: 'GET',
    path: '/api/jobs/{jobId}',
    says: 'a job’s whole record; ETag is its revision',
    answer: answers.record,
  },
  changeHead: {
    method: 'PUT',
    path: '/api/jobs/{jobId}/head',
    says: 'changes the head; If-Match names the revision seen',
    body: answers.changeHead,
    answer: answers.headChanged,
    bodyLimit: small,
  },
  logbook: {
    method: 'GET',
    path: '/api/jobs/{jobId}/logbook',
    says: 'every entry, with its hash; `whole` tells that the chain is unbroken',
    answer: answers.logbook,
    query: { after: 'only entries with a higher seq' },
  },
  story: {
    method: 'GET',
    path: '/api/jobs/{jobId}/story.json',
    says: 'a job’s whole story as a file: record, reports as pasted, logbook with its hashes',
    answer: answers.story,
  },
  storyTable: {
    method: 'GET',
    path: '/api/jobs/{jobId}/story.csv',
    says: 'a job’s logbook as a table for a spreadsheet',
    answer: null,
  },
  report: {
    method: 'GET',
    path: '/api/jobs/{jobId}/scans/{scanId}/text',
    says: 'a report as it was pasted',
    answer: answers.reportText,
  },
  withdraw: {
    method: 'POST',
    path: '/api/jobs/{jobId}/withdrawals',
    says: 'takes a fact back',
    body: withdrawal,
    answer: answers.entered,
    bodyLimit: small,
  },
  events: {
    method: 'GET',
    path: '/api/events',
    says: 'server-sent events of all jobs; id is job:seq, resumed by Last-Event-ID',
    answer: null,
  },
  openapi: { method: 'GET', path: '/api/openapi.json', says: 'this description', answer: null },
} as const satisfies Record<string, Endpoint>;

/** Bytes that an entry of each kind may have: a report of a million characters, a circuit of a thousand elements. */
const factLimits: Partial<Record<string, number>> = { scans: 4_500_000, traces: 2_000_000 };

export const factEndpoints: readonly (Endpoint & { readonly kind: keyof typeof factKinds })[] =
  Object.entries(factKinds).map(([kind, { entry, says }]) => ({
    kind: kind as keyof typeof factKinds,
    method: 'POST',
    path: `/api/jobs/{jobId}/${kind}`,
    says: `enters ${says}`,
    body: entry,
    answer: answers.entered,
    bodyLimit: factLimits[kind] ?? small,
  }));
