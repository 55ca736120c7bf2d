// What writes into a cluster as a shop does, and what is looked at afterwards.
import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { addAccounts, signIn } from './accounts.mjs';
import { asRoot, freePort } from './database.mjs';
import { startBalanced } from './local-cluster.mjs';
import { prepareDatabase } from './serve.mjs';
import { untilTaken } from './until-taken.mjs';

/** The database of the trials. */
export const name = 'beacon_cluster';
/** A client writes every two seconds. */
const pauseMs = 2000;
/** For so long a write is sent again before it counts as refused. */
const patienceMs = 30_000;
/** Who writes. */
export const lead = {
  person: { id: randomUUID(), name: 'Ines Okafor', initials: 'IO', role: 'lead' },
  password: 'a lantern for the lead',
};

/** @typedef {{ jobId: string, id: string, seq: number }} Acknowledged */
/** @typedef {{ at: number, took: number }} Took */

/** Two servers on three nodes, with who writes. @param {string} folder */
export async function clusterOfTrial(folder) {
  return startBalanced(folder, {
    nodes: 3,
    servers: 2,
    name,
    mode: 'shop',
    web: folder,
    port: await freePort(),
    fill: async (first) => {
      await prepareDatabase(first, name);
      await addAccounts(first, name, [lead]);
    },
  });
}

/**
 * Writes as a shop does, through one address.
 * @param {string} address
 * @param {number} clients
 * @param {() => boolean} goesOn
 */
export async function writeOn(address, clients, goesOn) {
  const session = await signIn(address, { name: lead.person.name, password: lead.password });
  /** @type {Acknowledged[]} */
  const acknowledged = [];
  /** @type {Took[]} */
  const times = [];
  const counts = { sent: 0, again: 0, refused: 0 };
  const write = async (/** @type {string} */ path, /** @type {unknown} */ body) => {
    const at = performance.now();
    counts.sent += 1;
    const { answer, tookMs, again } = await untilTaken(address + path, session, body, {
      patienceMs,
      pauseMs: 100,
    });
    counts.again += again;
    if (answer) times.push({ at, took: tookMs });
    else counts.refused += 1;
    return answer;
  };
  const jobs = Array.from({ length: 12 }, () => randomUUID());
  for (const jobId of jobs)
    await write('/api/jobs', {
      jobId,
      vehicleId: randomUUID(),
      head: { event: 'wear' },
      vehicle: { make: 'Ostrel', model: 'Marn wagon' },
    });
  const begun = performance.now();
  // Each writes at moments of its own: after a stall that held up all of them they do not go on in step, as people do not.
  const client = async (/** @type {number} */ n) => {
    for (let k = 0; ; k++) {
      const late = (performance.now() - begun) / pauseMs - n / clients;
      k = Math.max(k, Math.ceil(late));
      await sleep(begun + pauseMs * (k + n / clients) - performance.now());
      if (!goesOn()) return;
      const [jobId, id] = [jobs[(n + k) % jobs.length] ?? '', randomUUID()];
      const answer = await write(`/api/jobs/${jobId}/notes`, {
        id,
        observedAt: new Date().toISOString(),
        data: { text: `client ${n}, entry ${k}`, stage: 'trace' },
      });
      if (answer) acknowledged.push({ jobId, id, seq: answer.seq });
    }
  };
  await Promise.all(Array.from({ length: clients }, (_, n) => client(n)));
  return { acknowledged, times, counts, jobs, session };
}

/** Until every node belongs again. @param {readonly import('./database.mjs').Database[]} nodes */
export async function settled(nodes) {
  for (let n = 0; n < 300; n++) {
    const sizes = await Promise.all(
      nodes.map(async (node) => {
        try {
          const root = await asRoot(node);
          const [rows] = await root.query(
            "SHOW GLOBAL STATUS WHERE Variable_name IN ('wsrep_cluster_size', 'wsrep_local_state_comment')",
          );
          await root.end();
          return /** @type {{ Value: string }[]} */ (rows)
            .map(({ Value }) => Value)
            .sort()
            .join(' ');
        } catch {
          return 'away';
        }
      }),
    );
    if (sizes.every((size) => size === `${nodes.length} Synced`)) return;
    await sleep(500);
  }
  throw new Error('the nodes did not come together again');
}

/**
 * What is on the nodes of what was acknowledged.
 * @param {readonly import('./database.mjs').Database[]} nodes
 * @param {readonly string[]} jobs
 * @param {readonly Acknowledged[]} acknowledged
 */
export async function kept(nodes, jobs, acknowledged) {
  const [counts, sums] = [new Map(), new Set()];
  let numbersTwice = 0;
  for (const [n, node] of nodes.entries()) {
    const root = await asRoot(node, name);
    const [notes] = await root.query('SELECT id FROM notes WHERE job_id IN (?)', [jobs]);
    if (n === 0)
      for (const { id } of /** @type {{ id: string }[]} */ (notes)) counts.set(id, (counts.get(id) ?? 0) + 1);
    const [logged] = await root.query('SELECT fact_id FROM logbook WHERE job_id IN (?)', [jobs]);
    const facts = /** @type {{ fact_id: string }[]} */ (logged).map(({ fact_id }) => fact_id);
    if (n === 0) for (const id of counts.keys()) counts.set(id, facts.filter((own) => own === id).length);
    const [sum] = await root.query('CHECKSUM TABLE jobs, notes, logbook, idempotency, people, accounts');
    sums.add(JSON.stringify(/** @type {{ Checksum: number }[]} */ (sum).map(({ Checksum }) => Checksum)));
    const [twice] = await root.query('SELECT number FROM jobs GROUP BY number HAVING COUNT(*) > 1');
    numbersTwice += /** @type {unknown[]} */ (twice).length;
    await root.end();
  }
  return {
    lost: acknowledged.filter(({ id }) => !counts.has(id)).length,
    doubled: [...counts.values()].filter((count) => count !== 1).length,
    different: sums.size - 1,
    numbersTwice,
  };
}
