// Fifty clients write into one shop for a minute; server and database are killed once each in the middle. Every
// acknowledged entry must be there exactly once afterwards. Run by itself: node scripts/load.mjs [SECONDS] [CLIENTS]
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { addAccounts, signIn } from './accounts.mjs';
import { freePort, startDatabase } from './database.mjs';
import { runScript } from './say.mjs';
import { prepareDatabase, serve } from './serve.mjs';
import { openTracedJob } from './traced-job.mjs';
import { untilTaken } from './until-taken.mjs';
import { figure, quantile } from './figures.mjs';

const name = 'beacon_load';
/** A technician enters a reading every few seconds; here each client does every second. */
const pauseMs = 1000;
/** After a kill, what waited comes at once: so long its times are told apart. */
const recoveryMs = 8000;

/** @param {Response} response @returns {Promise<any>} */
const json = (response) => response.json();

/**
 * @param {number} [seconds]
 * @param {number} [clients]
 */
export async function load(seconds = 60, clients = 50) {
  const folder = mkdtempSync(join(tmpdir(), 'beacon-load-'));
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  const options = { name, port, mode: /** @type {'shop'} */ ('shop'), web: folder };
  const database = await startDatabase(folder);
  await prepareDatabase(database, name);
  const server = await serve(database, options);
  const accounts = Array.from({ length: 5 }, (_, n) => ({
    person: { id: randomUUID(), name: `Technician ${n + 1}`, initials: `T${n + 1}`, role: 'technician' },
    password: `a long word ${n + 1}`,
  }));
  await addAccounts(database, name, accounts);
  /** @type {Record<string, string>[]} */
  const sessions = [];
  for (const { person, password } of accounts)
    sessions.push(await signIn(address, { name: person.name, password }));

  /** @type {{ jobId: string, id: string, seq: number }[]} */
  const acknowledged = [];
  /** Times while everything runs, and in the seconds after a kill, when what waited comes at once. @type {Record<'calm' | 'after', number[]>} */
  const times = { calm: [], after: [] };
  let troubled = false;
  let refused = 0;

  /** @param {Record<string, string>} session @param {string} path @param {unknown} body */
  const write = async (session, path, body) => {
    try {
      const { answer, tookMs } = await untilTaken(address + path, session, body);
      if (answer) times[troubled ? 'after' : 'calm'].push(tookMs);
      else refused += 1;
      return answer;
    } catch {
      refused += 1;
      return null;
    }
  };

  const jobs = Array.from({ length: 10 }, () => randomUUID());
  /** @type {Map<string, string>} */
  const traces = new Map();
  for (const [n, jobId] of jobs.entries()) {
    const session = sessions[n % sessions.length] ?? {};
    const send = (/** @type {string} */ path, /** @type {unknown} */ body) => write(session, path, body);
    traces.set(jobId, await openTracedJob(send, jobId, tracedCase));
  }

  const until = performance.now() + 1000 * seconds;
  const clientLoop = async (/** @type {number} */ n) => {
    const session = sessions[n % sessions.length] ?? {};
    await sleep((pauseMs * n) / clients);
    for (let k = 0; performance.now() < until; k++) {
      const jobId = jobs[(n + k) % jobs.length] ?? '';
      const id = randomUUID();
      const began = performance.now();
      const answer = await write(session, `/api/jobs/${jobId}/readings`, {
        id,
        observedAt: new Date().toISOString(),
        data: { traceId: traces.get(jobId), test: 'signal', value: 4 + (k % 10) / 10 },
      });
      if (answer) acknowledged.push({ jobId, id, seq: answer.seq });
      await sleep(Math.max(0, pauseMs - (performance.now() - began)));
    }
  };
  const running = Promise.all(Array.from({ length: clients }, (_, n) => clientLoop(n)));
  await sleep((1000 * seconds) / 3);
  troubled = true;
  process.kill(server.pid, 'SIGKILL');
  await sleep(recoveryMs);
  troubled = false;
  await sleep((1000 * seconds) / 3 - recoveryMs);
  troubled = true;
  process.kill(database.pid, 'SIGKILL');
  await sleep(recoveryMs);
  troubled = false;
  await running;

  const counts = new Map();
  let whole = true;
  for (const jobId of jobs) {
    const headers = sessions[0] ?? {};
    const log = await json(await fetch(`${address}/api/jobs/${jobId}/logbook`, { headers }));
    whole &&= log.whole;
    const record = await json(await fetch(`${address}/api/jobs/${jobId}`, { headers }));
    for (const { id } of record.readings) counts.set(id, (counts.get(id) ?? 0) + 1);
  }
  await server.stop();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });

  const lost = acknowledged.filter(({ id }) => !counts.has(id)).length;
  const doubled = [...counts.values()].filter((count) => count > 1).length;
  figure(`${clients} clients for ${seconds} s, one entry a second each, saved`, String(acknowledged.length));
  figure('a saved reading under that load, median', `${quantile(times.calm, 0.5).toFixed(0)} ms`);
  figure(
    'a saved reading under that load, p95',
    `${quantile(times.calm, 0.95).toFixed(0)} ms`,
    'aim under 150 ms',
  );
  figure('the same within 8 s of a kill -9, p95', `${quantile(times.after, 0.95).toFixed(0)} ms`);
  figure(
    'entries lost, doubled, refused, after kill -9 of both',
    `${lost}, ${doubled}, ${refused}`,
    'aim 0, 0, 0',
  );
  figure('every chain of the ten jobs is whole', whole ? 'yes' : 'NO');
  if (lost + doubled + refused > 0 || !whole) throw new Error('the load lost or doubled entries');
}

/** A switch to ground under a pull-up, with one test. */
const tracedCase = {
  circuit: {
    elements: [
      { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.015 },
      { id: 'R', kind: 'resistor', pins: ['b+', 'in'], ohms: 2200 },
      { id: 'S', kind: 'switch', pins: ['in', 'gnd'], closed: true },
    ],
  },
  tests: [{ id: 'signal', kind: 'volts', from: 'in', to: 'gnd', minutes: 2 }],
  repairs: [{ element: 'S', minutes: 10, priceCents: 1000 }],
};

if (process.argv[1] === fileURLToPath(import.meta.url))
  await runScript(() => load(Number(process.argv[2] ?? 60), Number(process.argv[3] ?? 50)));
