// npm run backup [-- FILE] [--demo | --of NAME]: the shop’s database as one file, also while npm start runs.
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { reachDatabase } from './database.mjs';
import { dump } from './dump.mjs';
import { install } from './install.mjs';
import { copying, takeLock } from './lock.mjs';
import { backupFile, dataFolder } from './paths.mjs';
import { runScript, say } from './say.mjs';
import { databaseOfShop } from './shops.mjs';

await runScript(async () => {
  const { values, positionals } = parseArgs({
    options: { demo: { type: 'boolean' }, of: { type: 'string' } },
    allowPositionals: true,
  });
  await install('start');
  const folder = dataFolder();
  const own = values.of === undefined ? 'beacon_shop' : databaseOfShop(values.of);
  const name = values.demo ? 'beacon_demo' : own;
  const file = positionals[0] ? resolve(process.env['INIT_CWD'] ?? '.', positionals[0]) : backupFile(name);
  const lock = await takeLock(folder, 'copy', copying, 60);
  try {
    const { database, leave } = await reachDatabase(folder);
    try {
      await dump(database, name, file);
    } finally {
      await leave();
    }
  } finally {
    await lock.release();
  }
  say(
    `Saved to ${file}. It holds customers’ names: keep it where only the shop can read it, and a copy elsewhere.`,
  );
});
