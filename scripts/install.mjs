// Checks and installs what is missing: Debian packages, and the packages of the lock file.
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { aloneInClone } from './lock.mjs';
import { root } from './paths.mjs';
import { run, runQuietly } from './run.mjs';
import { say, Stop } from './say.mjs';

const forStart = [
  { file: '/usr/sbin/mariadbd', name: 'mariadb-server-core' },
  { file: '/usr/bin/mariadb-install-db', name: 'mariadb-server-core' },
  { file: '/usr/bin/mariadb', name: 'mariadb-client' },
];
/** What a node of a cluster needs besides; `mariadb-server` itself is unpacked, not installed (`galera.mjs`). */
export const forCluster = [
  { file: '/usr/lib/galera/libgalera_smm.so', name: 'galera-4' },
  { file: '/usr/bin/rsync', name: 'rsync' },
  { file: '/usr/bin/ss', name: 'iproute2' },
  { file: '/usr/bin/gawk', name: 'gawk' },
];
const forTest = [
  ...forStart,
  ...forCluster,
  { file: '/usr/bin/chromium', name: 'chromium' },
  { file: '/usr/bin/openssl', name: 'openssl' },
];
const leastFreeBytes = 600e6;

/** @param {'start' | 'test'} purpose */
export async function install(purpose) {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Stop(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`);
  checkDisk();
  await installDebianPackages(purpose === 'test' ? forTest : forStart);
  await installNodePackages();
}

function checkDisk() {
  const { bavail, bsize } = statfsSync(root);
  if (bavail * bsize < leastFreeBytes)
    throw new Stop(
      `Only ${Math.round((bavail * bsize) / 1e6)} MB are free on the disk; ${leastFreeBytes / 1e6} MB are needed. Make room, then start again.`,
    );
}

/** @param {readonly { file: string, name: string }[]} wanted */
export async function installDebianPackages(wanted) {
  const missing = [...new Set(wanted.filter(({ file }) => !existsSync(file)).map(({ name }) => name))];
  if (missing.length === 0) return;
  if (!existsSync('/usr/bin/apt-get'))
    throw new Stop(
      `These programs are missing: ${missing.join(', ')}. Install them with this system’s package tool, then start again.`,
    );
  const command = ['apt-get', 'install', '-y', '--no-install-recommends', ...missing];
  if (process.getuid?.() !== 0)
    throw new Stop(
      `Missing: ${missing.join(', ')}. Run this once, then start again:\n\n  sudo apt-get update && sudo ${command.join(' ')}`,
    );
  say(`Installing from Debian: ${missing.join(', ')}`);
  process.env['DEBIAN_FRONTEND'] = 'noninteractive';
  await runQuietly(
    'apt-get',
    ['update'],
    'The package lists could not be read. Check the network, then start again.',
  );
  await withoutServices(() =>
    runQuietly(
      command[0] ?? '',
      command.slice(1),
      `Debian’s packages could not be installed. Try it by hand: ${command.join(' ')}`,
    ),
  );
}

/**
 * Debian asks this file before a package starts a service of its own; none of them is ours.
 * @param {() => Promise<unknown>} work
 */
async function withoutServices(work) {
  const policy = '/usr/sbin/policy-rc.d';
  const own = !existsSync(policy);
  if (own) writeFileSync(policy, '#!/bin/sh\nexit 101\n', { mode: 0o755 });
  try {
    await work();
  } finally {
    if (own) rmSync(policy, { force: true });
  }
}

/** An install that was cut short has no stamp and is made again. */
async function installNodePackages() {
  const stamp = join(root, 'node_modules', '.complete');
  const wanted = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const complete = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted;
  if (complete()) return;
  await aloneInClone(async () => {
    if (complete()) return;
    rmSync(stamp, { force: true });
    say('Installing the packages of the lock file (a minute or two)');
    await run(
      'npm',
      ['ci', '--no-audit', '--no-fund', '--loglevel=error'],
      { cwd: root },
      'The packages could not be installed. Check the network, then start again.',
    );
    writeFileSync(stamp, wanted);
  });
}
