/** A record with one more fact. */
import type { FactKind } from '@dormant-beacon/contract';
import type { JobRecord } from '@dormant-beacon/core/record';
import { asListed, type StoredFact } from '../facts/repository.js';
import { tables } from '../facts/tables.js';

/** Every other list is the same object as before. */
export function withFact(record: JobRecord, kind: FactKind, fact: StoredFact): JobRecord {
  const { list } = tables[kind];
  const facts = record[list] as unknown as StoredFact[];
  return { ...record, seq: fact.seq, [list]: [...facts, asListed(kind, fact)] };
}
