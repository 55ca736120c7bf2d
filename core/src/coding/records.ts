/** What is entered of a unit that is coded: its plan, its images, each line of the sheet, its key and cylinder. */
import * as z from 'zod';
import { depthTable } from '../lock/index.js';
import { routeKind } from '../route/index.js';
import { codingBook } from './book.js';
import { imageForms } from './kinds.js';
import { mergeFacts, recipe } from './schema.js';

const id = z.string().min(1).max(40);
const line = z.string().trim().min(1).max(200);
const short = z.string().trim().min(1).max(80);
const reason = z.string().trim().min(8).max(300);
const kilometres = z.int().min(0).max(5_000_000);

export const codingPlanData = z.strictObject({
  unit: short,
  /** The routes of the unit, and the trace in which it was found, where there are any. */
  planId: z.uuid().nullish(),
  traceId: z.uuid().nullish(),
  /** The way in which the new unit comes; it decides what has to be done. */
  route: routeKind.nullish(),
  /** Nothing is fitted: what is in the car is taught or aimed anew. */
  teachOnly: z.literal(true).nullish(),
  /** What the library says of the unit, as it was when this was entered. */
  book: codingBook.nullish(),
  kept: z.strictObject({ bookId: z.uuid(), version: z.int().min(1) }).nullish(),
  /** Why nothing has to be coded. */
  notNeeded: reason.nullish(),
});
export type CodingPlanData = z.infer<typeof codingPlanData>;

export const imageRoles = ['original', 'donor', 'merged', 'read-back'] as const;
export type ImageRole = (typeof imageRoles)[number];

export const codingImageData = z.strictObject({
  codingId: z.uuid(),
  /** Under which its bytes were kept, in pieces. */
  imageId: z.uuid(),
  role: z.enum(imageRoles),
  form: z.enum(imageForms),
  /** Bytes of the file, and its SHA-256; the server works the latter out where a page cannot, and keeps it always. */
  bytes: z
    .int()
    .min(1)
    .max(80 * 1024 * 1024),
  sha256: z
    .string()
    .regex(/^[0-9a-f]{64}$/, 'expected a SHA-256 in hexadecimal')
    .nullish(),
  reader: z.string().trim().max(120).nullish(),
  /** Of a merged image: from what it was made. */
  merge: z
    .strictObject({
      original: z.uuid(),
      donor: z.uuid(),
      recipe,
      ...mergeFacts.shape,
    })
    .nullish(),
});
export type CodingImageData = z.infer<typeof codingImageData>;

export const stepResults = ['started', 'done', 'sign-missing', 'aborted'] as const;

/** One thing that was said or done at the sheet. */
export const codingEntry = z.discriminatedUnion('what', [
  /** A carried item: done, or not needed on this car and why. */
  z.strictObject({
    what: z.literal('item'),
    item: id,
    as: z.enum(['done', 'not-needed']),
    note: z.string().trim().max(300).nullish(),
  }),
  /** Something that has to be so before it goes on. Volts are measured at the car’s clamps. */
  z.strictObject({
    what: z.literal('check'),
    check: id,
    volts: z.number().min(0).max(60).nullish(),
    note: z.string().trim().max(300).nullish(),
  }),
  z.strictObject({
    what: z.literal('step'),
    procedure: id,
    step: id,
    as: z.enum(stepResults),
    note: z.string().trim().max(300).nullish(),
  }),
  z.strictObject({
    what: z.literal('odometer'),
    store: short,
    of: z.enum(['car', 'donor']),
    moment: z.enum(['before', 'after']),
    km: kilometres,
  }),
  /** What was driven since take-in, by whoever drove. */
  z.strictObject({ what: z.literal('driven'), km: z.int().min(0).max(10_000) }),
  z.strictObject({
    what: z.literal('trim'),
    position: short,
    moment: z.enum(['before', 'after']),
    label: z.string().trim().min(1).max(60),
  }),
  z.strictObject({
    what: z.literal('options'),
    base: z
      .string()
      .regex(/^(?:[0-9a-f]{2})+$/)
      .max(131_072),
    bytes: z
      .string()
      .regex(/^(?:[0-9a-f]{2})+$/)
      .max(131_072),
    options: z.array(short).max(2000),
  }),
  z.strictObject({
    what: z.literal('keys'),
    start: z.int().min(0).max(20),
    doNotStart: z.int().min(0).max(20),
  }),
]);
export type CodingEntry = z.infer<typeof codingEntry>;

export const codingEntryData = z.strictObject({ codingId: z.uuid(), entry: codingEntry });

/** A cylinder that was set to a key. */
export const lockSetData = z.strictObject({
  codingId: z.uuid().nullish(),
  where: line,
  table: depthTable,
  /** Cut heights of the owner’s key; left out where its code was typed. */
  measured: z.array(z.number().gt(0).max(100)).max(30).nullish(),
  accuracyMm: z.number().gt(0).max(5).nullish(),
  codes: z.array(z.string().trim().min(1).max(8)).min(1).max(30),
  kit: z.record(z.string().trim().min(1).max(8), z.int().min(0).max(10_000)).nullish(),
  /** Turned with the key, none of it shaken: how often it turned cleanly, and whether it ever caught. */
  tried: z
    .strictObject({ turns: z.int().min(0).max(1000), caught: z.boolean(), tooFar: z.boolean() })
    .nullish(),
});
export type LockSetData = z.infer<typeof lockSetData>;
