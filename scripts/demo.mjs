// Loads the made-up shop into the demo's own database, through the API as a person would.
import { addAccounts, signIn } from './accounts.mjs';
import { asRoot, freePort } from './database.mjs';
import { prepareDatabase, serve } from './serve.mjs';
import { say } from './say.mjs';

export const demoName = 'beacon_demo';

/**
 * Loads the demo unless it is there whole; one that was cut short is dropped and loaded anew.
 * @param {import('./database.mjs').Database} database
 * @param {string} web
 */
export async function loadDemoOnce(database, web) {
  const connection = await asRoot(database);
  const [found] = await connection.query(
    'SELECT TABLE_NAME FROM information_schema.TABLES WHERE TABLE_SCHEMA = ? AND TABLE_NAME = "counters"',
    [demoName],
  );
  const loaded =
    /** @type {unknown[]} */ (found).length > 0 &&
    /** @type {unknown[]} */ (
      (await connection.query(`SELECT 1 FROM \`${demoName}\`.counters WHERE name = 'demo'`))[0]
    ).length > 0;
  await connection.end();
  if (!loaded) await loadDemo(database, web);
}

/**
 * Drops the demo's database, and only that, and loads it anew.
 * @param {import('./database.mjs').Database} database
 * @param {string} web
 */
export async function loadDemo(database, web) {
  say('Loading the demo');
  const { accounts, calls, jobNumberBefore, lastJobNumber } = await import('@dormant-beacon/demo');
  const connection = await asRoot(database);
  await connection.query(`DROP DATABASE IF EXISTS \`${demoName}\``);
  await prepareDatabase(database, demoName);
  await connection.query(`USE \`${demoName}\``);
  await addAccounts(database, demoName, accounts);
  const server = await serve(database, { name: demoName, port: await freePort(), mode: 'demo', web });
  try {
    const address = server.address.replace(/\/$/, '');
    const sessions = new Map();
    for (const { person, password } of accounts)
      sessions.set(person.id, await signIn(address, { name: person.name, password }));
    for (const call of calls(new Date())) {
      const number = jobNumberBefore(call);
      if (number !== null)
        await connection.query("UPDATE counters SET value = ? WHERE name = 'job'", [number]);
      const response = await fetch(`${address}${call.path}`, {
        method: call.bytes ? 'PUT' : 'POST',
        headers: {
          'Content-Type': call.bytes ? 'application/octet-stream' : 'application/json',
          'Idempotency-Key': call.key,
          ...sessions.get(call.personId),
        },
        body: call.bytes ? new Uint8Array(call.bytes) : JSON.stringify(call.body),
      });
      if (!response.ok) throw new Error(`demo: ${call.path}: ${await response.text()}`);
    }
    // Devices and sessions of the loading are none of the shop's.
    for (const table of ['sessions', 'device_people', 'sign_in_tries'])
      await connection.query(`DELETE FROM ${table}`);
    await connection.query(
      "UPDATE counters SET value = ? WHERE name = 'job'; INSERT INTO counters (name, value) VALUES ('demo', 1)",
      [lastJobNumber],
    );
  } finally {
    await server.stop();
    await connection.end();
  }
}
