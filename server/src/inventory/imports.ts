/**
 * A yard's list on its way in. Its lines are kept under the import's own id, where no search looks; at the end one row
 * changes which import the yard stands for. So a list is there whole or not at all, wherever it is cut off.
 */
import type {
  AddSource,
  BeginImport,
  EndImport,
  ImportReport,
  ImportRows,
  ImportState,
  InventorySource,
} from '@dormant-beacon/contract';
import { normalNumber } from '@dormant-beacon/core/fit';
import type { InventoryRow } from '@dormant-beacon/core/inventory';
import { Refusal } from '@dormant-beacon/core/refusal';
import type { Knex } from 'knex';
import type { Author } from '../accounts/service.js';
import { isoOf, storedOf } from '../database/connect.js';
import { writeOnce } from '../database/idempotency.js';
import { conflict, notFound } from '../http/problem.js';
import { enterShopLog } from '../shop/log.js';

interface ImportRow {
  readonly id: string;
  readonly source_id: string;
  readonly file_name: string;
  readonly mapping: string;
  readonly state: ImportState['state'];
  readonly next_line: number;
  readonly row_count: number;
  readonly bad_count: number;
}

/** The heading is line 1. */
const firstLine = 2;
/** Rows of one statement. */
const atOnce = 500;
/** Bad lines that a report lists. */
const mostBad = 500;

export async function sourcesOf(db: Knex): Promise<InventorySource[]> {
  const rows = (await db({ own: 'inventory_sources' })
    .leftJoin({ last: 'inventory_imports' }, 'last.id', 'own.current_import')
    .orderBy('own.name')
    .select('own.id', 'own.name', 'own.mapping', 'last.row_count', 'last.ended_at')) as {
    id: string;
    name: string;
    mapping: string;
    row_count: number | null;
    ended_at: string | null;
  }[];
  return rows.map(({ id, name, mapping, row_count: count, ended_at: at }) => ({
    id,
    name,
    rows: count ?? 0,
    takenInAt: at === null ? null : isoOf(at),
    mapping: JSON.parse(mapping) as InventorySource['mapping'],
  }));
}

/** @throws HttpProblem 409 where a yard of this name, or another of this id, is there */
export async function addSource(
  db: Knex,
  { session, write }: Author,
  { id, name }: AddSource,
): Promise<void> {
  await writeOnce(db, write, async (trx) => {
    const there = (await trx('inventory_sources').where({ id }).orWhere({ name }).forUpdate().first()) as
      { id: string; name: string } | undefined;
    if (there?.id === id && there.name === name) return null;
    if (there) throw conflict(`There is a yard called “${there.name}” already.`);
    await trx('inventory_sources').insert({
      id,
      name,
      mapping: 'null',
      person_id: session.person.id,
      added_at: storedOf(new Date()),
    });
    await enterShopLog(trx, session, `Inventory: the yard ${name}`, { id, name });
    return null;
  });
}

/** Begins a list; where the same one was cut off, it goes on there under its first id. */
export async function beginImport(
  db: Knex,
  { session, write }: Author,
  { id, sourceId, fileName, fingerprint, head, columns }: BeginImport,
): Promise<ImportState> {
  if (!columns.includes('partNumber')) throw new Refusal('columns', 'say which column holds the part number');
  if (!columns.includes('kind')) throw new Refusal('columns', 'say which column says what a part is');
  const twice = columns.find((column, n) => column !== null && columns.indexOf(column) !== n);
  if (twice) throw new Refusal('columns', `two columns are said to hold the same: ${twice}`);
  return writeOnce(db, write, async (trx) => {
    const source = (await trx('inventory_sources').where({ id: sourceId }).forUpdate().first()) as
      { id: string } | undefined;
    if (!source) throw notFound('yard');
    const mapping = JSON.stringify({ head, columns });
    const before = (await trx('inventory_imports')
      .where({ source_id: sourceId, fingerprint, state: 'coming' })
      .first()) as ImportRow | undefined;
    if (before?.mapping === mapping) return stateOf(before);
    if (await trx('inventory_imports').where({ id }).first('id'))
      throw conflict('There is another list with this id.');
    const begun = {
      id,
      source_id: sourceId,
      file_name: fileName,
      fingerprint,
      mapping,
      state: 'coming' as const,
      next_line: firstLine,
      row_count: 0,
      bad_count: 0,
    };
    await trx('inventory_imports').insert({
      ...begun,
      person_id: session.person.id,
      started_at: storedOf(new Date()),
    });
    // Read in the same way next time, even where this list is undone.
    await trx('inventory_sources').where({ id: sourceId }).update({ mapping });
    return stateOf(begun);
  });
}

/** @throws HttpProblem 409 with how far the list is, where other lines are awaited */
export async function importRows(
  db: Knex,
  { write }: Author,
  importId: string,
  { from, to, rows, bad }: ImportRows,
): Promise<ImportState> {
  const lines = [...rows, ...bad].map(({ line }) => line);
  const odd = lines.find((line) => line < from || line > to);
  if (odd !== undefined) throw new Refusal('rows', `line ${odd} lies outside of ${from} to ${to}`);
  if (new Set(lines).size !== lines.length) throw new Refusal('rows', 'a line stands twice');
  return writeOnce(db, write, async (trx) => {
    const own = await locked(trx, importId);
    if (own.state !== 'coming') throw conflict('This list is ended already.', { current: stateOf(own) });
    if (own.next_line !== from)
      throw conflict(`Line ${own.next_line} comes next.`, { current: stateOf(own) });
    for (let n = 0; n < rows.length; n += atOnce)
      await trx('inventory_rows').insert(
        rows.slice(n, n + atOnce).map(({ line, row }) => ({ import_id: importId, line, ...searchedBy(row) })),
      );
    for (let n = 0; n < bad.length; n += atOnce)
      await trx('inventory_bad_lines').insert(
        bad
          .slice(n, n + atOnce)
          .map(({ line, text, why }) => ({ import_id: importId, line, says: text, why })),
      );
    const next = {
      next_line: to + 1,
      row_count: own.row_count + rows.length,
      bad_count: own.bad_count + bad.length,
    };
    await trx('inventory_imports').where({ id: importId }).update(next);
    return stateOf({ ...own, ...next });
  });
}

/** @throws HttpProblem 409 where lines are missing, or the list was ended in another way */
export async function endImport(
  db: Knex,
  { session, write }: Author,
  importId: string,
  { as, lines }: EndImport,
): Promise<ImportState> {
  const ended = await writeOnce(db, write, async (trx) => {
    const own = await locked(trx, importId);
    if (own.state === as) return stateOf(own);
    if (own.state !== 'coming') throw conflict('This list is ended already.', { current: stateOf(own) });
    if (as === 'taken') {
      if (own.next_line !== firstLine + lines)
        throw conflict(`Line ${own.next_line} has not come yet.`, { current: stateOf(own) });
      if (own.row_count === 0) throw conflict('No line of this list is a part: nothing was taken in.');
      await trx('inventory_sources').where({ id: own.source_id }).update({ current_import: importId });
    }
    await trx('inventory_imports')
      .where({ id: importId })
      .update({ state: as, ended_at: storedOf(new Date()) });
    const says =
      as === 'taken'
        ? `Inventory: ${own.file_name}, ${own.row_count} parts, ${own.bad_count} lines left out`
        : `Inventory: ${own.file_name} undone`;
    await enterShopLog(trx, session, says, { importId });
    return stateOf({ ...own, state: as });
  });
  return ended;
}

/**
 * Takes away lines that no yard stands for any more, a few thousand at a time, so that nobody waits for it; what a kill
 * leaves is taken at the next end of a list.
 */
export async function tidyInventory(db: Knex): Promise<void> {
  const old = (await db({ own: 'inventory_imports' })
    .whereNot('own.state', 'coming')
    .whereNotExists((other) =>
      other
        .from('inventory_sources')
        .whereRaw('inventory_sources.current_import = own.id')
        .select(db.raw('1')),
    )
    .whereExists((other) =>
      other.from('inventory_rows').whereRaw('inventory_rows.import_id = own.id').select(db.raw('1')),
    )
    .select('own.id')) as { id: string }[];
  for (const { id } of old)
    for (;;) {
      const gone = await db('inventory_rows').where({ import_id: id }).limit(2000).delete();
      if (gone === 0) break;
    }
}

/** @throws HttpProblem 404 */
export async function importReport(db: Knex, importId: string): Promise<ImportReport> {
  const own = (await db('inventory_imports').where({ id: importId }).first()) as ImportRow | undefined;
  if (!own) throw notFound('list');
  const badLines = (await db('inventory_bad_lines')
    .where({ import_id: importId })
    .orderBy('line')
    .limit(mostBad)
    .select('line', 'says as text', 'why')) as ImportReport['badLines'];
  return { ...stateOf(own), badLines };
}

async function locked(trx: Knex.Transaction, id: string): Promise<ImportRow> {
  const own = (await trx('inventory_imports').where({ id }).forUpdate().first()) as ImportRow | undefined;
  if (!own) throw notFound('list');
  return own;
}

function stateOf(own: Omit<ImportRow, 'mapping'>): ImportState {
  return {
    id: own.id,
    sourceId: own.source_id,
    fileName: own.file_name,
    state: own.state,
    nextLine: own.next_line,
    rows: own.row_count,
    bad: own.bad_count,
  };
}

/** The columns by which a row is searched, and the whole of it. */
function searchedBy(row: InventoryRow) {
  const [plug] = row.part.connectors ?? [];
  return {
    make: row.make ?? '',
    model: row.model ?? '',
    kind: row.part.kind,
    number_normal: normalNumber(row.part.partNumber),
    vehicle_built: row.part.vehicleBuilt ?? null,
    cavities: plug?.cavities ?? null,
    plug_key: plug?.key ?? '',
    price_cents: row.part.priceCents ?? null,
    stock: JSON.stringify(row),
  };
}
