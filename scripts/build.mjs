// Builds what has changed: core, contract, server and demo by tsc, the web application by Angular's builder.
import { createHash } from 'node:crypto';
import {
  appendFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { constants, brotliCompressSync } from 'node:zlib';
import { fileURLToPath } from 'node:url';
import { installGalera } from './galera.mjs';
import { install } from './install.mjs';
import { aloneInClone } from './lock.mjs';
import { root } from './paths.mjs';
import { runQuietly } from './run.mjs';
import { runScript, say } from './say.mjs';

export const servedWeb = join(root, 'web', 'dist');

export async function buildNode() {
  await aloneInClone(() =>
    runQuietly(
      process.execPath,
      [join(root, 'node_modules', 'typescript', 'bin', 'tsc'), '-b'],
      'The build failed.',
      { cwd: root },
    ),
  );
}

/**
 * Builds the web application into `folder` unless it is there from the same sources.
 * @param {string} folder
 */
export const buildWeb = (folder = servedWeb) => aloneInClone(() => buildPages(folder));

/** @param {string} folder */
async function buildPages(folder) {
  const stamp = join(folder, '.built-from');
  const wanted = fingerprint([
    'core/dist',
    'contract/dist',
    'web/src',
    'web/public',
    'web/angular.json',
    'web/tsconfig.json',
    'package-lock.json',
  ]);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  rmSync(stamp, { force: true });
  say('Building the web application');
  const ng = join(root, 'node_modules', '@angular', 'cli', 'bin', 'ng.js');
  await runQuietly(
    process.execPath,
    [ng, 'build', '--output-path', folder, '--progress', 'false'],
    'The web application could not be built.',
    {
      cwd: join(root, 'web'),
      env: { ...process.env, NG_CLI_ANALYTICS: 'false', CI: 'true' },
    },
  );
  listFiles(join(folder, 'browser'), wanted);
  compress(join(folder, 'browser'));
  writeFileSync(stamp, wanted);
}

/** Larger files are kept when they were first used: the page must be there for a cut soon after it was opened. */
const mostKeptAtOnce = 400_000;

/**
 * The list that the service worker keeps for when the server is away; a new build is a new worker.
 * @param {string} folder
 * @param {string} version
 */
function listFiles(folder, version) {
  const names = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(?:js|css|svg|woff2)$/.test(name) && name !== 'sw.js')
    .filter((name) => statSync(join(folder, name)).size <= mostKeptAtOnce)
    .sort();
  writeFileSync(join(folder, 'files.json'), JSON.stringify({ files: names.map((name) => `/${name}`) }));
  appendFileSync(join(folder, 'sw.js'), `// ${version}\n`);
}

/** Brotli files beside everything that is text. @param {string} folder */
function compress(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) compress(path);
    else if (/\.(?:js|css|svg|json|txt|webmanifest)$/.test(entry.name))
      writeFileSync(
        `${path}.br`,
        brotliCompressSync(readFileSync(path), { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }),
      );
  }
}

/** @param {readonly string[]} places */
function fingerprint(places) {
  const hash = createHash('sha256');
  const add = (/** @type {string} */ path) => {
    const status = statSync(path, { throwIfNoEntry: false });
    if (!status) return;
    if (status.isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name));
    else if (!path.endsWith('.spec.ts') && !path.endsWith('.tsbuildinfo'))
      hash.update(path).update(readFileSync(path));
  };
  for (const place of places) add(join(root, place));
  return hash.digest('hex');
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  await runScript(async () => {
    await install('start');
    // What a member of a cluster needs: `npm run build -- --cluster`.
    if (process.argv.includes('--cluster')) await installGalera();
    mkdirSync(servedWeb, { recursive: true });
    await buildNode();
    await buildWeb();
  });
