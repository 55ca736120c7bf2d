// Proves that start and its troubles behave: clean stop, second start, kills, taken port, half-made data.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { shownAccounts } from '@dormant-beacon/demo';
import { signIn } from './accounts.mjs';
import { commandOf, freePort } from './database.mjs';
import { root } from './paths.mjs';

const folder = mkdtempSync(join(tmpdir(), 'beacon-start-'));
const web = join(folder, 'web');
mkdirSync(join(web, 'browser'), { recursive: true });
writeFileSync(
  join(web, 'browser', 'index.html'),
  '<!doctype html><title>probe</title><body ngCspNonce="NONCE_OF_THIS_ANSWER">',
);
const data = join(folder, 'data');
let [passed, failed] = [0, 0];

/** @param {string} what @param {boolean} holds @param {string} [shown] */
function check(what, holds, shown = '') {
  if (holds) passed += 1;
  else failed += 1;
  process.stdout.write(`${holds ? 'ok  ' : 'FAIL'} ${what}${holds ? '' : `\n${shown}`}\n`);
}

/** @typedef {{ pid: number, output(): string, ready: Promise<boolean>, exited: Promise<number>, kill(signal: NodeJS.Signals): void }} Started */

/** @param {readonly string[]} args @returns {Started} */
function start(args) {
  const child = spawn(process.execPath, [join(root, 'scripts', 'start.mjs'), '--web', web, ...args], {
    env: { ...process.env, BEACON_DATA: data },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (output += chunk));
  const exited = new Promise((/** @type {(code: number) => void} */ resolve) =>
    child.on('exit', (code) => resolve(code ?? 1)),
  );
  const ready = new Promise((/** @type {(ready: boolean) => void} */ resolve) => {
    child.stdout.on('data', () => /is ready/.test(output) && resolve(true));
    void exited.then(() => resolve(false));
  });
  return {
    pid: child.pid ?? 0,
    output: () => output,
    ready,
    exited,
    kill: (signal) => void child.kill(signal),
  };
}

/** @param {string} address @param {{ name: string, password: string }} account @returns {Promise<unknown[]>} */
async function openJobs(address, account) {
  const headers = await signIn(address, account);
  const answer = /** @type {{ bays: unknown[] }} */ (
    await (await fetch(`${address}/api/bays`, { headers })).json()
  );
  return answer.bays;
}

/**
 * Signs in over TLS, with that certificate as the one that is trusted.
 * @param {number} port @param {Buffer} ca
 * @returns {Promise<{ status: number, strict: string, cookies: string }>}
 */
function overTls(port, ca) {
  const [account] = shownAccounts;
  return new Promise((resolve, reject) => {
    const call = request(
      {
        host: 'localhost',
        port,
        ca,
        method: 'POST',
        path: '/api/session',
        headers: { 'Content-Type': 'application/json' },
      },
      (response) => {
        response.resume();
        resolve({
          status: response.statusCode ?? 0,
          strict: String(response.headers['strict-transport-security'] ?? ''),
          cookies: (response.headers['set-cookie'] ?? []).join('\n'),
        });
      },
    );
    call.on('error', reject);
    call.end(JSON.stringify({ name: account?.name, password: account?.password }));
  });
}

const databasePid = () => Number(readFileSync(join(data, 'run', 'mariadb.pid'), 'utf8'));
const serverPid = () => Number(JSON.parse(readFileSync(join(data, 'run', 'server.json'), 'utf8')).pid);
const alive = (/** @type {number} */ pid) => commandOf(pid) !== '';

try {
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;

  mkdirSync(join(data, 'mariadb.making'), { recursive: true });
  const newStart = start(['--port', String(port)]);
  check(
    'the first start is ready, though an earlier one was cut short while it made the database',
    (await newStart.ready) && newStart.output().includes('cut short'),
    newStart.output(),
  );
  const page = await fetch(address);
  const text = await page.text();
  check(
    'the page carries a nonce of its own',
    /ngCspNonce="[\w+/=]{20,}"/.test(text) &&
      (page.headers.get('content-security-policy') ?? '').includes('nonce-'),
  );
  const [lead] = shownAccounts;
  const bays = await openJobs(address, lead ?? { name: '', password: '' });
  check('the demo is there', bays.length === 9, JSON.stringify(bays.length));
  check(
    'credentials are for their owner alone',
    (
      spawnSync('stat', ['-c', '%a', join(data, 'credentials.json')], { encoding: 'utf8' }).stdout ?? ''
    ).trim() === '600',
  );

  const second = start(['--port', String(port)]);
  check(
    'a second start with the same data is told of the first',
    (await second.exited) === 1 && second.output().includes('running already'),
    second.output(),
  );

  const [db, server] = [databasePid(), serverPid()];
  newStart.kill('SIGTERM');
  check(
    'SIGTERM ends it with 0, and nothing is left running',
    (await newStart.exited) === 0 && !alive(db) && !alive(server),
    newStart.output(),
  );
  check(
    'the database was shut down properly',
    readFileSync(join(data, 'run', 'mariadb.log'), 'utf8').includes('Shutdown complete'),
  );

  const since = Date.now();
  const again = start(['--port', String(port)]);
  const quick = (await again.ready) && Date.now() - since < 15_000;
  check(
    `the second start is ready within 15 s (${((Date.now() - since) / 1000).toFixed(1)} s)`,
    quick,
    again.output(),
  );

  const before = databasePid();
  process.kill(before, 'SIGKILL');
  let back = false;
  for (let n = 0; n < 100 && !back; n++) {
    await sleep(200);
    back = await fetch(`${address}/api/health`).then(
      (response) => response.ok && databasePid() !== before,
      () => false,
    );
  }
  check('a database that was killed comes back by itself, at its place', back, again.output());

  const orphans = [databasePid(), serverPid()];
  again.kill('SIGKILL');
  await again.exited;
  check('kill -9 leaves the database running', alive(orphans[0] ?? 0));
  const cured = start(['--port', String(port)]);
  check(
    'the next start puts the traces away and is ready',
    (await cured.ready) && !orphans.some(alive),
    cured.output(),
  );
  cured.kill('SIGINT');
  check('Ctrl-C ends it with 0', (await cured.exited) === 0);

  const npm = spawn('npm', ['start', '--silent', '--', '--web', web, '--port', String(port)], {
    cwd: root,
    env: { ...process.env, BEACON_DATA: data },
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  await new Promise((/** @type {(value?: unknown) => void} */ resolve) =>
    npm.stdout.on('data', (chunk) => /is ready/.test(String(chunk)) && resolve()),
  );
  const underNpm = [databasePid(), serverPid()];
  npm.kill('SIGTERM');
  for (let n = 0; n < 60 && underNpm.some(alive); n++) await sleep(200);
  check('SIGTERM to npm ends it too, and nothing is left running', !underNpm.some(alive));

  const taken = createServer().listen(port, '127.0.0.1');
  const refused = start(['--port', String(port)]);
  check(
    'a taken port is named, with another to try',
    (await refused.exited) === 1 && refused.output().includes(`Port ${port} is taken`),
    refused.output(),
  );
  taken.close();

  const wrong = start(['--port', 'many']);
  check(
    'a wrong option is named',
    (await wrong.exited) === 1 && wrong.output().includes('--port: expected a number'),
    wrong.output(),
  );

  const shop = start(['--port', String(port), '--shop']);
  await shop.ready;
  const told = /sign in as “(\w+)” with the password (\S+)/.exec(shop.output());
  check('the first start of the shop tells the way in', told !== null, shop.output());
  const first = { name: told?.[1] ?? '', password: told?.[2] ?? '' };
  const session = await signIn(address, first);
  const own = { current: first.password, password: 'a password of my own' };
  await fetch(`${address}/api/session/password`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json', ...session },
    body: JSON.stringify(own),
  });
  const empty = (await openJobs(address, { ...first, password: own.password })).length === 0;
  check('--shop is the shop’s own, empty database', empty, shop.output());
  shop.kill('SIGTERM');
  await shop.exited;
  const shopAgain = start(['--port', String(port), '--shop']);
  await shopAgain.ready;
  check('the second start tells no password', !/password/.test(shopAgain.output()), shopAgain.output());
  shopAgain.kill('SIGTERM');
  await shopAgain.exited;

  const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')];
  spawnSync('openssl', [
    ...['req', '-x509', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:P-256', '-nodes', '-days', '2'],
    ...['-subj', '/CN=localhost', '-addext', 'subjectAltName=DNS:localhost', '-keyout', key, '-out', cert],
  ]);
  const secure = start(['--port', String(port), '--tls', cert, key]);
  check(
    '--tls is ready',
    (await secure.ready) && secure.output().includes(`https://localhost:${port}/`),
    secure.output(),
  );
  const answer = await overTls(port, readFileSync(cert));
  check(
    'over TLS it answers with strict transport and a Secure cookie',
    answer.status === 200 && answer.strict.includes('max-age') && /; Secure/.test(answer.cookies),
    JSON.stringify(answer),
  );
  secure.kill('SIGTERM');
  await secure.exited;
  const misfit = start(['--port', String(port), '--tls', cert, cert]);
  check(
    'a key that does not fit is named',
    (await misfit.exited) === 1 && misfit.output().includes('certificate and key do not fit'),
    misfit.output(),
  );

  rmSync(join(data, 'mariadb', 'mysql'), { recursive: true, force: true });
  const halved = start(['--port', String(port)]);
  check(
    'an incomplete data folder is kept aside and a new one made',
    (await halved.ready) &&
      halved.output().includes('it is kept as') &&
      existsSync(join(data, 'mariadb', 'mysql')),
    halved.output(),
  );
  halved.kill('SIGTERM');
  await halved.exited;

  const poor = spawnSync(process.execPath, [join(root, 'scripts', 'start.mjs'), '--web', web], {
    env: { ...process.env, BEACON_DATA: '/dev/full/none' },
    encoding: 'utf8',
    timeout: 60_000,
  });
  check(
    'a data folder that cannot be made is a sentence, not a trace',
    poor.status === 1 && !/at .*\.mjs:\d+/.test(poor.stderr),
    poor.stderr,
  );
} finally {
  rmSync(folder, { recursive: true, force: true });
}
process.stdout.write(`${passed} checks passed, ${failed} failed\n`);
process.exitCode = failed === 0 ? 0 : 1;
