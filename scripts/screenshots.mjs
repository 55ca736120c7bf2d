// npm run screenshots: the main views, taken from a fresh demo, into docs/screenshots/.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildNode, buildWeb } from './build.mjs';
import { freePort } from './database.mjs';
import { install } from './install.mjs';
import { root } from './paths.mjs';
import { runScript, say } from './say.mjs';

/** @type {readonly { file: string, path: string, job?: string, theme?: 'dusk' | 'day', width?: number, height?: number }[]} */
const views = [
  { file: 'bays-dusk', path: '/' },
  { file: 'bays-day-upright', path: '/', theme: 'day', width: 800, height: 1280 },
  { file: 'take-in', path: '/take-in' },
  { file: 'beacons', path: '/take-in', job: 'J-0145' },
  { file: 'baseline', path: '/baseline', job: 'J-0145', theme: 'day' },
  { file: 'trace-dusk', path: '/trace', job: 'J-0131' },
  { file: 'trace-day', path: '/trace', job: 'J-0131', theme: 'day' },
  { file: 'trace-phone', path: '/trace', job: 'J-0131', width: 390, height: 844 },
  { file: 'comeback', path: '/trace', job: 'J-0104' },
  { file: 'clear', path: '/clear', job: 'J-0145' },
  { file: 'prove', path: '/prove', job: 'J-0145' },
  { file: 'hand-back', path: '/hand-back', job: 'J-0145', theme: 'day' },
];

await runScript(async () => {
  await install('test');
  await buildNode();
  await buildWeb();
  const folder = mkdtempSync(join(tmpdir(), 'beacon-pictures-'));
  const port = await freePort();
  const app = spawn(process.execPath, [join(root, 'scripts', 'start.mjs'), '--port', String(port)], {
    env: { ...process.env, BEACON_DATA: folder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = `http://127.0.0.1:${port}`;
  try {
    await new Promise((/** @type {(value?: unknown) => void} */ resolve) =>
      app.stdout.on('data', (chunk) => /is ready/.test(String(chunk)) && resolve()),
    );
    await take(address);
  } finally {
    const ended = new Promise((resolve) => app.on('exit', resolve));
    app.kill('SIGTERM');
    await ended;
    rmSync(folder, { recursive: true, force: true });
  }
});

/** @param {string} address */
async function take(address) {
  const { chromium } = await import('playwright-core');
  const { people } = await import('@dormant-beacon/demo');
  const { bays } = /** @type {{ bays: { number: string, jobId: string }[] }} */ (
    await (await fetch(`${address}/api/bays`)).json()
  );
  const out = join(root, 'docs', 'screenshots');
  mkdirSync(out, { recursive: true });
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: JSON.parse(readFileSync(join(root, 'chromium-flags.json'), 'utf8')),
  });
  for (const { file, path, job, theme = 'dusk', width = 1280, height = 800 } of views) {
    const page = await (
      await browser.newContext({ viewport: { width, height }, reducedMotion: 'reduce' })
    ).newPage();
    await page.addInitScript(
      ([person, chosen]) => {
        localStorage.setItem('person', person ?? '');
        localStorage.setItem('theme', chosen ?? '');
      },
      [people[2]?.id, theme],
    );
    const jobId = bays.find(({ number }) => number === job)?.jobId;
    await page.goto(`${address}${jobId ? `/jobs/${jobId}` : ''}${path}`);
    await page.locator('h1').first().waitFor();
    await page.waitForTimeout(1200);
    await page.screenshot({ path: join(out, `${file}.png`) });
    say(`docs/screenshots/${file}.png`);
    await page.close();
  }
  await browser.close();
}
