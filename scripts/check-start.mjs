// Proves that start and its troubles behave: clean stop, second start, kills, taken port, half-made data.
import { spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { request } from 'node:https';
import { createServer } from 'node:net';
import { tmpdir, userInfo } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { shownAccounts } from '@dormant-beacon/demo';
import { signIn } from './accounts.mjs';
import { check, closeChecks } from './checks.mjs';
import { asRoot, commandOf, freePort, startDatabase } from './database.mjs';
import { root } from './paths.mjs';
import { emptyPages, endAll, start as startOn } from './started.mjs';

const folder = mkdtempSync(join(tmpdir(), 'beacon-start-'));
const web = emptyPages(folder);
const data = join(folder, 'data');
const backups = join(folder, 'backups');
/** The database of that data, by its socket. */
const reached = { port: 0, socket: join(data, 'run', 'mariadb.sock'), folder: data };

/** @param {readonly string[]} args */
const start = (args) => startOn(data, ['--web', web, ...args]);

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
 * @param {number} port @param {Buffer} ca @param {string} [host] the name that is asked for
 */
async function overTls(port, ca, host = 'localhost') {
  const [account] = shownAccounts;
  const { status, headers } = await askOverTls(
    port,
    ca,
    '/api/session',
    { name: account?.name, password: account?.password },
    host,
  );
  return {
    status,
    strict: String(headers['strict-transport-security'] ?? ''),
    cookies: (headers['set-cookie'] ?? []).join('\n'),
  };
}

/**
 * @param {number} port @param {Buffer} ca @param {string} path @param {object} body @param {string} [host]
 * @returns {Promise<{ status: number, headers: import('node:http').IncomingHttpHeaders, body: string }>}
 */
function askOverTls(port, ca, path, body, host = 'localhost') {
  return new Promise((resolve, reject) => {
    const call = request(
      {
        host: 'localhost',
        port,
        ca,
        servername: 'localhost',
        checkServerIdentity: () => undefined,
        method: 'POST',
        path,
        headers: { 'Content-Type': 'application/json', Host: `${host}:${port}` },
      },
      (response) => {
        let text = '';
        response.setEncoding('utf8');
        response.on('data', (/** @type {string} */ piece) => (text += piece));
        response.on('end', () =>
          resolve({ status: response.statusCode ?? 0, headers: response.headers, body: text }),
        );
      },
    );
    call.on('error', reject);
    call.end(JSON.stringify(body));
  });
}

const databasePid = () => Number(readFileSync(join(data, 'run', 'mariadb.pid'), 'utf8'));
const serverPid = () => Number(JSON.parse(readFileSync(join(data, 'run', 'server.json'), 'utf8')).pid);
const alive = (/** @type {number} */ pid) => commandOf(pid) !== '';

/** Processes of a program. @param {string} program @returns {number[]} */
const processesOf = (program) =>
  readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number)
    .filter((pid) => commandOf(pid).startsWith(`${program} `));

/** Whether the database takes connections. */
const databaseAnswers = () =>
  asRoot(reached).then(
    (connection) => connection.end().then(() => true),
    () => false,
  );

/** Command lines of programs that still use this data a moment later. */
async function leftOver() {
  const now = () =>
    readdirSync('/proc')
      .filter((name) => /^\d+$/.test(name) && Number(name) !== process.pid)
      .filter(
        (pid) => commandOf(Number(pid)).includes(data) || environmentOf(pid).includes(`BEACON_DATA=${data}`),
      )
      .map((pid) => commandOf(Number(pid)))
      .join('\n');
  for (let n = 0; n < 100 && now() !== ''; n++) await sleep(100);
  return now();
}

/** @param {string} pid */
function environmentOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/environ`, 'utf8');
  } catch {
    return '';
  }
}

/** Nobody comes into the database but the owner of its folder: not over TCP, not as another user of the machine. */
async function closedDoors() {
  const { createConnection } = await import('mysql2/promise');
  const command = commandOf(databasePid());
  const tcp = Number(/--port=(\d+)/.exec(command)?.[1]);
  const enter = (/** @type {string} */ user, /** @type {string} */ password) =>
    createConnection({ host: '127.0.0.1', port: tcp, user, password, connectTimeout: 3000 }).then(
      async (connection) => {
        await connection.end();
        return 'came in';
      },
      (error) => String(error.code),
    );
  for (const user of [
    'root',
    '',
    'mysql',
    'mariadb.sys',
    'beacon',
    'beacon_owner',
    'beacon_demo_owner',
    userInfo().username,
  ])
    for (const password of ['', 'root'])
      check(
        `nobody comes in over TCP as “${user}” with “${password}”`,
        /ACCESS_DENIED|NOT_PRIVILEGED|HOST_/.test(await enter(user, password)),
      );
  const { databases } = JSON.parse(readFileSync(join(data, 'credentials.json'), 'utf8'));
  const owner = await createConnection({
    host: '127.0.0.1',
    port: tcp,
    user: 'beacon_demo_owner',
    password: databases.beacon_demo.owner,
    multipleStatements: true,
  });
  const refused = (/** @type {string} */ sql) =>
    owner.query(sql).then(
      () => 'done',
      (error) => String(error.message),
    );
  check(
    'the owner of one database reads no other',
    /denied/.test(await refused('SELECT * FROM mysql.global_priv')),
  );
  check(
    'nor files',
    /NULL/.test(
      JSON.stringify((await owner.query("SELECT LOAD_FILE('/etc/passwd') AS x"))[0]).replace('null', 'NULL'),
    ),
  );
  check(
    'nor writes one',
    /denied|secure|Access/.test(await refused("SELECT 1 INTO OUTFILE '/tmp/beacon-probe'")),
  );
  check('nor makes users', /denied|CREATE USER/.test(await refused("CREATE USER 'x'@'%' IDENTIFIED BY 'x'")));
  await owner.end();
  if (process.getuid?.() !== 0) return;
  // As another user of this machine: neither the socket nor the credentials can be reached.
  const socket = /--socket=(\S+)/.exec(command)?.[1] ?? '';
  const asNobody = (/** @type {readonly string[]} */ args) =>
    spawnSync('setpriv', ['--reuid=65534', '--regid=65534', '--clear-groups', ...args], { encoding: 'utf8' });
  const bySocket = asNobody([
    'mariadb',
    '--no-defaults',
    `--socket=${socket}`,
    '--user=root',
    '-e',
    'SELECT 1',
  ]);
  check(
    'another user of the machine does not reach the socket',
    bySocket.status !== 0 && bySocket.stdout === '',
    bySocket.stdout,
  );
  const byTcp = asNobody([
    'mariadb',
    '--no-defaults',
    '--protocol=tcp',
    '--host=127.0.0.1',
    `--port=${tcp}`,
    '--user=root',
    '-e',
    'SELECT 1',
  ]);
  check('nor comes in as root over TCP', byTcp.status !== 0 && byTcp.stdout === '', byTcp.stderr);
  const reads = asNobody(['cat', join(data, 'credentials.json')]);
  check('nor reads the credentials', reads.status !== 0 && reads.stdout === '');
}

try {
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;

  mkdirSync(join(data, 'mariadb.making'), { recursive: true });
  const firstSince = Date.now();
  const newStart = start(['--port', String(port)]);
  check(
    'the first start is ready, though an earlier one was cut short while it made the database',
    (await newStart.ready) && newStart.output().includes('cut short'),
    newStart.output(),
  );
  const firstTook = Date.now() - firstSince;
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

  await closedDoors();

  const second = start(['--port', String(port)]);
  check(
    'a second start with the same data is told of the first',
    (await second.exited) === 1 && second.output().includes('is running with this data'),
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
  const isReady = await again.ready;
  const took = Date.now() - since;
  const seconds = (/** @type {number} */ ms) => `${(ms / 1000).toFixed(1)} s`;
  check(
    `the second start takes less than half of the first (${seconds(took)} and ${seconds(firstTook)})`,
    isReady && took < firstTook / 2,
    again.output(),
  );

  const before = databasePid();
  process.kill(before, 'SIGKILL');
  let back = false;
  for (let n = 0; n < 600 && !back; n++) {
    await sleep(200);
    back = await fetch(`${address}/api/health`).then(
      (response) => response.ok && databasePid() !== before,
      () => false,
    );
  }
  check('a database that was killed comes back by itself, at its place', back, again.output());

  const killed = serverPid();
  process.kill(killed, 'SIGKILL');
  back = false;
  for (let n = 0; n < 600 && !back; n++) {
    await sleep(200);
    back = await fetch(`${address}/api/health`).then(
      (response) => response.ok && serverPid() !== killed,
      () => false,
    );
  }
  check(
    'a server that was killed comes back by itself, and it is told',
    back && again.output().includes('The server has ended unasked'),
    again.output(),
  );

  const orphans = [databasePid(), serverPid()];
  again.kill('SIGKILL');
  await again.exited;
  check('kill -9 leaves the database running', alive(orphans[0] ?? 0));
  for (let n = 0; n < 150 && alive(orphans[1] ?? 0); n++) await sleep(100);
  check('and no server', !alive(orphans[1] ?? 0));
  const cured = start(['--port', String(port)]);
  check(
    'the next start puts the traces away and is ready',
    (await cured.ready) && !orphans.some(alive),
    cured.output(),
  );
  // As after an update that brings a step of the schema.
  const connection = await asRoot(reached, 'beacon_demo');
  await connection.query("DELETE FROM migrations WHERE name = '0068-words'");
  await connection.end();
  cured.kill('SIGINT');
  check('Ctrl-C ends it with 0', (await cured.exited) === 0);
  const updated = start(['--port', String(port)]);
  const ready = await updated.ready;
  check(
    'a database in use is saved before its schema changes',
    ready &&
      updated.output().includes('Saving what is there first') &&
      readdirSync(backups).filter((file) => /^demo-.*\.sql\.gz$/.test(file)).length === 1,
    updated.output(),
  );
  const newer = await asRoot(reached, 'beacon_demo');
  await newer.query(
    "INSERT INTO migrations (name, batch, migration_time) VALUES ('9001-of-another-year', 9, NOW())",
  );
  await newer.end();
  updated.kill('SIGTERM');
  await updated.exited;
  const older = start(['--port', String(port)]);
  check(
    'a version that is older than its database says so, and leaves nothing running',
    (await older.exited) === 1 &&
      older.output().includes('made by a newer version') &&
      (await leftOver()) === '',
    older.output(),
  );
  const alone = await startDatabase(data);
  const mending = await asRoot(alone, 'beacon_demo');
  await mending.query("DELETE FROM migrations WHERE name LIKE '9001%'");
  await mending.end();
  await alone.stop();

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
  for (let n = 0; n < 150 && underNpm.some(alive); n++) await sleep(200);
  check('SIGTERM to npm ends it too, and nothing is left running', !underNpm.some(alive));

  for (const signal of /** @type {const} */ (['SIGHUP', 'SIGINT', 'SIGTERM']))
    for (const wait of [150, 700, 1500, 2600]) {
      const early = start(['--port', String(port)]);
      await sleep(wait);
      early.kill(signal);
      const code = await Promise.race([early.exited, sleep(20_000).then(() => -1)]);
      const left = await leftOver();
      check(
        `${signal} after ${wait} ms leaves nothing running`,
        code >= 0 && left === '',
        `${code}: ${left}\n${early.output()}`,
      );
    }

  const stuck = start(['--port', String(port)]);
  let startsUp = 0;
  for (let n = 0; n < 3000 && startsUp === 0; n++) {
    startsUp = processesOf('mariadbd').find((pid) => commandOf(pid).includes(data)) ?? 0;
    await sleep(5);
  }
  // It hears nothing, like one that waits for itself.
  if (startsUp > 0) process.kill(startsUp, 'SIGSTOP');
  const answered = await databaseAnswers();
  stuck.kill('SIGTERM');
  const ended = await Promise.race([stuck.exited, sleep(20_000).then(() => -1)]);
  check(
    'a database that hangs while it starts is ended, and nothing is left running',
    startsUp > 0 && !answered && ended === 0 && (await leftOver()) === '',
    `${answered} ${ended}: ${await leftOver()}\n${stuck.output()}`,
  );

  const closed = spawn(
    process.execPath,
    [join(root, 'scripts', 'start.mjs'), '--web', web, '--port', String(port)],
    {
      env: { ...process.env, BEACON_DATA: data },
      stdio: ['ignore', 'pipe', 'pipe'],
    },
  );
  closed.stdout.destroy();
  closed.stderr.destroy();
  back = false;
  // However long the start takes: only its end would be a failure.
  for (let n = 0; n < 600 && !back && closed.exitCode === null && closed.signalCode === null; n++) {
    await sleep(200);
    back = await fetch(`${address}/api/health`).then(
      (response) => response.ok,
      () => false,
    );
  }
  check(
    'a terminal that is closed ends nothing',
    back,
    closed.exitCode === null ? 'It did not answer within two minutes.' : `It ended with ${closed.exitCode}.`,
  );
  closed.kill('SIGTERM');
  await new Promise((resolve) => closed.on('exit', resolve));
  check('and it still ends cleanly', (await leftOver()) === '', await leftOver());

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
    headers: { 'Content-Type': 'application/json', 'Idempotency-Key': randomUUID(), ...session },
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
    ...[
      '-subj',
      '/CN=localhost',
      '-addext',
      'subjectAltName=DNS:localhost,DNS:bench.lantern-row.example',
      '-keyout',
      key,
      '-out',
      cert,
    ],
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
  const byName = await overTls(port, readFileSync(cert), 'bench.lantern-row.example');
  const foreign = await overTls(port, readFileSync(cert), 'other.example');
  check(
    'it is served under the names of its certificate, and under no others',
    byName.status === 200 && foreign.status === 421,
    JSON.stringify([byName, foreign]),
  );
  const called = await askOverTls(port, readFileSync(cert), '/api/customer/page', { token: 'a'.repeat(43) });
  check(
    'over TLS it has a page for customers, and knows no link that nobody made',
    called.status === 404 && /no such link/.test(called.body),
    JSON.stringify(called),
  );
  secure.kill('SIGTERM');
  await secure.exited;
  const misfit = start(['--port', String(port), '--tls', cert, cert]);
  check(
    'a key that does not fit is named',
    (await misfit.exited) === 1 && misfit.output().includes('certificate and key do not fit'),
    misfit.output(),
  );

  const network = start(['--port', String(port), '--network']);
  await network.ready;
  const made = /Ines Okafor: (\S+)/.exec(network.output())?.[1] ?? '';
  const shownNow = JSON.parse(await (await fetch(`${address}/api/session`)).text());
  const oldWay = await signIn(address, lead ?? { name: '', password: '' }).then(
    () => 'came in',
    () => 'refused',
  );
  const newWay = await signIn(address, { name: 'Ines Okafor', password: made }).then(
    () => 'came in',
    () => 'refused',
  );
  check(
    'on a network the demo has no passwords that stand in a document',
    shownNow.demoAccounts.length === 0 && oldWay === 'refused' && newWay === 'came in',
    `${oldWay} ${newWay}\n${network.output()}`,
  );
  network.kill('SIGTERM');
  await network.exited;

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
} catch (error) {
  check('the check itself', false, /** @type {Error} */ (error).stack);
} finally {
  await endAll();
  rmSync(folder, { recursive: true, force: true });
}
closeChecks();
