// Every link and picture of the documents leads to something that is there.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const docs = readdirSync(join(root, 'docs'), { recursive: true, encoding: 'utf8' }).map((name) =>
  join('docs', name),
);
let [passed, failed] = [0, 0];
for (const file of ['README.md', 'CONTRIBUTING.md', ...docs].filter((name) => name.endsWith('.md'))) {
  const text = readFileSync(join(root, file), 'utf8').replace(/```[\s\S]*?```/g, '');
  for (const [, target = ''] of text.matchAll(/\]\(([^)#\s]+)[^)]*\)/g)) {
    if (/^(?:https?:|mailto:)/.test(target)) continue;
    if (existsSync(resolve(root, dirname(file), target))) passed += 1;
    else {
      failed += 1;
      process.stdout.write(`${file}: ${target} is not there\n`);
    }
  }
}
process.stdout.write(`${passed} checks passed, ${failed} failed\n`);
process.exitCode = failed === 0 ? 0 : 1;
