/** Coding books and depth tables that the shop keeps, in versions; the pieces of memory images. */
import { codingBook } from '@dormant-beacon/core/coding';
import { depthTable } from '@dormant-beacon/core/lock';
import { instant } from '@dormant-beacon/core/record';
import * as z from 'zod';

const id = z.uuid();
const line = z.string().trim().min(1).max(200);
const note = z.string().trim().max(200).nullish();

/** What every version of a book or table is listed with. */
const row = {
  version: z.int().min(1),
  make: line,
  model: line.nullable(),
  title: line,
  note: z.string().nullish(),
  personId: id,
  addedAt: instant,
};

/** A version once saved stays as it is; `basedOn` is the version that was changed, 0 for a new book. */
export const keepCodingBook = z.strictObject({
  bookId: id,
  basedOn: z.int().min(0),
  book: codingBook,
  note,
  withdrawn: z.boolean().nullish(),
});
export type KeepCodingBook = z.infer<typeof keepCodingBook>;
export const codingBookKept = z.strictObject({ bookId: id, version: z.int().min(1) });
export type CodingBookKept = z.infer<typeof codingBookKept>;
export const codingBookRow = z.strictObject({ bookId: id, ...row });
export type CodingBookRow = z.infer<typeof codingBookRow>;
export const codingBookRows = z.strictObject({ books: z.array(codingBookRow) });
export const keptCodingBook = z.strictObject({
  ...codingBookRow.shape,
  book: codingBook,
  latest: z.int(),
  withdrawn: z.boolean(),
});
export type KeptCodingBook = z.infer<typeof keptCodingBook>;

export const keepDepthTable = z.strictObject({
  tableId: id,
  basedOn: z.int().min(0),
  make: line,
  model: line.nullish(),
  table: depthTable,
  note,
  withdrawn: z.boolean().nullish(),
});
export type KeepDepthTable = z.infer<typeof keepDepthTable>;
export const depthTableKept = z.strictObject({ tableId: id, version: z.int().min(1) });
export type DepthTableKept = z.infer<typeof depthTableKept>;
export const keptDepthTable = z.strictObject({ tableId: id, ...row, table: depthTable });
export type KeptDepthTable = z.infer<typeof keptDepthTable>;
/** Tables are small: they are listed whole. */
export const depthTables = z.strictObject({ tables: z.array(keptDepthTable) });

export { imagePieceBytes } from './headers.js';
export const imagePieceKept = z.strictObject({
  imageId: id,
  piece: z.int(),
  bytes: z.int(),
  sha256: z.string(),
});
export type ImagePieceKept = z.infer<typeof imagePieceKept>;
