// Two servers on a cluster of three nodes: fifty clients write while a node is killed, then a server, then a node is cut
// off from the others. Every acknowledged entry must be there exactly once afterwards, on every node.
// Run by itself: node scripts/bench-cluster.mjs [SECONDS] [CLIENTS]
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { addAccounts, signIn } from './accounts.mjs';
import { asRoot, freePort, startDatabase } from './database.mjs';
import { figure, quantile } from './figures.mjs';
import { clusterOfTrial, kept, lead, name, settled, writeOn } from './cluster-load.mjs';
import { runScript, say } from './say.mjs';
import { prepareDatabase, serve } from './serve.mjs';

const cutOffMs = 15_000;
/** How many leads are demoted in pairs, one through each server, at each quarter of the time. */
const pairs = 5;

/** One server on one database, for comparison. @param {number} seconds @param {number} clients */
async function alone(seconds, clients) {
  const folder = mkdtempSync(join(tmpdir(), 'beacon-alone-'));
  const database = await startDatabase(folder);
  await prepareDatabase(database, name);
  await addAccounts(database, name, [lead]);
  const port = await freePort();
  const server = await serve(database, { name, port, mode: 'shop', web: folder });
  const until = performance.now() + 1000 * seconds;
  const { times } = await writeOn(`http://127.0.0.1:${port}`, clients, () => performance.now() < until);
  await server.stop();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
  return times.map(({ took }) => took);
}

/**
 * @param {number} [seconds]
 * @param {number} [clients]
 */
export async function cluster(seconds = 600, clients = 50) {
  const single = await alone(Math.min(60, seconds / 2), clients);
  const folder = mkdtempSync(join(tmpdir(), 'beacon-cluster-'));
  const shop = await clusterOfTrial(folder);
  try {
    await trial(shop, single, seconds, clients);
  } finally {
    await shop.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/**
 * @param {import('./local-cluster.mjs').Balanced} shop
 * @param {readonly number[]} single how long a write takes with one server alone, ms
 * @param {number} seconds
 * @param {number} clients
 */
async function trial(shop, single, seconds, clients) {
  const [one, two] = shop.nodes;
  const [first] = shop.servers;
  if (!one || !two || !first) throw new Error('a node or a server is missing');
  const began = performance.now();
  const until = began + 1000 * seconds;
  const writing = writeOn(shop.address, clients, () => performance.now() < until);
  const wrongLeads = [];
  /** @type {{ what: string, at: number }[]} */
  const troubles = [];
  const trouble = (/** @type {string} */ what) => {
    say(`  after ${((performance.now() - began) / 1000).toFixed(0)} s: ${what}`);
    troubles.push({ what, at: performance.now() });
  };
  await sleep((1000 * seconds) / 4);
  wrongLeads.push(
    await demoteInPairs(
      shop.servers.map(({ port }) => `http://127.0.0.1:${port}`),
      one,
    ),
  );
  trouble('kill -9 of a node under a server');
  process.kill(two.pid, 'SIGKILL');
  await sleep((1000 * seconds) / 4);
  trouble('kill -9 of a server');
  process.kill(first.pid, 'SIGKILL');
  await sleep((1000 * seconds) / 4);
  trouble('a node under a server is cut off from the others');
  await isolate(one, true);
  await sleep(cutOffMs);
  trouble('it is let back');
  await isolate(one, false);
  const { acknowledged, times, counts, jobs, session } = await writing;
  await settled(shop.nodes);
  wrongLeads.push(
    await demoteInPairs(
      shop.servers.map(({ port }) => `http://127.0.0.1:${port}`),
      one,
    ),
  );

  const found = await kept(shop.nodes, jobs, acknowledged);
  let whole = true;
  for (const jobId of jobs) {
    const log = await (await fetch(`${shop.address}/api/jobs/${jobId}/logbook`, { headers: session })).json();
    whole &&= log.whole;
  }

  const [p95, p95Alone] = [
    quantile(
      times.map(({ took }) => took),
      0.95,
    ),
    quantile(single, 0.95),
  ];
  const share = (100 * counts.refused) / counts.sent;
  figure(
    `${clients} clients for ${seconds} s, an entry each two seconds, saved`,
    String(acknowledged.length),
  );
  figure('a saved entry, p95, one server alone', `${p95Alone.toFixed(0)} ms`);
  figure(
    'the same, two servers on three nodes, troubles and all',
    `${p95.toFixed(0)} ms, ${(p95 / p95Alone).toFixed(1)} times`,
    'aim 3 times',
  );
  const calm = times.filter((own) => troubles.every(({ at }) => own.at < at - 5000 || own.at > at + 20_000));
  figure(
    'the same from 20 s after one trouble to 5 s before the next',
    `${quantile(
      calm.map(({ took }) => took),
      0.95,
    ).toFixed(0)} ms`,
  );
  for (const { what, at } of troubles) {
    const stall = Math.max(
      0,
      ...times.filter((own) => own.at > at - 8000 && own.at < at + 12_000).map(({ took }) => took),
    );
    figure(`longest entry around: ${what}`, `${(stall / 1000).toFixed(1)} s`);
  }
  figure('sent again', String(counts.again));
  figure('refused after 30 s of trying', `${share.toFixed(2)} %`, 'aim 0.1 %');
  figure('entries lost, doubled', `${found.lost}, ${found.doubled}`, 'aim 0, 0');
  figure(
    'nodes that differ, job numbers twice, rounds without exactly one lead',
    `${found.different}, ${found.numbersTwice}, ${wrongLeads.reduce((a, b) => a + b, 0)}`,
    'aim 0, 0, 0',
  );
  figure('every chain is whole', whole ? 'yes' : 'NO');
  if (found.lost + found.doubled + found.different + found.numbersTwice > 0 || !whole || share > 0.1)
    throw new Error('the cluster lost, doubled or refused entries');
}

/** Cuts a node off from the others, or lets it back. @param {import('./database.mjs').Database} node @param {boolean} off */
async function isolate(node, off) {
  const root = await asRoot(node);
  await root.query(`SET GLOBAL wsrep_provider_options = 'gmcast.isolate=${off ? 1 : 0}'`);
  await root.end();
}

/**
 * Two leads, each demoted through another server at the same moment: one must stay.
 * @param {readonly string[]} addresses
 * @param {import('./database.mjs').Database} node
 * @returns {Promise<number>} rounds that left another number of them
 */
async function demoteInPairs(addresses, node) {
  const root = await asRoot(node, name);
  let wrong = 0;
  for (let round = 0; round < pairs; round++) {
    const two = [0, 1].map((n) => ({
      person: {
        id: randomUUID(),
        name: `Lead ${round} ${n} ${randomUUID().slice(0, 4)}`,
        initials: 'L',
        role: 'lead',
      },
      password: 'a long word for a lead',
    }));
    await addAccounts(node, name, two);
    // Both act, and nobody else is lead.
    const sessions = await Promise.all(
      two.map(({ person, password }, n) => signIn(addresses[n] ?? '', { name: person.name, password })),
    );
    await root.query("UPDATE people SET role = 'technician' WHERE role = 'lead' AND id NOT IN (?)", [
      two.map(({ person }) => person.id),
    ]);
    await Promise.all(
      two.map(({ person: { id, name: called, initials } }, n) =>
        fetch(`${addresses[n]}/api/accounts/${id}`, {
          method: 'PUT',
          headers: { 'Content-Type': 'application/json', 'Idempotency-Key': randomUUID(), ...sessions[n] },
          body: JSON.stringify({ name: called, initials, role: 'technician', active: true }),
        }),
      ),
    );
    const [left] = await root.query("SELECT id FROM people WHERE role = 'lead'");
    if (/** @type {unknown[]} */ (left).length !== 1) wrong += 1;
  }
  await root.query("UPDATE people SET role = 'lead' WHERE id = ?", [lead.person.id]);
  await root.end();
  return wrong;
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  await runScript(() => cluster(Number(process.argv[2] ?? 600), Number(process.argv[3] ?? 50)));
