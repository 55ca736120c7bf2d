/** Column kinds that many tables share. */
import type { Knex } from 'knex';

/** A UUID in a binary collation. */
export function key(table: Knex.TableBuilder, name: string, nullable = false): Knex.ColumnBuilder {
  return table.specificType(
    name,
    `CHAR(36) CHARACTER SET ascii COLLATE ascii_bin ${nullable ? 'NULL' : 'NOT NULL'}`,
  );
}

/** A moment in UTC, to the millisecond. */
export function instant(table: Knex.TableBuilder, name: string): Knex.ColumnBuilder {
  return table.specificType(name, 'DATETIME(3)');
}

export function personKey(table: Knex.CreateTableBuilder): void {
  key(table, 'person_id').references('id').inTable('people');
}

/** What every table of facts begins with. A fact is corrected once at most: the next correction corrects that one. */
export function factColumns(table: Knex.CreateTableBuilder, own: string): void {
  key(table, 'id').primary();
  key(table, 'job_id').references('id').inTable('jobs');
  table.integer('seq').unsigned().notNullable();
  table.unique(['job_id', 'seq']);
  personKey(table);
  key(table, 'corrects', true).unique().references('id').inTable(own);
  table.boolean('withdrawn').notNullable().defaultTo(false);
  instant(table, 'observed_at').notNullable();
  instant(table, 'recorded_at').notNullable();
}

/** A schema change that makes a table. */
export type TableChange = readonly [name: string, build: (table: Knex.CreateTableBuilder) => void];

/** A schema change that adds columns to a table, which `marker` is one of. */
export interface ColumnChange {
  readonly table: string;
  readonly marker: string;
  readonly build: (table: Knex.AlterTableBuilder) => void;
}

/** A schema change that adds an index. */
export interface IndexChange {
  readonly table: string;
  readonly index: readonly string[];
}

/** JSON that no query looks into. */
export const json = (name: string, nullable = false) =>
  nullable
    ? `LONGTEXT NULL CHECK (${name} IS NULL OR JSON_VALID(${name}))`
    : `LONGTEXT NOT NULL CHECK (JSON_VALID(${name}))`;

/** Text in a binary collation: codes, part numbers, hashes. */
export const binary = (size: number, nullable = false) =>
  `VARCHAR(${size}) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin ${nullable ? 'NULL' : 'NOT NULL'}`;

/** A sha256 in hexadecimal digits. */
export const digest = 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin';
