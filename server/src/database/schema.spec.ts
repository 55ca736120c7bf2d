import { Shop } from '../testing/shop.js';
import { migrate, schemaState } from './migrate.js';
import { stepNames } from './migrations.js';
import { differences, readSchema, type Schema } from './schema.js';

describe('the schema', () => {
  let shop: Shop;
  let whole: Schema;
  beforeEach(async () => {
    shop = await Shop.open();
    whole = await readSchema(shop.owner);
  });
  afterEach(() => shop.close());

  const again = () => migrate(shop.owner, shop.database, shop.application);
  const refused = () =>
    again().then(
      () => 'taken',
      (error: unknown) => (error as Error).message,
    );

  it('is made again from any step on, each of which may have been made already', async () => {
    for (const from of [0, 7, 20, 33, 45, 56, stepNames.length - 1]) {
      await shop.owner('migrations').where('name', '>=', stepNames[from]!).delete();
      expect(await again())
        .withContext(stepNames[from]!)
        .toEqual([]);
      expect(await readSchema(shop.owner)).toEqual(whole);
    }
    expect(await schemaState(shop.owner)).toEqual({ pending: 0, used: false });
  });

  it('that is up to date waits for no other server that is making steps, and locks nothing', async () => {
    const other = await shop.owner.transaction();
    await other('migrations_lock').forUpdate().select();
    try {
      expect(await again()).toEqual([]);
    } finally {
      await other.rollback();
    }
  });

  it('gets back what a kill or a hand has taken from it: keys, uniques, checks, foreign keys', async () => {
    const losses = [
      'ALTER TABLE readings DROP CONSTRAINT CONSTRAINT_1',
      'ALTER TABLE beacons DROP FOREIGN KEY beacons_corrects_foreign, DROP INDEX beacons_corrects_unique',
      'ALTER TABLE scans DROP INDEX scans_baseline_of_unique',
      'ALTER TABLE jobs DROP INDEX jobs_number_unique',
      'ALTER TABLE logbook DROP INDEX logbook_by_job_id_kind',
      'ALTER TABLE repairs DROP FOREIGN KEY repairs_trace_id_foreign',
      'ALTER TABLE people DROP COLUMN origin',
    ];
    for (const loss of losses.filter((sql) => !/jobs_number/.test(sql))) {
      await shop.owner.raw(loss);
      expect(differences(await readSchema(shop.owner), whole).length)
        .withContext(loss)
        .toBeGreaterThan(0);
      expect((await again()).length)
        .withContext(loss)
        .toBeGreaterThan(0);
      expect(differences(await readSchema(shop.owner), whole))
        .withContext(loss)
        .toEqual([]);
    }
  });

  it('is refused in words where a person has to look: a table that is gone, a column of another kind, rows that break a rule', async () => {
    await shop.owner.raw('ALTER TABLE notes MODIFY COLUMN text VARCHAR(20) NOT NULL');
    expect(await refused()).toMatch(
      /^The database is not as it should be: “notes” has text as `text` varchar\(20\).*should be `text` varchar\(1000\)/,
    );
    await shop.owner.raw('ALTER TABLE notes MODIFY COLUMN text VARCHAR(1000) NOT NULL');
    await shop.owner.raw('DROP TABLE hand_backs');
    expect(await refused()).toContain('the table “hand_backs” is missing');
    await shop.owner('migrations').whereIn('name', ['0022-hand_backs', '0125-hand_backs-accepted']).delete();
    expect(await again()).toEqual([]);
    await shop.owner.raw('ALTER TABLE job_words DROP PRIMARY KEY');
    const jobId = await shop.openJob();
    const [row] = (await shop.owner('job_words').limit(1)) as object[];
    await shop.owner('job_words').insert(row!);
    expect(await refused()).toMatch(/“job_words” lacks primary key \(Duplicate entry/);
    expect(jobId).toBeTruthy();
  });

  it('of a newer version is left alone, in a plain sentence', async () => {
    await shop
      .owner('migrations')
      .insert({ name: '9001-of-another-year', batch: 9, migration_time: new Date() });
    expect(await refused()).toMatch(
      /^This database was made by a newer version of Dormant Beacon: it has the step “9001-of-another-year”/,
    );
  });

  it('is brought up to date by one start at a time', async () => {
    await shop.owner('migrations').where('name', '>=', stepNames[40]!).delete();
    const all = await Promise.all([again(), again(), again()]);
    expect(all).toEqual([[], [], []]);
    expect(await readSchema(shop.owner)).toEqual(whole);
  });

  it('gives the application no more than it needs', async () => {
    const denied = async (sql: string) =>
      shop.db.raw(sql).then(
        () => 'done',
        (error: { errno?: number }) => error.errno,
      );
    for (const sql of [
      'UPDATE logbook SET says = 1',
      'DELETE FROM readings',
      'DELETE FROM idempotency',
      'UPDATE installation SET id = 1',
      'DROP TABLE notes',
      'CREATE TABLE x (id INT)',
      "SELECT 1 INTO OUTFILE '/tmp/x'",
    ])
      expect([1142, 1045, 1227, 1044])
        .withContext(sql)
        .toContain((await denied(sql)) as number);
  });
});
