/** Proves a job: the chain of its logbook, every fact against its entry, every word that is shown of it. */
import { createHash } from 'node:crypto';
import type { JobRecord } from '@dormant-beacon/core/record';
import type { Knex } from 'knex';
import { isWhole } from '../database/chain.js';
import { isoOf } from '../database/connect.js';
import type { StoredFact } from '../facts/repository.js';
import { piecesOf } from '../images/store.js';
import { jobNumber, loadRecord } from '../jobs/record.js';
import { findJob } from '../jobs/repository.js';
import { headAgrees } from './head.js';
import {
  disagreement,
  type Evidence,
  factsById,
  type HashedEntry,
  hashedEntry,
  wordsDigest,
} from './entries.js';

export interface LogRow {
  readonly seq: number;
  readonly person_id: string;
  readonly kind: string;
  readonly stage: string;
  readonly says: string;
  readonly fact_id: string | null;
  readonly corrects: string | null;
  readonly withdrawn: boolean;
  readonly observed_at: string;
  readonly recorded_at: string;
  readonly entry: string;
  readonly hash: string;
}

/**
 * What is wrong with a job's story, in words; null where it can be proven from its first entry to its last. Read from
 * the tables as they are, never from memory.
 */
export async function flawOf(trx: Knex, jobId: string, rows: readonly LogRow[]): Promise<string | null> {
  if (!isWhole(rows)) return 'the chain of the logbook is broken';
  const job = await findJob(trx, jobId);
  if (!job || job.chain !== rows.at(-1)?.hash || job.seq !== rows.length)
    return 'the end of the logbook is missing';
  const entries = rows.map((row) => hashedEntry.safeParse(JSON.parse(row.entry)));
  const [record, evidence] = [await loadRecord(trx, job), await evidenceOf(trx, jobId)];
  const facts = once(record);
  if (typeof facts === 'string') return facts;
  const byId = new Map([...facts].map(([id, { fact }]) => [id, fact]));
  const anew = readAnew(entries.flatMap(({ data }) => (data ? [data] : [])));
  const imported = entries.findLastIndex(({ data }) => data?.kind === 'import');
  const { words } = entries[imported]?.data?.content ?? {};
  if (typeof words === 'string' && words !== wordsDigest(rows.slice(0, imported)))
    return 'words of the entries that came from elsewhere were changed';
  for (const [n, row] of rows.entries()) {
    const entry = entries[n]?.data;
    if (!entry) return `entry ${row.seq} cannot be read`;
    const flaw =
      rowFlaw(row, entry, evidence) ??
      (n > imported ? wordsFlaw(row, entry) : null) ??
      factFlaw(entry, facts, byId, { ...evidence, readAnew: anew });
    if (flaw !== null) return `entry ${row.seq}: ${flaw}`;
  }
  const [stray] = facts.keys();
  if (stray !== undefined) return `the logbook knows nothing of the entry ${stray}`;
  return headFlaw(
    entries.map(({ data }) => data!),
    record,
  );
}

/** Every fact by its id, or what is wrong where an id stands twice. */
function once(record: JobRecord): ReturnType<typeof factsById> | string {
  try {
    return factsById(record);
  } catch (error) {
    return (error as Error).message;
  }
}

function rowFlaw(row: LogRow, entry: HashedEntry, { authorOf }: Evidence): string | null {
  const same =
    entry.seq === row.seq &&
    authorOf(row.person_id) === entry.personId &&
    entry.kind === row.kind &&
    entry.factId === row.fact_id &&
    entry.corrects === row.corrects &&
    entry.withdrawn === row.withdrawn &&
    Date.parse(entry.observedAt) === Date.parse(isoOf(row.observed_at)) &&
    Date.parse(entry.recordedAt) === Date.parse(isoOf(row.recorded_at));
  return same ? null : 'its row says something else than what was hashed';
}

function wordsFlaw(row: LogRow, entry: HashedEntry): string | null {
  const same = (entry.says ?? row.says) === row.says && (entry.stage ?? row.stage) === row.stage;
  return same ? null : 'its words were changed';
}

/** Takes the fact out of `facts`, so that at the end only those are left that no entry knows. */
function factFlaw(
  entry: HashedEntry,
  facts: ReturnType<typeof factsById>,
  byId: ReadonlyMap<string, StoredFact>,
  evidence: Evidence,
): string | null {
  if (entry.factId === null) return null;
  const own = facts.get(entry.factId);
  if (!own) return 'the record does not hold its fact';
  facts.delete(entry.factId);
  return disagreement(entry, own, entry.corrects === null ? undefined : byId.get(entry.corrects), evidence);
}

function headFlaw(entries: readonly HashedEntry[], record: JobRecord): string | null {
  return headAgrees(entries, record)
    ? null
    : `the head of ${jobNumber(Number(record.number.slice(2)))} says something else than the logbook`;
}

/** Of reports that were read anew at an import: the digest of what was made of them then. */
export function readAnew(entries: readonly HashedEntry[]): (scanId: string) => string | undefined {
  const digests = new Map<string, string>();
  for (const { kind, content } of entries)
    if (kind === 'import')
      for (const [scanId, digest] of Object.entries((content['readAnew'] ?? {}) as Record<string, string>))
        digests.set(scanId, digest);
  return (scanId) => digests.get(scanId);
}

async function evidenceOf(trx: Knex, jobId: string): Promise<Evidence> {
  const reports = (await trx('scans').where({ job_id: jobId }).select('id', 'text')) as {
    id: string;
    text: string;
  }[];
  const photos = (await trx('attachments')
    .where({ job_id: jobId })
    .select('id', trx.raw('SHA2(bytes, 256) AS digest'))) as { id: string; digest: string }[];
  const repairs = (await trx('repairs')
    .where({ job_id: jobId })
    .select({ id: 'id', faultKind: 'fault_kind', faultMode: 'fault_mode' })) as {
    id: string;
    faultKind: string | null;
    faultMode: string | null;
  }[];
  const learned = new Map(repairs.map(({ id, ...own }) => [id, own]));
  const people = (await trx('people').whereNotNull('foreign_id').select('id', 'foreign_id')) as {
    id: string;
    foreign_id: string;
  }[];
  const images = await imageDigests(trx, jobId);
  const [texts, digests, foreign] = [
    new Map(reports.map(({ id, text }) => [id, text])),
    new Map(photos.map(({ id, digest }) => [id, digest])),
    new Map(people.map((person) => [person.id, person.foreign_id])),
  ];
  return {
    reportText: (scanId) => texts.get(scanId),
    imageDigest: (imageId) => images.get(imageId),
    photoDigest: (attachmentId) => digests.get(attachmentId),
    learnedOf: (repairId) => learned.get(repairId),
    authorOf: (personId) => foreign.get(personId) ?? personId,
  };
}

/** The SHA-256 of each memory image of a job, a piece at a time. */
async function imageDigests(trx: Knex, jobId: string): Promise<ReadonlyMap<string, string>> {
  const rows = (await trx('image_pieces').where({ job_id: jobId }).distinct('image_id')) as {
    image_id: string;
  }[];
  const digests = new Map<string, string>();
  for (const { image_id } of rows) {
    const hash = createHash('sha256');
    for await (const { bytes } of piecesOf(trx, jobId, image_id)) hash.update(bytes);
    digests.set(image_id, hash.digest('hex'));
  }
  return digests;
}
