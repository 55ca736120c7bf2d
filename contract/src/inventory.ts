/** Stock of other yards: lists that are taken in whole or not at all, and searches over them. */
import { columnMapping, inventoryRow } from '@dormant-beacon/core/inventory';
import { instant } from '@dormant-beacon/core/record';
import * as z from 'zod';

const id = z.uuid();
const line = z.string().trim().min(1).max(200);
const lineNumber = z.int().min(1).max(20_000_000);

/** Rows that one request brings at most. */
export const mostImportRows = 2000;

export const addSource = z.strictObject({ id, name: line });
export type AddSource = z.infer<typeof addSource>;

/** A yard, with its stock as it was last taken in. */
export const source = z.strictObject({
  id,
  name: z.string(),
  rows: z.int(),
  takenInAt: instant.nullable(),
  /** Headings of its last list, and what each column held. */
  mapping: z.strictObject({ head: z.array(z.string()), columns: columnMapping }).nullable(),
});
export const sources = z.strictObject({ sources: z.array(source) });
export type InventorySource = z.infer<typeof source>;

/** Begins a list, or goes on with one of the same fingerprint that was cut off. */
export const beginImport = z.strictObject({
  id,
  sourceId: id,
  fileName: line,
  /** By which the same file is known again. */
  fingerprint: z.string().min(4).max(100),
  head: z.array(z.string().max(200)).max(200),
  columns: columnMapping,
});
export type BeginImport = z.infer<typeof beginImport>;

export const importState = z.strictObject({
  id,
  sourceId: id,
  fileName: z.string(),
  state: z.enum(['coming', 'taken', 'undone']),
  /** The first line that is still to come; the heading is line 1. */
  nextLine: z.int(),
  rows: z.int(),
  bad: z.int(),
});
export type ImportState = z.infer<typeof importState>;

/** Lines from `from` to `to`, in order; what is no row stands in `bad` with its reason. */
export const importRows = z
  .strictObject({
    from: lineNumber,
    to: lineNumber,
    rows: z.array(z.strictObject({ line: lineNumber, row: inventoryRow })).max(mostImportRows),
    bad: z
      .array(z.strictObject({ line: lineNumber, text: z.string().max(500), why: z.string().min(1).max(300) }))
      .max(mostImportRows),
  })
  .refine(({ from, to }) => from <= to, { path: ['to'], error: 'it ends before it begins' });
export type ImportRows = z.infer<typeof importRows>;

/** `taken`: the list takes the place of the yard's last one, all of it at once. */
export const endImport = z.strictObject({ as: z.enum(['taken', 'undone']), lines: z.int().min(0) });
export type EndImport = z.infer<typeof endImport>;

export const importReport = z.strictObject({
  ...importState.shape,
  /** The first lines that were no rows. */
  badLines: z.array(z.strictObject({ line: z.int(), text: z.string(), why: z.string() })),
});
export type ImportReport = z.infer<typeof importReport>;

export const found = z.strictObject({
  found: z.array(
    z.strictObject({
      sourceId: id,
      source: z.string(),
      takenInAt: instant,
      ...inventoryRow.shape,
    }),
  ),
  /** There is more than was given. */
  more: z.boolean(),
});
export type Found = z.infer<typeof found>;
