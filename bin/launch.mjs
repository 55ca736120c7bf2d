// Builds the bundled command under a lock, renames it into place, and runs it.
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath, pathToFileURL } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));
const root = dirname(here);
const bundle = join(here, 'dist', 'bundle', 'beacon.mjs');
const lock = join(here, 'dist', 'building');
/** What proves a record is loaded by that verb alone: the others start without it. */
const recordBundle = join(here, 'dist', 'bundle', 'record.mjs');
const sources = ['core', 'contract', 'bench', 'server', 'bin'].map((room) => join(root, room, 'src'));
/** A lock older than this was left by a build that was killed. */
const staleMs = 45_000;

export async function run() {
  if (!fresh()) await buildUnderLock();
  await import(pathToFileURL(bundle).href);
}

function fresh() {
  if (!existsSync(bundle) || !existsSync(recordBundle)) return false;
  const built = statSync(bundle).mtimeMs;
  return sources.every((folder) => newest(folder) <= built);
}

/** @param {string} folder @returns {number} */
function newest(folder) {
  return readdirSync(folder, { withFileTypes: true }).reduce((latest, entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return Math.max(latest, newest(path));
    if (!entry.name.endsWith('.ts') || entry.name.endsWith('.spec.ts')) return latest;
    return Math.max(latest, statSync(path).mtimeMs);
  }, 0);
}

async function buildUnderLock() {
  mkdirSync(dirname(bundle), { recursive: true });
  while (!take()) {
    await sleep(50);
    if (fresh()) return;
  }
  try {
    if (!fresh()) await build();
  } finally {
    rmSync(lock, { recursive: true, force: true });
  }
}

function take() {
  try {
    mkdirSync(lock);
    return true;
  } catch {
    const age = Date.now() - (statSync(lock, { throwIfNoEntry: false })?.mtimeMs ?? 0);
    if (age > staleMs) rmSync(lock, { recursive: true, force: true });
    return false;
  }
}

async function build() {
  process.stderr.write('beacon: building the command (once)\n');
  const esbuild = await import('esbuild').catch(() => {
    process.stderr.write('beacon: the tools are not installed yet; run "npm ci" first\n');
    process.exit(1);
  });
  /** @type {import('esbuild').BuildOptions} */
  const usual = {
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    // A package's modules before its scripts: what those load by name at run time cannot be bundled.
    mainFields: ['module', 'main'],
    minify: true,
    logLevel: 'silent',
    plugins: [{ name: 'rooms-from-source', setup: fromSource }],
  };
  const made = `${bundle}.${process.pid}`;
  const madeRecord = `${recordBundle}.${process.pid}`;
  await esbuild.build({
    ...usual,
    entryPoints: [join(root, 'server', 'src', 'logbook', 'verify-record.ts')],
    outfile: madeRecord,
    packages: 'external',
  });
  await esbuild.build({ ...usual, entryPoints: [join(here, 'src', 'main.ts')], outfile: made });
  renameSync(madeRecord, recordBundle);
  renameSync(made, bundle);
}

/** Takes our own rooms from their sources. @param {import('esbuild').PluginBuild} build */
function fromSource(build) {
  for (const room of ['core', 'bench'])
    build.onResolve({ filter: new RegExp(`^@dormant-beacon/${room}/`) }, ({ path }) => ({
      path: join(root, room, 'src', path.slice(`@dormant-beacon/${room}/`.length), 'index.ts'),
    }));
  build.onResolve({ filter: /^@dormant-beacon\/contract$/ }, () => ({
    path: join(root, 'contract', 'src', 'index.ts'),
  }));
  build.onResolve({ filter: /^@dormant-beacon\/server\/verify$/ }, () => ({
    path: './record.mjs',
    external: true,
  }));
}
