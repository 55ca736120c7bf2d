// npm run schema: writes down what the schema should be, after a new step was added to server/migrations.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildNode } from './build.mjs';
import { addressOf, asRoot, startDatabase } from './database.mjs';
import { accessTo, admit } from './database-users.mjs';
import { root } from './paths.mjs';
import { runQuietly } from './run.mjs';
import { runScript } from './say.mjs';

await runScript(async () => {
  await buildNode();
  const folder = mkdtempSync(join(tmpdir(), 'beacon-schema-'));
  const database = await startDatabase(folder);
  try {
    const connection = await asRoot(database);
    await connection.query('CREATE DATABASE beacon_schema CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci');
    await admit(connection, 'beacon_schema', accessTo(folder, 'beacon_schema'));
    await connection.end();
    await runQuietly(
      process.execPath,
      [join(root, 'server', 'dist', 'schema-main.js')],
      'The schema could not be made.',
      { env: { ...process.env, ...addressOf(database, 'beacon_schema', 'owner') } },
    );
  } finally {
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
