/** A trace: one circuit, its suspects, the tests and repairs that are possible, and what was read so far. */
import * as z from 'zod';
import { circuit, faultMode, state } from '../circuit/index.js';

const id = z.string().min(1).max(80);
const label = z.string().max(200).nullish();
const chance = z.number().min(0).max(1);
const cents = z.number().min(0);
const minutes = z.number().min(0);

export const suspect = z.strictObject({
  id: id.nullish(),
  element: id,
  mode: faultMode,
  ohms: z.number().gt(0).nullish(),
  to: id.nullish(),
  weight: z.number().min(0),
  label,
});
export type Suspect = z.infer<typeof suspect>;

const test = { id, minutes, label, state: state.nullish(), caution: label };
const metered = { ...test, percent: z.number().min(0).nullish(), digits: z.number().min(0).nullish() };
const between = { ...metered, from: id, to: id };
const looked = {
  ...test,
  element: id,
  mode: faultMode.nullish(),
  finds: chance.nullish(),
  falseAlarm: chance.nullish(),
};

export const traceTest = z.discriminatedUnion('kind', [
  z.strictObject({ ...between, kind: z.literal('volts') }),
  z.strictObject({ ...between, kind: z.literal('ohms') }),
  z.strictObject({ ...between, kind: z.literal('testLamp') }),
  z.strictObject({ ...between, kind: z.literal('continuity') }),
  /** As a module shows it: a voltage, or the ohms of a loop that it measures itself. */
  z.strictObject({ ...between, kind: z.literal('live'), reads: z.enum(['volts', 'ohms']).nullish() }),
  z.strictObject({ ...metered, kind: z.literal('amps'), through: id }),
  z.strictObject({ ...looked, kind: z.literal('inspect') }),
  z.strictObject({ ...looked, kind: z.literal('listen') }),
  z.strictObject({ ...looked, kind: z.literal('wiggle') }),
  z.strictObject({ ...looked, kind: z.literal('function') }),
  z.strictObject({ ...test, kind: z.literal('swap'), element: id }),
]);
export type TraceTest = z.infer<typeof traceTest>;
export type MeteredTest = Extract<TraceTest, { percent?: unknown }>;
export type LookedTest = Extract<TraceTest, { finds?: unknown }>;

export const repairMethod = z.enum(['clean', 'reseat', 'retension', 'repair', 'replace']);
export const traceRepair = z.strictObject({
  element: id,
  minutes,
  priceCents: cents,
  method: repairMethod.nullish(),
  succeeds: chance.nullish(),
  label,
  caution: label,
});
export type TraceRepair = z.infer<typeof traceRepair>;

/**
 * What a test gave: `value` or `overload` of a meter, `found` of a look, `moved` or `gone` of a swap.
 * `overload: false` and `gone: false` say no more than leaving them out.
 */
export const traceReading = z.strictObject({
  test: id,
  value: z.number().nullish(),
  overload: z.boolean().nullish(),
  found: z.boolean().nullish(),
  moved: z.boolean().nullish(),
  gone: z.boolean().nullish(),
});
export type TraceReading = z.infer<typeof traceReading>;

/** What a connector's cavity is: it decides which tests it permits. */
export const cavityClass = z.enum(['squib', 'sensor', 'network', 'switch', 'power', 'high-voltage']);
export type CavityClass = z.infer<typeof cavityClass>;
export const cavity = z.strictObject({ point: id, class: cavityClass });
export type Cavity = z.infer<typeof cavity>;

export const traceCase = z.strictObject({
  circuit,
  suspects: z.array(suspect).max(2000).nullish(),
  outsideWeight: z.number().min(0).nullish(),
  outsideCents: cents.nullish(),
  hourlyRateCents: cents.nullish(),
  wrongPartCents: cents.nullish(),
  state: state.nullish(),
  tests: z.array(traceTest).max(1000),
  repairs: z.array(traceRepair).max(1000),
  readings: z.array(traceReading).nullish(),
  done: z.array(z.strictObject({ element: id, cured: z.boolean() })).nullish(),
  stopAt: z.number().gt(0).max(1).nullish(),
  cavities: z.array(cavity).max(2000).nullish(),
  /** Restraint, high-voltage, brake or steering: a repair is called for only when sure and confirmed by a reading. */
  guarded: z.boolean().nullish(),
  /** 2: the front-runners are judged two steps ahead. */
  steps: z.union([z.literal(1), z.literal(2)]).nullish(),
});
export type TraceCase = z.infer<typeof traceCase>;

/** The id, element and mode of the suspect that stands for everything outside the circuit. */
export const outside = 'outside';

export interface RankedSuspect {
  readonly id: string;
  readonly element: string;
  readonly mode: string;
  readonly probability: number;
}

/** One outcome of a test: what it would read, how likely it is, and the suspects that it would leave. */
export interface ForeseenOutcome {
  readonly value?: number;
  readonly overload?: true;
  readonly found?: boolean;
  readonly moved?: boolean;
  readonly probability: number;
  readonly leaves: readonly { readonly id: string; readonly probability: number }[];
}

export type NextAction =
  | {
      readonly action: 'test';
      readonly test: string;
      readonly expectedCents: number;
      readonly bits: number;
      readonly minutes: number;
      readonly outcomes: readonly ForeseenOutcome[];
    }
  | { readonly action: 'repair'; readonly element: string; readonly expectedCents: number };

/** A test that is never offered, and why. */
export interface ClosedTest {
  readonly test: string;
  readonly reason: string;
}

export interface NextTests {
  readonly suspects: readonly RankedSuspect[];
  readonly next: readonly NextAction[];
  readonly stop: boolean;
  readonly closed: readonly ClosedTest[];
}
