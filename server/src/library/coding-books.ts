/** Coding books and depth tables that the shop keeps: what a unit carries and how it is coded; how a cylinder is cut. */
import { isDeepStrictEqual } from 'node:util';
import type {
  CodingBookKept,
  CodingBookRow,
  DepthTableKept,
  KeepCodingBook,
  KeepDepthTable,
  KeptCodingBook,
  KeptDepthTable,
} from '@dormant-beacon/contract';
import type { CodingBook, CodingPlanData } from '@dormant-beacon/core/coding';
import { checkBook } from '@dormant-beacon/core/coding/memory';
import type { DepthTable } from '@dormant-beacon/core/lock';
import { under } from '@dormant-beacon/core/refusal';
import type { Knex } from 'knex';
import { invalid } from '../http/problem.js';
import type { Author } from '../accounts/service.js';
import { keepVersion, newestVersions, type Versioned, versionOf, type VersionRow } from './versions.js';

const books: Versioned = { table: 'coding_books', id: 'book_id', content: 'book', noun: 'coding book' };
const depths: Versioned = {
  table: 'depth_tables',
  id: 'table_id',
  content: 'depth_table',
  noun: 'depth table',
};

export const listCodingBooks = async (
  db: Knex,
  make: string | null,
  model: string | null,
): Promise<CodingBookRow[]> => (await newestVersions(db, books, make, model)).map(bookRow);

const bookRow = ({ id, ...row }: VersionRow): CodingBookRow => ({ bookId: id, ...row });

/** @throws HttpProblem 404 where there is no such book or version */
export async function codingBookOf(
  db: Knex,
  bookId: string,
  version: number | null,
): Promise<KeptCodingBook> {
  const { content, latest, withdrawn, ...row } = await versionOf(db, books, bookId, version);
  return { ...bookRow(row), latest, book: content as CodingBook, withdrawn };
}

/**
 * @throws HttpProblem 409 where somebody has kept another version meanwhile
 * @throws Refusal where fields overlap, a bridge that goes in never comes out, or rules contradict each other
 */
export async function keepCodingBook(
  db: Knex,
  author: Author,
  { bookId, basedOn, book, note, withdrawn }: KeepCodingBook,
): Promise<CodingBookKept> {
  under('book', () => checkBook(book));
  const version = await keepVersion(db, author, books, {
    id: bookId,
    basedOn,
    make: book.make,
    model: book.model ?? null,
    title: book.title,
    note: note ?? null,
    withdrawn: withdrawn === true,
    content: book,
  });
  return { bookId, version };
}

export async function listDepthTables(
  db: Knex,
  make: string | null,
  model: string | null,
): Promise<KeptDepthTable[]> {
  const rows = await newestVersions(db, depths, make, model);
  return Promise.all(
    rows.map(async ({ id, ...row }) => ({
      tableId: id,
      ...row,
      table: (await versionOf(db, depths, id, row.version)).content as DepthTable,
    })),
  );
}

/** @throws HttpProblem 409 where somebody has kept another version meanwhile */
export async function keepDepthTable(
  db: Knex,
  author: Author,
  { tableId, basedOn, make, model, table, note, withdrawn }: KeepDepthTable,
): Promise<DepthTableKept> {
  const version = await keepVersion(db, author, depths, {
    id: tableId,
    basedOn,
    make,
    model: model ?? null,
    title: table.name,
    note: note ?? null,
    withdrawn: withdrawn === true,
    content: table,
  });
  return { tableId, version };
}

/**
 * What says where a memory keeps its crash record, its keys and its distance comes from the library, where it stands
 * under a name: a job brings no layout or rules of its own making.
 * @throws HttpProblem 422 where the book is not the one that it says it is, 404 where there is no such book
 */
export async function fromLibrary(
  db: Knex,
  { book, kept }: Pick<CodingPlanData, 'book' | 'kept'>,
): Promise<void> {
  if (book == null) return;
  if (kept == null) {
    if (book.layout != null || book.options != null)
      throw invalid('data.kept', 'a layout or option rules come from the library: keep the book there first');
    return;
  }
  const { book: own } = await codingBookOf(db, kept.bookId, kept.version);
  if (!isDeepStrictEqual(own, book))
    throw invalid('data.book', 'it is not what the library keeps under this version: load the page anew');
}
