// A start as a shop makes it, watched by a check.
import { spawn } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './paths.mjs';

/** @typedef {{ pid: number, output(): string, ready: Promise<boolean>, exited: Promise<number>, kill(signal: NodeJS.Signals): void }} Started */

/** Everything that was started, to be ended whatever happens. @type {Started[]} */
export const begun = [];

/**
 * Runs scripts/start.mjs for the shop’s own database, with pages that hold nothing.
 * @param {string} folder for everything
 * @param {string} data the data folder within it
 * @param {readonly string[]} args
 * @returns {Started}
 */
export function start(folder, data, args) {
  const web = join(folder, 'web');
  mkdirSync(join(web, 'browser'), { recursive: true });
  writeFileSync(join(web, 'browser', 'index.html'), '<!doctype html><title>Dormant Beacon</title>');
  const child = spawn(
    process.execPath,
    [join(root, 'scripts', 'start.mjs'), '--web', web, '--shop', ...args],
    {
      env: { ...process.env, BEACON_DATA: join(folder, data), BEACON_BACKUPS: join(folder, 'backups') },
      stdio: ['ignore', 'pipe', 'pipe'],
    },
  );
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
