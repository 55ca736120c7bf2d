// Starts a server that founds a cluster and one that joins it with the certificate and nothing else, as a shop would;
// kills the one, and lets it come back.
import { spawnSync } from 'node:child_process';
import { chownSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { request } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { check, closeChecks } from './checks.mjs';
import { freePort } from './database.mjs';
import { installGalera } from './galera.mjs';
import { threeFreePorts } from './local-cluster.mjs';
import { root } from './paths.mjs';
import { emptyPages, endAll, start as startOn } from './started.mjs';

const folder = mkdtempSync(join(tmpdir(), 'beacon-joining-'));
const web = emptyPages(folder);

/** @param {string} name @returns {[string, string]} the files of a certificate and its key */
function certificate(name) {
  const [cert, key] = [join(folder, `${name}.pem`), join(folder, `${name}.key.pem`)];
  spawnSync('openssl', [
    ...['req', '-x509', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:P-256', '-nodes', '-days', '2'],
    ...['-subj', '/CN=localhost', '-addext', 'subjectAltName=DNS:localhost', '-keyout', key, '-out', cert],
  ]);
  if (nobody) for (const file of [cert, key]) chownSync(file, nobody.uid, nobody.gid);
  return [cert, key];
}

/** A user without rights, as a shop’s server has one; none where this clone is not for others to read. */
const nobody = (() => {
  const id = (/** @type {string} */ flag) =>
    Number(spawnSync('id', [flag, 'nobody'], { encoding: 'utf8' }).stdout);
  const as = { uid: id('-u'), gid: id('-g') };
  if (process.getuid?.() !== 0) return null;
  return spawnSync(process.execPath, ['--version'], { ...as, cwd: join(root, 'scripts') }).status === 0
    ? as
    : null;
})();
if (nobody) chownSync(folder, nobody.uid, nobody.gid);
const [cert, key] = certificate('own');
await installGalera();

/** @param {string} data @param {readonly string[]} args */
const start = (data, args) => startOn(join(folder, data), ['--web', web, '--shop', ...args], nobody ?? {});

/** @param {string} name @param {string} data @param {readonly string[]} args */
const script = (name, data, args) =>
  spawnSync(process.execPath, [join(root, 'scripts', name), ...args], {
    env: { ...process.env, BEACON_DATA: join(folder, data) },
    encoding: 'utf8',
    ...(nobody ?? {}),
  });

/**
 * @param {number} port @param {string} path @param {object | null} [body]
 * @returns {Promise<{ status: number, body: any }>} status 0 where nobody answers
 */
function ask(port, path, body = null) {
  return new Promise((resolve) => {
    const call = request(
      {
        host: 'localhost',
        port,
        path,
        ca: readFileSync(cert),
        method: body === null ? 'GET' : 'POST',
        headers: { 'Content-Type': 'application/json' },
        timeout: 15_000,
      },
      (answer) => {
        let text = '';
        answer.on('data', (chunk) => (text += chunk));
        answer.on('end', () => resolve({ status: answer.statusCode ?? 0, body: JSON.parse(text || 'null') }));
      },
    );
    call.on('error', () => resolve({ status: 0, body: null }));
    call.on('timeout', () => call.destroy());
    call.end(body === null ? undefined : JSON.stringify(body));
  });
}

/** @param {() => Promise<boolean>} holds @param {number} [seconds] */
async function until(holds, seconds = 60) {
  for (let n = 0; n < 4 * seconds; n++) {
    if (await holds()) return true;
    await sleep(250);
  }
  return false;
}

const [one, two] = [await threeFreePorts(), await threeFreePorts()];
const members = `127.0.0.1:${one},127.0.0.1:${two}`;
const [portOne, portTwo] = [await freePort(), await freePort()];
const tls = ['--tls', cert, key];
const asFirst = ['--cluster', members, '--at', `127.0.0.1:${one}`, '--port', String(portOne), ...tls];
const asSecond = ['--cluster', members, '--at', `127.0.0.1:${two}`, '--port', String(portTwo), ...tls];

try {
  const bare = start('bare', ['--cluster', '192.0.2.1,192.0.2.2']);
  check(
    'a cluster of which this machine is no part is refused',
    (await bare.exited) === 1 && /--at/.test(bare.output()),
    bare.output(),
  );
  const open = start('open', ['--cluster', members, '--at', `127.0.0.1:${one}`]);
  check(
    'a cluster without a certificate is refused',
    (await open.exited) === 1 && /--tls/.test(open.output()),
    open.output(),
  );

  const waiting = start('shop', asSecond);
  check(
    'one that finds no other says so, and waits',
    await until(async () => /nobody answers at/.test(waiting.output())),
    waiting.output(),
  );
  waiting.kill('SIGTERM');
  check('until it is ended', (await waiting.exited) === 0, waiting.output());

  const first = start('one', [...asFirst, '--found']);
  check('a server founds a cluster', await first.ready, first.output());
  const [, name, password] = /sign in as “(.+)” with the password (\S+)/.exec(first.output()) ?? [];
  const lead = { name, password };
  const stranger = start('stranger', [...asSecond.slice(0, -3), '--tls', ...certificate('another')]);
  check(
    'one with another certificate is kept out, and is told why',
    await until(async () => /another certificate/.test(stranger.output())),
    stranger.output(),
  );
  stranger.kill('SIGTERM');
  await stranger.exited;
  const ownShop = start('shop', []);
  check('a shop that stands alone after it waited for a cluster', await ownShop.ready, ownShop.output());
  ownShop.kill('SIGTERM');
  await ownShop.exited;
  const over = start('shop', asSecond);
  check(
    'does not join: the cluster would replace it',
    (await over.exited) === 1 && /holds a shop of its own/.test(over.output()),
    over.output(),
  );
  const beside = start('shop', [...asSecond, '--found']);
  check(
    'nor founds a second cluster beside one that is there',
    (await beside.exited) === 1 && /holds a shop of its own/.test(beside.output()),
    beside.output(),
  );
  const second = start('two', asSecond);
  check('another joins with the certificate and nothing else', await second.ready, second.output());
  check(
    'and tells no password, since the shop has its lead',
    !/password/.test(second.output()),
    second.output(),
  );
  const health = await ask(portTwo, '/api/health');
  check('it tells how many they are', health.body?.members === 2, JSON.stringify(health));
  const there = await ask(portTwo, '/api/session', lead);
  check(
    'the lead signs in there',
    there.status === 200 && there.body.person.name === name,
    JSON.stringify(there),
  );

  const file = join(folder, 'shop.sql.gz');
  const saved = script('backup.mjs', 'two', [file]);
  check('the shop is saved on any of its machines', saved.status === 0, saved.stderr);
  const restored = script('restore.mjs', 'three', [file]);
  check('and brought back on a machine that stands alone', restored.status === 0, restored.stderr);
  const three = await threeFreePorts();
  const own = `127.0.0.1:${three}`;
  const portThree = await freePort();
  const anew = start('three', ['--cluster', own, '--found', '--port', String(portThree), ...tls]);
  check('which founds a cluster of its own', await anew.ready, anew.output());
  const brought = await ask(portThree, '/api/session', lead);
  check('and knows its people', brought.status === 200, JSON.stringify(brought));
  anew.kill('SIGTERM');
  await anew.exited;

  first.kill('SIGTERM');
  check('the one that founded it ends', (await first.exited) === 0, first.output());
  check(
    'the other goes on alone',
    await until(async () => (await ask(portTwo, '/api/health')).body?.members === 1),
  );
  const without = start('one', []);
  check(
    'data of a cluster is not opened without it',
    (await without.exited) === 1 && /part of a cluster/.test(without.output()),
    without.output(),
  );
  const into = script('restore.mjs', 'one', [file]);
  check(
    'nor is anything restored into it',
    into.status !== 0 && /part of a cluster/.test(into.stderr),
    into.stderr,
  );
  const again = start('one', [...asFirst, '--found']);
  check(
    'started again as it was, it joins and founds no second cluster',
    (await again.ready) && /belongs to a cluster already/.test(again.output()),
    again.output(),
  );
  check(
    'both see two',
    (await ask(portOne, '/api/health')).body?.members === 2 &&
      (await ask(portTwo, '/api/health')).body?.members === 2,
  );

  second.kill('SIGKILL');
  await second.exited;
  const database = Number(readFileSync(join(folder, 'two', 'run', 'mariadb.pid'), 'utf8'));
  process.kill(database, 'SIGKILL');
  // Of two nodes one alone is no majority: it says so, and takes nothing.
  const alone = await until(async () => (await ask(portOne, '/api/health')).status === 503, 20);
  const told = await ask(portOne, '/api/health');
  check(
    'one of two that has lost the other says so',
    alone && told.body?.title === 'Cut off',
    JSON.stringify(told),
  );
  const refused = await ask(portOne, '/api/session', lead);
  check('and takes nothing', refused.status === 503, JSON.stringify(refused));
  const back = start('two', asSecond);
  check('the other comes back from a kill', await back.ready, back.output());
  check('and both go on', await until(async () => (await ask(portOne, '/api/session', lead)).status === 200));

  // As after a power cut: all at once, and not all are back at the same time.
  for (const [run, data] of /** @type {const} */ ([
    [again, 'one'],
    [back, 'two'],
  ])) {
    run.kill('SIGKILL');
    process.kill(Number(readFileSync(join(folder, data, 'run', 'mariadb.pid'), 'utf8')), 'SIGKILL');
    await run.exited;
  }
  const firstBack = start('one', asFirst);
  check(
    'after a power cut the first one back waits for the other',
    await until(async () => /nobody answers at/.test(firstBack.output())),
    firstBack.output(),
  );
  const secondBack = start('two', asSecond);
  check(
    'with which it goes on',
    (await Promise.all([firstBack.ready, secondBack.ready])).every(Boolean),
    firstBack.output() + secondBack.output(),
  );
  const after = await ask(portOne, '/api/session', lead);
  check('and knows its people', after.status === 200, JSON.stringify(after));
} finally {
  await endAll();
  rmSync(folder, { recursive: true, force: true });
}
closeChecks();
