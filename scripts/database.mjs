// The installation's own MariaDB: made once, started on 127.0.0.1, kept running, shut down properly.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  lstatSync,
  mkdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir, totalmem } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { accessTo, closingStatements, rootUser } from './database-users.mjs';
import { nodeArguments, nodePath, refuseAlone, waitsFor } from './galera.mjs';
import { tryLock, running as runningAlready } from './lock.mjs';
import { keepAlive } from './keep-alive.mjs';
import { rotate } from './log-files.mjs';
import { runQuietly } from './run.mjs';
import { say, Stop } from './say.mjs';

/** How long a database may take to shut down; one that stands alone and has never answered has little to do. */
const [shutdownMs, earlyShutdownMs] = [30_000, 5000];
/** How long the system may take to end a process for good. */
const killMs = 10_000;

/**
 * @typedef {{ port: number, socket: string, folder: string }} Reached
 * @typedef {Reached & { readonly pid: number, stop(): Promise<void> }} Database
 */

/**
 * Starts the MariaDB whose data is in `folder`, making it first where it is missing. The caller holds the lock `run`.
 * @param {string} folder
 * @param {import('./galera.mjs').Node | null} [node] its place in a cluster; null: it stands alone
 * @param {() => boolean} [given] true once this start has been given up: a member may wait long for the others
 * @returns {Promise<Database>}
 * @throws Stop where it does not come up, or the data belongs to a cluster and no place in it is given
 */
export async function startDatabase(folder, node = null, given = () => false) {
  mkdirSync(join(folder, 'run'), { recursive: true, mode: 0o700 });
  chmodSync(folder, 0o700);
  chmodSync(join(folder, 'run'), 0o700);
  const data = join(folder, 'mariadb');
  if (node === null) refuseAlone(folder);
  await endLeftOver(folder, data);
  await initialise(folder, data);
  const socket = socketPath(folder);
  const port = await freePort();
  const reached = { port, socket, folder };
  const log = join(folder, 'run', 'mariadb.log');
  rotate(log);
  let begun = 0;
  const begin = () => {
    begun = existsSync(log) ? statSync(log).size : 0;
    return launch(folder, data, port, socket, node);
  };
  let child = await begin();
  const running = () => child.exitCode === null && child.signalCode === null;
  // From when it answers there may be something to write down before it ends.
  let isUp = false;
  const end = () =>
    endProcess((signal) => child.kill(signal), running, isUp || node ? shutdownMs : earlyShutdownMs);
  const answers = () => answering(reached, () => given() || !running(), node !== null);
  const told = () => (existsSync(log) ? readFileSync(log).subarray(begun).toString() : '');
  let said = '';
  const tell = async () => {
    if (node === null || node.founds) return;
    const words = await waitsFor(node, told());
    if (words !== said) say((said = words));
  };
  const telling = setInterval(() => void tell(), 5000);
  try {
    while (!(await answers())) {
      const isElsewhere = / bind: /.test(told());
      // Whoever joins waits for the others, which may be starting too.
      if (given() || running() || node === null || node.founds || isElsewhere) {
        await end();
        const why = isElsewhere && node ? await waitsFor(node, told()) : '';
        throw new Stop(`MariaDB did not come up. ${why}${why && ' '}Its log says more: ${log}`);
      }
      await tell();
      await sleep(1000);
      child = await begin();
    }
    isUp = true;
  } finally {
    clearInterval(telling);
  }
  if (node?.founds) {
    // Alone, a node closes its data by a file before it takes connections; a member writes only once it belongs.
    const root = await asRoot(reached);
    await root.query(closingStatements());
    await root.end();
  }

  const keeper = keepAlive({
    exited: () =>
      new Promise((resolve) =>
        running() ? child.once('exit', () => resolve(undefined)) : resolve(undefined),
      ),
    told: (seconds) => say(`The database has ended unasked; starting it again in ${seconds} s`),
    begin: async () => {
      isUp = false;
      // A cluster is founded once: whoever comes back joins the others.
      child = await launch(folder, data, port, socket, node && { ...node, founds: false });
      if (!(await answers())) throw new Stop(`MariaDB did not come up again. Its log says why: ${log}`);
      isUp = true;
      say('The database answers again');
    },
    failed: (error) => say(/** @type {Error} */ (error).message),
  });
  const rotation = setInterval(() => {
    if (rotate(log))
      void asRoot(reached).then(
        async (root) => {
          await root.query('FLUSH ERROR LOGS');
          await root.end();
        },
        () => undefined,
      );
  }, 15 * 60_000);
  rotation.unref();
  const stop = async () => {
    keeper.end();
    clearInterval(rotation);
    await end();
  };
  return {
    ...reached,
    get pid() {
      return child.pid ?? 0;
    },
    stop,
  };
}

/**
 * Reaches the database of a data folder: the one that runs there, or one started for the purpose.
 * @param {string} folder
 * @returns {Promise<{ database: Reached, leave(): Promise<void> }>}
 */
export async function reachDatabase(folder) {
  const lock = await tryLock(folder, 'run');
  if (lock) {
    const database = await startDatabase(folder);
    return {
      database,
      leave: async () => {
        await database.stop();
        await lock.release();
      },
    };
  }
  const pidFile = join(folder, 'run', 'mariadb.pid');
  const command = existsSync(pidFile) ? commandOf(Number(readFileSync(pidFile, 'utf8'))) : '';
  const port = Number(/--port=(\d+)/.exec(command)?.[1] ?? 0);
  if (port === 0)
    throw new Stop(`${runningAlready.split('.')[0]}, but its database is not up yet. Try again in a moment.`);
  return { database: { port, socket: socketPath(folder), folder }, leave: () => Promise.resolve() };
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
    const kill = (/** @type {NodeJS.Signals} */ signal) => process.kill(pid, signal);
    await endProcess(kill, () => commandOf(pid).includes(data), shutdownMs);
  }
  rmSync(file, { force: true });
}

/**
 * Asks a MariaDB to shut down, and kills it if it does not: one that is asked while it starts may wait for itself for
 * ever. Nothing is lost by that: what it has confirmed is recovered at its next start.
 * @param {(signal: NodeJS.Signals) => void} kill
 * @param {() => boolean} running
 * @param {number} patienceMs
 */
async function endProcess(kill, running, patienceMs) {
  for (const [signal, ms] of /** @type {const} */ ([
    ['SIGTERM', patienceMs],
    ['SIGKILL', killMs],
  ])) {
    if (!running()) return;
    kill(signal);
    for (const since = Date.now(); running() && Date.now() - since < ms;) await sleep(50);
  }
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
      ownTemporary(folder),
      '--auth-root-authentication-method=socket',
      `--auth-root-socket-user=${rootUser}`,
      '--skip-test-db',
      ...ownUser(),
    ],
    'MariaDB’s data folder could not be made.',
  );
  renameSync(making, data);
}

/**
 * Where a server keeps its temporary tables: one that starts removes all that it finds, those of another server too.
 * @param {string} folder
 */
export function ownTemporary(folder) {
  const temporary = join(folder, 'run', 'temporary');
  mkdirSync(temporary, { recursive: true, mode: 0o700 });
  return `--tmpdir=${temporary}`;
}

const ownUser = () => (process.getuid?.() === 0 ? ['--user=root'] : []);

/**
 * @param {string} folder
 * @param {string} data
 * @param {number} port
 * @param {string} socket
 * @param {import('./galera.mjs').Node | null} node
 */
async function launch(folder, data, port, socket, node) {
  const closing = join(folder, 'run', 'close.sql');
  writeFileSync(closing, closingStatements(), { mode: 0o600 });
  const membership = node ? await nodeArguments(node, data) : [`--init-file=${closing}`];
  const nothing = join(folder, 'run', 'no-files');
  mkdirSync(nothing, { recursive: true, mode: 0o700 });
  const args = [
    '--no-defaults',
    `--datadir=${data}`,
    ownTemporary(folder),
    `--port=${port}`,
    '--bind-address=127.0.0.1',
    `--socket=${socket}`,
    `--pid-file=${join(folder, 'run', 'mariadb.pid')}`,
    `--log-error=${join(folder, 'run', 'mariadb.log')}`,
    ...membership,
    // No statement reads or writes a file of this machine.
    `--secure-file-priv=${nothing}`,
    '--local-infile=OFF',
    '--skip-symbolic-links',
    '--skip-name-resolve',
    '--innodb-flush-log-at-trx-commit=1',
    '--character-set-server=utf8mb4',
    '--collation-server=utf8mb4_unicode_ci',
    `--innodb-buffer-pool-size=${bufferBytes()}`,
    '--max-allowed-packet=64M',
    '--max-connections=120',
    '--performance-schema=OFF',
    ...ownUser(),
  ];
  // In a process group of its own, so that Ctrl-C reaches it only through us.
  const env = node ? { ...process.env, PATH: nodePath() } : process.env;
  return spawn('mariadbd', args, { detached: true, stdio: 'ignore', env });
}

/** A tenth of the machine's memory for what the database keeps at hand, within what is sensible. */
const bufferBytes = () => Math.round(Math.min(2e9, Math.max(128e6, totalmem() / 10)));

/** In a folder that is for its owner alone. A socket path may have 107 characters at most. @param {string} folder */
function socketPath(folder) {
  const near = join(folder, 'run', 'mariadb.sock');
  if (near.length <= 100) return near;
  const own = join(tmpdir(), `beacon-${createHash('sha256').update(folder).digest('hex').slice(0, 12)}`);
  mkdirSync(own, { recursive: true, mode: 0o700 });
  const { uid, mode } = statSync(own);
  if (lstatSync(own).isSymbolicLink() || uid !== process.getuid?.() || (mode & 0o077) !== 0)
    throw new Stop(`${own} is somebody else’s. Choose a shorter place for the data: BEACON_DATA=… npm start`);
  return join(own, 'mariadb.sock');
}

/**
 * Waits until a database answers.
 * @param {Reached} reached
 * @param {() => boolean} ended
 * @param {boolean} member a member of a cluster answers when it belongs, which takes the time of handing everything over
 * @returns {Promise<boolean>} false where it has ended instead, or has not answered within a minute, a member within an hour
 */
export async function answering(reached, ended, member) {
  for (let n = 0; n < (member ? 36_000 : 600); n++) {
    if (ended()) return false;
    try {
      const connection = await asRoot(reached);
      const [status] = await connection.query("SHOW GLOBAL STATUS LIKE 'wsrep_ready'");
      await connection.end();
      if (!member || /** @type {{ Value?: string }[]} */ (status)[0]?.Value === 'ON') return true;
      await sleep(100);
    } catch {
      await sleep(100);
    }
  }
  return false;
}

/** A connection with all rights, by the socket alone. @param {Reached} reached @param {string} [name] */
export async function asRoot({ socket }, name) {
  const { createConnection } = await import('mysql2/promise');
  return createConnection({
    socketPath: socket,
    user: rootUser,
    multipleStatements: true,
    // Nothing is sent: the server asks the system who opened the socket.
    authPlugins: { unix_socket: () => () => Buffer.alloc(0) },
    ...(name ? { database: name } : {}),
  });
}

/**
 * Where a program finds a database, and as whom.
 * @param {Reached} reached
 * @param {string} name
 * @param {'owner' | 'application'} as
 */
export function addressOf({ port, folder }, name, as) {
  const { user, password } = accessTo(folder, name)[as];
  return {
    BEACON_DATABASE_PORT: String(port),
    BEACON_DATABASE_USER: user,
    BEACON_DATABASE_PASSWORD: password,
    BEACON_DATABASE: name,
  };
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
