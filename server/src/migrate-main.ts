/**
 * Brings one database up to date, as its owner, and ends. With `careful` as its argument it leaves a shop that is in
 * use as it is where steps are missing, and prints how many: it is saved first. A refusal is one sentence on standard
 * error.
 */
import { isRefusal } from '@dormant-beacon/core/refusal';
import { connect, databaseOfEnvironment } from './database/connect.js';
import { migrate, schemaState } from './database/migrate.js';

const address = databaseOfEnvironment();
const owner = connect(address, 4);
const application = process.env['BEACON_APPLICATION_USER'] ?? '';
try {
  const { used, pending } = await schemaState(owner);
  const waits = process.argv[2] === 'careful' && used && pending > 0;
  const mended = waits ? [] : await migrate(owner, address.database, application);
  process.stdout.write(JSON.stringify({ pending: waits ? pending : 0, mended }));
} catch (error) {
  if (!isRefusal(error)) throw error;
  process.stderr.write(`${error.reason}\n`);
  process.exitCode = 4;
} finally {
  await owner.destroy();
}
