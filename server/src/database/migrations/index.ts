/** Every schema change, in order. They cannot be rolled back: a mistake is mended by the next one. */
import type { Knex } from 'knex';
import * as peopleAndJobs from './0001-people-jobs.js';
import * as facts from './0002-facts.js';

const migrations: Readonly<Record<string, { up(knex: Knex): Promise<void> }>> = {
  '0001-people-jobs': peopleAndJobs,
  '0002-facts': facts,
};

export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve(Object.keys(migrations)),
  getMigrationName: (name) => name,
  getMigration: (name) => Promise.resolve({ up: migrations[name]!.up, down: () => Promise.reject(new Error('cannot be rolled back')) }),
};
