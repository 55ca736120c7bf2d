// Loads the made-up shop into the demo's own database, through the API as a person would.
import { asOwner, freePort } from './database.mjs';
import { prepareDatabase, serve } from './serve.mjs';
import { say } from './say.mjs';

export const demoName = 'beacon_demo';

/**
 * Loads the demo unless it is there whole; one that was cut short is dropped and loaded anew.
 * @param {import('./database.mjs').Database} database
 * @param {string} web
 */
export async function loadDemoOnce(database, web) {
  const connection = await asOwner(database);
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
  const { calls, jobNumberBefore, lastJobNumber, people } = await import('@dormant-beacon/demo');
  const connection = await asOwner(database);
  await connection.query(`DROP DATABASE IF EXISTS \`${demoName}\``);
  await prepareDatabase(database, demoName);
  await connection.query(`USE \`${demoName}\``);
  for (const { id, name, initials, role } of people)
    await connection.query('INSERT INTO people (id, name, initials, role) VALUES (?, ?, ?, ?)', [
      id,
      name,
      initials,
      role,
    ]);
  const server = await serve(database, { name: demoName, port: await freePort(), mode: 'demo', web });
  try {
    for (const call of calls(new Date())) {
      const number = jobNumberBefore(call);
      if (number !== null)
        await connection.query("UPDATE counters SET value = ? WHERE name = 'job'", [number]);
      const response = await fetch(`${server.address}${call.path.slice(1)}`, {
        method: 'POST',
        headers: {
          'Content-Type': 'application/json',
          'Idempotency-Key': call.key,
          'Beacon-Person': call.personId,
        },
        body: JSON.stringify(call.body),
      });
      if (!response.ok) throw new Error(`demo: ${call.path}: ${await response.text()}`);
    }
    await connection.query(
      "UPDATE counters SET value = ? WHERE name = 'job'; INSERT INTO counters (name, value) VALUES ('demo', 1)",
      [lastJobNumber],
    );
  } finally {
    await server.stop();
    await connection.end();
  }
}
