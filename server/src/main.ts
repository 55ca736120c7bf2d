/** Starts the server on 127.0.0.1 with what the environment says, and ends it cleanly. */
import { readFileSync } from 'node:fs';
import { createServer as createPlainServer, type RequestListener } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import type { Session } from '@dormant-beacon/contract';
import { pino } from 'pino';
import { createApp, shutDown } from './app.js';
import { connectPools } from './database/connect.js';
import { namesOfCertificate } from './http/certificate.js';
import { linkSockets } from './practice/link-socket.js';
import { at, shopsOfEnvironment } from './shops.js';
import { workersOfProcess } from './work/workers.js';

function setting(name: string): string {
  const value = process.env[name];
  if (value === undefined || value === '') {
    process.stderr.write(`${name} is not set; start with "npm start"\n`);
    process.exit(1);
  }
  return value;
}

const log = pino(
  { level: process.env['BEACON_LOG'] ?? 'warn', redact: ['req.headers.cookie', 'req.headers.authorization'] },
  pino.destination(2),
);
const demo = process.env['BEACON_MODE'] !== 'shop';
const certificate = process.env['BEACON_TLS_CERT'];
const named = [
  ...(process.env['BEACON_HOSTS'] ?? '').split(',').filter(Boolean),
  ...(certificate === undefined ? [] : namesOfCertificate(readFileSync(certificate))),
];
const proxies = (process.env['BEACON_PROXIES'] ?? '').split(',').filter(Boolean);
const shops = shopsOfEnvironment().map(({ hosts, database }) => {
  // Its own first: by that name a customer’s telephone finds it.
  const all = [...hosts, ...named];
  const pools = connectPools(database);
  const { app, services } = createApp({
    pools,
    log,
    webFolder: setting('BEACON_WEB'),
    hosts: all,
    // Behind a balancer TLS may end there.
    tls: certificate !== undefined || process.env['BEACON_TLS_IN_FRONT'] === '1',
    server: process.env['BEACON_SERVER'] ?? '',
    proxies,
    entrance: {
      mode: demo ? 'demo' : 'shop',
      demoAccounts: demo
        ? (JSON.parse(process.env['BEACON_DEMO_ACCOUNTS'] ?? '[]') as Session['demoAccounts'])
        : [],
      triesPerMinute: Number(process.env['BEACON_TRIES_PER_MINUTE'] ?? 30),
    },
  });
  return { hosts, app, services, links: linkSockets(services, all) };
});
const answering: RequestListener = (request, response) => {
  const shop = at(shops, request.headers.host);
  if (shop) return void shop.app(request, response);
  response.writeHead(421, { 'Content-Type': 'application/problem+json' });
  response.end(
    JSON.stringify({
      type: 'about:blank',
      title: 'Foreign host',
      status: 421,
      detail: 'No shop of this installation is known by that name.',
    }),
  );
};
const server =
  certificate === undefined
    ? createPlainServer(answering)
    : createTlsServer(
        { cert: readFileSync(certificate), key: readFileSync(setting('BEACON_TLS_KEY')) },
        answering,
      );
server.on('upgrade', (request, socket, head) => {
  const shop = at(shops, request.headers.host);
  if (shop) shop.links(request, socket, head);
  else socket.destroy();
});
const port = Number(setting('BEACON_PORT'));

server.on('error', (error: NodeJS.ErrnoException) => {
  process.stderr.write(
    error.code === 'EADDRINUSE' ? `Port ${port} is taken.\n` : `The server cannot listen: ${error.message}\n`,
  );
  process.exit(error.code === 'EADDRINUSE' ? 3 : 1);
});
// Nobody has watched the clock while the server was down: that is looked at before anything is entered.
for (const { services } of shops)
  await services.clock
    .begin()
    .catch((error: unknown) => log.error({ err: error }, 'the clock is not watched'));
server.listen(port, process.env['BEACON_LISTEN'] ?? '127.0.0.1', () =>
  process.stdout.write(`listening ${port}\n`),
);

let ending = false;
const end = () => {
  if (ending) return;
  ending = true;
  void shutDown(
    server,
    shops.map(({ services }) => services),
  )
    .then(() => workersOfProcess().close())
    .then(() => process.exit(0));
  // Whatever hangs, it is over then.
  setTimeout(() => process.exit(0), 8000).unref();
};
for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP'] as const) process.on(signal, end);
// The script that started this server holds its standard input open: when it is gone, so is the server.
process.stdin.on('end', end).on('error', end).resume();
// A terminal that was closed takes no more lines of the log.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
