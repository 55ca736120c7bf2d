/** Circuits that the shop keeps. */
import type { CircuitKept, CircuitRow, KeepCircuit, KeptCircuit } from '@dormant-beacon/contract';
import { circuitFlaws } from '@dormant-beacon/core/circuit/edit';
import { Refusal } from '@dormant-beacon/core/refusal';
import { type TraceCase } from '@dormant-beacon/core/trace';
import { bareCase } from '@dormant-beacon/core/trace/edit';
import type { Knex } from 'knex';
import type { Author } from '../accounts/service.js';
import type { Services } from '../services.js';
import { keepVersion, newestVersions, type Versioned, versionOf, type VersionRow } from './versions.js';

const circuits: Versioned = {
  table: 'circuits',
  id: 'circuit_id',
  content: 'circuit_case',
  noun: 'circuit',
};

export const listCircuits = async (
  db: Knex,
  make: string | null,
  model: string | null,
): Promise<CircuitRow[]> => (await newestVersions(db, circuits, make, model)).map(rowOf);

/** @throws HttpProblem 404 where there is no such circuit or version */
export async function circuitOf(db: Knex, circuitId: string, version: number | null): Promise<KeptCircuit> {
  const { content, latest, withdrawn, ...row } = await versionOf(db, circuits, circuitId, version);
  return { ...rowOf(row), latest, case: content as TraceCase, withdrawn };
}

/**
 * @throws HttpProblem 409 where somebody has kept another version meanwhile
 * @throws Refusal where the circuit cannot be solved or its case is not sound
 */
export async function keepCircuit(
  { pools, workers }: Services,
  author: Author,
  { circuitId, basedOn, make, model, title, note, withdrawn, case: source }: KeepCircuit,
): Promise<CircuitKept> {
  const bare = bareCase(source);
  const flaw = circuitFlaws(bare.circuit).find(({ serious }) => serious);
  if (flaw) throw new Refusal('case.circuit', flaw.says);
  await workers.run('soundCase', { source: bare, traceId: null });
  const version = await keepVersion(pools.write, author, circuits, {
    id: circuitId,
    basedOn,
    make,
    model: model ?? null,
    title,
    note: note ?? null,
    withdrawn: withdrawn === true,
    content: bare,
  });
  return { circuitId, version };
}

const rowOf = ({ id, ...row }: VersionRow): CircuitRow => ({ circuitId: id, ...row });
