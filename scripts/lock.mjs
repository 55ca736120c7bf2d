// Locks that die with their holder: flock(1) keeps them for as long as our end of its pipe is open.
import { spawn } from 'node:child_process';
import { accessSync, constants, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { built } from './paths.mjs';
import { Stop } from './say.mjs';

/**
 * `run`: who runs the database of this data folder. `copy`: who makes, changes or copies whole databases in it.
 * `clone`: who installs or builds in this clone.
 * @typedef {'run' | 'copy' | 'clone'} LockName
 * @typedef {{ release(): Promise<void> }} Lock
 */

/**
 * Takes a lock of a data folder, or says that someone else has it.
 * @param {string} folder
 * @param {LockName} name
 * @returns {Promise<Lock | null>} null where it is taken
 */
export async function tryLock(folder, name) {
  mkdirSync(join(folder, 'run'), { recursive: true, mode: 0o700 });
  // In a group of its own, so that Ctrl-C at the terminal does not take the lock away before we have ended.
  const child = spawn(
    'flock',
    ['-n', join(folder, 'run', `${name}.lock`), 'sh', '-c', 'echo held; exec cat'],
    {
      stdio: ['pipe', 'pipe', 'ignore'],
      detached: true,
    },
  );
  const exited = new Promise((/** @type {(value: void) => void} */ resolve) => {
    child.on('exit', () => resolve());
    child.on('error', () => resolve());
  });
  child.stdin.on('error', () => undefined);
  const held = await Promise.race([
    new Promise((/** @type {(held: boolean) => void} */ resolve) =>
      child.stdout.once('data', () => resolve(true)),
    ),
    exited.then(() => false),
  ]);
  if (!held) return null;
  // The lock must not keep a script alive that has nothing else to do.
  child.unref();
  /** @type {import('node:net').Socket} */ (/** @type {unknown} */ (child.stdin)).unref();
  /** @type {import('node:net').Socket} */ (/** @type {unknown} */ (child.stdout)).unref();
  const release = async () => {
    child.ref();
    child.stdin.end();
    await exited;
  };
  return { release };
}

/**
 * Takes a lock, waiting a while for whoever has it.
 * @param {string} folder
 * @param {LockName} name
 * @param {string} taken the sentence where it stays taken
 * @param {number} [seconds] to wait
 * @returns {Promise<Lock>}
 */
export async function takeLock(folder, name, taken, seconds = 0) {
  const until = Date.now() + 1000 * seconds;
  for (;;) {
    const lock = await tryLock(folder, name);
    if (lock) return lock;
    if (Date.now() >= until) throw new Stop(taken);
    await sleep(300);
  }
}

/**
 * Runs and copies databases of this data folder while nobody else does. Whatever comes of it, nothing is locked any more
 * when it settles.
 * @template A
 * @param {string} folder
 * @param {() => Promise<A>} work
 * @returns {Promise<A>}
 */
export async function aloneWithData(folder, work) {
  const run = await takeLock(folder, 'run', running);
  try {
    const copy = await takeLock(folder, 'copy', copying);
    try {
      return await work();
    } finally {
      await copy.release();
    }
  } finally {
    await run.release();
  }
}

/** Makes the folder for what is built, unless this user may write nothing in the clone. */
export function mayBuild() {
  try {
    mkdirSync(join(built, 'run'), { recursive: true });
    accessSync(join(built, 'run'), constants.W_OK);
    return true;
  } catch {
    return false;
  }
}

/**
 * Installs or builds in the clone while nobody else does.
 * @template A
 * @param {() => Promise<A>} work
 * @returns {Promise<A>}
 */
export async function aloneInClone(work) {
  // Who may write nothing here installs and builds nothing: it is all there, made by the clone’s owner.
  if (!mayBuild()) return work();
  const lock = await takeLock(
    built,
    'clone',
    'Another start has been installing or building in this clone for a quarter of an hour. End it, then start again.',
    900,
  );
  try {
    return await work();
  } finally {
    await lock.release();
  }
}

export const copying =
  'A backup, a restore or a reset of the demo is under way with this data. Wait until it has ended, then try again.';
export const running =
  'Dormant Beacon is running with this data. End it first with Ctrl-C, or give this one its own data: BEACON_DATA=… npm start';
