/** Steps by which something in a car is reached, and what comes off on the way: the one definition of their data. */
import * as z from 'zod';

const id = z.string().min(1).max(80);
const word = z.string().trim().min(1).max(80);
const count = z.int().min(0).max(100_000);

export const fastener = z.strictObject({
  kind: word,
  /** Drive and size, such as `T20`. */
  drive: word.nullish(),
  count,
  torqueNm: z.number().min(0).max(2000).nullish(),
  oneTime: z.boolean().nullish(),
});
export type Fastener = z.infer<typeof fastener>;

/** A step says more of itself than the plan needs: where, how, what to take care of. That is let through. */
export const accessStep = z.looseObject({
  id,
  minutes: z.number().min(0).max(10_000),
  /** Alternatives: of one of them every step has to be done before. Left out or empty: nothing has. */
  needs: z.array(z.array(id).max(100)).max(50).nullish(),
  fasteners: z.array(fastener).max(100).nullish(),
});
export type AccessStep = z.infer<typeof accessStep>;

export const mostSteps = 400;

export const ledgerPlanRequest = z.strictObject({
  steps: z.array(accessStep).max(mostSteps),
  targets: z.array(id).max(mostSteps),
  try: z.strictObject({ needs: z.array(id).max(mostSteps) }).nullish(),
});
export type LedgerPlanRequest = z.infer<typeof ledgerPlanRequest>;

export interface LedgerPlan {
  readonly minutes: number;
  readonly order: readonly string[];
  /** No other way takes less; false where the work budget ran out before that was sure. */
  readonly optimal: boolean;
  /** Drives to lay out, in the order in which they are first needed. */
  readonly tools: readonly string[];
  /** Fasteners that are used once: to be renewed. */
  readonly oneTime: readonly {
    readonly kind: string;
    readonly drive: string | null;
    readonly count: number;
  }[];
  readonly refit: readonly string[];
  /** The refit step after which the function can be tried; null where nothing of it was taken off. */
  readonly tryAfter: string | null;
}

const counted = z.strictObject({ bag: word, kind: word, drive: word.nullish(), count });
export const ledgerCountRequest = z.strictObject({
  removed: z.array(counted).max(5000),
  refitted: z.array(counted).max(5000),
});
export type LedgerCountRequest = z.infer<typeof ledgerCountRequest>;
