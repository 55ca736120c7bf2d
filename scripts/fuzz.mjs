// node scripts/fuzz.mjs [REQUESTS] [SEED]: odd requests to every endpoint of a server of its own. It fails where an
// answer is our own fault, where anyone waits longer than a second, or where memory grows.
import { fork } from 'node:child_process';
import { readFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { addAccounts, signIn } from './accounts.mjs';
import { freePort, startDatabase } from './database.mjs';
import { figure, quantile } from './figures.mjs';
import { endpointsOf, raw, shaped, uuid } from './fuzz-requests.mjs';
import { randomFrom } from './random.mjs';
import { root } from './paths.mjs';
import { runScript, say } from './say.mjs';
import { prepareDatabase, serve } from './serve.mjs';
import { openTracedJob } from './traced-job.mjs';

const name = 'beacon_fuzz';
const atOnce = 12;
const roles = ['lead', 'technician', 'desk', 'learner'];
/** Asked beside everything else: how long anyone waits. */
const watchEveryMs = 25;

/**
 * @param {number} [requests]
 * @param {number} [seed]
 * @returns {Promise<boolean>} whether everything held
 */
export async function fuzz(requests = 100_000, seed = 7) {
  const folder = mkdtempSync(join(tmpdir(), 'beacon-fuzz-'));
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  const database = await startDatabase(folder);
  process.env['BEACON_TRIES_PER_MINUTE'] = '1000000';
  await prepareDatabase(database, name);
  const random = randomFrom(seed);
  const accounts = roles.map((role) => ({
    person: { id: uuid(random), name: `Person ${role}`, initials: role.slice(0, 2), role },
    password: `a long word for ${role}`,
  }));
  await addAccounts(database, name, accounts);
  const server = await serve(database, { name, port, mode: 'shop', web: folder });
  try {
    return await attack({ address, random, accounts, requests, pid: server.pid });
  } finally {
    await server.stop();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** @param {{ address: string, random: import('./random.mjs').Random, accounts: any[], requests: number, pid: number }} options */
async function attack({ address, random, accounts, requests, pid }) {
  const enter = (/** @type {any} */ account) =>
    signIn(address, { name: account.person.name, password: account.password });
  /** @type {Record<string, string>[]} */
  const sessions = [];
  for (const account of accounts) sessions.push(await enter(account));
  const endpoints = endpointsOf(await (await fetch(`${address}/api/openapi.json`)).json()).filter(
    // What would only end the attacker's own session, or never ends by itself.
    ({ path }) => !/^\/api\/(?:session\/end|events)/.test(path),
  );
  /** @type {import('./fuzz-requests.mjs').Known} */
  const known = { jobs: [], others: [] };
  for (let n = 0; n < 6; n++) known.jobs.push(await tracedJob(address, sessions[1] ?? {}, random));

  /** @type {Map<number, number>} */
  const statuses = new Map();
  /** @type {string[]} */
  const faults = [];
  // In a process of its own: what the sender itself is busy with is nobody's wait.
  const watch = fork(join(root, 'scripts', 'watch-waits.mjs'), [
    `${address}/api/health`,
    String(watchEveryMs),
  ]);
  const sizes = [memoryOf(pid)];
  let sent = 0;
  const sender = async () => {
    while (sent < requests) {
      const n = sent++;
      if (n % Math.ceil(requests / 20) === 0) sizes.push(memoryOf(pid));
      const as = random.below(roles.length + 1);
      const made = random.chance(0.8)
        ? shaped(random, random.pick(endpoints), known)
        : raw(random, endpoints, known);
      const headers = {
        'Idempotency-Key': random.chance(0.03) ? 'x' : uuid(random),
        ...(random.chance(0.98) ? sessions[as] : {}),
        ...made.headers,
      };
      try {
        const response = await fetch(address + made.path, {
          method: made.method,
          headers,
          body: /** @type {any} */ (made.body),
          signal: AbortSignal.timeout(60_000),
        });
        const text = await response.text();
        statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1);
        if (response.status >= 500 && (response.status === 500 || !/"detail":"[^"]+/.test(text)))
          faults.push(
            `${response.status} ${made.method} ${made.path.slice(0, 200)}\n  ${String(made.body).slice(0, 600)}`,
          );
        if (response.status === 401 && as < roles.length && random.chance(0.05))
          sessions[as] = await enter(accounts[as]);
        if (response.status === 201) remember(known, text);
      } catch (error) {
        const { name: kind, cause } = /** @type {Error & { cause?: { code?: string } }} */ (error);
        // A body that is refused before it is read may end the connection under the sender.
        if (kind === 'TimeoutError')
          faults.push(`no answer in a minute: ${made.method} ${made.path.slice(0, 200)}`);
        else if (!/ECONNRESET|EPIPE|UND_ERR|INVALID/.test(cause?.code ?? '') && kind !== 'TypeError')
          throw error;
      }
    }
  };
  const began = performance.now();
  await Promise.all(Array.from({ length: atOnce }, sender));
  const seconds = (performance.now() - began) / 1000;
  const { waits, unanswered } = await new Promise((/** @type {(told: any) => void} */ resolve) => {
    watch.on('message', resolve);
    watch.send('end');
  });
  if (unanswered > 0) faults.push(`the server did not answer ${unanswered} times`);
  sizes.push(memoryOf(pid));

  const total = [...statuses.values()].reduce((a, b) => a + b, 0);
  const passing = (statuses.get(503) ?? 0) + (statuses.get(507) ?? 0);
  const longest = Math.max(...waits);
  const early = Math.max(...sizes.slice(0, Math.ceil(sizes.length / 3)));
  const late = Math.max(...sizes.slice(-3));
  say(
    `answers by status: ${[...statuses]
      .sort(([a], [b]) => a - b)
      .map(([status, count]) => `${status}: ${count}`)
      .join(', ')}`,
  );
  for (const fault of faults.slice(0, 15)) say(fault);
  figure(`odd requests, ${total} answered, faults of our own`, String(faults.length), 'aim none');
  figure('of them 503 and 507, in words', `${((100 * passing) / total).toFixed(3)} %`, 'aim 0.1 % at most');
  figure(
    'anyone else waits: p99, longest',
    `${quantile(waits, 0.99).toFixed(0)} ms, ${longest.toFixed(0)} ms`,
    'aim under 1 s',
  );
  figure(
    'memory in the first third, at the end',
    `${(early / 1e6).toFixed(0)} MB, ${(late / 1e6).toFixed(0)} MB`,
  );
  figure('requests a second', (total / seconds).toFixed(0));
  return faults.length === 0 && passing <= 0.001 * total && longest < 1000 && late < 1.35 * early + 60e6;
}

/** @param {import('./fuzz-requests.mjs').Known} known @param {string} text */
function remember(known, text) {
  try {
    const { id, jobId } = JSON.parse(text);
    if (typeof jobId === 'string' && known.jobs.length < 40) known.jobs.push(jobId);
    if (typeof id === 'string') known.others.push(id);
    if (known.others.length > 2000) known.others.splice(0, 1000);
  } catch {
    // Not every answer is JSON.
  }
}

/** @param {string} address @param {Record<string, string>} session @param {import('./random.mjs').Random} random */
async function tracedJob(address, session, random) {
  const jobId = uuid(random);
  await openTracedJob(
    async (path, body) => {
      const response = await fetch(address + path, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'Idempotency-Key': uuid(random), ...session },
        body: JSON.stringify(body),
      });
      if (!response.ok) throw new Error(await response.text());
    },
    jobId,
    {
      circuit: {
        elements: [
          { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.015 },
          { id: 'F7', kind: 'fuse', pins: ['b+', 'f7'], amps: 10 },
          { id: 'LP', kind: 'lamp', pins: ['f7', 'gnd'], volts: 12, watts: 21 },
        ],
      },
      suspects: [{ id: 's1', element: 'F7', mode: 'open', weight: 4 }],
      tests: [{ id: 't1', kind: 'volts', from: 'f7', to: 'gnd', minutes: 3, label: 'Measure' }],
      repairs: [{ element: 'F7', minutes: 2, priceCents: 100, label: 'Fuse' }],
    },
  );
  return jobId;
}

/** Resident bytes of a process. @param {number} pid */
function memoryOf(pid) {
  return 1024 * Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0);
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  await runScript(async () => {
    const [requests, seed] = process.argv.slice(2).map(Number);
    if (!(await fuzz(requests, seed))) process.exitCode = 1;
  });
