// Several nodes of a cluster on this machine alone: for specs, the bench and a first look.
import { spawn } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { answering, freePort, portIsFree, startDatabase } from './database.mjs';
import { accessTo, keepAccess } from './database-users.mjs';
import { installGalera } from './galera.mjs';
import { installDebianPackages } from './install.mjs';
import { keepAlive } from './keep-alive.mjs';
import { prepareDatabase, serve } from './serve.mjs';
import { say } from './say.mjs';

const balancer = '/usr/sbin/haproxy';

/**
 * Starts nodes on loopback, the first founds their cluster.
 * @param {string} folder
 * @param {number} count
 * @returns {Promise<import('./database.mjs').Database[]>}
 */
export async function startNodes(folder, count) {
  await installGalera();
  const members = [];
  for (let n = 0; n < count; n++) members.push({ host: '127.0.0.1', port: await threeFreePorts() });
  const nodes = [];
  for (const [n, at] of members.entries()) {
    const own = join(folder, `node-${n + 1}`);
    mkdirSync(own, { recursive: true });
    nodes.push(await startDatabase(own, { at, members, founds: n === 0, tls: null, cacheMegabytes: 32 }));
  }
  // A node that has handed everything over to the last one takes nothing for a moment.
  for (const node of nodes) await answering(node, () => false, true);
  return nodes;
}

/** A port with two more above it, and out of the way of those that are given out to everybody. */
export async function threeFreePorts() {
  for (;;) {
    const port = 20_000 + Math.floor(Math.random() * 10_000);
    if ((await Promise.all([0, 1, 2].map((n) => portIsFree(port + n)))).every(Boolean)) return port;
  }
}

/**
 * @typedef {object} Balanced
 * @property {string} address of all servers, without a closing slash
 * @property {readonly import('./database.mjs').Database[]} nodes
 * @property {readonly import('./serve.mjs').Served[]} servers
 * @property {() => Promise<void>} stop
 */

/**
 * Servers behind one address, each on a node of its own; what nodes are left over only keep what the others write.
 * @param {string} folder
 * @param {object} options
 * @param {number} options.nodes
 * @param {number} options.servers
 * @param {string} options.name of the database
 * @param {'demo' | 'shop'} options.mode
 * @param {string} options.web
 * @param {number} options.port of the address
 * @param {(first: import('./database.mjs').Database) => Promise<void>} [options.fill] what is to be there before anything is served
 * @returns {Promise<Balanced>}
 */
export async function startBalanced(folder, { nodes: count, servers: serving, name, mode, web, port, fill }) {
  await installDebianPackages([{ file: balancer, name: 'haproxy' }]);
  const nodes = await startNodes(folder, count);
  const [first] = nodes;
  if (first === undefined) throw new Error('a cluster has a node');
  for (const node of nodes) keepAccess(node.folder, name, accessTo(first.folder, name));
  await fill?.(first);
  await prepareDatabase(first, name);
  /** @type {import('./serve.mjs').Served[]} */
  const servers = [];
  for (const [n, node] of nodes.slice(0, serving).entries())
    servers.push(
      await serve(node, {
        name,
        port: await freePort(),
        mode,
        web,
        server: `server-${n + 1}`,
        proxies: ['loopback'],
      }),
    );
  const front = await startBalancer(
    folder,
    port,
    servers.map((own) => own.port),
  );
  const stop = async () => {
    await front.stop();
    for (const server of servers) await server.stop();
    for (const node of [...nodes].reverse()) await node.stop();
  };
  return { address: `http://127.0.0.1:${port}`, nodes, servers, stop };
}

/**
 * What stands in front of servers: a request goes to one that says it is well, and once more to another where it came
 * to nothing; every write carries a key, so that it is done once.
 * @param {number} port
 * @param {readonly number[]} servers
 */
const balancerConfiguration = (port, servers) => `global
  maxconn 4000
defaults
  mode http
  timeout connect 1s
  timeout client 75s
  timeout server 75s
  timeout tunnel 1h
  timeout queue 5s
  option forwardfor
  option redispatch 1
  retries 3
  retry-on conn-failure empty-response
frontend shop
  bind 127.0.0.1:${port}
  default_backend servers
backend servers
  balance roundrobin
  option httpchk
  http-check send meth GET uri /api/health ver HTTP/1.1 hdr Host localhost
  http-check expect status 200
  default-server check inter 500ms fastinter 250ms fall 1 rise 2 on-marked-down shutdown-sessions
${servers.map((own, n) => `  server server-${n + 1} 127.0.0.1:${own}`).join('\n')}
`;

/** @param {string} folder @param {number} port @param {readonly number[]} servers */
async function startBalancer(folder, port, servers) {
  const file = join(folder, 'haproxy.cfg');
  writeFileSync(file, balancerConfiguration(port, servers));
  const launch = () => spawn(balancer, ['-db', '-f', file], { stdio: 'ignore' });
  let child = launch();
  const keeper = keepAlive({
    exited: () => new Promise((resolve) => child.once('exit', () => resolve(undefined))),
    told: (seconds) => say(`The balancer has ended unasked; starting it again in ${seconds} s`),
    begin: async () => void (child = launch()),
    failed: (error) => say(String(error)),
  });
  for (let n = 0; n < 100 && (await portIsFree(port)); n++)
    await new Promise((resolve) => setTimeout(resolve, 50));
  return {
    stop: async () => {
      keeper.end();
      const ended = new Promise((resolve) => child.once('exit', resolve));
      child.kill('SIGTERM');
      await ended;
    },
  };
}
