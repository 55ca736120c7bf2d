// Where things are: the clone, and the data outside of it.
import { homedir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** Data, credentials and logs: never inside the clone. */
export function dataFolder() {
  return resolve(process.env['BEACON_DATA'] ?? join(homedir(), '.local', 'share', 'dormant-beacon'));
}
