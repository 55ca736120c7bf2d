// npm run cluster: a first look at several servers behind one address, all on this machine: three nodes of a Galera
// cluster, two servers, Debian’s haproxy in front. npm run cluster [-- PORT]
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { buildNode, buildWeb, servedWeb } from './build.mjs';
import { demoName, loadDemoOnce } from './demo.mjs';
import { install } from './install.mjs';
import { startBalanced } from './local-cluster.mjs';
import { dataFolder } from './paths.mjs';
import { runScript, say } from './say.mjs';

await runScript(async () => {
  await install('start');
  await buildNode();
  await buildWeb(servedWeb);
  const folder = join(dataFolder(), 'cluster');
  mkdirSync(folder, { recursive: true });
  const cluster = await startBalanced(folder, {
    nodes: 3,
    servers: 2,
    name: demoName,
    mode: 'demo',
    web: servedWeb,
    port: Number(process.argv[2] ?? 4600),
    fill: (first) => loadDemoOnce(first, servedWeb),
  });
  say(`\nDormant Beacon is ready on two servers: ${cluster.address}/\nKill one of them; the other goes on:`);
  for (const [n, server] of cluster.servers.entries())
    say(`  server ${n + 1}: pid ${server.pid}, its database pid ${cluster.nodes[n]?.pid}`);
  await new Promise((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.once(signal, resolve);
  });
  say('\nEnding');
  await cluster.stop();
  process.exit(0);
});
