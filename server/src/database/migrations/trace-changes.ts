/** Traces in full: answers after disturbing tests, words on suspects, sheets, and what the shop learns of faults. */
import { type ColumnChange, instant, json, key, personKey, type TableChange } from './columns.js';
import { facts } from './fact-tables.js';

export const traceChanges: readonly (TableChange | ColumnChange)[] = [
  facts('trace_epochs', (table) => {
    key(table, 'trace_id').references('id').inTable('traces');
    table.string('after_test', 80).notNullable();
    table.boolean('shows').notNullable();
  }),
  facts('suspect_words', (table) => {
    key(table, 'trace_id').references('id').inTable('traces');
    table.string('suspect', 80).notNullable();
    table.enum('word', ['pinned', 'ruled-out', 'open']).notNullable();
    table.string('note', 200);
  }),
  facts('sheets', (table) => {
    key(table, 'trace_id', true).references('id').inTable('traces');
    table.specificType('data', json('data'));
  }),
  {
    table: 'traces',
    marker: 'rates_version',
    build: (table) => {
      table.integer('rates_version').unsigned().nullable();
      table.specificType('circuit', json('circuit', true));
    },
  },
  {
    table: 'repairs',
    marker: 'fault_kind',
    build: (table) => {
      table.string('fault_kind', 20).nullable();
      table.string('fault_mode', 20).nullable();
    },
  },
  [
    'base_rates',
    (table) => {
      table.integer('version').unsigned().primary();
      table.specificType('rates', json('rates'));
      table.string('note', 200);
      personKey(table);
      instant(table, 'added_at').notNullable();
    },
  ],
  [
    'circuits',
    (table) => {
      key(table, 'circuit_id');
      table.integer('version').unsigned().notNullable();
      table.primary(['circuit_id', 'version']);
      table.string('make', 200).notNullable();
      table.string('model', 200);
      table.string('title', 200).notNullable();
      table.specificType('circuit_case', json('circuit_case'));
      table.string('note', 200);
      personKey(table);
      instant(table, 'added_at').notNullable();
      table.index(['make', 'model']);
    },
  ],
  {
    table: 'library_entries',
    marker: 'template',
    build: (table) => {
      table.string('template', 80).nullable();
      table.enum('kind', ['pattern', 'code-note', 'code-link', 'weakness']).notNullable().alter();
    },
  },
];
