// npm run restore -- FILE [--of NAME]: a backup into an empty data folder, or as one shop of several.
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { startDatabase } from './database.mjs';
import { undump } from './dump.mjs';
import { install } from './install.mjs';
import { aloneWithData } from './lock.mjs';
import { dataFolder } from './paths.mjs';
import { runScript, say, Stop } from './say.mjs';
import { databaseOfShop } from './shops.mjs';

await runScript(async () => {
  const { values, positionals } = parseArgs({ options: { of: { type: 'string' } }, allowPositionals: true });
  const [file] = positionals;
  if (!file) throw new Stop('Name the file: npm run restore -- FILE');
  const name = values.of === undefined ? 'beacon_shop' : databaseOfShop(values.of);
  await install('start');
  const { buildNode } = await import('./build.mjs');
  await buildNode();
  const folder = dataFolder();
  await aloneWithData(folder, async () => {
    const database = await startDatabase(folder);
    try {
      await undump(database, name, resolve(process.env['INIT_CWD'] ?? '.', file));
      const { prepareDatabase } = await import('./serve.mjs');
      await prepareDatabase(database, name);
    } finally {
      await database.stop();
    }
  });
  say('Restored. Everybody signs in anew. Start the shop with: npm start -- --shop');
});
