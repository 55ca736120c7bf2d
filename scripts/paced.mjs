// Fifty clients with one entry a second each, against our server and then against one that only writes the same rows:
// how long an entry takes, and what it costs. Run by itself: node scripts/paced.mjs [SECONDS]
import { spawn } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { addAccounts, signIn } from './accounts.mjs';
import { addressOf, freePort, startDatabase } from './database.mjs';
import { figure, quantile } from './figures.mjs';
import { root } from './paths.mjs';
import { runScript } from './say.mjs';
import { prepareDatabase, serve } from './serve.mjs';

const name = 'beacon_paced';
const clients = 50;
const jobsInAll = 12;
/** Rounds in which the two are measured in turn, so that a machine that slows down slows both. */
const rounds = 3;

/** @param {number} [seconds] for each server in each round */
export async function paced(seconds = 12) {
  const folder = mkdtempSync(join(tmpdir(), 'beacon-paced-'));
  const database = await startDatabase(folder);
  await prepareDatabase(database, name);
  const person = { id: randomUUID(), name: 'Yuki Sorensen', initials: 'YS', role: 'technician' };
  await addAccounts(database, name, [{ person, password: 'a lantern that is paced' }]);
  const port = await freePort();
  const own = await serve(database, { name, port, mode: 'shop', web: folder });
  const session = await signIn(`http://127.0.0.1:${port}`, {
    name: person.name,
    password: 'a lantern that is paced',
  });
  // Each server has jobs of its own: neither finds what the other wrote.
  const [jobs, others] = [0, 1].map(() => Array.from({ length: jobsInAll }, () => randomUUID()));
  for (const jobId of [...(jobs ?? []), ...(others ?? [])])
    await openJob(`http://127.0.0.1:${port}`, session, jobId);
  const bare = await startBare(database);
  const token = /beacon_session_\d+=([^;]+)/.exec(session.Cookie)?.[1] ?? '';
  const plain = { ...session, 'x-session': createHash('sha256').update(token).digest('hex') };
  /** @type {{ own: Round[], bare: Round[] }} */
  const measured = { own: [], bare: [] };
  try {
    await round(`http://127.0.0.1:${port}`, own.pid, session, jobs ?? [], 3);
    await round(`http://127.0.0.1:${bare.port}`, bare.pid, plain, others ?? [], 3);
    for (let n = 0; n < rounds; n++) {
      measured.own.push(await round(`http://127.0.0.1:${port}`, own.pid, session, jobs ?? [], seconds));
      measured.bare.push(
        await round(`http://127.0.0.1:${bare.port}`, bare.pid, plain, others ?? [], seconds),
      );
    }
  } finally {
    await bare.stop();
    await own.stop();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
  const ratios = measured.own.map((one, n) => one.cpuMs / (measured.bare[n]?.cpuMs ?? 1));
  const times = measured.own.flatMap((one) => one.times);
  figure('50 paced clients: an entry saved, median', `${quantile(times, 0.5).toFixed(1)} ms`);
  figure('the same, p95', `${quantile(times, 0.95).toFixed(1)} ms`, 'aim 40 ms at most');
  const bareTimes = measured.bare.flatMap((one) => one.times);
  figure(
    'on the server that only writes: median, p95',
    `${quantile(bareTimes, 0.5).toFixed(1)} ms, ${quantile(bareTimes, 0.95).toFixed(1)} ms`,
  );
  figure(
    'processor time of an entry, ours',
    `${quantile(
      measured.own.map((one) => one.cpuMs),
      0.5,
    ).toFixed(2)} ms`,
  );
  figure(
    'of one on the server that only writes',
    `${quantile(
      measured.bare.map((one) => one.cpuMs),
      0.5,
    ).toFixed(2)} ms`,
  );
  figure(
    'their ratio, round by round',
    ratios.map((ratio) => ratio.toFixed(2)).join(', '),
    'aim 1.5 at most',
  );
}

/** @typedef {{ times: number[], cpuMs: number }} Round `cpuMs`: for each entry */

/** @param {string} address @param {number} pid @param {Record<string, string>} headers @param {readonly string[]} jobs @param {number} seconds @returns {Promise<Round>} */
async function round(address, pid, headers, jobs, seconds) {
  /** @type {number[]} */
  const times = [];
  const until = performance.now() + 1000 * seconds;
  const before = cpuOf(pid);
  await Promise.all(
    Array.from({ length: clients }, async (_, n) => {
      await sleep((1000 * n) / clients);
      for (let k = 0; performance.now() < until; k++) {
        const began = performance.now();
        const response = await fetch(`${address}/api/jobs/${jobs[(n + k) % jobs.length]}/notes`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', 'Idempotency-Key': randomUUID(), ...headers },
          body: JSON.stringify({
            id: randomUUID(),
            observedAt: new Date().toISOString(),
            data: { stage: 'trace', text: `note ${n} ${k}` },
          }),
        });
        if (response.status !== 201) throw new Error(await response.text());
        await response.text();
        times.push(performance.now() - began);
        await sleep(Math.max(0, 1000 - (performance.now() - began)));
      }
    }),
  );
  return { times, cpuMs: (cpuOf(pid) - before) / times.length };
}

/** Milliseconds of processor time that a process has used. @param {number} pid */
function cpuOf(pid) {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]?.split(' ') ?? [];
  return 10 * (Number(fields[11]) + Number(fields[12]));
}

/** @param {string} address @param {Record<string, string>} session @param {string} jobId */
async function openJob(address, session, jobId) {
  const response = await fetch(`${address}/api/jobs`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'Idempotency-Key': randomUUID(), ...session },
    body: JSON.stringify({
      jobId,
      vehicleId: randomUUID(),
      head: { event: 'wear' },
      vehicle: { make: 'Ostrel', model: 'Marn wagon' },
    }),
  });
  if (!response.ok) throw new Error(await response.text());
}

/** @param {import('./database.mjs').Reached} database */
async function startBare(database) {
  const port = await freePort();
  const child = spawn(process.execPath, [join(root, 'scripts', 'bare-server.mjs')], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      ...addressOf(database, name, 'application'),
      BEACON_PORT: String(port),
    },
  });
  const exited = new Promise((resolve) => child.on('exit', resolve));
  await new Promise((resolve) => child.stdout.once('data', resolve));
  return {
    port,
    pid: child.pid ?? 0,
    stop: async () => {
      child.kill('SIGTERM');
      await exited;
    },
  };
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  await runScript(() => paced(Number(process.argv[2] ?? 12)));
