/** A job's story as a file: a signed archive with everything in it, or its logbook as a table. */
import { Readable, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Story } from '@dormant-beacon/contract';
import { factLists, type JobRecord, type Person, standing } from '@dormant-beacon/core/record';
import type { Knex } from 'knex';
import Papa from 'papaparse';
import { ZipFile } from 'yazl';
import { isoOf } from '../database/connect.js';
import { notFound } from '../http/problem.js';
import { loadRecord } from '../jobs/record.js';
import { findJob } from '../jobs/repository.js';
import { shopOf } from '../shop/settings.js';
import { signerOf } from './installation.js';
import { partsOf } from './parts.js';
import { sealing, unsealed } from './seal.js';

/**
 * Writes the archive as it is made: one photo at a time is in memory.
 * @param db an installation's key may have to be made
 */
export async function writeArchive(db: Knex, story: Story, into: Writable): Promise<void> {
  const bytes = Buffer.from(JSON.stringify(story));
  const { publicKey, sign } = await signerOf(db);
  const parts = partsOf(story);
  const signature = {
    publicKey,
    signature: sign(bytes),
    parts,
    partsSignature: sign(Buffer.from(JSON.stringify(parts))),
  };
  const zip = new ZipFile();
  zip.addBuffer(bytes, 'story.json');
  zip.addBuffer(Buffer.from(JSON.stringify(signature)), 'signature.json');
  for (const { attachmentId } of story.photos)
    zip.addReadStreamLazy(`photos/${attachmentId}`, { compress: false }, (give) => {
      photoBytes(db, attachmentId).then(
        (photo) => give(null, oneChunk(photo)),
        (error: unknown) => give(error, oneChunk(Buffer.alloc(0))),
      );
    });
  zip.end({ forceZip64Format: false, comment: unsealed });
  await pipeline(
    zip.outputStream,
    sealing((digest) => sign(Buffer.from(digest))),
    into,
  );
}

async function photoBytes(db: Knex, id: string): Promise<Buffer> {
  const row = (await db('attachments').where({ id }).first('bytes')) as { bytes: Buffer } | undefined;
  if (!row) throw new Error('a photo has gone');
  return row.bytes;
}

function oneChunk(bytes: Buffer): Readable {
  return Readable.from([bytes]);
}

/** Everything of one moment. @throws HttpProblem where there is no such job */
export async function storyOf(db: Knex, jobId: string, now: Date): Promise<Story> {
  return db.transaction(
    async (trx) => {
      const job = await findJob(trx, jobId);
      if (!job) throw notFound('job');
      const reports = (await trx('scans').where({ job_id: jobId }).orderBy('seq').select('id', 'text')) as {
        id: string;
        text: string;
      }[];
      const people = (await trx('people')
        .whereIn('id', trx('logbook').where({ job_id: jobId }).select('person_id'))
        .orWhereIn('id', trx('attachments').where({ job_id: jobId }).select('person_id'))
        .orderBy('name')
        .select('id', 'name', 'initials', 'role', 'foreign_id')) as (Person & {
        foreign_id: string | null;
      })[];
      // People of an earlier installation go on under the ids that its entries were hashed with.
      const idOf = new Map(people.map((person) => [person.id, person.foreign_id ?? person.id]));
      const authorOf = (personId: string) => idOf.get(personId) ?? personId;
      return {
        format: 'dormant-beacon-job' as const,
        version: 2 as const,
        exportedAt: now.toISOString(),
        shop: (await shopOf(trx)).settings.name,
        people: people.map(({ id, name, initials, role }) => ({ id: authorOf(id), name, initials, role })),
        record: withAuthors(await loadRecord(trx, job), authorOf),
        reports: reports.map(({ id, text }) => ({ scanId: id, text })),
        logbook: (await trx('logbook')
          .where({ job_id: jobId })
          .orderBy('seq')
          .select('seq', 'entry', 'hash')) as Story['logbook'],
        photos: await photosOf(trx, jobId, authorOf),
        withheld: [],
      };
    },
    { readOnly: true },
  );
}

/** The record with each fact's author under the id that `authorOf` gives. */
export function withAuthors(record: JobRecord, authorOf: (personId: string) => string): JobRecord {
  const lists = factLists.map((list) => [
    list,
    record[list].map((fact) => ({ ...fact, personId: authorOf(fact.personId) })),
  ]);
  return { ...record, ...(Object.fromEntries(lists) as object) };
}

async function photosOf(
  trx: Knex.Transaction,
  jobId: string,
  authorOf: (personId: string) => string,
): Promise<Story['photos']> {
  const rows = (await trx('attachments')
    .where({ job_id: jobId })
    .orderBy('id')
    .select('id', 'type', 'person_id', 'sha256')) as {
    id: string;
    type: string;
    person_id: string;
    sha256: string;
  }[];
  return rows.map(({ id, type, person_id, sha256 }) => ({
    attachmentId: id,
    type,
    personId: authorOf(person_id),
    sha256,
  }));
}

interface Row {
  readonly seq: number;
  readonly observed_at: string;
  readonly recorded_at: string;
  readonly name: string;
  readonly role: string;
  readonly stage: string;
  readonly kind: string;
  readonly says: string;
  readonly withdrawn: boolean;
  readonly fact_id: string | null;
  readonly corrects: string | null;
}

/** The logbook as CSV with a byte order mark, so that spreadsheets read its letters; formulas are made harmless. */
export async function tableOf(db: Knex, jobId: string): Promise<string> {
  const rows = (await db('logbook')
    .join('people', 'people.id', 'logbook.person_id')
    .where({ job_id: jobId })
    .orderBy('seq')
    .select('logbook.*', 'people.name', 'people.role')) as Row[];
  if (rows.length === 0) throw notFound('job');
  const stands = new Set(
    standing(
      rows.map((row) => ({
        id: row.fact_id ?? String(row.seq),
        seq: row.seq,
        corrects: row.corrects,
        withdrawn: row.withdrawn,
      })),
    ).map(({ seq }) => seq),
  );
  const table = rows.map((row) => ({
    seq: row.seq,
    observed: isoOf(row.observed_at),
    recorded: isoOf(row.recorded_at),
    person: row.name,
    role: row.role,
    stage: row.stage,
    kind: row.kind,
    entry: row.says,
    stands: stands.has(row.seq) ? 'yes' : 'no',
  }));
  return `\uFEFF${Papa.unparse(table, { escapeFormulae: true, newline: '\r\n' })}\r\n`;
}
