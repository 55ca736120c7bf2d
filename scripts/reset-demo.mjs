// npm run reset-demo: the demo as on the first day. Touches nothing but the demo's database.
import { buildNode, servedWeb } from './build.mjs';
import { startDatabase } from './database.mjs';
import { loadDemo } from './demo.mjs';
import { install } from './install.mjs';
import { aloneWithData } from './lock.mjs';
import { dataFolder } from './paths.mjs';
import { runScript, say } from './say.mjs';

await runScript(async () => {
  const folder = dataFolder();
  await aloneWithData(folder, async () => {
    await install('start');
    await buildNode();
    const database = await startDatabase(folder);
    try {
      await loadDemo(database, servedWeb);
    } finally {
      await database.stop();
    }
  });
  say('The demo is as on the first day.');
});
