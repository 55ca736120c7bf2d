/** The record with what waits on this device laid over it: nobody’s entry vanishes from sight while the server is away. */
import type { FactEntry } from '@dormant-beacon/contract';
import type { JobRecord } from '@dormant-beacon/core/record';
import type { WriteRequest } from '../api';

/** Read, or kept as files, by the server alone: their own pages say that they wait. */
const notShown: ReadonlySet<string> = new Set(['scans', 'photos']);

type Fact = JobRecord['notes'][number];

/**
 * @param requests what waits, in the order in which it was entered
 * @returns the record itself where nothing of this job waits
 */
export function withPending(record: JobRecord, requests: readonly WriteRequest[]): JobRecord {
  const own = requests.flatMap((request) => {
    const [, jobId, kind] = /^\/api\/jobs\/([^/]+)\/([a-z-]+)$/.exec(request.path) ?? [];
    return jobId === record.id && kind !== undefined && !notShown.has(kind) ? [{ request, kind }] : [];
  });
  return own.reduce((now, { request, kind }, n) => laidOver(now, request, kind, record.seq + n + 1), record);
}

function laidOver(
  record: JobRecord,
  { body, personId, method }: WriteRequest,
  kind: string,
  seq: number,
): JobRecord {
  if (kind === 'head' && method === 'PUT') {
    const { head, vehicle } = body as Pick<JobRecord, 'head' | 'vehicle'>;
    return { ...record, head, vehicle };
  }
  if (kind === 'withdrawals') return withdrawn(record, (body as { withdraws: string }).withdraws);
  const list = kind.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());
  const there = Object.hasOwn(record, list) ? record[list as keyof JobRecord] : null;
  if (!Array.isArray(there)) return record;
  const { id, observedAt, corrects = null, data } = body as FactEntry;
  // It is there already: shown as it was typed, or saved although its answer was lost.
  if ((there as unknown as Fact[]).some((fact) => fact.id === id)) return record;
  const stamp = { id, seq, personId, observedAt, recordedAt: observedAt, corrects, withdrawn: false };
  // How sure the trace was of a repair is worked out by the server.
  const fact = { ...stamp, ...data, ...(kind === 'repairs' ? { chance: null } : {}) };
  return { ...record, [list]: [...(there as unknown[]), fact] };
}

function withdrawn(record: JobRecord, id: string): JobRecord {
  const lists = Object.entries(record).map(([name, value]: [string, unknown]) => [
    name,
    Array.isArray(value) && (value as Fact[]).some((fact) => fact.id === id)
      ? (value as Fact[]).map((fact) => (fact.id === id ? { ...fact, withdrawn: true } : fact))
      : value,
  ]);
  return Object.fromEntries(lists) as JobRecord;
}

/** Ids of the entries that wait. */
export const pendingIds = (requests: readonly WriteRequest[]): ReadonlySet<string> =>
  new Set(requests.flatMap(({ body }) => (body as { id?: string } | null)?.id ?? []));
