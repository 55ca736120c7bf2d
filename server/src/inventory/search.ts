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

interface Yard {
  readonly import_id: string;
  readonly source_id: string;
  readonly source: string;
  readonly ended_at: string;
}

/**
 * First the places of what serves, from an index alone; then the rows that stand there.
 *
 * @throws Refusal where neither a number, nor a vehicle, nor a plug with a kind is asked for
 */
export async function searchInventory(db: Knex, wanted: Wanted): Promise<Found> {
  const [yards, numbers] = await Promise.all([
    yardsOf(db),
    wanted.number === null ? [] : numbersFor(db, wanted.number),
  ]);
  const places = (await placesQuery(db, wanted, [...yards.keys()], numbers).limit(most + 1)) as Place[];
  const rows = await rowsAt(db, places.slice(0, most));
  return {
    found: places.slice(0, most).flatMap((place) => {
      const [yard, stock] = [yards.get(place.import_id), rows.get(placeKey(place))];
      // A list that was replaced between the two looks is not there any more.
      if (!yard || stock === undefined) return [];
      const row = JSON.parse(stock) as InventoryRow;
      return [{ sourceId: yard.source_id, source: yard.source, takenInAt: isoOf(yard.ended_at), ...row }];
    }),
    more: places.length > most,
  };
}

interface Place {
  readonly import_id: string;
  readonly line: number;
}

const placeKey = ({ import_id: id, line }: Place): string => `${id} ${line}`;

async function rowsAt(db: Knex, places: readonly Place[]): Promise<ReadonlyMap<string, string>> {
  if (places.length === 0) return new Map();
  const rows = (await db('inventory_rows')
    .whereIn(
      ['import_id', 'line'],
      places.map(({ import_id: id, line }) => [id, line]),
    )
    .select('import_id', 'line', 'stock')) as (Place & { stock: string })[];
  return new Map(rows.map((row) => [placeKey(row), row.stock]));
}

/** The list that each yard stands for now, by its id. */
async function yardsOf(db: Knex): Promise<ReadonlyMap<string, Yard>> {
  const rows = (await db({ yard: 'inventory_sources' })
    .join({ last: 'inventory_imports' }, 'last.id', 'yard.current_import')
    .select(
      'last.id as import_id',
      'yard.id as source_id',
      'yard.name as source',
      'last.ended_at',
    )) as Yard[];
  return new Map(rows.map((row) => [row.import_id, row]));
}

/** The query for the places, so that its plan can be looked at. @param numbers that serve, where one was asked for */
export function placesQuery(
  db: Knex,
  wanted: Wanted,
  imports: readonly string[],
  numbers: readonly string[],
): Knex.QueryBuilder {
  const [index, narrowed] = wayOf(wanted, numbers);
  const query = db
    .from(db.raw('?? AS own FORCE INDEX (??)', ['inventory_rows', index]))
    .whereIn('own.import_id', [...imports])
    .orderByRaw('own.price_cents IS NULL, own.price_cents, own.import_id, own.line')
    .select('own.import_id', 'own.line');
  narrowed(query);
  narrow(query, wanted);
  return query;
}

/** Which index a search goes by, and what it looks up there. */
function wayOf(
  { number, make, model, kind, cavities }: Wanted,
  numbers: readonly string[],
): readonly [string, (query: Knex.QueryBuilder) => void] {
  if (number !== null)
    return ['inventory_rows_number_index', (query) => void query.whereIn('own.number_normal', [...numbers])];
  if (make !== null && model !== null)
    return [
      'inventory_rows_vehicle_index',
      (query) => void query.where({ 'own.make': make, 'own.model': model }),
    ];
  if (cavities !== null && kind !== null) return ['inventory_rows_plug_index', () => undefined];
  throw new Refusal(
    '',
    'ask for a part number, for make and model, or for a kind with the cavities of its plug',
  );
}

/** The rest of what is asked, whichever index the search goes by. */
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
