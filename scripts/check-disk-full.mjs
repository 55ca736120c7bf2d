// Fills the disk under a server that is being written to, and makes room again: entries are refused in words, none
// that was acknowledged is lost, and work goes on by itself. It needs a small disk of its own, which root alone can
// make; as anybody else it says so and ends. Part of `npm run bench -- kills`.
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { addAccounts, signIn } from './accounts.mjs';
import { check, closeChecks } from './checks.mjs';
import { freePort, startDatabase } from './database.mjs';
import { prepareDatabase, serve } from './serve.mjs';

const name = 'beacon_full';
const folder = mkdtempSync(join(tmpdir(), 'beacon-full-'));

if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=450m', 'tmpfs', folder]).status !== 0) {
  process.stdout.write('A disk of its own cannot be made here (root alone may): nothing was tried.\n');
  rmSync(folder, { recursive: true, force: true });
  process.exit(0);
}
const data = join(folder, 'data');
const ballast = join(folder, 'ballast');
mkdirSync(data);
const database = await startDatabase(data);
await prepareDatabase(database, name);
const person = { id: randomUUID(), name: 'Yuki Sorensen', initials: 'YS', role: 'technician' };
await addAccounts(database, name, [{ person, password: 'a lantern without room' }]);
const port = await freePort();
const server = await serve(database, { name, port, mode: 'shop', web: folder });
const address = `http://127.0.0.1:${port}`;
const session = await signIn(address, { name: person.name, password: 'a lantern without room' });
const jobId = randomUUID();

/** @param {string} path @param {unknown} body @param {string} key */
async function write(path, body, key) {
  const response = await fetch(address + path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'Idempotency-Key': key, ...session },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(30_000),
  }).catch(() => null);
  return response === null
    ? { status: 0, detail: '' }
    : { status: response.status, detail: /** @type {any} */ (await response.json()).detail ?? '' };
}

try {
  await write(
    '/api/jobs',
    { jobId, vehicleId: randomUUID(), head: { event: 'wear' }, vehicle: { make: 'Ostrel', model: 'Marn' } },
    randomUUID(),
  );
  /** @type {string[]} */
  const acknowledged = [];
  /** @type {Map<number, string>} */
  const said = new Map();
  // Reports of some length, until there is no room.
  const enter = async () => {
    const id = randomUUID();
    const text = `Body\n${'  B1318-16 Supply voltage low\n'.repeat(9000)}`;
    const kind = acknowledged.length === 0 ? 'baseline' : 'interim';
    const answer = await write(
      `/api/jobs/${jobId}/scans`,
      { id, observedAt: new Date().toISOString(), data: { kind, text } },
      randomUUID(),
    );
    if (answer.status === 201) acknowledged.push(id);
    else said.set(answer.status, answer.detail);
    return answer.status;
  };
  check('an entry while there is room', (await enter()) === 201);
  const { bavail, bsize } = statfsSync(folder);
  writeFileSync(ballast, Buffer.alloc(Math.max(0, bavail * bsize - 12_000_000)));
  let refused = 0;
  for (let n = 0; n < 60 && refused < 4; n++) if ((await enter()) !== 201) refused += 1;
  check(
    'no room: entries are refused in words',
    refused >= 4 &&
      [...said].every(([status, detail]) => (status === 507 || status === 503) && detail.length > 20),
    JSON.stringify([...said]),
  );
  const health = await fetch(`${address}/api/health`).then(
    (response) => response.status,
    () => 0,
  );
  check('and the server still answers', health === 200 || health === 503, String(health));
  rmSync(ballast);
  let taken = 0;
  for (let n = 0; n < 90 && taken !== 201; n++) {
    taken = (
      await write(
        `/api/jobs/${jobId}/notes`,
        {
          id: randomUUID(),
          observedAt: new Date().toISOString(),
          data: { stage: 'trace', text: 'room again' },
        },
        randomUUID(),
      )
    ).status;
    if (taken !== 201) await sleep(1000);
  }
  check('with room again work goes on by itself', taken === 201, String(taken));
  const record = /** @type {any} */ (
    await (await fetch(`${address}/api/jobs/${jobId}`, { headers: session })).json()
  );
  const there = new Set(record.scans.map((/** @type {{ id: string }} */ scan) => scan.id));
  check(
    `each of the ${acknowledged.length} that were acknowledged is there, and no other`,
    acknowledged.every((id) => there.has(id)) && there.size === acknowledged.length,
  );
  const log = /** @type {any} */ (
    await (await fetch(`${address}/api/jobs/${jobId}/logbook`, { headers: session })).json()
  );
  check('the record is whole', log.whole === true, log.flaw);
  const errors = readFileSync(join(data, 'run', 'mariadb.log'), 'utf8');
  check(
    'the database’s log holds no dump of bytes',
    !/(?:[0-9a-f]{2} ){16}|len \d+; hex/i.test(errors),
    errors.slice(-500),
  );
} finally {
  await server.stop();
  await database.stop();
  spawnSync('umount', ['-l', folder]);
  rmSync(folder, { recursive: true, force: true });
}
closeChecks();
