/**
 * The schema's steps: files with fixed names in `server/migrations`, one statement each, so that a step that was
 * cut short is simply made again. A mistake is mended by the next step.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Knex } from 'knex';

const folder = fileURLToPath(new URL('../../migrations/', import.meta.url));

/** The names of all steps, in order. */
export const stepNames: readonly string[] = readdirSync(folder)
  .filter((file) => /^\d{4}-[\w-]+\.sql$/.test(file))
  .map((file) => file.slice(0, -'.sql'.length))
  .sort();

export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve([...stepNames]),
  getMigrationName: (name) => name,
  getMigration: (name) =>
    Promise.resolve({
      up: async (knex: Knex) => {
        // Escaped, since a question mark would ask for a value.
        await knex.raw(readFileSync(`${folder}${name}.sql`, 'utf8').replace(/\?/g, '\\?'));
      },
      down: () => Promise.reject(new Error('cannot be rolled back')),
      config: { transaction: false },
    }),
};
