/** Starts the server on 127.0.0.1 with what the environment says, and ends it cleanly. */
import { readFileSync } from 'node:fs';
import { createServer as createPlainServer } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import type { Session } from '@dormant-beacon/contract';
import { pino } from 'pino';
import { createApp, shutDown } from './app.js';
import { connect } from './database/connect.js';

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
const db = connect({
  port: Number(setting('BEACON_DATABASE_PORT')),
  user: setting('BEACON_DATABASE_USER'),
  password: setting('BEACON_DATABASE_PASSWORD'),
  database: setting('BEACON_DATABASE'),
});
const demo = process.env['BEACON_MODE'] !== 'shop';
const certificate = process.env['BEACON_TLS_CERT'];
const { app, feed } = createApp({
  db,
  log,
  webFolder: setting('BEACON_WEB'),
  hosts: (process.env['BEACON_HOSTS'] ?? '').split(',').filter(Boolean),
  tls: certificate !== undefined,
  entrance: {
    mode: demo ? 'demo' : 'shop',
    demoAccounts: demo
      ? (JSON.parse(process.env['BEACON_DEMO_ACCOUNTS'] ?? '[]') as Session['demoAccounts'])
      : [],
    triesPerMinute: Number(process.env['BEACON_TRIES_PER_MINUTE'] ?? 30),
  },
});
const server =
  certificate === undefined
    ? createPlainServer(app)
    : createTlsServer({ cert: readFileSync(certificate), key: readFileSync(setting('BEACON_TLS_KEY')) }, app);
const port = Number(setting('BEACON_PORT'));

server.on('error', (error: NodeJS.ErrnoException) => {
  process.stderr.write(
    error.code === 'EADDRINUSE' ? `Port ${port} is taken.\n` : `The server cannot listen: ${error.message}\n`,
  );
  process.exit(error.code === 'EADDRINUSE' ? 3 : 1);
});
server.listen(port, process.env['BEACON_LISTEN'] ?? '127.0.0.1', () =>
  process.stdout.write(`listening ${port}\n`),
);

let ending = false;
const end = () => {
  if (ending) return;
  ending = true;
  void shutDown(server, feed, db).then(() => process.exit(0));
};
process.on('SIGTERM', end);
process.on('SIGINT', end);
