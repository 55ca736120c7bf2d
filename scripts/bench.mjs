// npm run bench: speed and memory, with units; the figures that the documents quote come from here.
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { cpus, tmpdir, totalmem } from 'node:os';
import { join } from 'node:path';
import { cluster } from './bench-cluster.mjs';
import { buildNode, buildWeb, servedWeb } from './build.mjs';
import { signIn } from './accounts.mjs';
import { freePort } from './database.mjs';
import { figure, quantile } from './figures.mjs';
import { fuzz } from './fuzz.mjs';
import { load } from './load.mjs';
import { manyJobs } from './many-jobs.mjs';
import { paced } from './paced.mjs';
import { openTracedJob } from './traced-job.mjs';
import { install } from './install.mjs';
import { root } from './paths.mjs';
import { run } from './run.mjs';
import { runScript, say } from './say.mjs';
import { stock } from './stock.mjs';
import { upgrade } from './trial-upgrade.mjs';
import { vehicles } from './vehicles.mjs';

const observedAt = '2026-11-17T08:00:00Z';
/** A technician of the demo. */
const technician = { name: 'Yuki Sorensen', password: 'lantern for yuki' };
/** @type {Record<string, string>} */
let session = {};

/** What takes long and is asked for by its name alone. */
const long = new Set(['against', 'cluster', 'cures', 'fuzz', 'kills', 'practice']);

/**
 * `npm run bench` measures everything but the long trials; `npm run bench -- fuzz` one part.
 * @param {'against' | 'cluster' | 'core' | 'cures' | 'load' | 'paced' | 'many' | 'stock' | 'application' | 'fuzz' | 'kills' | 'practice' | 'vehicles'} part
 */
const wanted = (part) => (process.argv.length < 3 ? !long.has(part) : process.argv.includes(part));

await runScript(async () => {
  await install('test');
  await buildNode();
  await buildWeb(servedWeb);
  say(`${cpus().length} cores, ${Math.round(totalmem() / 1e9)} GB, Node.js ${process.versions.node}\n`);
  if (wanted('core'))
    for (const file of ['core.bench.ts', 'report.bench.ts', 'simulator.bench.ts', 'images.bench.ts'])
      await run(
        process.execPath,
        ['--expose-gc', '--import', 'tsx', join('core', 'bench', file)],
        { cwd: root },
        `${file} failed.`,
      );
  if (wanted('against'))
    await run(
      process.execPath,
      ['--import', 'tsx', join('core', 'bench', 'against.bench.ts'), ...process.argv.slice(3)],
      { cwd: root },
      'The comparison with another clone failed.',
    );
  if (wanted('cures'))
    await run(
      process.execPath,
      ['--import', 'tsx', join('core', 'bench', 'cures.bench.ts')],
      {
        cwd: root,
        env: { ...process.env, PICTURE: join(root, 'docs', 'chance-of-a-cure.svg') },
      },
      'The trial of the chances of a cure failed.',
    );
  if (wanted('practice'))
    await run(
      process.execPath,
      ['--import', 'tsx', join('bench', 'bench', 'practice.bench.ts')],
      { cwd: root },
      'The trial of practice failed.',
    );
  if (wanted('paced')) await paced();
  if (wanted('load')) await load();
  if (wanted('many')) await manyJobs();
  if (wanted('stock')) await stock();
  if (wanted('vehicles')) await vehicles();
  if (wanted('cluster')) {
    await cluster();
    await upgrade();
  }
  if (wanted('fuzz') && !(await fuzz())) process.exitCode = 1;
  if (wanted('kills'))
    for (const script of ['check-kills.mjs', 'check-disk-full.mjs'])
      await run(process.execPath, [join('scripts', script)], { cwd: root }, 'A trial left something broken.');
  if (wanted('application'))
    await withApplication(async (address, pids) => {
      session = await signIn(address, technician);
      await writes(address);
      await reports(address);
      await handBacks(address);
      await pages(address);
      await visits(address);
      await scrolling(address);
      for (const [what, pid] of Object.entries(pids))
        figure(`memory of the ${what}`, `${Math.round(memoryOf(pid) / 1e6)} MB`);
    });
});

/** @param {(address: string, pids: Record<string, number>) => Promise<void>} body */
async function withApplication(body) {
  const folder = mkdtempSync(join(tmpdir(), 'beacon-bench-'));
  const port = await freePort();
  const app = spawn(process.execPath, [join(root, 'scripts', 'start.mjs'), '--port', String(port)], {
    env: { ...process.env, BEACON_DATA: folder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  try {
    await new Promise((/** @type {(value?: unknown) => void} */ resolve) =>
      app.stdout.on('data', (chunk) => /is ready/.test(String(chunk)) && resolve()),
    );
    const { pid, database } = JSON.parse(readFileSync(join(folder, 'run', 'server.json'), 'utf8'));
    await body(`http://127.0.0.1:${port}`, { server: pid, database });
  } finally {
    const ended = new Promise((resolve) => app.on('exit', resolve));
    app.kill('SIGTERM');
    await ended;
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Resident bytes of a process. @param {number} pid */
function memoryOf(pid) {
  return 1024 * Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0);
}

/** @param {string} address @param {string} path @param {unknown} body */
async function write(address, path, body) {
  const response = await fetch(address + path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'Idempotency-Key': randomUUID(), ...session },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(await response.text());
}

/** The demo's job that is being traced. @param {string} address */
async function tracedJob(address, wanted = 'J-0131') {
  const { bays } = /** @type {{ bays: { jobId: string, number: string }[] }} */ (
    await (await fetch(`${address}/api/bays`, { headers: session })).json()
  );
  return bays.find(({ number }) => number === wanted)?.jobId ?? '';
}

/** Readings into the job that is being traced, one after the other. @param {string} address */
async function writes(address) {
  const jobId = await tracedJob(address);
  const { traces } = /** @type {{ traces: { id: string }[] }} */ (
    await (await fetch(`${address}/api/jobs/${jobId}`, { headers: session })).json()
  );
  const times = [];
  for (let n = 0; n < 220; n++) {
    const since = performance.now();
    await write(address, `/api/jobs/${jobId}/readings`, {
      id: randomUUID(),
      observedAt,
      data: { traceId: traces[0]?.id, test: 'wiggle', found: n % 2 === 0 },
    });
    if (n >= 20) times.push(performance.now() - since);
  }
  figure('a saved reading, 200 in a row, median', `${quantile(times, 0.5).toFixed(0)} ms`);
  figure('a saved reading, p95', `${quantile(times, 0.95).toFixed(0)} ms`);
}

/**
 * What a report of one megabyte of one thing does to everybody else: the slowest answer while eight are read.
 * @param {string} address
 */
async function reports(address) {
  const jobId = await tracedJob(address);
  const asked = async (/** @type {number[]} */ times) => {
    const since = performance.now();
    await (await fetch(`${address}/api/bays`, { headers: session })).text();
    times.push(performance.now() - since);
    await new Promise((resolve) => setTimeout(resolve, 10));
  };
  /** @type {number[]} */
  const quiet = [];
  for (let n = 0; n < 100; n++) await asked(quiet);
  /** @type {number[]} */
  const during = [];
  let reading = true;
  const asking = (async () => {
    while (reading) await asked(during);
  })();
  for (const unit of [
    'x',
    ' ',
    '<td>',
    'B1049-13 left belt loop, open; ',
    'a;',
    '(',
    'a: ',
    'no response ',
  ]) {
    const row = unit.repeat(Math.ceil(80 / unit.length));
    await write(address, `/api/jobs/${jobId}/scans`, {
      id: randomUUID(),
      observedAt,
      data: {
        kind: 'interim',
        text: `Body\n${`${row}\n`.repeat(Math.floor(990_000 / (row.length + 1)))}`,
        marks: [],
      },
    });
  }
  reading = false;
  await asking;
  figure('the bays, asked for while nothing else happens, p95', `${quantile(quiet, 0.95).toFixed(0)} ms`);
  figure('the same while eight odd reports of 1 MB are read, p95', `${quantile(during, 0.95).toFixed(0)} ms`);
  figure('the slowest of them', `${Math.max(...during).toFixed(0)} ms`);
}

/** A hundred hand-backs as PDF, and notes that are written meanwhile. @param {string} address */
async function handBacks(address) {
  // Proven, and with no report of a megabyte in it.
  const jobId = await tracedJob(address, 'J-0145');
  const other = await tracedJob(address);
  const note = async (/** @type {number[]} */ times) => {
    const since = performance.now();
    await write(address, `/api/jobs/${other}/notes`, {
      id: randomUUID(),
      observedAt,
      data: { stage: 'trace', text: 'A note beside a hand-back.' },
    });
    times.push(performance.now() - since);
    // Ten a second: a busy shop.
    await new Promise((resolve) => setTimeout(resolve, 100));
  };
  /** @type {number[]} */
  const quiet = [];
  for (let n = 0; n < 50; n++) await note(quiet);
  /** @type {number[]} */
  const during = [];
  let printing = true;
  const noting = (async () => {
    while (printing) await note(during);
  })();
  const since = performance.now();
  let bytes = 0;
  // Four people at a time.
  const asked = Array.from({ length: 100 }, (_, n) => n);
  const ask = async () => {
    while (asked.pop() !== undefined) {
      const response = await fetch(`${address}/api/jobs/${jobId}/hand-back.pdf`, { headers: session });
      if (!response.ok) throw new Error(`A hand-back was answered with ${response.status}.`);
      bytes += (await response.arrayBuffer()).byteLength;
    }
  };
  await Promise.all([ask(), ask(), ask(), ask()]);
  const seconds = (performance.now() - since) / 1000;
  printing = false;
  await noting;
  figure('a hundred hand-backs as PDF', `${seconds.toFixed(1)} s (aim: under 60)`);
  figure('a PDF of them', `${Math.round(bytes / 100_000)} kB`);
  figure('a note saved while nothing else happens, p95', `${quantile(quiet, 0.95).toFixed(0)} ms`);
  figure('the same while the hand-backs are made, p95', `${quantile(during, 0.95).toFixed(0)} ms`);
  figure('the slowest of them', `${Math.max(...during).toFixed(0)} ms`);
}

/** First paint, bytes on the wire, and how soon the bench answers a reading. @param {string} address */
async function pages(address) {
  const { chromium } = await import('playwright-core');
  const flags = JSON.parse(readFileSync(join(root, 'chromium-flags.json'), 'utf8'));
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: flags });
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.context().request.post(`${address}/api/session`, { data: technician });
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Network.enable');
  let bytes = 0;
  devtools.on('Network.loadingFinished', ({ encodedDataLength }) => (bytes += encodedDataLength));
  await page.goto(address, { waitUntil: 'networkidle' }).catch(() => undefined);
  await page.locator('.rows .row').first().waitFor();
  figure(
    'initial transfer on the wire, fonts and data included',
    `${Math.round(bytes / 1000)} kB`,
    'aim under 350 kB',
  );
  const paint = await page.evaluate(
    () => performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0,
  );
  figure('first contentful paint, cold', `${Math.round(paint)} ms`);

  const jobId = await largeTrace(address);
  await page.goto(`${address}/jobs/${jobId}/trace`);
  await page.locator('.action.chosen').waitFor({ timeout: 60_000 });
  const shown = [];
  const planned = [];
  for (let n = 0; n < 8; n++) {
    await page.locator('db-reading-pad #reading').fill('12.4');
    await page.locator('db-reading-pad .enter:enabled').waitFor();
    const [first, second] = await page.evaluate(async (count) => {
      const since = performance.now();
      const until = async (/** @type {() => boolean} */ holds) => {
        while (!holds()) {
          if (performance.now() - since > 20_000) throw new Error(`reading ${count}: nothing shown in 20 s`);
          await new Promise((resolve) => requestAnimationFrame(resolve));
        }
      };
      const chosen = () => document.querySelector('.action.first .what')?.textContent;
      const before = chosen();
      /** @type {HTMLButtonElement | null} */ (document.querySelector('db-reading-pad .enter'))?.click();
      await until(() => document.querySelectorAll('.readings li').length > count);
      const listed = performance.now() - since;
      await until(() => chosen() !== before);
      return [listed, performance.now() - since];
    }, n);
    shown.push(first ?? 0);
    planned.push(second ?? 0);
  }
  figure(
    'bench: a reading shown as saved, 40 suspects × 30 tests',
    `${quantile(shown, 0.5).toFixed(0)} ms`,
    'aim under 100 ms',
  );
  figure('bench: the next test worked out anew, same', `${quantile(planned, 0.5).toFixed(0)} ms`);
  await browser.close();
}

/**
 * Jobs opened and left, and one trace opened again and again: what stays behind of them.
 * @param {string} address
 */
async function visits(address) {
  const { chromium } = await import('playwright-core');
  const flags = JSON.parse(readFileSync(join(root, 'chromium-flags.json'), 'utf8'));
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: flags });
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.context().request.post(`${address}/api/session`, { data: technician });
  const devtools = await page.context().newCDPSession(page);
  const targets = await browser.newBrowserCDPSession();
  const heap = async () => {
    await devtools.send('HeapProfiler.collectGarbage');
    return (await devtools.send('Runtime.getHeapUsage')).usedSize / 1e6;
  };
  let most = 0;
  const workers = async () => {
    const { targetInfos } = await targets.send('Target.getTargets');
    most = Math.max(most, targetInfos.filter(({ type }) => type === 'worker').length);
  };
  const visit = async (/** @type {string} */ number, /** @type {string} */ what) => {
    await page.locator('.row', { hasText: number }).click();
    await page.locator(what).first().waitFor({ timeout: 60_000 });
    await workers();
    await page.getByRole('link', { name: 'Bays' }).click();
    await page.locator('.rows .row').first().waitFor();
  };
  await page.goto(address);
  await page.locator('.rows a.row').first().waitFor();
  const rows = await page.locator('.rows .row').allTextContents();
  const numbers = rows.flatMap((text) => /J-\d{4}/.exec(text)?.[0] ?? []);
  for (let n = 0; n < 10; n++) await visit(numbers[n % numbers.length] ?? '', '.next-thing h1');
  for (let n = 0; n < 5; n++) await visit('J-0131', '.action.chosen');
  const before = await heap();
  for (let n = 0; n < 30; n++) await visit(numbers[n % numbers.length] ?? '', '.next-thing h1');
  const afterJobs = await heap();
  for (let n = 0; n < 30; n++) await visit('J-0131', '.action.chosen');
  const afterTrace = await heap();
  figure('workers alive, at most, over 75 visits', String(most), 'aim 3 or fewer');
  figure('page memory before', `${before.toFixed(1)} MB`);
  figure('after thirty jobs opened and left', `${afterJobs.toFixed(1)} MB`, 'aim flat');
  figure('after thirty visits to one trace', `${afterTrace.toFixed(1)} MB`, 'aim flat');
  await browser.close();
}

/**
 * The bays scrolled through with ten jobs in the list and with ten thousand: time between two frames.
 * @param {string} address
 */
async function scrolling(address) {
  const { chromium } = await import('playwright-core');
  const flags = JSON.parse(readFileSync(join(root, 'chromium-flags.json'), 'utf8'));
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: flags });
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
  });
  await context.request.post(`${address}/api/session`, { data: technician });
  const own = await (await context.request.get(`${address}/api/bays`)).json();
  const frames = async (/** @type {number} */ rows) => {
    const page = await context.newPage();
    const bays = Array.from({ length: rows }, (_, n) => ({
      ...own.bays[n % own.bays.length],
      jobId: `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`,
      number: `J-${String(1000 + n)}`,
    }));
    await page.route('**/api/bays?*', (route) => route.fulfill({ json: { ...own, bays, after: null } }));
    await page.goto(address);
    await page.locator('.rows .row').nth(9).waitFor({ timeout: 60_000 });
    const times = await page.evaluate(
      () =>
        /** @type {Promise<number[]>} */ (
          new Promise((resolve) => {
            const times = /** @type {number[]} */ ([]);
            let last = performance.now();
            const step = () => {
              const now = performance.now();
              times.push(now - last);
              last = now;
              scrollBy(0, 300);
              if (times.length > 200) resolve(times.slice(20));
              else requestAnimationFrame(step);
            };
            requestAnimationFrame(step);
          })
        ),
    );
    await page.close();
    return times;
  };
  const [ten, many] = [await frames(10), await frames(10_000)];
  figure('bays: between two frames while scrolling, ten jobs', `${quantile(ten, 0.95).toFixed(0)} ms (p95)`);
  figure(
    'bays: the same with ten thousand jobs',
    `${quantile(many, 0.95).toFixed(0)} ms (p95)`,
    'aim: as with ten',
  );
  await browser.close();
}

/** A job with a trace of 60 elements, 40 suspects and 30 tests. @param {string} address */
async function largeTrace(address) {
  const elements = [{ id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.015 }];
  for (let k = 0; elements.length < 60; k++)
    elements.push(
      /** @type {any} */ ({ id: `F${k}`, kind: 'fuse', pins: ['b+', `f${k}`], amps: 10 }),
      /** @type {any} */ ({ id: `C${k}`, kind: 'contact', pins: [`f${k}`, `l${k}`], ohms: 0.005 }),
      /** @type {any} */ ({ id: `L${k}`, kind: 'lamp', pins: [`l${k}`, `g${k}`], volts: 12, watts: 21 }),
      /** @type {any} */ ({ id: `G${k}`, kind: 'ground', pins: [`g${k}`, 'gnd'], ohms: 0.01 }),
    );
  const suspects = elements
    .slice(1, 41)
    .map(({ id }, n) => ({ element: id, mode: 'open', weight: 1 + (n % 5) }));
  const tests = Array.from({ length: 30 }, (_, n) => ({
    id: `t${n}`,
    kind: 'volts',
    from: n % 2 ? `l${n >> 1}` : `g${n >> 1}`,
    to: 'gnd',
    minutes: 2 + (n % 7),
    label: `Measure point ${n}`,
  }));
  const repairs = suspects.map(({ element }, n) => ({
    element,
    minutes: 5 + n,
    priceCents: 100 * n,
    label: `Replace ${element}`,
  }));
  const jobId = randomUUID();
  await openTracedJob((path, body) => write(address, path, body), jobId, {
    circuit: { elements: elements.slice(0, 60) },
    suspects,
    tests,
    repairs,
  });
  return jobId;
}
