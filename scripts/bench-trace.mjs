// npm run bench:trace: the planner against habits, written to docs/trace-benchmark.md.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildNode } from './build.mjs';
import { install } from './install.mjs';
import { root } from './paths.mjs';
import { runQuietly } from './run.mjs';
import { runScript, say } from './say.mjs';

const worldsAlone = process.argv.includes('worlds');

await runScript(async () => {
  await install('test');
  await buildNode();
  if (worldsAlone) return worlds();
  const page = await runQuietly(
    process.execPath,
    ['--max-old-space-size=6000', '--import', 'tsx', join('core', 'bench', 'trace.bench.ts')],
    'The comparison failed.',
    { cwd: root },
  );
  writeFileSync(join(root, 'docs', 'trace-benchmark.md'), page.slice(page.indexOf('# ')));
  say('docs/trace-benchmark.md');
  await worlds();
});

/** The planner in worlds that it does not know. */
async function worlds() {
  const page = await runQuietly(
    process.execPath,
    ['--import', 'tsx', join('core', 'bench', 'worlds.bench.ts')],
    'The trial in worlds failed.',
    { cwd: root },
  );
  writeFileSync(join(root, 'docs', 'trace-worlds.md'), page.slice(page.indexOf('# ')));
  say('docs/trace-worlds.md');
}
