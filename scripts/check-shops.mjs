// Two shops of one installation: a database and an address each, and nothing of the one in the other.
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { check, closeChecks } from './checks.mjs';
import { freePort } from './database.mjs';
import { root } from './paths.mjs';
import { emptyPages, endAll, start } from './started.mjs';

const folder = mkdtempSync(join(tmpdir(), 'beacon-shops-'));
const web = ['--web', emptyPages(folder)];

const port = await freePort();

/**
 * @param {string} host @param {string} path @param {object | null} [body] @param {Record<string, string>} [headers]
 * @returns {Promise<{ status: number, body: any, cookies: string }>}
 */
function ask(host, path, body = null, headers = {}) {
  return new Promise((resolve, reject) => {
    const call = request(
      {
        host: '127.0.0.1',
        port,
        path,
        method: body === null ? 'GET' : 'POST',
        headers: {
          Host: `${host}:${port}`,
          'Content-Type': 'application/json',
          'Idempotency-Key': randomUUID(),
          ...headers,
        },
      },
      (answer) => {
        let text = '';
        answer.on('data', (chunk) => (text += chunk));
        answer.on('end', () =>
          resolve({
            status: answer.statusCode ?? 0,
            body: JSON.parse(text),
            cookies: (answer.headers['set-cookie'] ?? []).map((line) => line.split(';')[0]).join('; '),
          }),
        );
      },
    );
    call.on('error', reject);
    call.end(body === null ? undefined : JSON.stringify(body));
  });
}

const [north, south] = ['north.lantern-row.example', 'south.lantern-row.example'];

try {
  const wrong = start(join(folder, 'wrong'), [...web, '--shops', `north=${north},south=${north}`]);
  check(
    'one address for two shops is refused',
    (await wrong.exited) === 1 && /stands there twice/.test(wrong.output()),
    wrong.output(),
  );
  const shops = start(join(folder, 'data'), [
    ...web,
    '--port',
    String(port),
    '--shops',
    `north=${north},south=${south}`,
  ]);
  check('two shops start', await shops.ready, shops.output());
  const leads = [
    ...shops.output().matchAll(/first account of (\w+), .*? sign in as “(.+?)” with the password (\S+)/g),
  ].map(([, of = '', name = '', password = '']) => ({ of, name, password }));
  check('each has a lead of its own', leads.map(({ of }) => of).join() === 'north,south', shops.output());
  const sign = (/** @type {string} */ host, /** @type {string} */ of) => {
    const { name, password } = leads.find((own) => own.of === of) ?? { name: '', password: '' };
    return ask(host, '/api/session', { name, password });
  };
  const [atNorth, atSouth] = [await sign(north, 'north'), await sign(south, 'south')];
  check(
    'each signs in at its address',
    atNorth.status === 200 && atSouth.status === 200,
    JSON.stringify(atSouth),
  );
  check('and not at the other', (await sign(north, 'south')).status === 401);
  const foreign = await ask(south, '/api/bays', null, { Cookie: atNorth.cookies });
  check('a session of the one is none of the other', foreign.status === 401, JSON.stringify(foreign));
  const unknown = await ask('east.lantern-row.example', '/api/health');
  check('a name that no shop has is told so', unknown.status === 421, JSON.stringify(unknown));
  const file = join(folder, 'south.sql.gz');
  const saved = spawnSync(process.execPath, [join(root, 'scripts', 'backup.mjs'), file, '--of', 'south'], {
    env: { ...process.env, BEACON_DATA: join(folder, 'data') },
    encoding: 'utf8',
  });
  check('one of them is saved by itself', saved.status === 0 && existsSync(file), saved.stderr);
} finally {
  await endAll();
  rmSync(folder, { recursive: true, force: true });
}
closeChecks();
