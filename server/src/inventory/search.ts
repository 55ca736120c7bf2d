/** Searches over the stock of all yards; each of them goes by an index, and gives what costs least first. */
import type { Found } from '@dormant-beacon/contract';
import { normalNumber, supersessionGraph } from '@dormant-beacon/core/fit';
import type { InventoryRow } from '@dormant-beacon/core/inventory';
import { Refusal } from '@dormant-beacon/core/refusal';
import type { Knex } from 'knex';
import { isoOf } from '../database/connect.js';
import { supersessionsOf } from '../library/supersessions.js';

export interface Wanted {
  readonly number: string | null;
  readonly make: string | null;
  readonly model: string | null;
  readonly kind: string | null;
  readonly from: string | null;
  readonly to: string | null;
  readonly cavities: number | null;
  readonly key: string | null;
}

/** Parts of one answer at most. */
const most = 200;

interface Row {
  readonly stock: string;
  readonly source_id: string;
  readonly source: string;
  readonly ended_at: string;
}

/** @throws Refusal where neither a number, nor a vehicle, nor a plug with a kind is asked for */
export async function searchInventory(db: Knex, wanted: Wanted): Promise<Found> {
  const numbers = wanted.number === null ? [] : await numbersFor(db, wanted.number);
  const rows = (await searchQuery(db, wanted, numbers).limit(most + 1)) as Row[];
  return {
    found: rows.slice(0, most).map((row) => ({
      sourceId: row.source_id,
      source: row.source,
      takenInAt: isoOf(row.ended_at),
      ...(JSON.parse(row.stock) as InventoryRow),
    })),
    more: rows.length > most,
  };
}

/** The query itself, so that its plan can be looked at. @param numbers that serve, where one was asked for */
export function searchQuery(db: Knex, wanted: Wanted, numbers: readonly string[]): Knex.QueryBuilder {
  const query = db({ own: 'inventory_rows' })
    .join({ last: 'inventory_imports' }, 'last.id', 'own.import_id')
    .join({ yard: 'inventory_sources' }, 'yard.current_import', 'own.import_id')
    .orderByRaw('own.price_cents IS NULL, own.price_cents, own.import_id, own.line')
    .select('own.stock', 'yard.id as source_id', 'yard.name as source', 'last.ended_at');
  narrow(query, wanted);
  if (wanted.number !== null) return query.whereIn('own.number_normal', numbers);
  if (wanted.make !== null && wanted.model !== null)
    return query.where('own.make', wanted.make).where('own.model', wanted.model);
  if (wanted.cavities !== null && wanted.kind !== null) return query;
  throw new Refusal(
    '',
    'ask for a part number, for make and model, or for a kind with the cavities of its plug',
  );
}

function narrow(query: Knex.QueryBuilder, { kind, from, to, cavities, key, number }: Wanted): void {
  if (kind !== null && number === null) void query.where('own.kind', 'like', `${likeText(kind)}%`);
  if (from !== null) void query.where('own.vehicle_built', '>=', from);
  if (to !== null) void query.where('own.vehicle_built', '<=', to);
  if (cavities !== null) void query.where('own.cavities', cavities);
  if (key !== null) void query.where('own.plug_key', key);
}

const likeText = (text: string) => text.replace(/[\\%_]/g, '\\$&');

/** The number itself, and those that took its place: what came before it is not known to serve. */
async function numbersFor(db: Knex, number: string): Promise<readonly string[]> {
  const graph = supersessionGraph(await supersessionsOf(db, number));
  return [normalNumber(number), ...graph.successors(number).keys()];
}
