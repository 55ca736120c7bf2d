// npm run restore -- FILE: a backup into an empty data folder.
import { resolve } from 'node:path';
import { startDatabase } from './database.mjs';
import { undump } from './dump.mjs';
import { install } from './install.mjs';
import { copying, running, takeLock } from './lock.mjs';
import { dataFolder } from './paths.mjs';
import { runScript, say, Stop } from './say.mjs';

await runScript(async () => {
  const [name] = process.argv.slice(2);
  if (!name) throw new Stop('Name the file: npm run restore -- FILE');
  await install('start');
  const { buildNode } = await import('./build.mjs');
  await buildNode();
  const folder = dataFolder();
  const locks = [await takeLock(folder, 'run', running), await takeLock(folder, 'copy', copying)];
  const database = await startDatabase(folder);
  try {
    await undump(database, 'beacon_shop', resolve(process.env['INIT_CWD'] ?? '.', name));
    const { prepareDatabase } = await import('./serve.mjs');
    await prepareDatabase(database, 'beacon_shop');
  } finally {
    await database.stop();
    for (const lock of locks) await lock.release();
  }
  say('Restored. Everybody signs in anew. Start the shop with: npm start -- --shop');
});
