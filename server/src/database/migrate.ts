/** Brings the schema up to date and gives the application's user no more than it needs. */
import type { Knex } from 'knex';
import { factTables } from '../facts/tables.js';
import { migrationSource } from './migrations/index.js';

const appendOnly = [
  ...factTables,
  'scan_modules',
  'scan_codes',
  'trace_beacons',
  'repair_beacons',
  'logbook',
  'idempotency',
  'attachments',
  'shop_log',
  'base_rates',
  'circuits',
];
const changeable = [
  'people',
  'accounts',
  'devices',
  'sessions',
  'device_people',
  'sign_in_tries',
  'shop_settings',
  'library_entries',
  'vehicles',
  'jobs',
  'job_summaries',
  'counters',
];

/**
 * Runs what is missing. A migration lock that a kill left behind is taken away: the caller is the only one
 * that migrates this database.
 * @param owner a connection with all rights
 * @param application the user that gets SELECT and INSERT on facts, and UPDATE only where rows may change
 */
export async function migrate(owner: Knex, database: string, application: string): Promise<void> {
  const options = { migrationSource, tableName: 'migrations' };
  if (await owner.schema.hasTable('migrations_lock')) await owner.migrate.forceFreeMigrationsLock(options);
  await owner.migrate.latest(options);
  const user = `'${application}'@'127.0.0.1'`;
  for (const table of appendOnly)
    await owner.raw(`GRANT SELECT, INSERT ON \`${database}\`.\`${table}\` TO ${user}`);
  for (const table of changeable)
    await owner.raw(`GRANT SELECT, INSERT, UPDATE ON \`${database}\`.\`${table}\` TO ${user}`);
}
