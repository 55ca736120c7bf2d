/** What is entered of a car that is taken apart: the way, each step off and on, times to cure, tries. */
import * as z from 'zod';
import { accessMap } from './access-map.js';
import { modeResults, type TargetWork, targetWorks, tryMoments } from './acts.js';

const id = z.string().min(1).max(40);
const line = z.string().trim().min(1).max(200);
const short = z.string().trim().min(1).max(80);
const reason = z.string().trim().min(1).max(300);

const aim = {
  targets: z
    .array(z.strictObject({ part: id, work: z.enum(targetWorks) }))
    .min(1)
    .max(40),
  /** Steps that cannot be done on this car, such as a bolt that will not come out: the way goes round them. */
  without: z.array(id).max(100).nullish(),
  /** Steps that were off already when the way was worked out. */
  gained: z.array(id).max(400).nullish(),
};

export const stripWay = z.strictObject({
  minutes: z.number().min(0).max(100_000),
  order: z.array(id).max(400),
  optimal: z.boolean(),
});
export type StripWay = z.infer<typeof stripWay>;

export const stripPlanData = z.strictObject({
  /** The map as it was when the plan was made. */
  map: accessMap,
  /** Where the library keeps it. */
  kept: z.strictObject({ mapId: z.uuid(), version: z.int().min(1) }).nullish(),
  ...aim,
  way: stripWay,
  /** What a trace has to reach, and which part of the map that is: its minutes come from here. */
  reaches: z
    .array(z.strictObject({ traceId: z.uuid(), access: z.string().min(1).max(80), part: id }))
    .max(100)
    .nullish(),
});
export type StripPlanData = z.infer<typeof stripPlanData>;
export interface StripAim {
  readonly targets: readonly { readonly part: string; readonly work: TargetWork }[];
  readonly without?: readonly string[] | null | undefined;
  readonly gained?: readonly string[] | null | undefined;
}

export const ledgerEntryData = z.strictObject({
  planId: z.uuid(),
  /** Of the map; of a step that the map does not have, a name of its own with `own`. */
  step: id,
  as: z.enum(['off', 'on']),
  own: z.strictObject({ label: line, zone: short }).nullish(),
  bag: z.int().min(1).max(999).nullish(),
  /** Where it was laid. */
  lies: short.nullish(),
  /** As they were counted; left out, as the map has them. */
  counts: z
    .array(z.strictObject({ kind: short, drive: short.nullish(), count: z.int().min(0).max(1000) }))
    .max(30)
    .nullish(),
  /** The values that were reached, for each fastener with one. */
  torques: z
    .array(z.strictObject({ kind: short, drive: short.nullish(), nm: z.number().min(0).max(2000) }))
    .max(30)
    .nullish(),
  /** Fasteners that are used once and were put in new. */
  renewed: z.int().min(0).max(1000).nullish(),
  /** What is odd about it: a bolt longer than the others, a part the wrong way round. */
  mark: line.nullish(),
  note: line.nullish(),
  /** Why it was closed although a time runs, the function is not tried, or something behind it is open. */
  despite: reason.nullish(),
});
export type LedgerEntryData = z.infer<typeof ledgerEntryData>;

export const waitData = z.strictObject({
  planId: z.uuid(),
  /** What cures or dries, such as `sealant at the rear lamp`. */
  what: line,
  minutes: z
    .number()
    .gt(0)
    .max(7 * 24 * 60),
  /** What must not be closed over it yet: the steps on the way to this one; left out, nothing is closed. */
  over: id.nullish(),
  /** Ends one before its time: its id, and why. */
  ends: z.uuid().nullish(),
  reason: reason.nullish(),
});
export type WaitData = z.infer<typeof waitData>;

export const tryData = z.strictObject({
  planId: z.uuid(),
  part: id,
  moment: z.enum(tryMoments),
  modes: z
    .array(z.strictObject({ mode: short, result: z.enum(modeResults) }))
    .min(1)
    .max(40),
  note: line.nullish(),
});
export type TryData = z.infer<typeof tryData>;

/** What an entry carries of its place in the job. */
interface Stamp {
  readonly id: string;
  readonly seq: number;
  readonly personId: string;
  readonly recordedAt: string;
}
export type LedgerEntry = LedgerEntryData & Stamp;
export type CureWait = WaitData & Stamp;
export type FunctionTry = TryData & Stamp;
