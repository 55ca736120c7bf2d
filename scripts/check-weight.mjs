// What a page makes a browser load before it can be used, packed as it is sent: each page within its budget.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Bytes, Brotli; fonts and data apart. The trace comes on top of what the bays have loaded. */
const budgets = [
  { page: 'the bays', chunks: ['db-bays'], most: 150_000, besides: /** @type {string[]} */ ([]) },
  { page: 'a trace', chunks: ['db-job-shell', 'db-trace'], most: 250_000, besides: ['db-bays'] },
];
/** No single chunk that is fetched later: workers and the layout of circuits apart. */
const mostOfAChunk = 130_000;

/**
 * @param {string} folder of the built application
 * @returns {{ passed: number, failed: number, lines: string[] }}
 */
export function checkWeight(folder) {
  const text = (/** @type {string} */ name) => readFileSync(join(folder, name), 'utf8');
  const size = (/** @type {string} */ name) => readFileSync(join(folder, `${name}.br`)).length;
  const scripts = readdirSync(folder).filter((name) => /^(?:chunk|main|polyfills).*\.js$/.test(name));
  const shell = [...text('index.html').matchAll(/(?:src|href)="([^"]+\.(?:js|css))"/g)].map(
    ([, name]) => /** @type {string} */ (name),
  );
  const closure = (/** @type {string[]} */ names, /** @type {Set<string>} */ into = new Set()) => {
    for (const name of names) {
      if (into.has(name)) continue;
      into.add(name);
      if (!name.endsWith('.js')) continue;
      const imports = [...text(name).matchAll(/(?:from|import)\s*"\.\/([^"]+\.js)"/g)];
      closure(
        imports.map(([, other]) => /** @type {string} */ (other)),
        into,
      );
    }
    return into;
  };
  const withPage = (/** @type {string} */ selector) => {
    const name = scripts.find((script) => text(script).includes(`selectors:[["${selector}"]]`));
    if (name === undefined) throw new Error(`no chunk of the build defines ${selector}`);
    return name;
  };
  const pages = budgets.map(({ page, chunks, most, besides }) => {
    const before = closure([...shell, ...besides.map(withPage)]);
    const all = closure([...shell, ...besides.map(withPage), ...chunks.map(withPage)]);
    const own = [...all].filter((name) => besides.length === 0 || !before.has(name));
    return { what: page, bytes: own.reduce((sum, name) => sum + size(name), 0), most };
  });
  const heaviest = scripts
    .map((name) => ({ what: `the chunk ${name}`, bytes: size(name), most: mostOfAChunk }))
    .reduce((a, b) => (b.bytes > a.bytes ? b : a));
  const checks = [...pages, heaviest];
  const lines = checks.map(
    ({ what, bytes, most }) => `${what}: ${(bytes / 1000).toFixed(1)} kB of ${most / 1000} kB`,
  );
  const failed = checks.filter(({ bytes, most }) => bytes > most).length;
  return { passed: checks.length - failed, failed, lines };
}
