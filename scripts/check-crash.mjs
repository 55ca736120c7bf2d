// Kills the server and the database with -9 in the middle of 200 writes: every acknowledged one must be there
// exactly once afterwards, and every chain whole.
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { addAccounts, signIn } from './accounts.mjs';
import { check, closeChecks } from './checks.mjs';
import { freePort, startDatabase } from './database.mjs';
import { prepareDatabase, serve } from './serve.mjs';
import { untilTaken } from './until-taken.mjs';

const writes = 200;
const writers = 8;
const name = 'beacon_crash';
const folder = mkdtempSync(join(tmpdir(), 'beacon-crash-'));
const person = randomUUID();

const port = await freePort();
const options = { name, port, mode: /** @type {'shop'} */ ('shop'), web: folder };
const database = await startDatabase(folder);
await prepareDatabase(database, name);
const server = await serve(database, options);
const account = { name: 'Yuki Sorensen', password: 'a lantern in the crash' };
await addAccounts(database, name, [
  {
    person: { id: person, name: account.name, initials: 'YS', role: 'technician' },
    password: account.password,
  },
]);
const session = await signIn(`http://127.0.0.1:${port}`, account);

/** @param {Response} response @returns {Promise<any>} */
const json = (response) => response.json();

/** @param {string} path @param {unknown} body */
async function write(path, body) {
  const { answer } = await untilTaken(`http://127.0.0.1:${port}${path}`, session, body);
  if (answer === null) throw new Error('never acknowledged');
  return answer;
}

const jobs = [randomUUID(), randomUUID(), randomUUID()];
for (const jobId of jobs)
  await write('/api/jobs', {
    jobId,
    vehicleId: randomUUID(),
    head: { event: 'wear' },
    vehicle: { make: 'Ostrel', model: 'Marn wagon' },
  });

/** @type {{ jobId: string, id: string, seq: number }[]} */
const acknowledged = [];
let next = 0;
const writing = Promise.all(
  Array.from({ length: writers }, async () => {
    while (next < writes) {
      const n = next++;
      const jobId = jobs[n % jobs.length] ?? '';
      const id = randomUUID();
      const { seq } = await write(`/api/jobs/${jobId}/notes`, {
        id,
        observedAt: new Date().toISOString(),
        data: { stage: 'trace', text: `note ${n}` },
      });
      acknowledged.push({ jobId, id, seq });
    }
  }),
);

/** @param {number} count */
const reached = async (count) => {
  while (acknowledged.length < count) await sleep(5);
};

await reached(50);
process.kill(server.pid, 'SIGKILL');
// It is started again by who watches it.
await reached(110);
// It is started again by who watches it; the server stays and finds it.
process.kill(database.pid, 'SIGKILL');
await writing;

const counts = new Map();
let whole = true;
let gapless = true;
for (const jobId of jobs) {
  const log = await json(
    await fetch(`http://127.0.0.1:${port}/api/jobs/${jobId}/logbook`, { headers: session }),
  );
  whole &&= log.whole;
  const record = await json(await fetch(`http://127.0.0.1:${port}/api/jobs/${jobId}`, { headers: session }));
  gapless &&= record.seq === log.entries.length;
  for (const note of record.notes) counts.set(note.id, (counts.get(note.id) ?? 0) + 1);
  for (const entry of log.entries)
    if (entry.factId) counts.set(`log ${entry.factId}`, (counts.get(`log ${entry.factId}`) ?? 0) + 1);
}
check(`${writes} writes were acknowledged`, acknowledged.length === writes);
check(
  'each is in the record exactly once',
  acknowledged.every(({ id }) => counts.get(id) === 1),
);
check(
  'each is in the logbook exactly once',
  acknowledged.every(({ id }) => counts.get(`log ${id}`) === 1),
);
check('nothing else is there', [...counts.keys()].length === 2 * writes);
check(
  'every place that was acknowledged is its own',
  new Set(acknowledged.map(({ jobId, seq }) => `${jobId} ${seq}`)).size === writes,
);
check('every chain is whole', whole);
check('no place in the order is missing', gapless);
await server.stop();
await database.stop();
rmSync(folder, { recursive: true, force: true });
closeChecks();
