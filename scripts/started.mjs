// A start as a shop makes it, watched by a check.
import { spawn } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './paths.mjs';

/** @typedef {{ pid: number, output(): string, ready: Promise<boolean>, exited: Promise<number>, kill(signal: NodeJS.Signals): void }} Started */

/** Everything that was started, to be ended whatever happens. @type {Started[]} */
const begun = [];

/** A page that is enough for a start. @param {string} folder @returns {string} where it lies */
export function emptyPages(folder) {
  const web = join(folder, 'web');
  mkdirSync(join(web, 'browser'), { recursive: true });
  writeFileSync(
    join(web, 'browser', 'index.html'),
    '<!doctype html><title>probe</title><body ngCspNonce="NONCE_OF_THIS_ANSWER">',
  );
  return web;
}

/**
 * Runs scripts/start.mjs.
 * @param {string} data where its data and, beside it, its backups are
 * @param {readonly string[]} args
 * @param {{ uid?: number, gid?: number }} [as] another user
 * @returns {Started}
 */
export function start(data, args, as = {}) {
  const child = spawn(process.execPath, [join(root, 'scripts', 'start.mjs'), ...args], {
    ...as,
    env: { ...process.env, BEACON_DATA: data, BEACON_BACKUPS: join(data, '..', 'backups') },
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
  const started = {
    pid: child.pid ?? 0,
    output: () => output,
    ready,
    exited,
    kill: (/** @type {NodeJS.Signals} */ signal) => void child.kill(signal),
  };
  begun.push(started);
  return started;
}

/** Ends everything that was started. */
export async function endAll() {
  for (const own of begun) own.kill('SIGTERM');
  await Promise.all(begun.map(({ exited }) => exited));
}
