/** People, vehicles, jobs with their order and chain, their row in the bays, the logbook, idempotency keys. */
import { instant, key, personKey, type TableChange } from './columns.js';

export const jobTables: readonly TableChange[] = [
  [
    'people',
    (table) => {
      key(table, 'id').primary();
      table.string('name', 200).notNullable();
      table.string('initials', 3).notNullable();
      table.enum('role', ['lead', 'technician', 'desk', 'learner']).notNullable();
    },
  ],
  [
    'vehicles',
    (table) => {
      key(table, 'id').primary();
      table.string('make', 200).notNullable();
      table.string('model', 200).notNullable();
      table.specificType('year', 'SMALLINT UNSIGNED');
      table.specificType('plate', 'VARCHAR(20)');
      table.specificType('vin', 'VARCHAR(17) CHARACTER SET ascii COLLATE ascii_bin');
      table.integer('odometer_km').unsigned();
      table.boolean('high_voltage');
      table.integer('revision').unsigned().notNullable().defaultTo(1);
    },
  ],
  [
    'counters',
    (table) => {
      table.string('name', 40).primary();
      table.integer('value').unsigned().notNullable();
    },
  ],
  [
    'jobs',
    (table) => {
      key(table, 'id').primary();
      table.integer('number').unsigned().notNullable().unique();
      table.integer('seq').unsigned().notNullable();
      table.integer('revision').unsigned().notNullable().defaultTo(1);
      key(table, 'vehicle_id').references('id').inTable('vehicles');
      table.string('customer', 120);
      table.text('customer_words');
      table.string('event', 30).notNullable();
      table.string('event_note', 200);
      instant(table, 'promised_at').nullable();
      instant(table, 'opened_at').notNullable();
      table.specificType('chain', 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL');
    },
  ],
  [
    'job_summaries',
    (table) => {
      key(table, 'job_id').primary().references('id').inTable('jobs');
      table.integer('number').unsigned().notNullable();
      table.integer('seq').unsigned().notNullable();
      table.boolean('done').notNullable();
      table.specificType('due', "DATETIME(3) NOT NULL DEFAULT '9999-12-31'");
      table.string('plate', 20);
      table.text('search').notNullable();
      table.specificType('bay', 'LONGTEXT NOT NULL CHECK (JSON_VALID(bay))');
      table.specificType('changed_at', 'DATETIME(6) NOT NULL DEFAULT CURRENT_TIMESTAMP(6)');
      table.index(['done', 'due', 'number']);
      table.index(['changed_at']);
    },
  ],
  [
    'logbook',
    (table) => {
      key(table, 'job_id').references('id').inTable('jobs');
      table.integer('seq').unsigned().notNullable();
      table.primary(['job_id', 'seq']);
      personKey(table);
      table.string('kind', 30).notNullable();
      table.string('stage', 20).notNullable();
      table.string('says', 400).notNullable();
      key(table, 'fact_id', true);
      key(table, 'corrects', true);
      table.boolean('withdrawn').notNullable();
      instant(table, 'observed_at').notNullable();
      instant(table, 'recorded_at').notNullable();
      table.specificType('entry', 'LONGTEXT NOT NULL');
      table.specificType('hash', 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL');
    },
  ],
  [
    'idempotency',
    (table) => {
      key(table, 'idempotency_key').primary();
      table.specificType('request_hash', 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL');
      table.specificType('answer', 'LONGTEXT NOT NULL');
      table.specificType('created_at', 'DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)');
    },
  ],
];
