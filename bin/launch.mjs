// Builds the bundled command under a lock, renames it into place, and runs it.
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath, pathToFileURL } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));
const root = dirname(here);
const bundle = join(here, 'dist', 'bundle', 'beacon.mjs');
const lock = join(here, 'dist', 'building');
const sources = [join(root, 'core', 'src'), join(here, 'src')];
/** A lock older than this was left by a build that was killed. */
const staleMs = 45_000;

export async function run() {
  if (!fresh()) await buildUnderLock();
  await import(pathToFileURL(bundle).href);
}

function fresh() {
  if (!existsSync(bundle)) return false;
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
  const made = `${bundle}.${process.pid}`;
  await esbuild.build({
    entryPoints: [join(here, 'src', 'main.ts')],
    outfile: made,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    minify: true,
    logLevel: 'silent',
    plugins: [{ name: 'core-from-source', setup: coreFromSource }],
  });
  renameSync(made, bundle);
}

/** Takes `@dormant-beacon/core/<domain>` from its sources. @param {import('esbuild').PluginBuild} build */
function coreFromSource(build) {
  build.onResolve({ filter: /^@dormant-beacon\/core\// }, ({ path }) => ({
    path: join(root, 'core', 'src', path.slice('@dormant-beacon/core/'.length), 'index.ts'),
  }));
}
