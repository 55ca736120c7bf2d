// A million jobs, nearly all of them done, put straight into the tables of a database of its own: how long the bays,
// the search, known vehicles, base rates and what was found before take then. By itself: node scripts/many-jobs.mjs [JOBS]
import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { addAccounts, signIn } from './accounts.mjs';
import { asRoot, freePort, startDatabase } from './database.mjs';
import { figure, quantile } from './figures.mjs';
import { randomFrom } from './random.mjs';
import { runScript, say } from './say.mjs';
import { prepareDatabase, serve } from './serve.mjs';

/** @typedef {Awaited<ReturnType<typeof asRoot>>} Connection */
/** @typedef {import('./random.mjs').Random} Random */

const name = 'beacon_many';
const atOnce = 20_000;
/** Of a million, so many are open. */
const openShare = 0.002;
const asked = 60;

const models = [
  ['Velanta', 'Quill'],
  ['Velanta', 'Quill Estate'],
  ['Ostrel', 'Marn saloon'],
  ['Ostrel', 'Marn wagon'],
  ['Corvane', 'Lumen'],
  ['Hallmer', 'Drover'],
];
const names = ['Quist', 'Bergh', 'Lind', 'Adair', 'Osei', 'Tamm', 'Varga', 'Noor', 'Ilves', 'Prado'];
const lamps = [
  'Tail lamp out',
  'Restraint lamp',
  'Charge flap open',
  'Door ajar',
  'Brake lamp',
  'Range message',
];
const faults = [
  ['fuse', 'open'],
  ['contact', 'open'],
  ['contact', 'resistive'],
  ['ground', 'resistive'],
  ['lamp', 'open'],
  ['wire', 'open'],
];
const stamp = '2026-11-17 08:00:00';

/** @param {number} [jobs] */
export async function manyJobs(jobs = 1_000_000) {
  const folder = mkdtempSync(join(tmpdir(), 'beacon-many-'));
  const database = await startDatabase(folder);
  await prepareDatabase(database, name);
  const person = { id: randomUUID(), name: 'Yuki Sorensen', initials: 'YS', role: 'technician' };
  await addAccounts(database, name, [{ person, password: 'a lantern for many' }]);
  const connection = await asRoot(database, name);
  const began = performance.now();
  await connection
    .query('SET foreign_key_checks = 0, unique_checks = 0, SESSION sql_log_bin = 0')
    .catch(() => undefined);
  const random = randomFrom(5);
  /** @type {{ word: string, number: number }[]} */
  for (let from = 1; from <= jobs; from += atOnce)
    await insertJobs(connection, random, from, Math.min(atOnce, jobs - from + 1));
  await connection.query('INSERT INTO words SELECT DISTINCT word FROM job_words');
  await insertCounts(connection, random);
  await connection.query('ANALYZE TABLE jobs, job_summaries, job_words, found_counts');
  await connection.end();
  say(`${jobs} jobs put in, in ${Math.round((performance.now() - began) / 1000)} s`);
  const port = await freePort();
  const server = await serve(database, { name, port, mode: 'shop', web: folder });
  try {
    const address = `http://127.0.0.1:${port}`;
    await measure(
      address,
      await signIn(address, { name: person.name, password: 'a lantern for many' }),
      jobs,
    );
  } finally {
    await server.stop();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** @param {Connection} connection @param {string} into table and columns @param {readonly unknown[][]} rows */
async function insert(connection, into, rows) {
  for (let at = 0; at < rows.length; at += 10_000)
    await connection.query(`INSERT INTO ${into} VALUES ?`, [rows.slice(at, at + 10_000)]);
}

/** @param {Connection} connection @param {Random} random @param {number} from @param {number} count */
async function insertJobs(connection, random, from, count) {
  const made = Array.from({ length: count }, (_, index) => {
    const number = from + index;
    const [make = '', model = ''] = random.pick(models);
    const letters = String.fromCharCode(65 + random.below(26), 65 + random.below(26), 65 + random.below(26));
    return {
      number,
      jobId: randomUUID(),
      vehicleId: randomUUID(),
      make,
      model,
      plate: `${letters.slice(0, 2)} ${String(random.below(100)).padStart(2, '0')} ${letters}`,
      vin: `VQ${String(number).padStart(15, '0')}`,
      customer: `${random.pick(names)} ${random.pick(names)}`,
      lamp: random.pick(lamps),
      codes: Array.from(
        { length: 4 },
        () => `B${random.below(4)}${random.below(0xfff).toString(16).padStart(3, '0').toUpperCase()}`,
      ),
      done: !random.chance(openShare),
      due: `2026-${String(1 + random.below(12)).padStart(2, '0')}-${String(1 + random.below(28)).padStart(2, '0')} 09:00:00`,
    };
  });
  await connection.query('START TRANSACTION');
  await insert(
    connection,
    'vehicles (id, make, model, plate, vin)',
    made.map((job) => [job.vehicleId, job.make, job.model, job.plate, job.vin]),
  );
  await insert(
    connection,
    'jobs (id, number, seq, vehicle_id, customer, event, opened_at, chain)',
    made.map((job) => [job.jobId, job.number, 1, job.vehicleId, job.customer, 'wear', stamp, '0'.repeat(64)]),
  );
  await insert(
    connection,
    'job_summaries (job_id, number, seq, done, due, plate, search, bay, change_no)',
    made.map((job) => [
      job.jobId,
      job.number,
      1,
      job.done,
      job.due,
      job.plate,
      `J-${job.number} ${job.make} ${job.model} ${job.plate} ${job.customer} ${job.lamp} ${job.codes.join(' ')}`,
      JSON.stringify(bayOf(job)),
      job.number,
    ]),
  );
  // In the order in which the table keeps them.
  const words = made
    .flatMap((job) => wordsOf(job).map((word) => [word, job.number]))
    .sort(([a = ''], [b = '']) => (a < b ? -1 : 1));
  await insert(connection, 'job_words (word, number)', words);
  await connection.query('COMMIT');
}

/** As the server cuts a job into words. @param {{ number: number, make: string, model: string, plate: string, vin: string, customer: string, lamp: string, codes: string[] }} job */
function wordsOf(job) {
  const texts = [
    job.make,
    job.model,
    job.plate,
    job.customer,
    job.lamp,
    ...job.codes,
    `J-${String(job.number).padStart(4, '0')}`,
  ];
  const words = texts.flatMap((text) => text.toLowerCase().split(/[^a-z0-9]+/));
  const joined = [job.plate, job.vin, `j${String(job.number).padStart(4, '0')}`].map((text) =>
    text.toLowerCase().replace(/ /g, ''),
  );
  const ends = [4, 5, 6, 7, 8].map((end) => job.vin.slice(-end).toLowerCase());
  return [...new Set([...words, ...joined, ...ends, String(job.number)])].filter((word) => word !== '');
}

/** @param {{ number: number, jobId: string, make: string, model: string, plate: string, lamp: string, done: boolean }} job */
const bayOf = (job) => ({
  jobId: job.jobId,
  number: `J-${job.number}`,
  seq: 1,
  title: `${job.make} ${job.model}`,
  subtitle: 'Wear',
  plate: job.plate,
  rail: [{ kind: 'beacon', name: job.lamp, state: job.done ? 'dormant' : 'lit' }],
  stage: job.done ? 'hand-back' : 'baseline',
  next: job.done ? 'Nothing is open. The job is done.' : 'Read every module and paste the report.',
  detail: null,
  waitsFor: null,
  waitsUntil: null,
  promisedAt: null,
  done: job.done,
});

/** What a million closures have left: every code of every module with forty repairs on each model. @param {Connection} connection @param {Random} random */
async function insertCounts(connection, random) {
  await insert(
    connection,
    'rate_learned (kind, mode, year, closures, expected)',
    faults.map(([kind, mode]) => [kind, mode, 2026, 1 + random.below(200_000), random.below(200_000)]),
  );
  for (const [make = '', model = ''] of [
    ...models,
    ['Velanta', ''],
    ['Ostrel', ''],
    ['Corvane', ''],
    ['Hallmer', ''],
  ]) {
    const rows = Array.from({ length: 30_000 }, (_, n) => {
      const found = [
        make,
        model,
        `Module ${n % 12}`,
        `B${(n % 0x3fff).toString(16).padStart(4, '0').toUpperCase()}`,
        `Repair ${n % 40}`,
      ];
      return [
        createHash('sha256').update(JSON.stringify(found)).digest('hex'),
        ...found,
        1 + random.below(500),
      ];
    });
    for (let at = 0; at < rows.length; at += 10_000)
      await insert(
        connection,
        'found_counts (id, make, model, module, code, label, jobs)',
        rows.slice(at, at + 10_000),
      );
  }
}

/** @param {string} address @param {Record<string, string>} session @param {number} jobs */
async function measure(address, session, jobs) {
  const million = `${jobs.toLocaleString('en')} jobs`;
  const p95 = async (/** @type {string} */ what, /** @type {(n: number) => string} */ path) => {
    const taken = [];
    let rows = 0;
    for (let n = 0; n < asked; n++) {
      const since = performance.now();
      const response = await fetch(`${address}${path(n)}`, { headers: session });
      const text = await response.text();
      if (!response.ok) throw new Error(`${path(n)} answered ${response.status}: ${text}`);
      if (n >= 5) taken.push(performance.now() - since);
      const answer = JSON.parse(text);
      rows += (answer.bays ?? answer.vehicles ?? answer.found ?? answer.learned ?? []).length;
    }
    const found = `${(rows / asked).toFixed(0)} rows`;
    figure(
      `${million}: ${what}, p95 (${found})`,
      `${quantile(taken, 0.95).toFixed(0)} ms`,
      'aim 100 ms at most',
    );
  };
  const random = randomFrom(9);
  const deep = `2026-06-15%2009:00:00.000_${Math.round(jobs / 2)}`;
  await p95('open ones by promised time', () => '/api/bays?limit=100');
  await p95('open ones, newest first', () => '/api/bays?limit=100&order=newest');
  await p95('all by promised time', () => '/api/bays?limit=100&all=1');
  await p95('all, a page in the middle', () => `/api/bays?limit=100&all=1&after=${deep}`);
  await p95('all, newest first', () => '/api/bays?limit=100&all=1&order=newest');
  await p95('all, newest first, in the middle', () => `/api/bays?limit=100&all=1&order=newest&after=${deep}`);
  await p95(
    'open ones with part of a word',
    (n) => `/api/bays?limit=100&text=${['uil', 'rover', 'amp', 'B1'][n % 4]}`,
  );
  await p95(
    'a common word',
    (n) => `/api/bays?limit=100&all=1&text=${['quill', 'ostrel', 'lamp', 'out'][n % 4]}`,
  );
  await p95(
    'a beginning of words',
    (n) => `/api/bays?limit=100&all=1&text=${['qu', 'b1a', 'v', 'dr'][n % 4]}`,
  );
  await p95(
    'two common words',
    (n) => `/api/bays?limit=100&all=1&text=${['quill+quist', 'lumen+osei', 'drover+lind'][n % 3]}`,
  );
  await p95('two words that never meet', () => '/api/bays?limit=100&all=1&text=quill+ostrel');
  await p95('a number', () => `/api/bays?limit=100&all=1&text=J-${1 + random.below(jobs)}`);
  await p95(
    'a code and a name',
    () =>
      `/api/bays?limit=100&all=1&text=B${random.below(4)}${random.below(0xfff).toString(16).padStart(3, '0')}+quist`,
  );
  await p95(
    'known vehicles by plate',
    () =>
      `/api/vehicles?text=${String.fromCharCode(65 + random.below(26), 65 + random.below(26))}+${random.below(100)}`,
  );
  await p95(
    'known vehicles by end of VIN',
    () =>
      `/api/vehicles?text=${String(1 + random.below(jobs))
        .padStart(6, '0')
        .slice(-6)}`,
  );
  await p95('known vehicles by customer', (n) => `/api/vehicles?text=${names[n % names.length]}`);
  await p95('base rates with what was learned', () => '/api/library/base-rates');
  await p95(
    'found before, on a model',
    (n) => `/api/library/codes?make=Velanta&model=${n % 2 ? 'Quill' : 'Quill%20Estate'}`,
  );
  await p95('found before, on a make', (n) => `/api/library/codes?make=${['Velanta', 'Ostrel'][n % 2]}`);
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  await runScript(() => manyJobs(Number(process.argv[2] ?? 1_000_000)));
