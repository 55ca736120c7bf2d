// Prepares a database, and keeps a server running on it.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { addressOf, asRoot } from './database.mjs';
import { accessTo, admit } from './database-users.mjs';
import { dump, finishRestore } from './dump.mjs';
import { keepAlive } from './keep-alive.mjs';
import { backupFile, root } from './paths.mjs';
import { childProcesses, runQuietly } from './run.mjs';
import { say, Stop } from './say.mjs';

/** @typedef {import('./database.mjs').Reached} Reached */

/**
 * Makes the database of that name where it is missing and brings its schema up to date. A database that is in use is
 * saved first.
 * @param {Reached} database
 * @param {string} name
 */
export async function prepareDatabase(database, name) {
  await finishRestore(database, name);
  const connection = await asRoot(database);
  await connection.query(
    `CREATE DATABASE IF NOT EXISTS \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
  );
  await admit(connection, name, accessTo(database.folder, name));
  await connection.end();
  let { pending, mended } = JSON.parse(await migration(database, name, ['careful']));
  if (pending > 0) {
    const file = backupFile(name);
    say(`The schema has ${pending} new steps. Saving what is there first: ${file}`);
    await dump(database, name, file);
    ({ mended } = JSON.parse(await migration(database, name, [])));
  }
  for (const mend of mended) say(`Mended in the database: ${mend}`);
}

/**
 * @param {Reached} database @param {string} name @param {readonly string[]} args
 * @param {string} [release] the folder of the version whose steps are made
 */
export const migration = (database, name, args, release = root) =>
  runQuietly(
    process.execPath,
    [join(release, 'server', 'dist', 'migrate-main.js'), ...args],
    'The database’s schema could not be brought up to date.',
    {
      env: {
        ...process.env,
        ...addressOf(database, name, 'owner'),
        BEACON_APPLICATION_USER: accessTo(database.folder, name).application.user,
      },
    },
  );

/**
 * @typedef {{ port: number, readonly pid: number, address: string, stop(): Promise<void> }} Served
 * @typedef {{ cert: string, key: string }} Tls
 * @param {Reached} database
 * @param {object} options
 * @param {string} options.name
 * @param {number} options.port
 * @param {'demo' | 'shop'} options.mode
 * @param {string} options.web
 * @param {Tls | null} [options.tls]
 * @param {readonly string[]} [options.hosts] the names under which the shop's network reaches this machine; empty: loopback alone
 * @param {readonly string[]} [options.names] further names by which it is known, such as its balancer’s; they open nothing
 * @param {string} [options.server] its name among the servers of a cluster
 * @param {readonly string[]} [options.proxies] balancers in front of it whose word is taken
 * @param {readonly import('./shops.mjs').OwnShop[]} [options.shops] several shops behind this server instead of the one named
 * @param {string} [options.release] the folder of the version that serves
 * @param {boolean} [options.showAccounts] whether the sign-in page of the demo shows its accounts
 * @param {(pid: number) => void} [options.began] called whenever a server has begun
 * @returns {Promise<Served>}
 */
export async function serve(
  database,
  {
    name,
    port,
    mode,
    web,
    tls = null,
    hosts = [],
    names = [],
    server: own = '',
    proxies = [],
    shops = [],
    release = root,
    showAccounts = mode === 'demo',
    began,
  },
) {
  const { shownAccounts } = await import('@dormant-beacon/demo');
  const env = {
    ...process.env,
    NODE_ENV: 'production',
    ...addressOf(database, name, 'application'),
    BEACON_PORT: String(port),
    BEACON_MODE: mode,
    BEACON_WEB: join(web, 'browser'),
    BEACON_DEMO_ACCOUNTS: JSON.stringify(showAccounts ? shownAccounts : []),
    ...(tls ? { BEACON_TLS_CERT: tls.cert, BEACON_TLS_KEY: tls.key } : {}),
    BEACON_SERVER: own,
    ...(shops.length > 0
      ? { BEACON_SHOPS: JSON.stringify(shops.map((shop) => loginOf(database, shop))) }
      : {}),
    BEACON_PROXIES: proxies.join(','),
    ...(hosts.length > 0 ? { BEACON_LISTEN: '0.0.0.0' } : {}),
    BEACON_HOSTS: [...hosts, ...names].join(','),
  };
  let server = await begin(env, port, release);
  began?.(server.pid);
  const keeper = keepAlive({
    exited: () => server.exited,
    told: (seconds) => say(`The server has ended unasked; starting it again in ${seconds} s`),
    begin: async () => {
      server = await begin(env, port, release);
      began?.(server.pid);
      say('The server answers again');
    },
    failed: (error) => say(/** @type {Error} */ (error).message),
  });
  const stop = async () => {
    keeper.end();
    await server.stop();
  };
  const address = `${tls ? 'https://localhost' : 'http://127.0.0.1'}:${port}/`;
  return {
    port,
    get pid() {
      return server.pid;
    },
    address,
    stop,
  };
}

/** @param {Reached} database @param {import('./shops.mjs').OwnShop} shop */
function loginOf({ folder }, { name, hosts }) {
  return { hosts, database: name, ...accessTo(folder, name).application };
}

/** @param {NodeJS.ProcessEnv} env @param {number} port @param {string} release */
async function begin(env, port, release) {
  // It ends by itself when its standard input is closed: no server is left where this script is killed.
  const child = spawn(process.execPath, [join(release, 'server', 'dist', 'main.js')], {
    detached: true,
    stdio: ['pipe', 'pipe', 'inherit'],
    env,
  });
  childProcesses.add(child);
  child.stdin.on('error', () => undefined);
  const exited = new Promise((/** @type {(code: number) => void} */ resolve) =>
    child.on('exit', (code) => {
      childProcesses.delete(child);
      resolve(code ?? 1);
    }),
  );
  await new Promise((/** @type {(value?: unknown) => void} */ resolve, reject) => {
    child.stdout.once('data', resolve);
    void exited.then((code) =>
      reject(
        new Stop(
          code === 3
            ? `Port ${port} is taken by another program. Choose another: npm start -- --port ${port + 1}`
            : 'The server ended at its start.',
        ),
      ),
    );
  });
  const stop = async () => {
    if (child.exitCode === null && child.signalCode === null) child.kill('SIGTERM');
    await exited;
  };
  return { pid: child.pid ?? 0, exited, stop };
}
