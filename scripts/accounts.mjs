// Accounts of an installation, and signing in as a script: the same way as a person, by name and password.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { applicationName } from './database.mjs';
import { root } from './paths.mjs';
import { Stop } from './say.mjs';

/** @typedef {{ person: { id: string, name: string, initials: string, role: string }, password: string, pin?: string }} Account */

/**
 * Runs the server's own program for accounts on a database.
 * @param {Pick<import('./database.mjs').Database, 'port' | 'credentials'>} database
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
        BEACON_DATABASE_PORT: String(database.port),
        BEACON_DATABASE_USER: applicationName,
        BEACON_DATABASE_PASSWORD: database.credentials.application,
        BEACON_DATABASE: name,
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
 * @param {Pick<import('./database.mjs').Database, 'port' | 'credentials'>} database
 * @param {string} name of the database
 * @param {readonly Account[]} accounts
 */
export async function addAccounts(database, name, accounts) {
  await runAccounts(database, name, [], JSON.stringify(accounts));
}

/**
 * Adds the first lead where nobody can sign in yet.
 * @param {Pick<import('./database.mjs').Database, 'port' | 'credentials'>} database
 * @param {string} name of the database
 * @returns {Promise<{ name: string, password: string } | null>} null where there is someone already
 */
export async function addFirstLead(database, name) {
  const output = await runAccounts(database, name, ['first-lead'], '');
  return output === '' ? null : JSON.parse(output);
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
