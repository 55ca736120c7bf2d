// Kills a migration and a restore with -9 at the end of each of their statements, and the database with them at some:
// whatever is left, the next start makes whole. With a number N behind it only every Nth statement: npm test does so.
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { addAccounts, signIn } from './accounts.mjs';
import { addressOf, asRoot, freePort, startDatabase } from './database.mjs';
import { accessTo, admit } from './database-users.mjs';
import { dump, finishRestore, tablesOf, undump } from './dump.mjs';
import { root } from './paths.mjs';
import { prepareDatabase, serve } from './serve.mjs';
import { statementGate } from './statement-gate.mjs';

const every = Number(process.argv[2] ?? 1);
/** Every so many kills, the database is killed too. */
const databaseToo = 6;
const folder = mkdtempSync(join(tmpdir(), 'beacon-kills-'));
let [passed, failed] = [0, 0];

/** @param {string} what @param {boolean} holds @param {string} [shown] */
function check(what, holds, shown = '') {
  if (holds) passed += 1;
  else failed += 1;
  if (!holds) process.stdout.write(`FAIL ${what}\n${shown}\n`);
}

/** @param {readonly string[]} args @param {NodeJS.ProcessEnv} env */
function program(args, env = {}) {
  // In a group of its own, so that what it has started is killed with it.
  const child = spawn(process.execPath, args, {
    detached: true,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, ...env },
  });
  let output = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (output += chunk));
  const exited = new Promise((/** @type {(code: number) => void} */ resolve) =>
    child.on('exit', (code) => resolve(code ?? -1)),
  );
  const kill = () => {
    try {
      process.kill(-(child.pid ?? 0), 'SIGKILL');
    } catch {
      // It has ended already.
    }
  };
  return { exited, kill, output: () => output };
}

let database = await startDatabase(folder);

/** Kills the database as well and starts it again. @param {boolean} kill */
async function restarted(kill) {
  if (!kill) return;
  process.kill(database.pid, 'SIGKILL');
  await database.stop();
  database = await startDatabase(folder);
}

/** A digest of each table, sequences by their next number. @param {string} name */
async function digests(name) {
  const connection = await asRoot(database);
  const tables = await tablesOf(connection, name);
  /** @type {Record<string, unknown>} */
  const found = {};
  for (const table of tables) {
    // Sessions end at a restore, each time at another moment.
    if (table === 'sessions') continue;
    const [rows] = await connection.query(`CHECKSUM TABLE \`${name}\`.\`${table}\``);
    found[table] = /** @type {{ Checksum: unknown }[]} */ (rows)[0]?.Checksum;
  }
  await connection.end();
  return found;
}

const migrate = (/** @type {string} */ name, /** @type {number} */ port) =>
  program([join(root, 'server', 'dist', 'migrate-main.js')], {
    ...addressOf({ ...database, port }, name, 'owner'),
    BEACON_APPLICATION_USER: accessTo(folder, name).application.user,
  });

/** @param {string} name */
async function emptyDatabase(name) {
  const connection = await asRoot(database);
  await connection.query(`DROP DATABASE IF EXISTS \`${name}\``);
  await connection.query(`CREATE DATABASE \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  await admit(connection, name, accessTo(folder, name));
  await connection.end();
}

async function killedMigrations() {
  const name = 'beacon_kill_migration';
  await emptyDatabase(name);
  const through = await freePort();
  const counting = await statementGate(through, database.port, 0, () => undefined);
  check('a migration that nobody kills', (await migrate(name, through).exited) === 0);
  const statements = counting.counted();
  await counting.close();
  for (let n = 1; n <= statements; n += every) {
    await emptyDatabase(name);
    /** @type {ReturnType<typeof program> | null} */
    let child = null;
    const gate = await statementGate(through, database.port, n, () => child?.kill());
    child = migrate(name, through);
    await child.exited;
    const last = gate.last();
    await gate.close();
    await restarted(Math.ceil(n / every) % databaseToo === 0);
    const again = migrate(name, database.port);
    const code = await again.exited;
    // Nothing had to be mended: each statement was made whole or not at all.
    check(
      `migration killed after statement ${n} (${last})`,
      code === 0 && /"mended":\[\]/.test(again.output()),
      again.output(),
    );
  }
  process.stdout.write(`migration: killed at every ${every} of ${statements} statements\n`);
}

/** A small shop with something in most tables, as a backup. @param {string} name @param {string} file */
async function backedUp(name, file) {
  await prepareDatabase(database, name);
  const person = { id: randomUUID(), name: 'Yuki Sorensen', initials: 'YS', role: 'technician' };
  await addAccounts(database, name, [{ person, password: 'a lantern in the kill' }]);
  const server = await serve(database, { name, port: await freePort(), mode: 'shop', web: folder });
  const session = await signIn(server.address.replace(/\/$/, ''), {
    name: person.name,
    password: 'a lantern in the kill',
  });
  const write = async (/** @type {string} */ path, /** @type {unknown} */ body) => {
    const response = await fetch(`${server.address}api/${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'Idempotency-Key': randomUUID(), ...session },
      body: JSON.stringify(body),
    });
    if (!response.ok) throw new Error(await response.text());
  };
  const jobId = randomUUID();
  await write('jobs', {
    jobId,
    vehicleId: randomUUID(),
    head: { event: 'wear' },
    vehicle: { make: 'Ostrel', model: 'Marn' },
  });
  for (let n = 0; n < 5; n++)
    await write(`jobs/${jobId}/notes`, {
      id: randomUUID(),
      observedAt: '2026-11-17T08:00:00Z',
      data: { stage: 'trace', text: `note ${n}` },
    });
  await server.stop();
  await dump(database, name, file);
}

async function killedRestores() {
  const name = 'beacon_kill_restore';
  const file = join(folder, 'shop.sql.gz');
  await backedUp(name, file);
  const clear = async () => {
    const connection = await asRoot(database);
    for (const one of [name, `${name}_restoring`])
      await connection.query(`DROP DATABASE IF EXISTS \`${one}\``);
    await connection.end();
  };
  const through = join(folder, 'run', 'gate.sock');
  const restore = (/** @type {string} */ socket) =>
    program([join(root, 'scripts', 'undump-main.mjs'), JSON.stringify({ ...database, socket }), name, file]);
  await clear();
  const counting = await statementGate(through, database.socket, 0, () => undefined);
  check('a restore that nobody kills', (await restore(through).exited) === 0);
  const statements = counting.counted();
  await counting.close();
  const whole = JSON.stringify(await digests(name));
  for (let n = 1; n <= statements; n += every) {
    await clear();
    /** @type {ReturnType<typeof program> | null} */
    let child = null;
    const gate = await statementGate(through, database.socket, n, () => child?.kill());
    child = restore(through);
    await child.exited;
    const last = gate.last();
    await gate.close();
    await restarted(Math.ceil(n / every) % databaseToo === 0);
    // What the next start does first.
    await finishRestore(database, name);
    const left = await digests(name);
    const nothing = Object.keys(left).length === 0;
    check(
      `restore killed after statement ${n} (${last}) leaves nothing or everything`,
      nothing || JSON.stringify(left) === whole,
      Object.keys(left).join(' '),
    );
    if (!nothing) continue;
    await undump(database, name, file);
    check(`and is made again after ${n}`, JSON.stringify(await digests(name)) === whole);
  }
  process.stdout.write(`restore: killed at every ${every} of ${statements} statements\n`);
}

try {
  await killedMigrations();
  await killedRestores();
} finally {
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
process.stdout.write(`${passed} checks passed, ${failed} failed\n`);
process.exitCode = failed === 0 ? 0 : 1;
