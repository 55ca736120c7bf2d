/** Writes what the schema should be, from a database that all steps have just made: after a new step, by `npm run schema`. */
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { connect, databaseOfEnvironment } from './database/connect.js';
import { migrationSource } from './database/migrations.js';
import { readSchema } from './database/schema.js';

const owner = connect(databaseOfEnvironment(), 2);
try {
  await owner.migrate.latest({ migrationSource, tableName: 'migrations' });
  const file = fileURLToPath(new URL('../migrations/schema.json', import.meta.url));
  writeFileSync(file, `${JSON.stringify(await readSchema(owner), null, 2)}\n`);
} finally {
  await owner.destroy();
}
