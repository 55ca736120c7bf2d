/**
 * The same question answered twice at once: whoever comes second, without having seen the first answer, is asked. The
 * page says up to which entry it has seen the job; an entry that names none is taken as it always was.
 */
import { type FactKind, seenHeader } from '@dormant-beacon/contract';
import type { JobRecord } from '@dormant-beacon/core/record';
import { HttpProblem } from '../http/problem.js';
import { says } from './says.js';
import type { StoredFact } from './repository.js';
import { tables } from './tables.js';

/** By which fields two entries of a kind answer the same question; a kind that is not here asks nothing twice. */
const questions: Readonly<Partial<Record<FactKind, readonly string[]>>> = {
  beacons: ['name'],
  powerings: [],
  batteries: [],
  approvals: ['item', 'answer'],
  basics: ['item'],
  workings: ['function', 'module'],
  traces: ['title', 'beaconIds'],
  readings: ['traceId', 'test'],
  repairs: ['traceId', 'element', 'beaconIds'],
  clearings: [],
  exposures: ['beaconId'],
  'code-ends': ['module', 'code', 'failureType'],
  'module-ends': ['module'],
  inventories: [],
  'loop-readings': ['loop', 'moment'],
  'seat-readings': ['seat', 'moment'],
  temporaries: ['kind', 'where', 'removes'],
  offers: ['item', 'kind', 'from'],
  donors: ['item', 'seller'],
  parcels: ['item'],
  'route-plans': ['unit'],
  'route-choices': ['planId'],
  'route-outcomes': ['planId', 'routeId'],
  coverages: [],
  'part-orders': ['offerId', 'step'],
  consignments: ['planId'],
  'bench-works': ['planId'],
  'strip-plans': [],
  'ledger-entries': ['step', 'as'],
  'cure-waits': ['what', 'ends'],
  'function-tries': ['part', 'moment'],
  'coding-plans': ['unit'],
  'coding-images': ['codingId', 'role', 'sha256'],
  'coding-entries': ['codingId', 'entry'],
  'lock-sets': ['where'],
  'hand-backs': [],
};

/** @throws HttpProblem 409 where somebody has answered the same question after what the page has seen */
export function askedTwice(kind: FactKind, before: JobRecord, fact: StoredFact, seen: number | null): void {
  const fields = questions[kind];
  if (seen === null || fields === undefined || fact.corrects !== null) return;
  // What accepts a customer's report is held against that report by its gate.
  if (fact['reportId'] != null) return;
  const question = (one: StoredFact) => JSON.stringify(fields.map((name) => plain(one[name])));
  const own = question(fact);
  const there = (before[tables[kind].list] as unknown as StoredFact[]).findLast(
    (other) => other.seq > seen && !other.withdrawn && question(other) === own,
  );
  if (there)
    throw new HttpProblem(
      409,
      'Answered meanwhile',
      `This was entered meanwhile: “${says(kind, before, there)}”. If yours is a separate one, enter it again.`,
      { path: seenHeader },
    );
}

const plain = (value: unknown): unknown =>
  typeof value === 'string' ? value.trim().toLowerCase() : (value ?? null);
