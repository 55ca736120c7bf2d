/** A scan: what one reader printed about all modules at one moment. The one definition of its data. */
import * as z from 'zod';
import { codeStatus } from '../codes/index.js';

/** How far a module was reached: `unclear` where the report says of it what nobody here understands. */
export const reach = z.enum([
  'answered',
  'silent',
  'not-fitted',
  'unsupported',
  'timed-out',
  'refused',
  'unclear',
]);
export type Reach = z.infer<typeof reach>;

/** How a field of a code was read; `guess` where nothing but its place or look told what it is. */
export const readBy = z.enum([
  'column',
  'label',
  'legend',
  'mark',
  'byte',
  'word',
  'heading',
  'section',
  'guess',
  'hand',
]);
export type ReadBy = z.infer<typeof readBy>;

/** One code of a scan. `line` counts from 1 in the text that was read. */
export const scanCode = z.strictObject({
  module: z.string(),
  code: z.string(),
  failureType: z.string().nullish(),
  status: codeStatus,
  statusText: z.string().nullish(),
  statusByte: z.int().min(0).max(255).nullish(),
  text: z.string().nullish(),
  line: z.int().min(1).nullish(),
  repaired: z.boolean().nullish(),
  monitorRan: z.boolean().nullish(),
  /** Stored, and told to be intermittent or sporadic. */
  comesAndGoes: z.boolean().nullish(),
  how: z
    .strictObject({ module: readBy.nullish(), failureType: readBy.nullish(), status: readBy.nullish() })
    .nullish(),
});
export type ScanCode = z.infer<typeof scanCode>;

export const scanModule = z.strictObject({
  name: z.string(),
  answered: z.boolean(),
  reach: reach.nullish(),
  address: z.string().nullish(),
  line: z.int().min(1).nullish(),
  monitorRan: z.boolean().nullish(),
});
export type ScanModule = z.infer<typeof scanModule>;

/** A part of a scan while it is still being read. */
export type Draft<T> = { -readonly [K in keyof T]: T[K] };

/** What the reading made of one line of the report. */
export const lineKind = z.enum(['code', 'module', 'detail', 'header', 'value', 'ignored', 'notRead']);
export type LineKind = z.infer<typeof lineKind>;

export const scan = z.strictObject({
  codes: z.array(scanCode),
  modules: z.array(scanModule),
  notRead: z.array(z.strictObject({ line: z.int().min(1), text: z.string() })).nullish(),
  /** Lines not understood beyond those listed. */
  notReadMore: z.int().min(0).nullish(),
  reader: z.string().nullish(),
  readerSoftware: z.string().nullish(),
  date: z.string().nullish(),
  odometer: z.string().nullish(),
  supplyVolts: z.number().nullish(),
  /** True where the report says that no module answered: a connection fault, never "no codes". */
  noModuleAnswered: z.boolean().nullish(),
  vin: z.string().nullish(),
  /** The language of the words that were understood; null where no table of ours knows them. */
  language: z.string().nullish(),
  /** Totals that the report prints and that are not what was read. */
  mismatches: z
    .array(
      z.strictObject({
        line: z.int().min(1),
        printed: z.int().min(0),
        read: z.int().min(0),
        module: z.string().nullish(),
      }),
    )
    .nullish(),
  values: z
    .array(
      z.strictObject({
        module: z.string().nullable(),
        name: z.string(),
        value: z.string(),
        line: z.int().min(1),
      }),
    )
    .nullish(),
  /** Live values beyond those listed. */
  valuesMore: z.int().min(0).nullish(),
  /** What was made of each line; those that `notReadMore` and `valuesMore` count are left away. */
  lines: z.array(z.strictObject({ line: z.int().min(1), as: lineKind })).nullish(),
});
export type Scan = z.infer<typeof scan>;

/** What a comparison needs of a scan; any `Scan` is one. */
export const comparableScan = z.strictObject({
  ...scan.partial().shape,
  codes: z.array(scanCode.partial().required({ module: true, code: true, status: true })),
  modules: z.array(scanModule),
});
export type ComparableScan = z.infer<typeof comparableScan>;

export const comparison = z.strictObject({
  before: comparableScan,
  after: comparableScan,
  earlier: z.array(comparableScan).nullish(),
});
export type Comparison = z.infer<typeof comparison>;

export const codeResult = z.enum([
  'not-re-read',
  'absent-tested',
  'absent-untested',
  'still-active',
  'now-stored',
  'still-stored',
  'now-active',
  'returned',
  'new',
  'failure-type-changed',
]);
export type CodeResult = z.infer<typeof codeResult>;

export interface ComparedCode {
  readonly module: string;
  readonly code: string;
  readonly failureType: string | null;
  readonly result: CodeResult;
  /** The failure type before, where it changed. */
  readonly was?: string | null;
}

export interface ScanComparison {
  readonly rows: readonly ComparedCode[];
  readonly silentModules: readonly string[];
}
