/** A trace: one circuit, its suspects, the tests and repairs that are possible, and what was read so far. */
import * as z from 'zod';
import { circuit, faultMode, positive, state } from '../../circuit/index.js';

const id = z.string().min(1).max(80);
const label = z.string().max(200).nullish();
const chance = z.number().min(0).max(1);
/** Far beyond any car, and small enough that no sum overflows. */
const most = 1e12;
const cents = z.number().min(0).max(most);
const minutes = z.number().min(0).max(1e6);
const supplyVolts = z.number().gt(0).max(100);
const weight = z.number().min(0).max(most);

export const suspect = z.strictObject({
  id: id.nullish(),
  element: id,
  mode: faultMode,
  ohms: positive.nullish(),
  to: id.nullish(),
  /** Of an intermittent one: the positions in which alone it shows, or how often a look finds it. */
  positions: z.array(id).max(20).nullish(),
  chance: chance.nullish(),
  weight,
  label,
  /** What made its weight: the factors that it was multiplied by, with their reasons. */
  because: z
    .array(
      z.strictObject({
        what: z.string().min(1).max(200),
        times: z.number().min(0),
        /** It comes from the shop's table and what that has learned. */
        by: z.literal('table').nullish(),
      }),
    )
    .max(20)
    .nullish(),
});
export type Suspect = z.infer<typeof suspect>;

/**
 * In which state of the supply something is done. `dead-then-live`: fitted while dead, read with the power back.
 * Left out, either will do.
 */
export const powerWanted = z.enum(['live', 'dead', 'dead-then-live']);
export type PowerWanted = z.infer<typeof powerWanted>;
/** What must be reached first, by the ids of the case's accesses, and the power that it is done with. */
const reached = { needs: z.array(id).max(20).nullish(), power: powerWanted.nullish() };

const test = {
  id,
  minutes,
  label,
  state: state.nullish(),
  caution: label,
  ...reached,
  /** It moves or parts something: what is read after it may be of a changed car. Swaps, wiggles and unplugging always do. */
  disturbs: z.boolean().nullish(),
};
const metered = {
  ...test,
  percent: z.number().min(0).max(most).nullish(),
  digits: z.number().min(0).max(most).nullish(),
};
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
  /** With `shows` it asks how the element works, whatever the cause: not at all, weakly, or where it should be off. */
  z.strictObject({ ...looked, kind: z.literal('function'), shows: z.enum(['off', 'weak', 'on']).nullish() }),
  /** The suspected cause applied, removed, applied again: found where the fault comes with it. */
  z.strictObject({ ...looked, kind: z.literal('provoke') }),
  z.strictObject({ ...test, kind: z.literal('swap'), element: id }),
]);
export type TraceTest = z.infer<typeof traceTest>;
export type MeteredTest = Extract<TraceTest, { percent?: unknown }>;
export type LookedTest = Extract<TraceTest, { finds?: unknown }> & {
  readonly shows?: 'off' | 'weak' | 'on' | null | undefined;
};

export const repairMethod = z.enum(['clean', 'reseat', 'retension', 'repair', 'replace']);
export type RepairMethod = z.infer<typeof repairMethod>;
export const traceRepair = z.strictObject({
  element: id,
  minutes,
  priceCents: cents,
  method: repairMethod.nullish(),
  succeeds: chance.nullish(),
  /** Other elements that come with it, as the switch and the motor with a latch: bought together, cured together. */
  covers: z.array(id).max(100).nullish(),
  label,
  caution: label,
  ...reached,
});
export type TraceRepair = z.infer<typeof traceRepair>;

/**
 * What a test gave: `value` or `overload` of a meter, `found` of a look, `moved` or `gone` of a swap.
 * `overload: false` and `gone: false` say no more than leaving them out.
 */
export const traceReading = z.strictObject({
  test: id,
  value: z.number().min(-most).max(most).nullish(),
  overload: z.boolean().nullish(),
  found: z.boolean().nullish(),
  moved: z.boolean().nullish(),
  gone: z.boolean().nullish(),
  /** Volts at the battery in that moment: left out, they are an unknown that the readings of a case share. */
  supplyVolts: supplyVolts.nullish(),
});
export type TraceReading = z.infer<typeof traceReading>;

/** The volts that the supply may have where they were not measured: likeliest at `volts`. */
export const traceSupply = z
  .strictObject({ low: supplyVolts, volts: supplyVolts, high: supplyVolts })
  .refine(({ low, volts, high }) => low <= volts && volts <= high, {
    path: ['volts'],
    error: 'expected low ≤ volts ≤ high',
  });

/** What a connector's cavity is: it decides which tests it permits. */
export const cavityClass = z.enum(['squib', 'sensor', 'network', 'switch', 'power', 'high-voltage']);
export type CavityClass = z.infer<typeof cavityClass>;
export const cavity = z.strictObject({ point: id, class: cavityClass });
export type Cavity = z.infer<typeof cavity>;

/** Something taken off or out to reach a place: paid once. */
export const traceAccess = z.strictObject({
  id,
  label,
  minutes,
  /** Its single steps, where they are known: what two accesses share is paid once, and `minutes` stands back. */
  steps: z.array(z.strictObject({ id, minutes })).max(400).nullish(),
});
export type TraceAccess = z.infer<typeof traceAccess>;

/** Minutes of a change between a live and a dead car, and which it is now: live where nothing is said. */
export const tracePower = z.strictObject({
  now: z.enum(['live', 'dead']).nullish(),
  downMinutes: minutes,
  /** Until the stored energy is gone. */
  waitMinutes: minutes.nullish(),
  upMinutes: minutes,
});
export type TracePower = z.infer<typeof tracePower>;

/**
 * Does the fault still show? It holds from the reading with the index `from` on; left out, for what is read after the
 * test `after`, which may have moved something. Without a test it is what was seen at that moment: the fault came or
 * went by itself.
 */
export const traceEpoch = z
  .strictObject({ after: id.nullish(), shows: z.boolean(), from: z.int().min(0).nullish() })
  .refine(({ after, from }) => after != null || from != null, {
    path: ['from'],
    error: 'an epoch needs the test that it follows, or the index of the reading from which it holds',
  });
export type TraceEpoch = z.infer<typeof traceEpoch>;

/** What a person says of a suspect. */
export const suspectWord = z.strictObject({ suspect: id, as: z.enum(['pinned', 'ruled-out']), note: label });
export type SuspectWord = z.infer<typeof suspectWord>;

/** What may have made a part fail, and the look that shows it. */
export const traceRoot = z.strictObject({
  element: id,
  mode: faultMode.nullish(),
  root: z.string().min(1).max(120),
  check: z.string().min(1).max(200),
});
export type TraceRoot = z.infer<typeof traceRoot>;

export const traceCase = z.strictObject({
  /** The template that it was made from. */
  template: id.nullish(),
  circuit,
  suspects: z.array(suspect).max(2000).nullish(),
  outsideWeight: weight.nullish(),
  outsideCents: cents.nullish(),
  hourlyRateCents: cents.nullish(),
  wrongPartCents: cents.nullish(),
  state: state.nullish(),
  supply: traceSupply.nullish(),
  tests: z.array(traceTest).max(1000),
  repairs: z.array(traceRepair).max(1000),
  readings: z.array(traceReading).nullish(),
  done: z
    .array(z.strictObject({ element: id, cured: z.boolean(), method: repairMethod.nullish() }))
    .nullish(),
  stopAt: z.number().gt(0).max(1).nullish(),
  cavities: z.array(cavity).max(2000).nullish(),
  /** Restraint, high-voltage, brake or steering: a repair is called for only when sure and confirmed by a reading. */
  guarded: z.boolean().nullish(),
  /**
   * 1 or 2: how many steps ahead the front-runners are judged. Left out, they are followed to the end of the plan where
   * that is quickly done; else 1, and 2 where it is guarded.
   */
  steps: z.union([z.literal(1), z.literal(2)]).nullish(),
  accesses: z.array(traceAccess).max(100).nullish(),
  /** Accesses open already, beside those of the tests that were read and the repairs that were done. */
  gained: z.array(id).max(100).nullish(),
  /** Single steps of accesses that are done, by their ids. */
  gainedSteps: z.array(id).max(400).nullish(),
  power: tracePower.nullish(),
  epochs: z.array(traceEpoch).max(1000).nullish(),
  words: z.array(suspectWord).max(2000).nullish(),
  /** Also weigh two faults at once, of the likeliest suspects. */
  pairs: z.boolean().nullish(),
  roots: z.array(traceRoot).max(500).nullish(),
});
export type TraceCase = z.infer<typeof traceCase>;

/** The id, element and mode of the suspect that stands for everything outside the circuit. */
export const outside = 'outside';
