/** Circuits that the shop keeps: a version once saved stays as it is. */
import type { CircuitKept, CircuitRow, KeepCircuit, KeptCircuit } from '@dormant-beacon/contract';
import { circuitFlaws } from '@dormant-beacon/core/circuit';
import { Refusal } from '@dormant-beacon/core/refusal';
import { bareCase, type TraceCase } from '@dormant-beacon/core/trace';
import type { Knex } from 'knex';
import type { Author } from '../accounts/service.js';
import { isoOf, storedOf } from '../database/connect.js';
import { writeOnce } from '../database/idempotency.js';
import { conflict, notFound } from '../http/problem.js';
import type { Services } from '../services.js';
import { enterShopLog } from '../shop/log.js';

interface Row {
  readonly circuit_id: string;
  readonly version: number;
  readonly make: string;
  readonly model: string | null;
  readonly title: string;
  readonly note: string | null;
  readonly person_id: string;
  readonly added_at: string;
}

interface Whole extends Row {
  readonly circuit_case: string;
  readonly withdrawn: boolean;
}

const most = 500;

/** The newest version of each that is not withdrawn, by title. */
export async function listCircuits(
  db: Knex,
  make: string | null,
  model: string | null,
): Promise<CircuitRow[]> {
  const query = db({ own: 'circuits' })
    .whereRaw('own.version = (SELECT MAX(version) FROM circuits WHERE circuit_id = own.circuit_id)')
    .where('own.withdrawn', 0)
    .orderBy(['own.title', 'own.circuit_id'])
    .limit(most)
    .select('circuit_id', 'version', 'make', 'model', 'title', 'note', 'person_id', 'added_at');
  if (make !== null) void query.where({ make });
  if (model !== null) void query.where((own) => own.where({ model }).orWhereNull('model'));
  return ((await query) as Row[]).map(rowOf);
}

/** @throws HttpProblem 404 where there is no such circuit or version */
export async function circuitOf(db: Knex, circuitId: string, version: number | null): Promise<KeptCircuit> {
  const own = () => db('circuits').where({ circuit_id: circuitId }).orderBy('version', 'desc');
  const newest = (await own().first('version')) as Pick<Row, 'version'> | undefined;
  if (!newest) throw notFound('circuit');
  const row = (await own()
    .where({ version: version ?? newest.version })
    .first()) as Whole | undefined;
  if (!row) throw notFound('circuit');
  return {
    ...rowOf(row),
    latest: newest.version,
    case: JSON.parse(row.circuit_case) as TraceCase,
    withdrawn: row.withdrawn,
  };
}

/**
 * Keeps a new version. The same sent again changes nothing.
 * @throws HttpProblem 409 where somebody has kept another version meanwhile
 * @throws Refusal where the circuit cannot be solved or its case is not sound
 */
export async function keepCircuit(
  { pools, workers }: Services,
  { session, write }: Author,
  kept: KeepCircuit,
): Promise<CircuitKept> {
  const { circuitId, basedOn, make, model, title, note } = kept;
  const bare = bareCase(kept.case);
  const flaw = circuitFlaws(bare.circuit).find(({ serious }) => serious);
  if (flaw) throw new Refusal('case.circuit', flaw.says);
  await workers.run('soundCase', { source: bare, traceId: null });
  return writeOnce(pools.write, write, async (trx) => {
    const last = (await trx('circuits')
      .where({ circuit_id: circuitId })
      .orderBy('version', 'desc')
      .forUpdate()
      .first()) as Whole | undefined;
    const now = last?.version ?? 0;
    const text = JSON.stringify(bare);
    const withdrawn = kept.withdrawn === true;
    const own = { make, model: model ?? null, title, circuit_case: text, note: note ?? null, withdrawn };
    // Sent twice by a device that did not hear the answer.
    const again = (Object.keys(own) as (keyof typeof own)[]).every(
      (column) => last?.[column] === own[column],
    );
    if (again && now === basedOn + 1) return { circuitId, version: now };
    if (now !== basedOn)
      throw conflict(
        'Someone else has kept another version of this circuit meanwhile. Look at theirs first.',
        {
          current: { version: now },
        },
      );
    const version = now + 1;
    await trx('circuits').insert({
      circuit_id: circuitId,
      version,
      ...own,
      person_id: session.person.id,
      added_at: storedOf(new Date()),
    });
    await enterShopLog(
      trx,
      session,
      `Circuit ${title}, ${make} ${model ?? ''}: version ${version}${withdrawn ? ', withdrawn' : ''}`,
      {
        circuitId,
        version,
        note: note ?? null,
      },
    );
    return { circuitId, version };
  });
}

const rowOf = (row: Row): CircuitRow => ({
  circuitId: row.circuit_id,
  version: row.version,
  make: row.make,
  model: row.model,
  title: row.title,
  note: row.note,
  personId: row.person_id,
  addedAt: isoOf(row.added_at),
});
