// npm run reset-demo: the demo as on the first day. Touches nothing but the demo's database.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildNode, servedWeb } from './build.mjs';
import { commandOf, startDatabase } from './database.mjs';
import { loadDemo } from './demo.mjs';
import { install } from './install.mjs';
import { dataFolder } from './paths.mjs';
import { runScript, say, Stop } from './say.mjs';

await runScript(async () => {
  const folder = dataFolder();
  const lock = join(folder, 'run', 'start.pid');
  if (existsSync(lock) && commandOf(Number(readFileSync(lock, 'utf8'))).includes('start.mjs'))
    throw new Stop(
      'Dormant Beacon is running with this data. End it first with Ctrl-C, then reset the demo.',
    );
  await install('start');
  await buildNode();
  const database = await startDatabase(folder);
  try {
    await loadDemo(database, servedWeb);
  } finally {
    await database.stop();
  }
  say('The demo is as on the first day.');
});
