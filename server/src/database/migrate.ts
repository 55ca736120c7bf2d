/** Brings the schema up to date, compares it with what it should be, and gives the application's user no more than it needs. */
import type { Knex } from 'knex';
import { Refusal } from '@dormant-beacon/core/refusal';
import { factTables } from '../facts/tables.js';
import { membersOf } from './membership.js';
import { migrationSource, stepNames } from './migrations.js';
import { untilItHolds } from './patiently.js';
import { mendSchema } from './schema.js';

const appendOnly = [
  ...factTables,
  'trace_beacons',
  'route_plan_beacons',
  'repair_beacons',
  'logbook',
  'idempotency',
  'attachments',
  'shop_log',
  'base_rates',
  'circuits',
  'access_maps',
  'coding_books',
  'depth_tables',
  'image_pieces',
  'installation',
  'words',
  'clock_jumps',
  'customer_phones',
  'practice_cars',
  'practice_ends',
  'practice_hints',
  'practice_overrides',
];
const changeable = [
  'server_clocks',
  'people',
  'accounts',
  'devices',
  'sessions',
  'device_people',
  'sign_in_tries',
  'shop_settings',
  'supersessions',
  'inventory_sources',
  'inventory_imports',
  'library_entries',
  'vehicles',
  'jobs',
  'job_summaries',
  'job_learned',
  'rate_learned',
  'found_counts',
  'counters',
];
/** Derived rows that come and go. */
const passing = ['job_words', 'rate_limits', 'inventory_rows', 'inventory_bad_lines', 'cure_outcomes'];

const options = { migrationSource, tableName: 'migrations' };

/** Seconds without a new step after which another server of the cluster is taken to have ended over it. */
const idleSeconds = 30;
/** Seconds for which another start that migrates the same database is waited for. */
const lockSeconds = 60;

export interface SchemaState {
  /** Steps that are still to be made. */
  readonly pending: number;
  /** True where the database holds a shop already. */
  readonly used: boolean;
}

/** @throws Refusal where a newer version of the product has been here */
export function schemaState(owner: Knex): Promise<SchemaState> {
  return untilItHolds(() => readState(owner));
}

async function readState(owner: Knex): Promise<SchemaState> {
  if (!(await owner.schema.hasTable('migrations'))) return { pending: stepNames.length, used: false };
  const done = (await owner('migrations').select('name')) as { name: string }[];
  const known = new Set(stepNames);
  const foreign = done.find(({ name }) => !known.has(name));
  if (foreign)
    throw new Refusal(
      '',
      `This database was made by a newer version of Dormant Beacon: it has the step “${foreign.name}”, which this one does not know. Nothing was changed. Start the newer version, or restore the backup that was made before it.`,
    );
  const used = (await owner.schema.hasTable('jobs')) && (await owner('jobs').first('id')) !== undefined;
  return { pending: stepNames.length - done.length, used };
}

/**
 * Makes the steps that are missing and mends what a kill left behind. One at a time for one database.
 * @param owner a connection with all rights on this database
 * @param application the user that gets SELECT and INSERT on facts, and UPDATE only where rows may change
 * @returns what was mended, in words
 * @throws Refusal where the schema is newer, or differs in a way that cannot be mended without a person
 */
export async function migrate(
  owner: Knex,
  database: string,
  application: string,
): Promise<readonly string[]> {
  const guard = await owner.transaction();
  try {
    const [[{ got }]] = (await guard.raw('SELECT GET_LOCK(?, ?) AS got', [
      `beacon ${database}`.slice(0, 64),
      lockSeconds,
    ])) as [[{ got: number }]];
    if (got !== 1)
      throw new Refusal('', 'Another start is bringing this database up to date. Try again in a minute.');
    // Another server of a cluster that starts at the same moment may come first with any of these.
    const { pending } = await schemaState(owner);
    if (pending > 0) await makeSteps(owner);
    const mended = await untilItHolds(() => mendSchema(owner));
    await untilItHolds(() => permit(owner, database, application));
    return mended;
  } finally {
    // The lock goes with its connection.
    await guard.raw('DO RELEASE_ALL_LOCKS()').catch(() => undefined);
    await guard.rollback();
  }
}

/**
 * Makes the steps that are missing. A database that stands alone is under our lock already: what Knex has locked there
 * was left behind by a kill. In a cluster that lock holds on one node alone, and Knex’s, a row that is compared and
 * set, is the one that counts: it is taken from another server only when that one makes no step any more.
 */
async function makeSteps(owner: Knex): Promise<void> {
  const alone = (await membersOf(owner)) === null;
  for (let since = Date.now(), before = -1; ; await new Promise((resolve) => setTimeout(resolve, 500))) {
    const locked = await owner.schema.hasTable('migrations_lock');
    const made = locked ? Number((await owner('migrations').count({ made: '*' }))[0]?.['made']) : 0;
    if (made !== before) [since, before] = [Date.now(), made];
    if (locked && (alone || Date.now() - since > 1000 * idleSeconds))
      await owner.migrate.forceFreeMigrationsLock(options);
    try {
      await untilItHolds(() => owner.migrate.latest(options));
      return;
    } catch (error) {
      if (alone || (error as Error).name !== 'MigrationLocked') throw error;
    }
  }
}

async function permit(owner: Knex, database: string, application: string): Promise<void> {
  const grants: readonly [string, readonly string[]][] = [
    ['SELECT, INSERT', appendOnly],
    ['SELECT, INSERT, UPDATE', changeable],
    ['SELECT, INSERT, UPDATE, DELETE', passing],
  ];
  for (const [rights, tables] of grants)
    for (const table of tables)
      await owner.raw(`GRANT ${rights} ON ??.?? TO ??@'127.0.0.1'`, [database, table, application]);
}
