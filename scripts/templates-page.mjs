// npm run docs:templates: the sheet of every template, written to docs/templates.md; --check compares it.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildNode } from './build.mjs';
import { root } from './paths.mjs';
import { runQuietly } from './run.mjs';
import { runScript, say } from './say.mjs';

const page = join(root, 'docs', 'templates.md');

await runScript(async () => {
  await buildNode();
  const text = await runQuietly(
    process.execPath,
    ['--import', 'tsx', join('core', 'bench', 'templates.page.ts')],
    'The page could not be made.',
    { cwd: root },
  );
  const wanted = text.slice(text.indexOf('# '));
  if (!process.argv.includes('--check')) {
    writeFileSync(page, wanted);
    return say('docs/templates.md');
  }
  const same = readFileSync(page, 'utf8') === wanted;
  if (!same) say('docs/templates.md is not as the templates are: npm run docs:templates');
  say(`${same ? 1 : 0} checks passed, ${same ? 0 : 1} failed`);
  process.exitCode = same ? 0 : 1;
});
