// Proves that a backup holds everything, and that nothing half-restored is ever left.
import { randomUUID } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { addAccounts, signIn } from './accounts.mjs';
import { check, closeChecks } from './checks.mjs';
import { asRoot, freePort, startDatabase } from './database.mjs';
import { dump, undump } from './dump.mjs';
import { tryLock } from './lock.mjs';
import { rotate } from './log-files.mjs';
import { root } from './paths.mjs';
import { prepareDatabase, serve } from './serve.mjs';

const name = 'beacon_shop';
const folder = mkdtempSync(join(tmpdir(), 'beacon-backup-'));
const file = join(folder, 'shop.sql.gz');

/** @param {() => Promise<void>} act */
const refusal = (act) =>
  act().then(
    () => '',
    (error) => String(error.message),
  );

const person = randomUUID();
const job = randomUUID();
const photo = randomUUID();
const account = { name: 'Yuki Sørensen ✓', password: 'a lantern for the backup' };
/** The smallest picture that is one. */
const picture = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNkYAAAAAYAAjCB0C8AAAAASUVORK5CYII=',
  'base64',
);
const port = await freePort();

/** Everything that the server shows of the job. @param {import('./database.mjs').Database} database */
async function shown(database) {
  const server = await serve(database, { name, port, mode: 'shop', web: folder });
  const headers = await signIn(`http://127.0.0.1:${port}`, account);
  const read = async (/** @type {string} */ path) =>
    (await fetch(`http://127.0.0.1:${port}/api/${path}`, { headers })).text();
  const all = [
    await read('people'),
    await read(`jobs/${job}`),
    await read(`jobs/${job}/logbook`),
    await read('bays'),
    await read(`jobs/${job}/attachments/${photo}`),
  ];
  await server.stop();
  return all;
}

/** @type {Record<string, string>} */
let signedIn = {};
/** @type {string[]} */
let before = [];
{
  const database = await startDatabase(join(folder, 'first'));
  await prepareDatabase(database, name);
  await addAccounts(database, name, [
    {
      person: { id: person, name: account.name, initials: 'YS', role: 'technician' },
      password: account.password,
    },
  ]);
  const server = await serve(database, { name, port, mode: 'shop', web: folder });
  const session = await signIn(`http://127.0.0.1:${port}`, account);
  signedIn = session;
  const send = async (
    /** @type {string} */ path,
    /** @type {string} */ method,
    /** @type {string} */ type,
    /** @type {BodyInit} */ body,
  ) => {
    const headers = { 'Content-Type': type, 'Idempotency-Key': randomUUID(), ...session };
    const response = await fetch(`http://127.0.0.1:${port}/api/${path}`, { method, headers, body });
    if (!response.ok) throw new Error(await response.text());
  };
  const write = (/** @type {string} */ path, /** @type {unknown} */ body) =>
    send(path, 'POST', 'application/json', JSON.stringify(body));
  const observedAt = '2026-11-17T08:00:00Z';
  await write('jobs', {
    jobId: job,
    vehicleId: randomUUID(),
    head: { event: 'wear', customer: 'Ada “Lind\\qvist”; --' },
    vehicle: { make: 'Ostrel', model: 'Marn wagon' },
  });
  await send(`jobs/${job}/attachments/${photo}`, 'PUT', 'image/png', picture);
  await write(`jobs/${job}/photos`, {
    id: randomUUID(),
    observedAt,
    data: { attachmentId: photo, stage: 'take-in' },
  });
  await write(`jobs/${job}/beacons`, {
    id: randomUUID(),
    observedAt,
    data: {
      kind: 'beacon',
      name: 'Lamp 灯',
      seen: 'lit',
      thereBefore: 'no',
      conditions: ['rain'],
      shown: 3,
      exposures: 4,
    },
  });
  await write(`jobs/${job}/scans`, {
    id: randomUUID(),
    observedAt,
    data: { kind: 'baseline', text: 'Body\n  B1318-16 Supply (active)\n' },
  });
  for (let n = 0; n < 40; n++)
    await write(`jobs/${job}/notes`, {
      id: randomUUID(),
      observedAt,
      data: { stage: 'trace', text: `note ${n} 'quoted' \\ and\nbroken` },
    });
  await server.stop();
  before = await shown(database);
  await dump(database, name, file);
  await database.stop();
}
check(
  'the backup is one file for its owner alone',
  existsSync(file) && (statSync(file).mode & 0o777) === 0o600,
);
check(
  'it is compressed',
  readFileSync(file)
    .subarray(0, 2)
    .equals(Buffer.from([0x1f, 0x8b])),
);

check('the photo was shown before', (before[4] ?? '').includes('PNG'));

const database = await startDatabase(join(folder, 'second'));
const half = join(folder, 'half.sql.gz');
copyFileSync(file, half);
truncateSync(half, Math.floor(statSync(file).size / 2));
check(
  'half a backup is refused in a sentence',
  /not a whole backup/.test(await refusal(() => undump(database, name, half))),
);
const connection = await asRoot(database);
const [left] = await connection.query('SHOW DATABASES LIKE ?', [name]);
await connection.end();
check('and nothing half-restored is left', /** @type {unknown[]} */ (left).length === 0);
check(
  'a file that is not there is named',
  /There is no file/.test(await refusal(() => undump(database, name, join(folder, 'none')))),
);

await undump(database, name, file);
await prepareDatabase(database, name);
{
  // Whoever was signed in when the backup was made is not signed in here.
  const server = await serve(database, { name, port, mode: 'shop', web: folder });
  const people = await fetch(`http://127.0.0.1:${port}/api/people`, { headers: signedIn });
  check('sessions of the backup are over', people.status === 401);
  await server.stop();
}
const after = await shown(database);
['people', 'the record', 'the logbook', 'the bays', 'the photo'].forEach((what, n) =>
  check(`${what}: the same as before`, after[n] === before[n]),
);
check('the chain is whole', JSON.parse(after[2] ?? '{}').whole === true);
check(
  'a second restore over it is refused',
  /restored into an empty one only/.test(await refusal(() => undump(database, name, file))),
);
check('and changes nothing', (await shown(database))[1] === before[1]);
await database.stop();

// One at a time for one data folder, whoever it is.
const held = await tryLock(join(folder, 'second'), 'copy');
const asked = spawnSync(process.execPath, [join(root, 'scripts', 'restore.mjs'), file], {
  env: { ...process.env, BEACON_DATA: join(folder, 'second') },
  encoding: 'utf8',
});
check(
  'a restore waits for a backup that is under way',
  asked.status === 1 && /under way/.test(asked.stderr),
  asked.stderr,
);
await held?.release();
const runs = await tryLock(join(folder, 'second'), 'run');
const reset = spawnSync(process.execPath, [join(root, 'scripts', 'reset-demo.mjs')], {
  env: { ...process.env, BEACON_DATA: join(folder, 'second') },
  encoding: 'utf8',
});
check(
  'a reset of the demo is refused while the product runs',
  reset.status === 1 && /is running/.test(reset.stderr),
  reset.stderr,
);
check('a lock that is held is not given again', (await tryLock(join(folder, 'second'), 'run')) === null);
await runs?.release();

const log = join(folder, 'some.log');
for (let n = 1; n <= 5; n++) {
  writeFileSync(log, Buffer.alloc(5_000_001, `${n}`));
  rotate(log);
}
check(
  'a log is put aside when it is large, three of them are kept',
  ['1', '2', '3', '4'].map((n) => existsSync(`${log}.${n}`)).join() === 'true,true,true,false' &&
    !existsSync(log),
);
rmSync(folder, { recursive: true, force: true });
closeChecks();
