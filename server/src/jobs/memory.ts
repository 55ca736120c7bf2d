/**
 * Records of jobs that are being worked on, kept by job and place in its order. A record is used only where the
 * database says that the job still stands at that place, so that another server's entries are never missed.
 */
import type { JobRecord } from '@dormant-beacon/core/record';
import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import type { JobRow } from '../database/transaction.js';
import { loadRecord } from './record.js';

/** Rough bytes of all records that are kept. */
const mostBytes = 96_000_000;

export class RecordMemory {
  private readonly kept = new LRUCache<string, JobRecord>({
    maxSize: mostBytes,
    sizeCalculation: (record) => roughBytes(record),
  });

  /** The record of a job at `seq`, from memory or out of the database. */
  async recordAt(db: Knex, job: JobRow, seq: number): Promise<JobRecord> {
    const kept = this.kept.get(job.id);
    if (kept?.seq === seq) return kept;
    return loadRecord(db, job, seq);
  }

  /** What a committed transaction has left. */
  keep(record: JobRecord): void {
    this.kept.set(record.id, record);
  }

  forget(jobId: string): void {
    this.kept.delete(jobId);
  }
}

/** Codes and traces are what weighs. */
function roughBytes(record: JobRecord): number {
  const codes = record.scans.reduce(
    (sum, { scan }) => sum + scan.codes.length + (scan.lines?.length ?? 0),
    0,
  );
  return 20_000 + 400 * codes + 300 * record.seq + 60_000 * record.traces.length;
}
