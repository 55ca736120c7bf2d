/** The append-only facts of a job. */
import type { Knex } from 'knex';
import { factColumns, key } from './columns.js';

const json = (name: string) => `LONGTEXT NOT NULL CHECK (JSON_VALID(${name}))`;
const binary = (size: number, nullable = false) => `VARCHAR(${size}) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin ${nullable ? 'NULL' : 'NOT NULL'}`;

export async function up(knex: Knex): Promise<void> {
  const facts = (name: string, own: (table: Knex.CreateTableBuilder) => void) =>
    knex.schema.createTable(name, (table) => {
      factColumns(table, name);
      own(table);
    });

  await facts('beacons', (table) => {
    table.enum('kind', ['beacon', 'complaint']).notNullable();
    table.string('name', 200).notNullable();
    table.string('seen', 20).notNullable();
    table.string('there_before', 10).notNullable();
    table.specificType('conditions', json('conditions'));
    table.integer('shown').unsigned().notNullable();
    table.integer('exposures').unsigned().notNullable();
    table.boolean('restraint');
    table.check('shown <= exposures');
  });
  await facts('scans', (table) => {
    table.enum('kind', ['baseline', 'interim', 'final', 'after-road']).notNullable();
    table.string('reader', 120);
    table.specificType('text', 'MEDIUMTEXT NOT NULL');
    table.specificType('scan', json('scan'));
    table.specificType('baseline_of', "CHAR(36) CHARACTER SET ascii COLLATE ascii_bin AS (IF(kind = 'baseline', job_id, NULL)) STORED UNIQUE");
  });
  await knex.schema.createTable('scan_modules', (table) => {
    key(table, 'scan_id').references('id').inTable('scans');
    table.integer('position').unsigned().notNullable();
    table.primary(['scan_id', 'position']);
    table.string('name', 200).notNullable();
    table.boolean('answered').notNullable();
  });
  await knex.schema.createTable('scan_codes', (table) => {
    key(table, 'scan_id').references('id').inTable('scans');
    table.integer('position').unsigned().notNullable();
    table.primary(['scan_id', 'position']);
    table.string('module', 200).notNullable();
    table.specificType('code', binary(20));
    table.specificType('failure_type', binary(4, true));
    table.string('status', 12).notNullable();
    table.index(['code']);
  });
  await facts('waivers', (table) => table.string('reason', 500).notNullable());
  await facts('traces', (table) => {
    table.string('title', 200).notNullable();
    table.specificType('case', json('`case`'));
  });
  await links(knex, 'trace_beacons', 'trace_id', 'traces');
  await facts('readings', (table) => {
    key(table, 'trace_id').references('id').inTable('traces');
    table.specificType('test', binary(80));
    table.double('value');
    table.boolean('overload');
    table.boolean('found');
    table.boolean('moved');
    table.boolean('gone');
    table.check('(value IS NOT NULL) + (overload IS NOT NULL) + (found IS NOT NULL) + (moved IS NOT NULL) + (gone IS NOT NULL) = 1');
  });
  await facts('repairs', (table) => {
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
  });
  await links(knex, 'repair_beacons', 'repair_id', 'repairs');
  await facts('clearings', (table) => table.string('reader', 120));
  await facts('exposures', (table) => {
    key(table, 'beacon_id').references('id').inTable('beacons');
    table.boolean('shown').notNullable();
    table.boolean('cold_start').notNullable();
    table.specificType('conditions', json('conditions'));
    table.string('bulb_check', 10).notNullable();
    table.boolean('monitor_ran').notNullable();
    table.string('reported_by', 12).notNullable();
  });
  await facts('code_ends', (table) => {
    table.string('module', 200).notNullable();
    table.specificType('code', binary(200));
    table.specificType('failure_type', binary(4, true));
    table.string('end', 14).notNullable();
    table.string('note', 200).notNullable();
  });
  await facts('notes', (table) => {
    table.string('stage', 20).notNullable();
    table.string('text', 1000).notNullable();
  });
  await facts('hand_backs', (table) => table.text('note'));
}

function links(knex: Knex, name: string, parent: string, parentTable: string): PromiseLike<void> {
  return knex.schema.createTable(name, (table) => {
    key(table, parent).references('id').inTable(parentTable);
    key(table, 'beacon_id').references('id').inTable('beacons');
    table.primary([parent, 'beacon_id']);
  });
}
