// npm run restore -- FILE: a backup into an empty data folder.
import { resolve } from 'node:path';
import { reachDatabase } from './database.mjs';
import { undump } from './dump.mjs';
import { install } from './install.mjs';
import { dataFolder } from './paths.mjs';
import { runScript, say, Stop } from './say.mjs';

await runScript(async () => {
  const [name] = process.argv.slice(2);
  if (!name) throw new Stop('Name the file: npm run restore -- FILE');
  await install('start');
  const { database, leave } = await reachDatabase(dataFolder());
  try {
    await undump(database, 'beacon_shop', resolve(process.env['INIT_CWD'] ?? '.', name));
    const { buildNode } = await import('./build.mjs');
    const { prepareDatabase } = await import('./serve.mjs');
    await buildNode();
    await prepareDatabase(database, 'beacon_shop');
  } finally {
    await leave();
  }
  say('Restored. Start the shop with: npm start -- --shop');
});
