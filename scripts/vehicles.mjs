// Twenty people with a simulated car each, their modules read over the link again and again, beside a shop that writes:
// how long a scan takes, and whether the shop's entries are slowed. Run by itself: node scripts/vehicles.mjs [SECONDS]
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { WebSocket } from 'ws';
import { addAccounts, signIn } from './accounts.mjs';
import { freePort, startDatabase } from './database.mjs';
import { figure, quantile } from './figures.mjs';
import { runScript } from './say.mjs';
import { prepareDatabase, serve } from './serve.mjs';

const name = 'beacon_vehicles';
const people = 20;
const writers = 10;
/** Between two scans of one car, and between two entries of one writer. */
const scanEveryMs = 2000;
const writeEveryMs = 1000;
/** Cars of which live values are watched too. */
const watching = 5;
/** Rounds in which the two are measured in turn, so that a machine that slows down slows both. */
const rounds = 4;
const modules = [
  ...['gateway', 'engine', 'brake', 'restraint', 'body', 'cluster'],
  ...['driver-door', 'passenger-door', 'lamps'],
];

/** @typedef {{ session: Record<string, string>, jobId: string }} Seat */

/** @param {number} [seconds] of each half of a round */
export async function vehicles(seconds = 15) {
  const folder = mkdtempSync(join(tmpdir(), 'beacon-vehicles-'));
  const database = await startDatabase(folder);
  await prepareDatabase(database, name);
  const accounts = Array.from({ length: people + 1 }, (_, n) => ({
    person: { id: randomUUID(), name: `Person ${n + 1}`, initials: `P${n + 1}`, role: 'technician' },
    password: `a long word ${n + 1}`,
  }));
  await addAccounts(database, name, accounts);
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  const server = await serve(database, { name, port, mode: 'shop', web: folder });
  /** @param {Record<string, string>} session @param {string} path @param {unknown} body */
  const write = async (session, path, body) => {
    const response = await fetch(address + path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'Idempotency-Key': randomUUID(), ...session },
      body: JSON.stringify(body),
    });
    if (!response.ok) throw new Error(await response.text());
  };
  try {
    /** @type {Seat[]} */
    const seats = [];
    for (const [n, { person, password }] of accounts.slice(1).entries()) {
      const session = await signIn(address, { name: person.name, password });
      const jobId = randomUUID();
      await write(session, '/api/practice', { jobId, vehicleId: randomUUID(), seed: n + 1 });
      seats.push({ session, jobId });
    }
    const [first] = accounts;
    const own = await signIn(address, { name: first?.person.name ?? '', password: first?.password ?? '' });
    const jobs = Array.from({ length: writers }, () => randomUUID());
    for (const jobId of jobs)
      await write(own, '/api/jobs', {
        jobId,
        vehicleId: randomUUID(),
        head: { event: 'wear' },
        vehicle: { make: 'Ostrel', model: 'Marn wagon' },
      });
    const shop = async () => {
      /** @type {number[]} */
      const times = [];
      const end = performance.now() + 1000 * seconds;
      await Promise.all(
        jobs.map(async (jobId, n) => {
          await sleep((n * writeEveryMs) / writers);
          while (performance.now() < end) {
            const since = performance.now();
            await write(own, `/api/jobs/${jobId}/notes`, {
              id: randomUUID(),
              observedAt: new Date().toISOString(),
              data: { stage: 'trace', text: 'A note beside twenty cars.' },
            });
            times.push(performance.now() - since);
            await sleep(Math.max(0, writeEveryMs - (performance.now() - since)));
          }
        }),
      );
      return times;
    };
    await shop();
    /** @type {number[]} */
    const scans = [];
    /** @type {{ alone: number[], beside: number[] }} */
    const measured = { alone: [], beside: [] };
    for (let n = 0; n < rounds; n++) {
      // Each comes first as often as second.
      if (n % 2 === 0) measured.alone.push(...(await shop()));
      const links = await Promise.all(seats.map((seat) => dial(address, seat)));
      const stop = drive(links, scans);
      measured.beside.push(...(await shop()));
      await stop();
      for (const { socket } of links) socket.close();
      if (n % 2 === 1) measured.alone.push(...(await shop()));
    }
    figure(
      'twenty cars: a scan of nine modules over the link, median',
      `${quantile(scans, 0.5).toFixed(0)} ms`,
    );
    figure('the same, p95', `${quantile(scans, 0.95).toFixed(0)} ms`);
    figure('the slowest of them', `${Math.max(...scans).toFixed(0)} ms`, 'aim 1000 ms or less');
    figure('scans in all', `${scans.length}`);
    const [alone, beside] = [quantile(measured.alone, 0.95), quantile(measured.beside, 0.95)];
    figure(`an entry of the shop, p95 of ${measured.alone.length}, alone`, `${alone.toFixed(1)} ms`);
    figure('the same beside twenty cars', `${beside.toFixed(1)} ms`);
    figure('ratio', (beside / alone).toFixed(2), 'aim 1.2 or less');
  } finally {
    await server.stop();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** @param {string} address @param {Seat} seat */
async function dial(address, { session, jobId }) {
  const socket = new WebSocket(`${address.replace('http', 'ws')}/api/jobs/${jobId}/car/link`, {
    headers: { ...session, Origin: address },
  });
  /** @type {Map<number, () => void>} */
  const waiting = new Map();
  socket.on('message', (data) => {
    const said = JSON.parse(String(data));
    if (said.error) throw new Error(said.error.message);
    waiting.get(said.id)?.();
    waiting.delete(said.id);
  });
  await new Promise((resolve, reject) => socket.on('open', resolve).on('error', reject));
  let id = 0;
  const scan = () =>
    new Promise((/** @type {(value?: unknown) => void} */ done) => {
      waiting.set(++id, done);
      socket.send(JSON.stringify({ id, ask: modules.map((module) => ({ module, bytes: '1902ff' })) }));
    });
  // The car is built with the first of them.
  await scan();
  return { socket, scan };
}

/** @param {Awaited<ReturnType<typeof dial>>[]} links @param {number[]} times of all scans */
function drive(links, times) {
  let driving = true;
  for (const { socket } of links.slice(0, watching))
    socket.send(JSON.stringify({ watch: [{ module: 'restraint', bytes: '2203000301' }] }));
  const all = links.map(async ({ scan }) => {
    while (driving) {
      const since = performance.now();
      await scan();
      times.push(performance.now() - since);
      // All of them at the same moment: the hardest way.
      await sleep(scanEveryMs - (performance.now() % scanEveryMs));
    }
  });
  return async () => {
    driving = false;
    await Promise.all(all);
  };
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  await runScript(() => vehicles(Number(process.argv[2] ?? 15)));
