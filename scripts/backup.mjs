// npm run backup [-- FILE] [--demo]: the shop’s database as one file, also while npm start runs.
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { reachDatabase } from './database.mjs';
import { dump } from './dump.mjs';
import { install } from './install.mjs';
import { dataFolder } from './paths.mjs';
import { runScript, say } from './say.mjs';

await runScript(async () => {
  const { values, positionals } = parseArgs({
    options: { demo: { type: 'boolean' } },
    allowPositionals: true,
  });
  await install('start');
  const stamp = new Date().toISOString().replace(/[:.]/g, '-').slice(0, 19);
  const file = resolve(
    process.env['INIT_CWD'] ?? '.',
    positionals[0] ?? join(dataFolder(), `backup-${stamp}.sql.gz`),
  );
  const { database, leave } = await reachDatabase(dataFolder());
  try {
    await dump(database, values.demo ? 'beacon_demo' : 'beacon_shop', file);
  } finally {
    await leave();
  }
  say(`Saved to ${file}. It holds customers’ names: keep it where only the shop can read it.`);
});
