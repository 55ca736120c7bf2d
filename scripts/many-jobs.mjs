// Bays and library of a shop that has had 10,000 jobs more, put there by the database's owner.
import { randomUUID } from 'node:crypto';
import { asRoot, reachDatabase } from './database.mjs';
import { figure, quantile } from './figures.mjs';

const jobs = 10_000;
const atOnce = 500;
const vehicles = [
  { make: 'Velanta', model: 'Quill' },
  { make: 'Ostrel', model: 'Marn wagon' },
  { make: 'Corvane', model: 'Lumen' },
  { make: 'Hallmer', model: 'Drover' },
];
const opened = '2026-11-01 08:00:00';
const codesOfAJob = 6;
const faults = [
  { kind: 'wire', mode: 'open' },
  { kind: 'contact', mode: 'resistive' },
  { kind: 'switch', mode: 'stuckOpen' },
  { kind: 'lamp', mode: 'open' },
  { kind: 'ground', mode: 'resistive' },
];

/** @typedef {{ n: number, jobId: string, vehicleId: string, make: string, model: string, plate: string }} Made */
/** @typedef {import('mysql2/promise').Connection} Connection */

/** @param {string} address @param {string} folder @param {Record<string, string>} session of a technician */
export async function manyJobs(address, folder, session) {
  const { database } = await reachDatabase(folder);
  const connection = await asRoot(database, 'beacon_demo');
  try {
    /** @type {Made[]} */
    const made = [];
    for (let from = 0; from < jobs; from += atOnce) made.push(...(await insertJobs(connection, from)));
    await bays(address, session);
    const [[{ id: person }]] = /** @type {any} */ (await connection.query('SELECT id FROM people LIMIT 1'));
    for (let from = 0; from < jobs; from += atOnce)
      await insertClosures(connection, made.slice(from, from + atOnce), person);
    await library(address, session);
  } finally {
    await connection.end();
  }
}

/** @param {Connection} connection @param {string} into table and columns @param {readonly unknown[][]} rows */
const insert = (connection, into, rows) => connection.query(`INSERT INTO ${into} VALUES ?`, [rows]);

/** @param {Connection} connection @param {number} from @returns {Promise<Made[]>} */
async function insertJobs(connection, from) {
  const made = Array.from({ length: atOnce }, (_, index) => {
    const n = from + index;
    const letters = String.fromCharCode(65 + (n % 26), 65 + ((n >> 3) % 26), 65 + ((n >> 5) % 26));
    const { make, model } = vehicles[n % vehicles.length] ?? { make: '', model: '' };
    return {
      n,
      jobId: randomUUID(),
      vehicleId: randomUUID(),
      make,
      model,
      plate: `LR ${n % 100} ${letters}`,
    };
  });
  await insert(
    connection,
    'vehicles (id, make, model)',
    made.map(({ vehicleId, make, model }) => [vehicleId, make, model]),
  );
  await insert(
    connection,
    'jobs (id, number, seq, vehicle_id, event, opened_at, chain)',
    made.map(({ n, jobId, vehicleId }) => [jobId, 1000 + n, 1, vehicleId, 'wear', opened, '0'.repeat(64)]),
  );
  await insert(
    connection,
    'job_summaries (job_id, number, seq, done, due, plate, search, bay)',
    made.map((job) => {
      const bay = bayOf(job);
      const due = `2026-12-${String(1 + (job.n % 28)).padStart(2, '0')} 09:00:00`;
      const search = `${bay.number} ${bay.title} ${job.plate} Right tail lamp out B1318 B2214`;
      return [job.jobId, 1000 + job.n, 1, false, due, job.plate, search, JSON.stringify(bay)];
    }),
  );
  return made;
}

/** @param {Made} job */
const bayOf = ({ n, jobId, make, model, plate }) => ({
  jobId,
  number: `J-${1000 + n}`,
  seq: 1,
  title: `${make} ${model}`,
  subtitle: 'Tail lamp, rain',
  plate,
  rail: [{ kind: 'beacon', name: 'Right tail lamp out', state: 'lit' }],
  stage: 'baseline',
  next: 'Read every module and paste the report.',
  detail: null,
  waitsFor: null,
  waitsUntil: null,
  promisedAt: null,
  done: false,
});

/** Closes each of the jobs: a baseline with its codes, and the repair that ended it. @param {Connection} connection @param {readonly Made[]} made @param {string} person */
async function insertClosures(connection, made, person) {
  const closed = made.map((job) => ({ ...job, scanId: randomUUID() }));
  const stamp = (/** @type {number} */ seq) => [seq, person, opened, opened];
  const fact = 'id, job_id, seq, person_id, observed_at, recorded_at';
  await insert(
    connection,
    `scans (${fact}, kind, text, scan, baseline_of)`,
    closed.map(({ scanId, jobId }) => [scanId, jobId, ...stamp(1), 'baseline', '', '{}', jobId]),
  );
  await insert(
    connection,
    'scan_codes (scan_id, position, module, code, failure_type, status)',
    closed.flatMap(({ scanId, n }) =>
      Array.from({ length: codesOfAJob }, (_, position) => [
        scanId,
        position,
        'Body',
        `B1${String((n * 7 + position * 31) % 900).padStart(3, '0')}`,
        '13',
        'stored',
      ]),
    ),
  );
  await insert(
    connection,
    `repairs (${fact}, label, method, root, cured, fault_kind, fault_mode)`,
    closed.map(({ n, jobId }) => {
      const { kind, mode } = faults[n % faults.length] ?? { kind: '', mode: '' };
      return [randomUUID(), jobId, ...stamp(2), `Repair ${n % 40}`, 'repair', 'worn', true, kind, mode];
    }),
  );
  await connection.query('UPDATE job_summaries SET done = TRUE WHERE job_id IN (?)', [
    made.map(({ jobId }) => jobId),
  ]);
}

/** @param {string} address @param {Record<string, string>} session */
const asking = (address, session) => async (/** @type {(n: number) => string} */ path) => {
  const taken = [];
  for (let n = 0; n < 60; n++) {
    const since = performance.now();
    const response = await fetch(`${address}${path(n)}`, { headers: session });
    if (!response.ok) throw new Error(`${path(n)} answered ${response.status}`);
    await response.text();
    if (n >= 10) taken.push(performance.now() - since);
  }
  return `${quantile(taken, 0.95).toFixed(0)} ms`;
};

/** @param {string} address @param {Record<string, string>} session */
async function bays(address, session) {
  const p95 = asking(address, session);
  const narrowed = (/** @type {string} */ text) => p95((n) => `/api/bays?limit=200&text=${text}%20${n}`);
  figure('10,000 jobs: a page of 200, p95', await p95(() => '/api/bays?limit=200'), 'aim under 60 ms');
  figure('10,000 jobs: narrowed by two words, p95', await narrowed('quill'), 'aim under 100 ms');
  figure('10,000 jobs: narrowed to nothing, p95', await narrowed('nowhere'), 'aim under 100 ms');
}

/** What is learned from 10,000 closed jobs with 60,000 codes. @param {string} address @param {Record<string, string>} session */
async function library(address, session) {
  const p95 = asking(address, session);
  const codes = (/** @type {string} */ more) => p95(() => `/api/library/codes?make=Velanta${more}`);
  figure(
    '10,000 closures: base rates with what was learned, p95',
    await p95(() => '/api/library/base-rates'),
  );
  figure('10,000 closures: found before on a model, p95', await codes('&model=Quill'));
  figure('10,000 closures: found before on a make, p95', await codes(''));
}
