// A server that only writes: the rows that an entry leaves, in one transaction, with nothing checked, planned or
// proven. What our own server costs is measured against it. Its ready line is `listening PORT`.
import { createHash, randomUUID } from 'node:crypto';
import express from 'express';
import knex from 'knex';

const { env } = process;
const db = knex({
  client: 'mysql2',
  connection: {
    host: '127.0.0.1',
    port: Number(env['BEACON_DATABASE_PORT']),
    user: env['BEACON_DATABASE_USER'] ?? '',
    password: env['BEACON_DATABASE_PASSWORD'] ?? '',
    database: env['BEACON_DATABASE'] ?? '',
  },
  pool: { min: 0, max: 8 },
  asyncStackTraces: false,
});
const sha256 = (/** @type {string} */ text) => createHash('sha256').update(text).digest('hex');
const now = () => new Date().toISOString().replace('T', ' ').replace('Z', '');

const app = express();
app.use(express.json());
app.post('/api/jobs/:jobId/notes', async (request, response) => {
  const { jobId } = request.params;
  const { id, data } = request.body;
  const session = await db('sessions')
    .join('people', 'people.id', 'sessions.person_id')
    .where({ token_hash: request.get('x-session') })
    .first('people.id');
  const seq = await db.transaction(async (trx) => {
    const job = await trx('jobs').where({ id: jobId }).forUpdate().first('seq', 'chain');
    const next = job.seq + 1;
    const entry = JSON.stringify({ jobId, seq: next, personId: session.id, content: data });
    const hash = sha256(job.chain + entry);
    const moment = now();
    const stamps = {
      job_id: jobId,
      seq: next,
      person_id: session.id,
      observed_at: moment,
      recorded_at: moment,
    };
    await trx('notes').insert({ id, ...stamps, ...data });
    await trx('logbook').insert({
      ...stamps,
      kind: 'notes',
      stage: 'trace',
      says: data.text,
      fact_id: id,
      withdrawn: false,
      entry,
      hash,
    });
    await trx('idempotency').insert({
      idempotency_key: request.get('idempotency-key') ?? randomUUID(),
      request_hash: sha256(entry),
      answer: '{}',
    });
    await trx('jobs').where({ id: jobId }).update({ seq: next, chain: hash });
    await trx('job_summaries').where({ job_id: jobId }).update({ seq: next, change_no: next });
    return next;
  });
  response.status(201).json({ id, seq });
});
const server = app.listen(Number(env['BEACON_PORT']), '127.0.0.1', () =>
  process.stdout.write(`listening ${env['BEACON_PORT']}\n`),
);
process.on('SIGTERM', () => server.close(() => void db.destroy().then(() => process.exit(0))));
