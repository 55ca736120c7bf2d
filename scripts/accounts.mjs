// Accounts of an installation, and signing in as a script: the same way as a person, by name and password.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { addressOf } from './database.mjs';
import { root } from './paths.mjs';
import { Stop } from './say.mjs';

/** @typedef {{ person: { id: string, name: string, initials: string, role: string }, password: string, pin?: string }} Account */

/**
 * Runs the server's own program for accounts on a database.
 * @param {import('./database.mjs').Reached} database
 * @param {string} name
 * @param {readonly string[]} args
 * @param {string} input
 * @returns {Promise<string>} what it printed
 */
function runAccounts(database, name, args, input) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [join(root, 'server', 'dist', 'accounts-main.js'), ...args], {
      stdio: ['pipe', 'pipe', 'inherit'],
      env: {
        ...process.env,
        ...addressOf(database, name, 'application'),
      },
    });
    let output = '';
    child.stdout.on('data', (chunk) => (output += chunk));
    child.on('exit', (code) =>
      code === 0 ? resolve(output) : reject(new Stop('The accounts could not be added.')),
    );
    child.stdin.end(input);
  });
}

/**
 * Adds people with passwords that they keep.
 * @param {import('./database.mjs').Reached} database
 * @param {string} name of the database
 * @param {readonly Account[]} accounts
 */
export async function addAccounts(database, name, accounts) {
  await runAccounts(database, name, [], JSON.stringify(accounts));
}

/**
 * Adds the first lead where nobody can sign in yet.
 * @param {import('./database.mjs').Reached} database
 * @param {string} name of the database
 * @returns {Promise<{ name: string, password: string } | null>} null where there is someone already
 */
export async function addFirstLead(database, name) {
  const output = await runAccounts(database, name, ['first-lead'], '');
  return output === '' ? null : JSON.parse(output);
}

/**
 * Gives the demo's people their known passwords, or, for a network, passwords that nobody has read.
 * @param {import('./database.mjs').Reached} database
 * @param {string} name of the database
 * @param {boolean} network
 * @returns {Promise<{ name: string, password: string }[]>} those that were made up now
 */
export async function givePasswords(database, name, network) {
  const { accounts } = await import('@dormant-beacon/demo');
  const known = accounts.map(({ person, password, pin }) => ({
    personId: person.id,
    name: person.name,
    password,
    pin,
  }));
  const output = await runAccounts(database, name, [network ? 'made-up' : 'known'], JSON.stringify(known));
  return JSON.parse(output);
}

/**
 * Signs in and returns the headers that every later request carries.
 * @param {string} address without a closing slash
 * @param {{ name: string, password: string }} account
 * @returns {Promise<{ Cookie: string, 'Beacon-Person': string }>}
 */
export async function signIn(address, { name, password }) {
  const response = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ name, password }),
  });
  const body = /** @type {{ person: { id: string }, detail?: string }} */ (await response.json());
  if (!response.ok) throw new Error(`${name} cannot sign in: ${body.detail}`);
  const Cookie = response.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
  return { Cookie, 'Beacon-Person': body.person.id };
}
