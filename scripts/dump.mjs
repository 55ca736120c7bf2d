// A whole database as one compressed file, and back: consistent, with every byte of attachments.
import { spawn } from 'node:child_process';
import {
  closeSync,
  createReadStream,
  createWriteStream,
  fsyncSync,
  openSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { dirname } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { asRoot } from './database.mjs';
import { rootUser } from './database-users.mjs';
import { Stop } from './say.mjs';

/**
 * @typedef {import('./database.mjs').Reached} Reached
 * @typedef {Awaited<ReturnType<typeof asRoot>>} Root
 */

/** The last thing that a restore writes: a database without it was cut short while it was read in. */
const wholeMark = 'restored_whole';

/**
 * Writes database `name` to `file`, as it stands at one moment; a file that is not whole is never left. When this
 * returns, the file is on the disk.
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
      '--max-allowed-packet=64M',
      '--default-character-set=utf8mb4',
      name,
    ],
    { stdio: ['ignore', 'pipe', 'pipe'] },
  );
  const ended = endOf(child);
  try {
    await pipeline(child.stdout, createGzip(), createWriteStream(making, { mode: 0o600 }));
    await ended;
    settle(making);
    renameSync(making, file);
    settle(dirname(file));
  } catch (error) {
    child.kill();
    rmSync(making, { force: true });
    throw error;
  }
}

/** Waits until a file, or the names in a folder, are on the disk. @param {string} path */
function settle(path) {
  const handle = openSync(path, 'r');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

/**
 * Reads `file` into database `name`, which must be empty. It is read in under another name and renamed when it is
 * whole, so that a restore that is cut short at any moment leaves either nothing or everything.
 * @param {Reached} database
 * @param {string} name
 * @param {string} file
 */
export async function undump(database, name, file) {
  await finishRestore(database, name);
  const root = await asRoot(database);
  try {
    if ((await tablesOf(root, name)).length > 0)
      throw new Stop(
        'There is a shop in this data folder already. A backup is restored into an empty one only: BEACON_DATA=… npm run restore -- FILE',
      );
    await root.query(create(restoringName(name)));
    await readIn(database, restoringName(name), file).catch(async (error) => {
      await root.query(`DROP DATABASE IF EXISTS \`${restoringName(name)}\``);
      throw error;
    });
    // Whoever was signed in when the backup was made is not signed in here.
    await root.query(
      `UPDATE \`${restoringName(name)}\`.sessions SET ended_at = UTC_TIMESTAMP(3) WHERE ended_at IS NULL`,
    );
    await root.query(`CREATE TABLE \`${restoringName(name)}\`.${wholeMark} (whole INT)`);
    await moveOver(root, name);
  } finally {
    await root.end();
  }
}

/**
 * Ends what a restore that was cut short has left: what was whole is moved to its place, the rest is dropped.
 * @param {Reached} database
 * @param {string} name
 */
export async function finishRestore(database, name) {
  const root = await asRoot(database);
  try {
    const there = await tablesOf(root, restoringName(name));
    if (there.includes(wholeMark)) await moveOver(root, name);
    else await root.query(`DROP DATABASE IF EXISTS \`${restoringName(name)}\``);
  } finally {
    await root.end();
  }
}

/** @param {string} name */
const restoringName = (name) => `${name}_restoring`;
/** @param {string} name */
const create = (name) =>
  `CREATE DATABASE IF NOT EXISTS \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`;

/** Each table in a step of its own; the mark goes last, so that a step that was cut off is made again. @param {Root} root @param {string} name */
async function moveOver(root, name) {
  const from = restoringName(name);
  await root.query(create(name));
  for (const table of await tablesOf(root, from))
    if (table !== wholeMark)
      await root.query(`RENAME TABLE \`${from}\`.\`${table}\` TO \`${name}\`.\`${table}\``);
  await root.query(`DROP DATABASE \`${from}\``);
}

/** Tables and sequences of a database. @param {Root} root @param {string} name @returns {Promise<string[]>} */
export async function tablesOf(root, name) {
  const [rows] = await root.query(
    'SELECT TABLE_NAME AS name FROM information_schema.TABLES WHERE TABLE_SCHEMA = ? ORDER BY TABLE_NAME',
    [name],
  );
  return /** @type {{ name: string }[]} */ (rows).map((row) => row.name);
}

/** @param {Reached} database @param {string} name @param {string} file */
async function readIn(database, name, file) {
  const child = spawn(
    'mariadb',
    [...reach(database), '--max-allowed-packet=64M', '--default-character-set=utf8mb4', name],
    { stdio: ['pipe', 'ignore', 'pipe'] },
  );
  const ended = endOf(child);
  try {
    await pipeline(createReadStream(file), createGunzip(), child.stdin);
    await ended;
  } catch (error) {
    child.kill();
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
const reach = ({ socket }) => [
  '--no-defaults',
  '--protocol=socket',
  `--socket=${socket}`,
  `--user=${rootUser}`,
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
