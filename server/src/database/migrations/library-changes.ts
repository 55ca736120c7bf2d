/** What the shop learns of reports and codes, and what a technician says of causes. */
import { binary, type ColumnChange, instant, json, key, personKey, type TableChange } from './columns.js';
import { facts } from './fact-tables.js';

export const libraryChanges: readonly (TableChange | ColumnChange)[] = [
  facts('judgements', (table) => {
    table.specificType('cause_id', binary(200));
    table.enum('decision', ['pin', 'reject', 'add', 'open']).notNullable();
    table.string('title', 200);
    table.specificType('explains', json('explains'));
    table.string('note', 300);
  }),
  facts('workings', (table) => {
    table.string('module', 200).notNullable();
    table.string('works', 200).notNullable();
  }),
  {
    table: 'scans',
    marker: 'marks',
    build: (table) => table.specificType('marks', `${json('marks', true)}`),
  },
  [
    'library_entries',
    (table) => {
      key(table, 'id').primary();
      table.enum('kind', ['pattern', 'code-note', 'code-link']).notNullable();
      table.string('make', 200);
      table.string('model', 200);
      table.specificType('data', json('data'));
      personKey(table);
      instant(table, 'added_at').notNullable();
      instant(table, 'withdrawn_at').nullable();
      table.index(['kind', 'make', 'model']);
    },
  ],
];
