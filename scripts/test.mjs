// npm test: installs what is missing and runs every check, on a database and ports of its own.
// With names behind it (npm test -- core server) only those groups run.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync, statSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { install } from './install.mjs';
import { root } from './paths.mjs';
import { say } from './say.mjs';
import { checkWeight } from './check-weight.mjs';

/** @typedef {{ passed: number, failed: number }} Count */

const node = process.execPath;
const bin = (/** @type {string[]} */ ...path) => join(root, 'node_modules', ...path);
const started = Date.now();

/**
 * Runs a program, shows its output, and counts its checks by its closing line.
 * @param {string} name
 * @param {readonly string[]} args of node
 * @param {{ cwd?: string, env?: NodeJS.ProcessEnv }} [options]
 * @returns {Promise<Count>}
 */
function check(name, args, { cwd = root, env = {} } = {}) {
  return new Promise((resolve) => {
    const since = Date.now();
    const child = spawn(node, args, {
      cwd,
      env: { ...process.env, ...env, NODE_OPTIONS: '', NG_CLI_ANALYTICS: 'false' },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let output = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (output += chunk));
    child.on('exit', (code) => {
      const count = countOf(output, code ?? 1);
      if (count.failed > 0) say(`\n${output.slice(-20_000)}`);
      const seconds = ((Date.now() - since) / 1000).toFixed(1);
      say(`— ${name}: ${count.passed} passed, ${count.failed} failed in ${seconds} s`);
      resolve(count);
    });
  });
}

/** Jasmine's and Karma's closing lines; anything else is one check. @param {string} output @param {number} code @returns {Count} */
function countOf(output, code) {
  const jasmine = [...output.matchAll(/(\d+) specs?, (\d+) failures?(?:, (\d+) pending specs?)?/g)].at(-1);
  const karma = [...output.matchAll(/Executed (\d+) of \d+.*?(?:\((\d+) FAILED\)|SUCCESS)/g)].at(-1);
  const own = /^(\d+) checks passed, (\d+) failed$/m.exec(output);
  if (own) return { passed: Number(own[1]), failed: Number(own[2]) + (code !== 0 && own[2] === '0' ? 1 : 0) };
  const found = jasmine ?? karma;
  if (!found) return code === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 };
  const failed = Number(found[2] ?? 0);
  const ran = Number(found[1]);
  if (ran === 0) return { passed: 0, failed: 1 };
  return { passed: Math.max(0, ran - failed), failed: failed === 0 && code !== 0 ? 1 : failed };
}

/** @param {string} kind the file of the workspace that says which specs they are */
const specArguments = (kind) => [
  '--import',
  'tsx',
  bin('jasmine', 'bin', 'jasmine.js'),
  `--config=${kind}.json`,
];

/** @param {string} workspace @param {NodeJS.ProcessEnv} [env] @param {string[]} [more] */
const jasmine = (workspace, env = {}, more = []) =>
  check(`${[workspace, ...more].join(' ')}: specs`, [...specArguments('spec'), ...more], {
    cwd: join(root, workspace),
    env,
  });

/** In memory where there is room: specs make many databases, and none of them outlives the run. */
function placeForSpecs() {
  const memory = '/dev/shm';
  if (!existsSync(memory)) return tmpdir();
  const { bavail, bsize } = statfsSync(memory);
  return bavail * bsize > 1e9 ? memory : tmpdir();
}

/** Runs with a database of its own. @param {(database: import('./database.mjs').Database, folder: string) => Promise<Count>} body @returns {Promise<Count>} */
async function withDatabase(body) {
  const { startDatabase } = await import('./database.mjs');
  const folder = mkdtempSync(join(placeForSpecs(), 'beacon-test-'));
  const database = await startDatabase(folder);
  try {
    return await body(database, folder);
  } finally {
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/**
 * The server’s specs of a kind, with one pair of users for every database that they make.
 * @param {import('./database.mjs').Database} database
 * @param {string} kind the file that says which they are
 * @param {NodeJS.ProcessEnv} [more]
 */
async function specsOn(database, kind, more = {}) {
  const { asRoot } = await import('./database.mjs');
  const { accessTo, admit } = await import('./database-users.mjs');
  const access = accessTo(database.folder, 'beacon_spec');
  const connection = await asRoot(database);
  await admit(connection, 'beacon_spec_%', access);
  await connection.end();
  const env = {
    BEACON_TEST_DATABASE_PORT: String(database.port),
    BEACON_TEST_OWNER: access.owner.user,
    BEACON_TEST_OWNER_PASSWORD: access.owner.password,
    BEACON_TEST_APPLICATION: access.application.user,
    BEACON_TEST_APPLICATION_PASSWORD: access.application.password,
    ...more,
  };
  return check(`server: ${kind}s`, specArguments(kind), { cwd: join(root, 'server'), env });
}

const serverSpecs = () => withDatabase((database) => specsOn(database, 'spec'));

/** Two servers on nodes of a cluster of three. */
async function clusterSpecs() {
  const { startNodes } = await import('./local-cluster.mjs');
  const folder = mkdtempSync(join(placeForSpecs(), 'beacon-cluster-'));
  const nodes = await startNodes(folder, 3);
  try {
    const ports = nodes.map(({ port }) => port).join(',');
    return await specsOn(/** @type {import('./database.mjs').Database} */ (nodes[0]), 'cluster', {
      BEACON_TEST_NODES: ports,
    });
  } finally {
    for (const node of nodes.reverse()) await node.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

const testWeb = join(root, '.build', 'web-under-test');

/** The application as a user starts it, on data and a port of its own. @param {(address: string, folder: string) => Promise<void>} body */
async function withApplication(body) {
  const { freePort } = await import('./database.mjs');
  const folder = mkdtempSync(join(tmpdir(), 'beacon-e2e-'));
  const port = await freePort();
  const app = spawn(node, [join(root, 'scripts', 'start.mjs'), '--port', String(port), '--web', testWeb], {
    env: { ...process.env, BEACON_DATA: folder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((/** @type {(value?: unknown) => void} */ resolve, reject) => {
    let output = '';
    app.stdout.on('data', (chunk) => /is ready/.test((output += chunk)) && resolve());
    app.on('exit', () => reject(new Error(`the application did not start:\n${output}`)));
  });
  try {
    await body(`http://127.0.0.1:${port}`, folder);
  } finally {
    const ended = new Promise((resolve) => app.on('exit', resolve));
    app.kill('SIGTERM');
    await ended;
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The weight of the pages, then the journeys: two files of them at a time, each against an application of its own. */
async function journeys() {
  const { buildNode, buildWeb } = await import('./build.mjs');
  await buildNode();
  await buildWeb(testWeb);
  const total = checkWeight(join(testWeb, 'browser'));
  for (const line of total.lines) say(`  ${line}`);
  const folder = join(root, 'e2e', 'src');
  // The longest first, so that neither of the two waits long for the other at the end.
  const files = readdirSync(folder)
    .filter((name) => name.endsWith('.spec.ts'))
    .sort((one, other) => statSync(join(folder, other)).size - statSync(join(folder, one)).size);
  const runFiles = () =>
    withApplication(async (address, data) => {
      for (let file = files.shift(); file !== undefined; file = files.shift()) {
        const env = { BEACON_URL: address, BEACON_E2E_DATA: data };
        const count = await jasmine('e2e', env, [`src/${file}`]);
        total.passed += count.passed;
        total.failed += count.failed;
      }
    });
  await Promise.all([runFiles(), runFiles()]);
  return { passed: total.passed, failed: total.failed };
}

/** What needs the processor alone. @type {Record<string, () => Promise<Count>>} */
const reading = {
  format: () =>
    check('format', [bin('prettier', 'bin', 'prettier.cjs'), '--check', '.', '--log-level', 'warn']),
  lint: () => check('lint', [bin('eslint', 'bin', 'eslint.js'), '.', '--max-warnings', '0']),
  rules: () => check('import rules', ['scripts/check-import-rules.mjs']),
  types: () => check('types of specs', [bin('typescript', 'bin', 'tsc'), '-p', 'tsconfig.spec.json']),
  journeys: () =>
    check('types of the journeys', [bin('typescript', 'bin', 'tsc'), '-p', 'e2e/tsconfig.json']),
  scripts: () => check('types of scripts', [bin('typescript', 'bin', 'tsc'), '-p', 'scripts/tsconfig.json']),
  docs: () => check('links of the documents', ['docs/check-links.mjs']),
  templates: () => check('the templates’ sheets', ['scripts/templates-page.mjs', '--check']),
  core: () => jasmine('core'),
  contract: () => jasmine('contract'),
  bench: () => jasmine('bench'),
  bin: () => jasmine('bin'),
  demo: () => jasmine('demo'),
  web: () =>
    check('web: specs', [bin('@angular', 'cli', 'bin', 'ng.js'), 'test'], { cwd: join(root, 'web') }),
};

/** What runs the server and its database, alone and in a cluster. @type {typeof reading} */
const serving = {
  server: serverSpecs,
  cluster: clusterSpecs,
  shops: () => check('several shops', ['scripts/check-shops.mjs']),
  joining: () => check('a server joins a cluster', ['scripts/check-cluster.mjs']),
};

/** What starts and kills, and waits for most of its time. @type {typeof reading} */
const killing = {
  start: () => check('start and its troubles', ['scripts/check-start.mjs']),
  crash: () => check('kill -9 during writes', ['scripts/check-crash.mjs']),
  backup: () => check('backup and restore', ['scripts/check-backup.mjs']),
  // Every fortieth statement; all of them by `npm run bench -- kills`.
  kills: () => check('kill -9 at statements of a migration and a restore', ['scripts/check-kills.mjs', '40']),
};

const groups = { ...reading, ...serving, ...killing, e2e: journeys };

const wanted = process.argv.slice(2);
const unknown = wanted.filter((name) => !(name in groups));
if (unknown.length > 0) {
  say(`There is no group ${unknown.join(', ')}; there are ${Object.keys(groups).join(', ')}.`);
  process.exit(2);
}
await install('test');
const { buildNode } = await import('./build.mjs');
await buildNode();
let [passed, failed] = [0, 0];

/** Runs what is wanted of them, one after the other. @param {Record<string, () => Promise<Count>>} lane */
async function runAll(lane) {
  for (const [name, run] of Object.entries(lane)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    const count = await run().catch((error) => {
      say(`— ${name}: ${/** @type {Error} */ (error).stack}`);
      return { passed: 0, failed: 1 };
    });
    passed += count.passed;
    failed += count.failed;
  }
}

// The lanes share nothing but the processors; the journeys have the machine to themselves.
await Promise.all([runAll(reading), runAll(serving), runAll(killing)]);
await runAll({ e2e: journeys });
if (existsSync(testWeb) && process.env['CI']) rmSync(testWeb, { recursive: true, force: true });
say(`\nAll of it took ${Math.round((Date.now() - started) / 1000)} s.\n${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;
