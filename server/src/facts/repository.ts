/** Facts in and out of their tables. */
import type { FactKind } from '@dormant-beacon/contract';
import type { Knex } from 'knex';
import { isoOf, storedOf } from '../database/connect.js';
import { type FactTable, tables } from './tables.js';

export interface Stamp {
  readonly id: string;
  readonly seq: number;
  readonly personId: string;
  readonly observedAt: string;
  readonly recordedAt: string;
  readonly corrects: string | null;
  readonly withdrawn: boolean;
}

export type StoredFact = Stamp & Readonly<Record<string, unknown>>;

export async function insertFact(
  trx: Knex.Transaction,
  kind: FactKind,
  jobId: string,
  fact: StoredFact,
): Promise<void> {
  const { table, columns, links } = tables[kind];
  const row: Record<string, unknown> = {
    id: fact.id,
    job_id: jobId,
    seq: fact.seq,
    person_id: fact.personId,
    corrects: fact.corrects,
    withdrawn: fact.withdrawn,
    observed_at: storedOf(fact.observedAt),
    recorded_at: storedOf(fact.recordedAt),
  };
  for (const [field, column] of Object.entries(columns)) {
    const value = fact[field] ?? null;
    if (typeof column === 'string') row[column] = value;
    else row[column.column] = JSON.stringify(value);
  }
  if (kind === 'scans' && fact['kind'] === 'baseline') row['baseline_of'] = jobId;
  await trx(table).insert(row);
  if (links)
    await insertMany(
      trx,
      links.table,
      (fact[links.field] as string[]).map((beaconId) => ({ [links.parent]: fact.id, beacon_id: beaconId })),
    );
}

async function insertMany(trx: Knex.Transaction, table: string, rows: readonly object[]): Promise<void> {
  for (let from = 0; from < rows.length; from += 500)
    await trx(table).insert(rows.slice(from, from + 500) as object[]);
}

/** What a repair says to the shop's base rates alone; the job's record is without it. */
const learnedFields: ReadonlySet<string> = new Set(['faultKind', 'faultMode']);

/** The fields of a kind that the record holds: a report's text stays behind. */
const listedColumns = (kind: FactKind) =>
  Object.entries(tables[kind].columns).filter(
    ([field]) => !(kind === 'scans' && field === 'text') && !(kind === 'repairs' && learnedFields.has(field)),
  );

/** A fact as the record lists it after it was stored: what was left out is null, moments are in UTC. */
export function asListed(kind: FactKind, fact: StoredFact): StoredFact {
  const { links } = tables[kind];
  const listed: Record<string, unknown> = {
    id: fact.id,
    seq: fact.seq,
    personId: fact.personId,
    corrects: fact.corrects,
    withdrawn: fact.withdrawn,
    observedAt: isoOf(storedOf(fact.observedAt)),
    recordedAt: isoOf(storedOf(fact.recordedAt)),
  };
  for (const [field, column] of listedColumns(kind)) {
    const value = fact[field] ?? null;
    listed[field] = typeof column === 'string' ? value : (JSON.parse(JSON.stringify(value)) as unknown);
  }
  if (links) listed[links.field] = [...(fact[links.field] as string[])].sort();
  return listed as StoredFact;
}

/** All facts of a kind in a job, in the order of entry; a report's text stays behind. */
export async function listFacts(db: Knex, kind: FactKind, jobId: string): Promise<StoredFact[]> {
  const { table, links } = tables[kind];
  const wanted = listedColumns(kind);
  const rows = (await db(table)
    .where({ job_id: jobId })
    .orderBy('seq')
    .select(
      'id',
      'seq',
      'person_id',
      'corrects',
      'withdrawn',
      'observed_at',
      'recorded_at',
      ...wanted.map(([, column]) => nameOf(column)),
      ...(links ? [linkedIds(db, table, links)] : []),
    )) as Record<string, unknown>[];
  return rows.map((row) => {
    const fact: Record<string, unknown> = {
      id: row['id'],
      seq: row['seq'],
      personId: row['person_id'],
      corrects: row['corrects'],
      withdrawn: row['withdrawn'],
      observedAt: isoOf(row['observed_at'] as string),
      recordedAt: isoOf(row['recorded_at'] as string),
    };
    for (const [field, column] of wanted)
      fact[field] = typeof column === 'string' ? row[column] : JSON.parse(row[column.column] as string);
    if (links) fact[links.field] = (row['linked'] as string | null)?.split(',') ?? [];
    return fact as StoredFact;
  });
}

const nameOf = (column: FactTable['columns'][string]) =>
  typeof column === 'string' ? column : column.column;

/** The ids that a fact names, with commas between them: at most twenty, far below the length that MariaDB cuts off. */
function linkedIds(db: Knex, table: string, links: NonNullable<FactTable['links']>): Knex.Raw {
  return db.raw('(SELECT GROUP_CONCAT(beacon_id ORDER BY beacon_id) FROM ?? WHERE ?? = ??) AS linked', [
    links.table,
    links.parent,
    `${table}.id`,
  ]);
}
