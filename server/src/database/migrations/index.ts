/**
 * Every schema change, in order, one table each: MariaDB cannot roll one back, so that a change that was cut
 * short is simply made again. A mistake is mended by the next change.
 */
import type { Knex } from 'knex';
import type { TableChange } from './columns.js';
import { factTableChanges } from './fact-tables.js';
import { jobTables } from './job-tables.js';

const changes: readonly TableChange[] = [...jobTables, ...factTableChanges];
const nameOf = ([table]: TableChange, index: number) => `${String(index + 1).padStart(4, '0')}-${table}`;
const named = new Map(changes.map((change, index) => [nameOf(change, index), change]));

export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve([...named.keys()]),
  getMigrationName: (name) => name,
  getMigration: (name) =>
    Promise.resolve({
      up: (knex) => create(knex, named.get(name)!),
      down: () => Promise.reject(new Error('cannot be rolled back')),
    }),
};

async function create(knex: Knex, [table, build]: TableChange): Promise<void> {
  if (!(await knex.schema.hasTable(table))) await knex.schema.createTable(table, build);
  if (table === 'counters')
    await knex('counters').insert({ name: 'job', value: 0 }).onConflict('name').ignore();
}
