// A yard's list of 200,000 rows through the page as the desk takes it in, then searches over it and over ten times as
// many: times, and memory of page and server. By itself: node scripts/stock.mjs [ROWS]
import { randomUUID } from 'node:crypto';
import { createWriteStream, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { addAccounts, signIn } from './accounts.mjs';
import { buildNode, buildWeb, servedWeb } from './build.mjs';
import { asRoot, freePort, startDatabase } from './database.mjs';
import { figure, quantile } from './figures.mjs';
import { root } from './paths.mjs';
import { runScript, say } from './say.mjs';
import { prepareDatabase, serve } from './serve.mjs';

const name = 'beacon_stock';
const times = 10;
const asked = 120;
const password = 'a lantern for the yards';
const head = 'Number;Part;Price;Make;Model;Built;Side;Pins;Key;Damage;Fired;km;Stock number';

/** @param {number} [rows] */
export async function stock(rows = 200_000) {
  const { stockRows } = await import('@dormant-beacon/demo');
  const folder = mkdtempSync(join(tmpdir(), 'beacon-stock-'));
  const database = await startDatabase(folder);
  await prepareDatabase(database, name);
  const person = { id: randomUUID(), name: 'Pell Adair', initials: 'PA', role: 'desk' };
  await addAccounts(database, name, [{ person, password }]);
  const server = await serve(database, { name, port: await freePort(), mode: 'shop', web: servedWeb });
  const address = server.address.replace(/\/$/, '');
  try {
    const file = join(folder, 'list.csv');
    await writeList(file, stockRows(rows, 3));
    await throughThePage(address, file, rows, server.pid);
    const session = await signIn(address, { name: person.name, password });
    await searches(address, session, `${rows.toLocaleString('en')} rows`, 100);
    const connection = await asRoot(database, name);
    await multiply(connection, person.id);
    await connection.end();
    await searches(address, session, `${(times * rows).toLocaleString('en')} rows`, 150);
  } finally {
    await server.stop();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** @param {string} file @param {Iterable<import('@dormant-beacon/core/inventory').InventoryRow>} rows */
async function writeList(file, rows) {
  const out = createWriteStream(file);
  out.write(`${head}\n`);
  for (const { make, model, reference, part } of rows) {
    const [plug] = part.connectors ?? [];
    const from = part.provenance;
    const cells = [
      part.partNumber,
      part.kind,
      ((part.priceCents ?? 0) / 100).toFixed(2),
      make,
      model,
      part.vehicleBuilt,
      part.hand ?? '',
      plug?.cavities ?? '',
      plug?.key ?? '',
      from?.event === 'unknown' ? '' : from?.event,
      from?.deployed === true ? 'yes' : '',
      from?.distance ?? '',
      reference,
    ];
    if (!out.write(`${cells.join(';')}\n`))
      await new Promise((/** @type {(value?: unknown) => void} */ resolve) =>
        out.once('drain', () => resolve()),
      );
  }
  await new Promise((/** @type {(value?: unknown) => void} */ resolve) => out.end(() => resolve()));
}

/** Resident megabytes of a process. @param {number} pid */
const megabytesOf = (pid) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;

/** @param {string} address @param {string} file @param {number} rows @param {number} pid */
async function throughThePage(address, file, rows, pid) {
  const { chromium } = await import('playwright-core');
  const flags = JSON.parse(readFileSync(join(root, 'chromium-flags.json'), 'utf8'));
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: flags });
  /** @type {NodeJS.Timeout | undefined} */
  let watch;
  try {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await page.context().request.post(`${address}/api/session`, { data: { name: 'Pell Adair', password } });
    await page.goto(`${address}/library/stock`);
    await page.getByLabel('Another yard').last().fill('Long Row');
    await page.getByRole('button', { name: 'Add the yard' }).click();
    await page.locator('input[type=file]').setInputFiles(file);
    await page.getByRole('button', { name: 'Take it in' }).waitFor();
    const before = megabytesOf(pid);
    /** @type {number[]} */
    const heaps = [];
    let most = before;
    watch = setInterval(() => {
      most = Math.max(most, megabytesOf(pid));
      page
        .evaluate(() => /** @type {any} */ (performance).memory.usedJSHeapSize / 1e6)
        .then((heap) => heaps.push(heap))
        .catch(() => undefined);
    }, 500);
    const since = performance.now();
    await page.getByRole('button', { name: 'Take it in' }).click();
    await page.getByText('are in stock now').waitFor({ timeout: 600_000 });
    const seconds = (performance.now() - since) / 1000;
    figure(`a list of ${rows.toLocaleString('en')} rows through the page`, `${seconds.toFixed(1)} s`, '60 s');
    figure(
      '  heap of the page, first half and most',
      `${quantile(heaps.slice(0, heaps.length / 2), 0.5).toFixed(0)}, ${Math.max(...heaps).toFixed(0)} MB`,
      'flat',
    );
    figure(
      '  resident memory of the server, before and most',
      `${before.toFixed(0)}, ${most.toFixed(0)} MB`,
      'flat',
    );
  } finally {
    clearInterval(watch);
    await browser.close();
  }
}

/** The same stock in more yards, put straight into the tables. @param {Awaited<ReturnType<typeof asRoot>>} connection @param {string} personId */
async function multiply(connection, personId) {
  const [found] = await connection.query('SELECT id FROM inventory_imports');
  const first = /** @type {{ id: string }[]} */ (found)[0]?.id;
  await connection.query('SET foreign_key_checks = 0, unique_checks = 0');
  for (let n = 1; n < times; n++) {
    const [sourceId, importId] = [randomUUID(), randomUUID()];
    await connection.query(
      `INSERT INTO inventory_imports SELECT ?, ?, file_name, fingerprint, mapping, state, next_line, row_count, bad_count, person_id, started_at, ended_at FROM inventory_imports WHERE id = ?`,
      [importId, sourceId, first],
    );
    await connection.query(
      `INSERT INTO inventory_sources (id, name, mapping, current_import, person_id, added_at) VALUES (?, ?, 'null', ?, ?, UTC_TIMESTAMP(3))`,
      [sourceId, `Long Row ${n}`, importId, personId],
    );
    await connection.query(
      `INSERT INTO inventory_rows SELECT ?, line, make, model, kind, number_normal, vehicle_built, cavities, plug_key, price_cents + ?, stock FROM inventory_rows WHERE import_id = ?`,
      [importId, n * 100, first],
    );
  }
  await connection.query('ANALYZE TABLE inventory_rows');
}

/** @param {string} address @param {Record<string, string>} session @param {string} over @param {number} aim */
async function searches(address, session, over, aim) {
  const kinds = ['LED driver', 'tail lamp', 'body module', 'door latch', 'front belt'];
  const cars = [
    ['Velanta', 'Quill'],
    ['Ostrel', 'Marn wagon'],
    ['Hallmer', 'Drover'],
  ];
  /** @type {[string, (n: number) => Record<string, string>][]} */
  const ways = [
    ['by number', (n) => ({ number: `OM-2210-0${3 + (n % 5)}` })],
    [
      'by vehicle, kind and months',
      (n) => ({
        make: cars[n % 3]?.[0] ?? '',
        model: cars[n % 3]?.[1] ?? '',
        kind: kinds[n % 5] ?? '',
        from: '2016-01',
        to: '2017-06',
      }),
    ],
    [
      'by plug and kind',
      (n) => ({ kind: n % 2 ? 'LED driver' : 'tail lamp', cavities: n % 2 ? '12' : '6', key: 'B' }),
    ],
  ];
  for (const [what, query] of ways) {
    const took = [];
    for (let n = 0; n < asked; n++) {
      const since = performance.now();
      const response = await fetch(`${address}/api/inventory/search?${new URLSearchParams(query(n))}`, {
        headers: session,
      });
      const { found } = /** @type {{ found: unknown[] }} */ (await response.json());
      if (!response.ok || found.length === 0) throw new Error(`nothing found ${what}`);
      if (n >= 10) took.push(performance.now() - since);
    }
    figure(`  a search ${what} in ${over}, median`, `${quantile(took, 0.5).toFixed(0)} ms`);
    figure(`  a search ${what} in ${over}, p95`, `${quantile(took, 0.95).toFixed(0)} ms`, `${aim} ms`);
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  await runScript(async () => {
    await buildNode();
    await buildWeb(servedWeb);
    say('');
    await stock(Number(process.argv[2] ?? 200_000));
  });
