// The installation's own MariaDB: made once, started on 127.0.0.1, shut down properly.
import { spawn } from 'node:child_process';
import { randomBytes, createHash } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { runQuietly } from './run.mjs';
import { say, Stop } from './say.mjs';

export const ownerName = 'beacon_owner';
export const applicationName = 'beacon';

/** How often a database that ends unasked is started again. */
const mostRestarts = 20;

/**
 * @typedef {{ owner: string, application: string }} Credentials
 * @typedef {{ port: number, credentials: Credentials, pid: number, stop(): Promise<void> }} Database
 */

/**
 * Starts the MariaDB whose data is in `folder`, making it first where it is missing.
 * @param {string} folder
 * @returns {Promise<Database>}
 */
export async function startDatabase(folder) {
  mkdirSync(join(folder, 'run'), { recursive: true, mode: 0o700 });
  chmodSync(folder, 0o700);
  const data = join(folder, 'mariadb');
  await endLeftOver(folder, data);
  await initialise(folder, data);
  const credentials = readCredentials(folder);
  const port = await freePort();
  let ending = false;
  let child = launch(folder, data, port, credentials);
  const running = () => child.exitCode === null && child.signalCode === null;
  await answering(port, credentials, folder, () => !running());
  rmSync(join(folder, 'run', 'users.sql'), { force: true });

  let restarts = 0;
  const watch = () =>
    child.once('exit', () => {
      if (ending || restarts >= mostRestarts) return;
      restarts += 1;
      say('The database has ended unasked; starting it again');
      setTimeout(() => {
        if (ending) return;
        child = launch(folder, data, port, credentials);
        watch();
        answering(port, credentials, folder, () => !running())
          .then(() => rmSync(join(folder, 'run', 'users.sql'), { force: true }))
          .catch(() => undefined);
      }, 1000);
    });
  watch();
  const stop = async () => {
    ending = true;
    if (!running()) return;
    child.kill('SIGTERM');
    for (let n = 0; n < 300 && running(); n++) await sleep(50);
    if (running()) child.kill('SIGKILL');
  };
  return { port, credentials, pid: child.pid ?? 0, stop };
}

/**
 * Reaches the database of a data folder: the one that runs there, or one started for the purpose.
 * @param {string} folder
 * @returns {Promise<{ database: Pick<Database, 'port' | 'credentials'>, leave(): Promise<void> }>}
 */
export async function reachDatabase(folder) {
  const pidFile = join(folder, 'run', 'mariadb.pid');
  const command = existsSync(pidFile) ? commandOf(Number(readFileSync(pidFile, 'utf8'))) : '';
  if (!command.includes(join(folder, 'mariadb'))) {
    const database = await startDatabase(folder);
    return { database, leave: database.stop };
  }
  const port = Number(/--port=(\d+)/.exec(command)?.[1]);
  return { database: { port, credentials: readCredentials(folder) }, leave: () => Promise.resolve() };
}

/**
 * Ends a MariaDB that an earlier, killed start has left behind; known by its pid and data folder.
 * @param {string} folder
 * @param {string} data
 */
async function endLeftOver(folder, data) {
  const file = join(folder, 'run', 'mariadb.pid');
  if (!existsSync(file)) return;
  const pid = Number(readFileSync(file, 'utf8'));
  if (commandOf(pid).includes(data)) {
    say('Ending the database that an earlier start has left behind');
    process.kill(pid, 'SIGTERM');
    for (let n = 0; n < 600 && commandOf(pid).includes(data); n++) await sleep(50);
  }
  rmSync(file, { force: true });
}

/** The command line of a process, or nothing where there is none. @param {number} pid */
export function commandOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
  } catch {
    return '';
  }
}

/**
 * Makes the data folder under another name and renames it when it is whole: a half-made one is never used.
 * @param {string} folder
 * @param {string} data
 */
async function initialise(folder, data) {
  const making = `${data}.making`;
  if (existsSync(making)) {
    say('An earlier start was cut short while it made the database; making it anew');
    rmSync(making, { recursive: true, force: true });
  }
  if (existsSync(data) && !existsSync(join(data, 'mysql'))) {
    const aside = `${data}.incomplete-${Date.now()}`;
    renameSync(data, aside);
    say(`The data folder was not complete; it is kept as ${aside}, and a new one is made`);
  }
  if (existsSync(data)) return;
  const { bavail, bsize } = statfsSync(folder);
  if (bavail * bsize < 300e6)
    throw new Stop(
      `Only ${Math.round((bavail * bsize) / 1e6)} MB are free where the data is kept (${folder}); 300 MB are needed.`,
    );
  say('Making the database');
  await runQuietly(
    'mariadb-install-db',
    [
      '--no-defaults',
      `--datadir=${making}`,
      '--auth-root-authentication-method=normal',
      '--skip-test-db',
      ...asRoot(),
    ],
    'MariaDB’s data folder could not be made.',
  );
  renameSync(making, data);
}

const asRoot = () => (process.getuid?.() === 0 ? ['--user=root'] : []);

/** @param {string} folder @returns {Credentials} */
function readCredentials(folder) {
  const file = join(folder, 'credentials.json');
  if (!existsSync(file)) {
    const made = { owner: randomBytes(24).toString('hex'), application: randomBytes(24).toString('hex') };
    writeFileSync(`${file}.new`, JSON.stringify(made), { mode: 0o600 });
    renameSync(`${file}.new`, file);
  }
  return JSON.parse(readFileSync(file, 'utf8'));
}

/**
 * @param {string} folder
 * @param {string} data
 * @param {number} port
 * @param {Credentials} credentials
 */
function launch(folder, data, port, { owner, application }) {
  const users = join(folder, 'run', 'users.sql');
  const user = (/** @type {string} */ name, /** @type {string} */ password) =>
    `CREATE USER IF NOT EXISTS '${name}'@'127.0.0.1';\nALTER USER '${name}'@'127.0.0.1' IDENTIFIED BY '${password}';\n`;
  writeFileSync(
    users,
    `${user(ownerName, owner)}GRANT ALL ON *.* TO '${ownerName}'@'127.0.0.1' WITH GRANT OPTION;\n${user(applicationName, application)}ALTER USER 'root'@'localhost' IDENTIFIED BY '${owner}';\n`,
    { mode: 0o600 },
  );
  const args = [
    '--no-defaults',
    `--datadir=${data}`,
    `--port=${port}`,
    '--bind-address=127.0.0.1',
    `--socket=${socketPath(folder)}`,
    `--pid-file=${join(folder, 'run', 'mariadb.pid')}`,
    `--log-error=${join(folder, 'run', 'mariadb.log')}`,
    `--init-file=${users}`,
    '--skip-name-resolve',
    '--innodb-flush-log-at-trx-commit=1',
    '--character-set-server=utf8mb4',
    '--collation-server=utf8mb4_unicode_ci',
    '--innodb-buffer-pool-size=128M',
    '--max-connections=120',
    '--performance-schema=OFF',
    ...asRoot(),
  ];
  // In a process group of its own, so that Ctrl-C reaches it only through us.
  return spawn('mariadbd', args, { detached: true, stdio: 'ignore' });
}

/** A socket path may have 107 characters at most. @param {string} folder */
function socketPath(folder) {
  const near = join(folder, 'run', 'mariadb.sock');
  if (near.length <= 100) return near;
  return join(tmpdir(), `beacon-${createHash('sha256').update(folder).digest('hex').slice(0, 12)}.sock`);
}

/**
 * @param {number} port
 * @param {Credentials} credentials
 * @param {string} folder
 * @param {() => boolean} ended
 */
async function answering(port, credentials, folder, ended) {
  for (let n = 0; n < 600; n++) {
    if (ended())
      throw new Stop(`MariaDB ended at its start. Its log says why: ${join(folder, 'run', 'mariadb.log')}`);
    try {
      const connection = await asOwner({ port, credentials });
      await connection.end();
      return;
    } catch {
      await sleep(100);
    }
  }
  throw new Stop(`MariaDB did not answer within a minute. Its log: ${join(folder, 'run', 'mariadb.log')}`);
}

/** A connection with all rights. @param {{ port: number, credentials: Credentials }} database @param {string} [name] */
export async function asOwner({ port, credentials }, name) {
  const { createConnection } = await import('mysql2/promise');
  return createConnection({
    host: '127.0.0.1',
    port,
    user: ownerName,
    password: credentials.owner,
    multipleStatements: true,
    ...(name ? { database: name } : {}),
  });
}

/** @returns {Promise<number>} */
export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** @param {number} port @returns {Promise<boolean>} */
export function portIsFree(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.on('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });
}
