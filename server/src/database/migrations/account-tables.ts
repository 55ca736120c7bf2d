/** Who may sign in, on which devices, and what went wrong when they tried; the shop's settings and their log. */
import { type ColumnChange, digest, instant, json, key, personKey, type TableChange } from './columns.js';

export const accountTables: readonly (TableChange | ColumnChange)[] = [
  [
    'accounts',
    (table) => {
      key(table, 'person_id').primary().references('id').inTable('people');
      table.string('password_hash', 200);
      table.string('pin_hash', 200);
      table.boolean('must_change').notNullable();
      table.boolean('active').notNullable();
    },
  ],
  [
    'devices',
    (table) => {
      key(table, 'id').primary();
      table.specificType('token_hash', `${digest} NOT NULL UNIQUE`);
      table.specificType('number', 'INT UNSIGNED NOT NULL AUTO_INCREMENT UNIQUE');
      table.string('name', 60);
      instant(table, 'seen_at').notNullable();
    },
  ],
  [
    'sessions',
    (table) => {
      table.specificType('token_hash', `${digest} NOT NULL PRIMARY KEY`);
      personKey(table);
      key(table, 'device_id').references('id').inTable('devices');
      instant(table, 'began_at').notNullable();
      instant(table, 'seen_at').notNullable();
      instant(table, 'ended_at').nullable();
      table.index(['person_id', 'ended_at']);
    },
  ],
  // The last sign-in with a password on a device: what a PIN stands on.
  [
    'device_people',
    (table) => {
      key(table, 'device_id').references('id').inTable('devices');
      personKey(table);
      table.primary(['device_id', 'person_id']);
      instant(table, 'signed_in_at').nullable();
    },
  ],
  [
    'sign_in_tries',
    (table) => {
      table.specificType('id', 'BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY');
      personKey(table);
      key(table, 'device_id', true).references('id').inTable('devices');
      table.enum('how', ['password', 'pin']).notNullable();
      table.boolean('succeeded').notNullable();
      instant(table, 'tried_at').notNullable();
      table.index(['person_id', 'how', 'id']);
    },
  ],
  [
    'shop_settings',
    (table) => {
      table.specificType('id', 'TINYINT UNSIGNED NOT NULL PRIMARY KEY CHECK (id = 1)');
      table.integer('revision').unsigned().notNullable();
      table.specificType('settings', json('settings'));
    },
  ],
  [
    'shop_log',
    (table) => {
      table.specificType('id', 'BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY');
      personKey(table);
      key(table, 'device_id', true).references('id').inTable('devices');
      table.string('says', 400).notNullable();
      table.specificType('content', json('content'));
      instant(table, 'recorded_at').notNullable();
    },
  ],
  { table: 'logbook', marker: 'device_id', build: (table) => key(table, 'device_id', true) },
];
