// npm run screenshots: the main views, taken from a fresh demo, into docs/screenshots/.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildNode, buildWeb } from './build.mjs';
import { signIn } from './accounts.mjs';
import { freePort } from './database.mjs';
import { install } from './install.mjs';
import { root } from './paths.mjs';
import { runScript, say } from './say.mjs';

/** @type {readonly { file: string, path: string, job?: string, theme?: 'dusk' | 'day', width?: number, height?: number, who?: string | null, at?: string, tab?: string }[]} */
const views = [
  { file: 'sign-in', path: '/', who: null },
  { file: 'bays-dusk', path: '/' },
  { file: 'practice-day-upright', path: '/practice', theme: 'day', width: 800, height: 1280, who: 'Remy' },
  { file: 'take-in', path: '/take-in' },
  { file: 'circuit', path: '/library/circuits/new?template=latch-motor' },
  { file: 'library', path: '/library' },
  { file: 'route', path: '/route', job: 'J-0120' },
  { file: 'match', path: '/match', job: 'J-0138', theme: 'day' },
  { file: 'shop', path: '/shop', who: 'Ines Okafor' },
  { file: 'baseline', path: '/baseline', job: 'J-0145', theme: 'day' },
  { file: 'causes', path: '/basics', job: 'J-0138' },
  { file: 'trace-dusk', path: '/trace', job: 'J-0131' },
  { file: 'make-safe', path: '/make-safe', job: 'J-0142' },
  { file: 'units', path: '/make-safe', job: 'J-0142', theme: 'day', tab: 'Units' },
  { file: 'strip', path: '/strip', job: 'J-0131', width: 390, height: 844, at: 'db-off-card' },
  { file: 'code', path: '/code', job: 'J-0138' },
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
  const { accounts } = await import('@dormant-beacon/demo');
  const accountOf = (/** @type {string} */ wanted) => {
    const found = accounts.find(({ person }) => person.name === wanted);
    return { name: wanted, password: found?.password ?? '' };
  };
  const headers = await signIn(address, accountOf('Yuki Sorensen'));
  const { bays } = /** @type {{ bays: { number: string, jobId: string }[] }} */ (
    await (await fetch(`${address}/api/bays`, { headers })).json()
  );
  const out = join(root, 'docs', 'screenshots');
  mkdirSync(out, { recursive: true });
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: JSON.parse(readFileSync(join(root, 'chromium-flags.json'), 'utf8')),
  });
  for (const {
    file,
    path,
    job,
    theme = 'dusk',
    width = 1280,
    height = 800,
    who = 'Yuki Sorensen',
    at,
    tab,
  } of views) {
    const page = await (
      await browser.newContext({ viewport: { width, height }, reducedMotion: 'reduce' })
    ).newPage();
    await page.addInitScript((chosen) => localStorage.setItem('theme', chosen), theme);
    if (who !== null) await page.context().request.post(`${address}/api/session`, { data: accountOf(who) });
    const jobId = bays.find(({ number }) => number === job)?.jobId;
    await page.goto(`${address}${jobId ? `/jobs/${jobId}` : ''}${path}`);
    await page.locator('h1').first().waitFor();
    await page.waitForTimeout(1200);
    await page.waitForFunction(() => !document.body.innerText.includes('Drawing the circuit'));
    if (tab) await page.getByRole('tab', { name: tab }).click();
    if (at) await page.locator(at).evaluate((element) => element.scrollIntoView());
    await page.screenshot({ path: join(out, `${file}.png`) });
    say(`docs/screenshots/${file}.png`);
    await page.close();
  }
  await browser.close();
}
