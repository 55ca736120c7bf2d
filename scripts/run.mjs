// Runs other programs, and ends them with this one.
import { spawn } from 'node:child_process';
import { Stop } from './say.mjs';

/** Programs that run for us now. @type {Set<import('node:child_process').ChildProcess>} */
export const childProcesses = new Set();

/**
 * Runs a program to its end, its output shown.
 * @param {string} program
 * @param {readonly string[]} args
 * @param {import('node:child_process').SpawnOptions} options
 * @param {string} [failure] the sentence where it fails
 * @returns {Promise<void>}
 */
export function run(program, args, options = {}, failure = `${program} failed.`) {
  return new Promise((resolve, reject) => {
    const child = begun(program, args, { stdio: ['ignore', 'inherit', 'inherit'], ...options });
    child.on('error', () => reject(new Stop(failure)));
    child.on('exit', (code) => (code === 0 ? resolve() : reject(new Stop(failure))));
  });
}

/**
 * Runs a program and shows its output only where it fails.
 * @param {string} program
 * @param {readonly string[]} args
 * @param {string} failure
 * @param {import('node:child_process').SpawnOptions} [options]
 * @returns {Promise<string>} what it wrote to its standard output
 */
export function runQuietly(program, args, failure, options = {}) {
  return new Promise((resolve, reject) => {
    const child = begun(program, args, { ...options, stdio: ['ignore', 'pipe', 'pipe'] });
    let [output, errors] = ['', ''];
    child.stdout?.on('data', (chunk) => (output += chunk));
    child.stderr?.on('data', (chunk) => (errors += chunk));
    child.on('error', () => reject(new Stop(failure)));
    child.on('exit', (code) =>
      code === 0 ? resolve(output) : reject(new Stop(`${`${output}${errors}`.slice(-4000)}\n${failure}`)),
    );
  });
}

/** @param {string} program @param {readonly string[]} args @param {import('node:child_process').SpawnOptions} options */
function begun(program, args, options) {
  const child = spawn(program, args, options);
  childProcesses.add(child);
  child.on('exit', () => childProcesses.delete(child));
  return child;
}
