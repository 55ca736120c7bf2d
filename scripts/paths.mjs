// Where things are: the clone, and data and backups outside of it.
import { mkdirSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
/** What is built in the clone besides each workspace’s own, and what its scripts unpack. */
export const built = join(root, '.build');

/** Data, credentials and logs: never inside the clone. */
export function dataFolder() {
  return resolve(process.env['BEACON_DATA'] ?? join(homedir(), '.local', 'share', 'dormant-beacon'));
}

/**
 * A new file for a backup, in a folder that goes nowhere when the data's folder is deleted.
 * @param {string} name of the database
 */
export function backupFile(name) {
  const folder = resolve(process.env['BEACON_BACKUPS'] ?? join(homedir(), 'dormant-beacon-backups'));
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const stamp = new Date().toISOString().replace(/[:.]/g, '-').slice(0, 23);
  return join(folder, `${name.replace(/^beacon_/, '')}-${stamp}.sql.gz`);
}
