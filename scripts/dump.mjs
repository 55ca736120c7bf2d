// A whole database as one compressed file, and back: consistent, with every byte of attachments.
import { spawn } from 'node:child_process';
import { createReadStream, createWriteStream, renameSync, rmSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { asOwner, ownerName } from './database.mjs';
import { Stop } from './say.mjs';

/** @typedef {Pick<import('./database.mjs').Database, 'port' | 'credentials'>} Reached */

/**
 * Writes database `name` to `file`, as it stands at one moment; a file that is not whole is never left.
 * @param {Reached} database
 * @param {string} name
 * @param {string} file
 */
export async function dump(database, name, file) {
  const making = `${file}.making`;
  const child = spawn(
    'mariadb-dump',
    [
      ...reach(database),
      '--single-transaction',
      '--hex-blob',
      '--routines',
      '--default-character-set=utf8mb4',
      name,
    ],
    {
      env: { ...process.env, MYSQL_PWD: database.credentials.owner },
      stdio: ['ignore', 'pipe', 'pipe'],
    },
  );
  const ended = endOf(child);
  try {
    await pipeline(child.stdout, createGzip(), createWriteStream(making, { mode: 0o600 }));
    await ended;
    renameSync(making, file);
  } catch (error) {
    rmSync(making, { force: true });
    throw error;
  }
}

/**
 * Reads `file` into database `name`, which must be empty.
 * @param {Reached} database
 * @param {string} name
 * @param {string} file
 */
export async function undump(database, name, file) {
  const connection = await asOwner(database);
  await connection.query(
    `CREATE DATABASE IF NOT EXISTS \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
  );
  const [rows] = await connection.query(
    'SELECT COUNT(*) AS tables FROM information_schema.TABLES WHERE TABLE_SCHEMA = ?',
    [name],
  );
  const { tables } = /** @type {{ tables: number }[]} */ (rows)[0] ?? { tables: 0 };
  await connection.end();
  if (tables > 0)
    throw new Stop(
      'There is a shop in this data folder already. A backup is restored into an empty one only: BEACON_DATA=… npm run restore -- FILE',
    );
  const child = spawn('mariadb', [...reach(database), '--default-character-set=utf8mb4', name], {
    env: { ...process.env, MYSQL_PWD: database.credentials.owner },
    stdio: ['pipe', 'ignore', 'pipe'],
  });
  const ended = endOf(child);
  try {
    await pipeline(createReadStream(file), createGunzip(), child.stdin);
    await ended;
  } catch (error) {
    child.kill();
    const broken = await asOwner(database);
    await broken.query(`DROP DATABASE \`${name}\``);
    await broken.end();
    if (error instanceof Stop) throw error;
    const { code } = /** @type {NodeJS.ErrnoException} */ (error);
    throw new Stop(
      code === 'ENOENT'
        ? `There is no file ${file}.`
        : `${file} is not a whole backup (${code ?? /** @type {Error} */ (error).message}). Nothing was restored.`,
    );
  }
}

/** @param {Reached} database */
const reach = ({ port }) => [
  '--no-defaults',
  '--protocol=tcp',
  '--host=127.0.0.1',
  `--port=${port}`,
  `--user=${ownerName}`,
];

/** @param {import('node:child_process').ChildProcess} child @returns {Promise<void>} */
function endOf(child) {
  let said = '';
  child.stderr?.on('data', (chunk) => (said += chunk));
  const ended = new Promise((/** @type {(value: void) => void} */ resolve, reject) => {
    child.on('error', () => reject(new Stop('mariadb-client is missing; npm start installs it.')));
    child.on('exit', (code) =>
      code === 0 ? resolve() : reject(new Stop(`The database’s tool failed: ${said.trim().slice(-500)}`)),
    );
  });
  ended.catch(() => undefined);
  return ended;
}
