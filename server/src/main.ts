/** Starts the server on 127.0.0.1 with what the environment says, and ends it cleanly. */
import { createServer } from 'node:http';
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
const { app, feed } = createApp({
  db,
  log,
  webFolder: setting('BEACON_WEB'),
  mode: process.env['BEACON_MODE'] === 'shop' ? 'shop' : 'demo',
});
const server = createServer(app);
const port = Number(setting('BEACON_PORT'));

server.on('error', (error: NodeJS.ErrnoException) => {
  process.stderr.write(
    error.code === 'EADDRINUSE' ? `Port ${port} is taken.\n` : `The server cannot listen: ${error.message}\n`,
  );
  process.exit(error.code === 'EADDRINUSE' ? 3 : 1);
});
server.listen(port, '127.0.0.1', () => process.stdout.write(`listening ${port}\n`));

let ending = false;
const end = () => {
  if (ending) return;
  ending = true;
  void shutDown(server, feed, db).then(() => process.exit(0));
};
process.on('SIGTERM', end);
process.on('SIGINT', end);
