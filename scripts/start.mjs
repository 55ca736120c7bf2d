// npm start: installs what is missing, builds, starts the database and the server, prints the address.
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join, resolve } from 'node:path';
import { createSecureContext } from 'node:tls';
import { parseArgs } from 'node:util';
import { commandOf, portIsFree, startDatabase } from './database.mjs';
import { accessByKey, keepAccess } from './database-users.mjs';
import { installGalera, placeOf, readNode } from './galera.mjs';
import { install } from './install.mjs';
import { copying, running, takeLock } from './lock.mjs';
import { dataFolder } from './paths.mjs';
import { childProcesses } from './run.mjs';
import { runScript, say, Stop } from './say.mjs';
import { readShops } from './shops.mjs';

const defaultPort = 4600;
/** True from when there is data to shut down properly. */
let living = false;
/** True from when the end was asked for. */
let isAsked = false;

/** Settles when this start is asked to end, however far it is: by a signal, or by being left by the one who began it. */
const asked = new Promise((/** @type {(value: 'asked') => void} */ resolve) => {
  const ask = () => {
    // What only prepares is ended with us; what holds data is shut down properly below.
    if (!living) for (const child of childProcesses) child.kill('SIGTERM');
    isAsked = true;
    resolve('asked');
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, ask);
  // npm that is killed hard passes nothing on: being left by it counts as being asked.
  const { ppid } = process;
  if (process.env['npm_lifecycle_event']) setInterval(() => process.ppid !== ppid && ask(), 500).unref();
});
await runScript(async () => {
  const options = readOptions();
  const folder = dataFolder();
  const lock = await takeLock(folder, 'run', running);
  try {
    endServer(folder);
    const web = await Promise.race([prepared(options), asked]);
    if (web === 'asked') return;
    living = true;
    await live(folder, web, options);
  } catch (error) {
    if (!isAsked) throw error;
  } finally {
    await lock.release();
    // What was being prepared, or waited for, is of no use to anybody now.
    if (isAsked && !living) process.exit(0);
  }
});

/** Everything that needs no data. @param {ReturnType<typeof readOptions>} options @returns {Promise<string>} the folder of the web application */
async function prepared(options) {
  await install('start');
  if (options.node) await installGalera();
  const { buildNode, buildWeb, servedWeb } = await import('./build.mjs');
  await buildNode();
  const web = options.web ?? servedWeb;
  if (!options.web) await buildWeb(web);
  return web;
}

/**
 * From the database's start to its end.
 * @param {string} folder
 * @param {string} web
 * @param {ReturnType<typeof readOptions>} options
 */
async function live(folder, web, options) {
  const { prepareDatabase, serve } = await import('./serve.mjs');
  const port = await choosePort(options.port);
  const node = options.node && (await placeOf(options.node, folder));
  const shops = options.shops.length > 0 ? options.shops : null;
  const name = shops?.[0]?.name ?? (options.shop ? 'beacon_shop' : 'beacon_demo');
  const names = shops?.map((own) => own.name) ?? [name];
  if (node?.tls) for (const own of names) keepAccess(folder, own, accessByKey(node.tls.key, own));
  const database = await startDatabase(folder, node, () => isAsked);
  // What is made once for the whole cluster is made by the server that founds it.
  const founds = node === null || node.founds;
  /** @type {import('./serve.mjs').Served | null} */
  let server = null;
  const begin = async () => {
    const copy = await takeLock(folder, 'copy', copying, 60);
    try {
      const { loadDemoOnce } = await import('./demo.mjs');
      if (!options.shop && founds) await loadDemoOnce(database, web);
      for (const own of names) await prepareDatabase(database, own);
    } finally {
      await copy.release();
    }
    const { addFirstLead, givePasswords } = await import('./accounts.mjs');
    const leads = [];
    if (options.shop && founds)
      for (const own of names) leads.push({ of: own, lead: await addFirstLead(database, own) });
    // What stands in the documents lets nobody in from the network.
    const given = options.shop || !founds ? [] : await givePasswords(database, name, options.network);
    const hosts = options.network ? ownHosts() : [];
    server = await serve(database, {
      name,
      port,
      mode: options.shop ? 'shop' : 'demo',
      web,
      tls: options.tls,
      hosts,
      names: options.names,
      server: node === null ? '' : `${node.at.host}:${node.at.port}`,
      proxies: options.proxies,
      shops: shops ?? [],
      showAccounts: !options.shop && !options.network,
      began: (pid) =>
        writeFileSync(
          join(folder, 'run', 'server.json'),
          JSON.stringify({ pid, database: database.pid, port }),
        ),
    });
    for (const { of, lead } of leads)
      if (lead)
        say(
          `\nThe first account of ${shops ? of.replace('beacon_shop_', '') : 'this shop'}, told this once: sign in as “${lead.name}” with the password ${lead.password}\nYou choose your own password then, and add the others under Shop.`,
        );
    if (given.length > 0)
      say(
        `\nThe demo on a network has passwords of its own, told this once:\n${given.map((own) => `  ${own.name}: ${own.password}`).join('\n')}`,
      );
    for (const host of hosts)
      say(`On the shop’s network: ${options.tls ? 'https' : 'http'}://${host}:${port}/`);
    if (hosts.length > 0 && !options.tls)
      say(
        'Without TLS, passwords cross the network in clear, and tablets keep no copy of the page for when the server is away: npm start -- --network --tls CERT KEY',
      );
    say(
      `\nDormant Beacon is ready: ${server.address}\n${options.shop ? 'This is the shop’s own database.' : 'This is the demo. The shop’s own database: npm start -- --shop'}\nEnd it with Ctrl-C.`,
    );
  };
  try {
    // A start that is asked to end while it prepares does not wait for the rest.
    const preparing = begin();
    preparing.catch(() => undefined);
    await Promise.race([preparing, asked]);
    await asked;
    say('\nEnding');
  } finally {
    await /** @type {import('./serve.mjs').Served | null} */ (server)?.stop();
    for (const child of childProcesses) child.kill('SIGTERM');
    await database.stop();
  }
  // What was still being prepared is of no use to anybody now.
  process.exit(process.exitCode ?? 0);
}

function readOptions() {
  try {
    const { values, positionals } = parseArgs({
      options: {
        port: { type: 'string' },
        shop: { type: 'boolean' },
        web: { type: 'string' },
        network: { type: 'boolean' },
        tls: { type: 'boolean' },
        cluster: { type: 'string' },
        at: { type: 'string' },
        found: { type: 'boolean' },
        proxies: { type: 'string' },
        names: { type: 'string' },
        shops: { type: 'string' },
      },
      allowPositionals: true,
    });
    const port = values.port === undefined ? null : Number(values.port);
    if (port !== null && !(Number.isInteger(port) && port > 0 && port < 65536))
      throw new Error(`--port: expected a number from 1 to 65535, got "${values.port}"`);
    const tls = readTls(values.tls === true, positionals);
    const many = (/** @type {string | undefined} */ text) => (text ?? '').split(',').filter(Boolean);
    return {
      port,
      shop: values.shop === true || values.shops !== undefined,
      shops: values.shops === undefined ? [] : readShops(values.shops),
      web: values.web ?? null,
      network: values.network === true,
      tls,
      node: readNode(values, tls, [...ownHosts(), 'localhost', '127.0.0.1']),
      proxies: many(values.proxies),
      names: many(values.names),
    };
  } catch (error) {
    throw new Stop(
      `${/** @type {Error} */ (error).message}\nUse: npm start -- [--port N] [--shop | --shops NAME=HOST,…] [--network] [--tls CERT KEY] [--cluster HOST,HOST,… [--found] [--at HOST:PORT] [--proxies ADDRESS,…] [--names NAME,…]]`,
    );
  }
}

/** The two files behind --tls, if they fit together. @param {boolean} wanted @param {readonly string[]} files */
function readTls(wanted, files) {
  const [cert, key, more] = files;
  if (!wanted && cert !== undefined) throw new Error(`what is "${cert}"?`);
  if (!wanted) return null;
  if (cert === undefined || key === undefined || more !== undefined)
    throw new Error('--tls: expected two files, the certificate and its key');
  for (const file of [cert, key]) if (!existsSync(file)) throw new Error(`--tls: there is no file "${file}"`);
  const [certText, keyText] = [cert, key].map((file) => {
    try {
      return readFileSync(file);
    } catch (error) {
      throw new Error(`--tls: "${file}" may not be read by this user`, { cause: error });
    }
  });
  try {
    createSecureContext({ cert: certText, key: keyText });
  } catch (error) {
    throw new Error(`--tls: certificate and key do not fit: ${/** @type {Error} */ (error).message}`, {
      cause: error,
    });
  }
  return { cert: resolve(cert), key: resolve(key) };
}

/** The names and addresses by which the shop's network may reach this machine. */
function ownHosts() {
  const addresses = Object.values(networkInterfaces())
    .flat()
    .filter((own) => own && !own.internal && own.family === 'IPv4')
    .map((own) => /** @type {import('node:os').NetworkInterfaceInfo} */ (own).address);
  return [hostname(), ...addresses];
}

/** @param {number | null} wanted */
async function choosePort(wanted) {
  if (wanted !== null) {
    if (!(await portIsFree(wanted)))
      throw new Stop(
        `Port ${wanted} is taken by another program. Choose another: npm start -- --port ${wanted + 1}`,
      );
    return wanted;
  }
  for (let port = defaultPort; port < defaultPort + 50; port++) {
    if (!(await portIsFree(port))) continue;
    if (port !== defaultPort) say(`Port ${defaultPort} is taken by another program; using ${port}`);
    return port;
  }
  throw new Stop(
    `Ports ${defaultPort} to ${defaultPort + 49} are all taken. Choose one: npm start -- --port N`,
  );
}

/** Ends a server that a killed start has left behind. @param {string} folder */
function endServer(folder) {
  const file = join(folder, 'run', 'server.json');
  if (!existsSync(file)) return;
  const { pid } = JSON.parse(readFileSync(file, 'utf8'));
  if (commandOf(pid).includes(join('server', 'dist', 'main.js'))) {
    say('An earlier start was killed; putting its traces away');
    process.kill(pid, 'SIGKILL');
  }
  rmSync(file, { force: true });
}
