/** A job's story as a file: JSON with everything in it, or its logbook as a table. */
import type { Story } from '@dormant-beacon/contract';
import { type Person, standing } from '@dormant-beacon/core/job';
import type { Knex } from 'knex';
import Papa from 'papaparse';
import { isoOf } from '../database/connect.js';
import { notFound } from '../http/problem.js';
import { loadRecord } from '../jobs/record.js';
import { findJob } from '../jobs/repository.js';

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
      return {
        format: 'dormant-beacon-job' as const,
        version: 1 as const,
        exportedAt: now.toISOString(),
        people: (await trx('people')
          .whereIn('id', trx('logbook').where({ job_id: jobId }).select('person_id'))
          .orWhereIn('id', trx('attachments').where({ job_id: jobId }).select('person_id'))
          .orderBy('name')
          .select('id', 'name', 'initials', 'role')) as Person[],
        record: await loadRecord(trx, job),
        reports: reports.map(({ id, text }) => ({ scanId: id, text })),
        logbook: (await trx('logbook')
          .where({ job_id: jobId })
          .orderBy('seq')
          .select('seq', 'stage', 'says', 'entry', 'hash')) as Story['logbook'],
        photos: await photosOf(trx, jobId),
        withheld: [],
      };
    },
    { readOnly: true },
  );
}

async function photosOf(trx: Knex.Transaction, jobId: string): Promise<Story['photos']> {
  const rows = (await trx('attachments')
    .where({ job_id: jobId })
    .orderBy('id')
    .select('id', 'type', 'person_id', 'bytes')) as {
    id: string;
    type: string;
    person_id: string;
    bytes: Buffer;
  }[];
  return rows.map(({ id, type, person_id, bytes }) => ({
    attachmentId: id,
    type,
    personId: person_id,
    base64: bytes.toString('base64'),
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
