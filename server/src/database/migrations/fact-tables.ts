/** The append-only facts of a job. */
import type { Knex } from 'knex';
import { binary, factColumns, json, key, type TableChange } from './columns.js';

export function facts(name: string, own: (table: Knex.CreateTableBuilder) => void): TableChange {
  return [
    name,
    (table) => {
      factColumns(table, name);
      own(table);
    },
  ];
}

function links(name: string, parent: string, parentTable: string): TableChange {
  return [
    name,
    (table) => {
      key(table, parent).references('id').inTable(parentTable);
      key(table, 'beacon_id').references('id').inTable('beacons');
      table.primary([parent, 'beacon_id']);
    },
  ];
}

export const factTableChanges: readonly TableChange[] = [
  facts('beacons', (table) => {
    table.enum('kind', ['beacon', 'complaint']).notNullable();
    table.string('name', 200).notNullable();
    table.string('seen', 20).notNullable();
    table.string('there_before', 10).notNullable();
    table.specificType('conditions', json('conditions'));
    table.integer('shown').unsigned().notNullable();
    table.integer('exposures').unsigned().notNullable();
    table.boolean('restraint');
    table.check('shown <= exposures');
  }),
  facts('scans', (table) => {
    table.enum('kind', ['baseline', 'interim', 'final', 'after-road']).notNullable();
    table.string('reader', 120);
    table.specificType('text', 'MEDIUMTEXT NOT NULL');
    table.specificType('scan', json('scan'));
    key(table, 'baseline_of', true).unique();
    table.check(
      "(kind = 'baseline') = (baseline_of IS NOT NULL) AND (baseline_of IS NULL OR baseline_of = job_id)",
    );
  }),
  [
    'scan_modules',
    (table) => {
      key(table, 'scan_id').references('id').inTable('scans');
      table.integer('position').unsigned().notNullable();
      table.primary(['scan_id', 'position']);
      table.string('name', 200).notNullable();
      table.boolean('answered').notNullable();
    },
  ],
  [
    'scan_codes',
    (table) => {
      key(table, 'scan_id').references('id').inTable('scans');
      table.integer('position').unsigned().notNullable();
      table.primary(['scan_id', 'position']);
      table.string('module', 200).notNullable();
      table.specificType('code', binary(20));
      table.specificType('failure_type', binary(4, true));
      table.string('status', 12).notNullable();
      table.index(['code']);
    },
  ],
  facts('waivers', (table) => table.string('reason', 500).notNullable()),
  facts('traces', (table) => {
    table.string('title', 200).notNullable();
    table.specificType('case', json('`case`'));
  }),
  links('trace_beacons', 'trace_id', 'traces'),
  facts('readings', (table) => {
    key(table, 'trace_id').references('id').inTable('traces');
    table.specificType('test', binary(80));
    table.double('value');
    table.boolean('overload');
    table.boolean('found');
    table.boolean('moved');
    table.boolean('gone');
    table.check(
      '(value IS NOT NULL) + (overload IS NOT NULL) + (found IS NOT NULL) + (moved IS NOT NULL) + (gone IS NOT NULL) = 1',
    );
  }),
  facts('repairs', (table) => {
    key(table, 'trace_id', true).references('id').inTable('traces');
    table.specificType('element', binary(80, true));
    table.string('label', 200).notNullable();
    table.string('method', 20).notNullable();
    table.specificType('part', binary(120, true));
    table.string('root', 20).notNullable();
    table.string('root_note', 300);
    table.boolean('cured').notNullable();
    table.double('chance');
    table.check('chance IS NULL OR (chance >= 0 AND chance <= 1)');
  }),
  links('repair_beacons', 'repair_id', 'repairs'),
  facts('clearings', (table) => table.string('reader', 120)),
  facts('exposures', (table) => {
    key(table, 'beacon_id').references('id').inTable('beacons');
    table.boolean('shown').notNullable();
    table.boolean('cold_start').notNullable();
    table.specificType('conditions', json('conditions'));
    table.string('bulb_check', 10).notNullable();
    table.boolean('monitor_ran').notNullable();
    table.string('reported_by', 12).notNullable();
  }),
  facts('code_ends', (table) => {
    table.string('module', 200).notNullable();
    table.specificType('code', binary(200));
    table.specificType('failure_type', binary(4, true));
    table.string('end', 14).notNullable();
    table.string('note', 200).notNullable();
  }),
  facts('notes', (table) => {
    table.string('stage', 20).notNullable();
    table.string('text', 1000).notNullable();
  }),
  facts('hand_backs', (table) => table.text('note')),
];
