/**
 * Every schema change, in order, one table each: MariaDB cannot roll one back, so that a change that was cut
 * short is simply made again. A mistake is mended by the next change.
 */
import type { Knex } from 'knex';
import { accountTables } from './account-tables.js';
import type { ColumnChange, IndexChange, TableChange } from './columns.js';
import { factTableChanges } from './fact-tables.js';
import { intakeChanges } from './intake-changes.js';
import { jobTables } from './job-tables.js';
import { libraryChanges } from './library-changes.js';
import { traceChanges } from './trace-changes.js';

type Change = TableChange | ColumnChange | IndexChange;
const changes: readonly Change[] = [
  ...jobTables,
  ...factTableChanges,
  ...accountTables,
  ...intakeChanges,
  ...libraryChanges,
  ...traceChanges,
];
const wordsOf = (change: Change) => {
  if ('index' in change) return `${change.table}-by-${change.index.join('-')}`;
  return 'table' in change ? `${change.table}-${change.marker}` : change[0];
};
const nameOf = (change: Change, index: number) => `${String(index + 1).padStart(4, '0')}-${wordsOf(change)}`;
const named = new Map(changes.map((change, index) => [nameOf(change, index), change]));

export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve([...named.keys()]),
  getMigrationName: (name) => name,
  getMigration: (name) =>
    Promise.resolve({
      up: (knex) => make(knex, named.get(name)!),
      down: () => Promise.reject(new Error('cannot be rolled back')),
    }),
};

async function make(knex: Knex, change: Change): Promise<void> {
  if ('index' in change) {
    const name = `${change.table}_by_${change.index.join('_')}`;
    const [found] = (await knex.raw('SHOW INDEX FROM ?? WHERE Key_name = ?', [change.table, name])) as [
      unknown[],
    ];
    if (found.length === 0)
      await knex.schema.alterTable(change.table, (table) => table.index([...change.index], name));
    return;
  }
  if ('table' in change) {
    if (!(await knex.schema.hasColumn(change.table, change.marker)))
      await knex.schema.alterTable(change.table, change.build);
    return;
  }
  const [table, build] = change;
  if (!(await knex.schema.hasTable(table))) await knex.schema.createTable(table, build);
  if (table === 'counters')
    await knex('counters').insert({ name: 'job', value: 0 }).onConflict('name').ignore();
}
