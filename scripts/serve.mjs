// Starts the server on a database that is running, and prepares that database first.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { applicationName, asOwner, ownerName } from './database.mjs';
import { root } from './paths.mjs';
import { runQuietly } from './run.mjs';
import { Stop } from './say.mjs';

/**
 * Makes the database of that name where it is missing and brings its schema up to date.
 * @param {Pick<import('./database.mjs').Database, 'port' | 'credentials'>} database
 * @param {string} name
 */
export async function prepareDatabase(database, name) {
  const connection = await asOwner(database);
  await connection.query(
    `CREATE DATABASE IF NOT EXISTS \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
  );
  await connection.end();
  await runQuietly(
    process.execPath,
    [join(root, 'server', 'dist', 'migrate-main.js')],
    'The database’s schema could not be brought up to date.',
    {
      env: {
        ...process.env,
        BEACON_DATABASE_PORT: String(database.port),
        BEACON_DATABASE_USER: ownerName,
        BEACON_DATABASE_PASSWORD: database.credentials.owner,
        BEACON_DATABASE: name,
        BEACON_APPLICATION_USER: applicationName,
      },
    },
  );
}

/**
 * @typedef {{ port: number, pid: number, address: string, exited: Promise<number>, stop(): Promise<void> }} Served
 * @typedef {{ cert: string, key: string }} Tls
 * @param {import('./database.mjs').Database} database
 * @param {{ name: string, port: number, mode: 'demo' | 'shop', web: string, tls?: Tls | null, hosts?: readonly string[] }} options
 *   `hosts`: the names under which the shop's network reaches this machine; empty: loopback alone
 * @returns {Promise<Served>}
 */
export async function serve(database, { name, port, mode, web, tls = null, hosts = [] }) {
  const { shownAccounts } = await import('@dormant-beacon/demo');
  const child = spawn(process.execPath, [join(root, 'server', 'dist', 'main.js')], {
    detached: true,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      BEACON_DATABASE_PORT: String(database.port),
      BEACON_DATABASE_USER: applicationName,
      BEACON_DATABASE_PASSWORD: database.credentials.application,
      BEACON_DATABASE: name,
      BEACON_PORT: String(port),
      BEACON_MODE: mode,
      BEACON_WEB: join(web, 'browser'),
      BEACON_DEMO_ACCOUNTS: JSON.stringify(mode === 'demo' ? shownAccounts : []),
      ...(tls ? { BEACON_TLS_CERT: tls.cert, BEACON_TLS_KEY: tls.key } : {}),
      ...(hosts.length > 0 ? { BEACON_LISTEN: '0.0.0.0', BEACON_HOSTS: hosts.join(',') } : {}),
    },
  });
  const exited = new Promise((/** @type {(code: number) => void} */ resolve) =>
    child.on('exit', (code) => resolve(code ?? 1)),
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
  const address = `${tls ? 'https://localhost' : 'http://127.0.0.1'}:${port}/`;
  return { port, pid: child.pid ?? 0, address, exited, stop };
}
