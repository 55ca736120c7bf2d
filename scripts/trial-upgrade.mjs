// A rolling upgrade over one new step of the schema while twenty clients write: the step is made while the old version
// serves, then one server after the other is ended and begun again in the new version.
// Run by itself: node scripts/trial-upgrade.mjs [SECONDS] [CLIENTS]
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { clusterOfTrial, kept, name, settled, writeOn } from './cluster-load.mjs';
import { asRoot } from './database.mjs';
import { figure, quantile } from './figures.mjs';
import { root } from './paths.mjs';
import { runScript, say } from './say.mjs';
import { migration, serve } from './serve.mjs';

/** What a later version adds to the schema. */
const column = '`shown_to` varchar(80) DEFAULT NULL';

/** A version with one step more than this one. @returns {string} its folder */
function nextVersion() {
  const next = mkdtempSync(join(root, '.build', 'next-'));
  const server = join(next, 'server');
  for (const part of ['dist', 'migrations', 'package.json'])
    cpSync(join(root, 'server', part), join(server, part), { recursive: true });
  symlinkSync(join(root, 'server', 'node_modules'), join(server, 'node_modules'));
  writeFileSync(
    join(server, 'migrations', '9000-note_shown_to.sql'),
    `ALTER TABLE \`notes\`\n  ADD COLUMN IF NOT EXISTS ${column};\n`,
  );
  const file = join(server, 'migrations', 'schema.json');
  const schema = JSON.parse(readFileSync(file, 'utf8'));
  schema.notes.shown_to = column;
  writeFileSync(file, JSON.stringify(schema));
  return next;
}

/**
 * @param {number} [seconds]
 * @param {number} [clients]
 */
export async function upgrade(seconds = 60, clients = 20) {
  const next = nextVersion();
  const folder = mkdtempSync(join(tmpdir(), 'beacon-upgrade-'));
  const shop = await clusterOfTrial(folder);
  /** @type {import('./serve.mjs').Served[]} */
  const renewed = [];
  try {
    const until = performance.now() + 1000 * seconds;
    const writing = writeOn(shop.address, clients, () => performance.now() < until);
    await sleep((1000 * seconds) / 4);
    const [first] = shop.nodes;
    if (!first) throw new Error('a node is missing');
    say('  the new step is made while the old version serves');
    await migration(first, name, [], next);
    for (const [n, old] of shop.servers.entries()) {
      await sleep((1000 * seconds) / 6);
      say(`  server ${n + 1} is ended, and begun again in the new version`);
      const node = shop.nodes[n];
      if (!node) throw new Error('a node is missing');
      await old.stop();
      renewed.push(
        await serve(node, {
          name,
          port: old.port,
          mode: 'shop',
          web: folder,
          server: `server-${n + 1}`,
          proxies: ['loopback'],
          release: next,
        }),
      );
    }
    const { acknowledged, times, counts, jobs } = await writing;
    await settled(shop.nodes);
    const found = await kept(shop.nodes, jobs, acknowledged);
    let everywhere = true;
    for (const node of shop.nodes) {
      const connection = await asRoot(node, name);
      const [columns] = await connection.query("SHOW COLUMNS FROM notes LIKE 'shown_to'");
      everywhere &&= /** @type {unknown[]} */ (columns).length === 1;
      await connection.end();
    }
    figure(`rolling upgrade over one step, ${clients} clients, saved`, String(acknowledged.length));
    figure(
      'a saved entry meanwhile, p95',
      `${quantile(
        times.map(({ took }) => took),
        0.95,
      ).toFixed(0)} ms`,
    );
    figure('longest', `${(Math.max(...times.map(({ took }) => took)) / 1000).toFixed(1)} s`);
    figure(
      'entries lost, doubled, refused',
      `${found.lost}, ${found.doubled}, ${counts.refused}`,
      'aim 0, 0, 0',
    );
    figure(
      'the step is on every node, and they are alike',
      everywhere && found.different === 0 ? 'yes' : 'NO',
    );
    if (found.lost + found.doubled + found.different + counts.refused > 0 || !everywhere)
      throw new Error('the upgrade lost, doubled or refused entries');
  } finally {
    for (const server of renewed) await server.stop();
    await shop.stop();
    for (const own of [folder, next]) rmSync(own, { recursive: true, force: true });
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  await runScript(() => upgrade(Number(process.argv[2] ?? 60), Number(process.argv[3] ?? 20)));
