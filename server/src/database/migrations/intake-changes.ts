/** What an intake holds beyond a beacon's name: the event's details, the battery, the looks before power, photos, approvals. */
import {
  type ColumnChange,
  digest,
  type IndexChange,
  json,
  key,
  personKey,
  instant,
  type TableChange,
} from './columns.js';
import { facts } from './fact-tables.js';

const look = ['clear', 'found'];

export const intakeChanges: readonly (TableChange | ColumnChange | IndexChange)[] = [
  {
    table: 'jobs',
    marker: 'event_details',
    build: (table) => {
      table.specificType('event_details', json('event_details', true));
      table.specificType('origin', json('origin', true));
    },
  },
  {
    table: 'vehicles',
    marker: 'odometer_unit',
    build: (table) => {
      table.specificType('odometer_unit', 'CHAR(2) NULL');
      table.specificType('built', 'CHAR(7) NULL');
      table.specificType('options', json('options', true));
      table.index(['plate']);
      table.index(['vin']);
    },
  },
  // Which kinds of entries a job has, without reading the entries.
  { table: 'logbook', index: ['job_id', 'kind'] },
  {
    table: 'beacons',
    marker: 'lamp',
    build: (table) => {
      table.string('lamp', 40);
      table.string('bulb_check', 20);
    },
  },
  {
    table: 'exposures',
    marker: 'drives',
    build: (table) => table.specificType('drives', 'SMALLINT UNSIGNED NULL'),
  },
  facts('powerings', (table) => {
    for (const name of ['smell', 'harness', 'hanging', 'wet', 'cabin']) table.enum(name, look).notNullable();
    table.string('note', 500);
  }),
  facts('batteries', (table) => {
    table.string('type', 10).notNullable();
    table.double('resting_volts').notNullable();
    table.double('rest_hours');
    table.boolean('surface_charge_removed');
    table.double('celsius');
    table.integer('rated_amps').unsigned();
    table.string('rated_standard', 4);
    table.integer('measured_amps').unsigned();
    table.string('measured_standard', 4);
    table.boolean('charged');
  }),
  facts('approvals', (table) => {
    table.string('item', 200).notNullable();
    table.enum('answer', ['asked', 'yes', 'no']).notNullable();
    table.integer('ceiling_cents').unsigned();
    table.string('origin', 12).notNullable();
    table.string('how', 10).notNullable();
    table.string('by', 200).notNullable();
  }),
  facts('basics', (table) => {
    table.string('item', 12).notNullable();
    table.enum('result', ['good', 'bad']).notNullable();
    table.string('note', 300);
  }),
  [
    'attachments',
    (table) => {
      key(table, 'id').primary();
      key(table, 'job_id').references('id').inTable('jobs');
      personKey(table);
      table.string('type', 20).notNullable();
      table.specificType('width', 'SMALLINT UNSIGNED NOT NULL');
      table.specificType('height', 'SMALLINT UNSIGNED NOT NULL');
      table.specificType('sha256', `${digest} NOT NULL`);
      table.specificType('bytes', 'MEDIUMBLOB NOT NULL CHECK (LENGTH(bytes) <= 1000000)');
      instant(table, 'recorded_at').notNullable();
    },
  ],
  facts('photos', (table) => {
    key(table, 'attachment_id').references('id').inTable('attachments');
    table.string('stage', 20).notNullable();
    table.string('caption', 200);
    key(table, 'beacon_id', true).references('id').inTable('beacons');
  }),
  { table: 'job_summaries', index: ['done', 'number'] },
];
