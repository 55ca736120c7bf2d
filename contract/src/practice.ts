/** Practice jobs: a simulated car with a hidden fault, and what is read and measured at it. */
import { codingEntry } from '@dormant-beacon/core/coding';
import { difficulties } from '@dormant-beacon/core/practice';
import { exposureData } from '@dormant-beacon/core/record';
import { traceCase, traceReading } from '@dormant-beacon/core/trace';
import * as z from 'zod';

const id = z.uuid();

/** @param seed by which the car and its fault are drawn; left out, one is drawn */
export const openPractice = z.strictObject({
  jobId: id,
  vehicleId: id,
  seed: z.int().min(0).max(1_000_000_000).nullish(),
  difficulty: z.enum(difficulties).nullish(),
  /** A case that was written, in place of one that is drawn. */
  case: z.string().max(40).nullish(),
});

/** Cases that were written, with what their drivers say. */
export const practiceCases = z.strictObject({
  cases: z.array(z.strictObject({ id: z.string(), car: z.string(), words: z.string() })),
});
export type PracticeCases = z.infer<typeof practiceCases>;

/** The first hint, or the second; each costs minutes in the end. */
export const askHint = z.strictObject({ number: z.int().min(1).max(2) });
export const hint = z.strictObject({ hint: z.string(), minutes: z.number() });
export type Hint = z.infer<typeof hint>;

/** A test of a trace, made once in a job although it is refused. */
export const override = z.strictObject({ traceId: id, test: z.string().min(1).max(200) });
/** What it did to the car. */
export const overridden = z.strictObject({ says: z.string() });
export type Overridden = z.infer<typeof overridden>;

/** A scan of every module as its reader prints it, and the frames behind it as a log. */
export const carReport = z.strictObject({ text: z.string(), log: z.string() });
export type CarReport = z.infer<typeof carReport>;

/** A drive as it is meant. */
export const drive = z.strictObject({
  beaconId: id,
  conditions: exposureData.shape.conditions,
  circumstances: exposureData.shape.circumstances,
  provoked: exposureData.shape.provoked,
});
export type Drive = z.infer<typeof drive>;

/** Whether the beacon showed, and every lamp that was on. */
export const driven = z.strictObject({ shown: z.boolean(), lit: z.array(z.string()).readonly() });
export type Driven = z.infer<typeof driven>;

/** What battery tester and thermometer show. */
export const carBeside = z.strictObject({
  volts: z.number(),
  milliohms: z.number(),
  healthPercent: z.number(),
  celsius: z.number(),
});
export type CarBeside = z.infer<typeof carBeside>;

/** Parts of the car that can be traced with a meter, its modules, and what they show of their inputs, live. */
export const carParts = z.strictObject({
  parts: z.array(z.strictObject({ target: z.string(), label: z.string() })),
  modules: z.array(z.strictObject({ module: z.string(), label: z.string() })),
  /** Hints that were asked for before. */
  hints: z.array(z.string()),
  live: z.array(
    z.strictObject({ module: z.string(), did: z.string(), label: z.string(), unit: z.enum(['Ω', 'V']) }),
  ),
});
export type CarParts = z.infer<typeof carParts>;

export const carPart = z.strictObject({ title: z.string(), case: traceCase });
export type CarPart = z.infer<typeof carPart>;

/** What a test of a trace shows; or why the instruments refuse it, and whether it can be done all the same. */
export const carReading = z.strictObject({
  reading: traceReading.nullable(),
  refused: z.string().nullable(),
  overridable: z.boolean(),
});
export type CarReading = z.infer<typeof carReading>;

/** What was asked of a module and what it answered, in words. */
const talk = z.array(z.strictObject({ asked: z.string(), answered: z.string() })).readonly();

/** A line of a coding sheet over the link: what is entered of it; nothing where it is done by hand, or refused. */
export const carLine = z.strictObject({
  talk,
  entries: z.array(codingEntry).readonly(),
  refused: z.string().nullable(),
});
export type CarLine = z.infer<typeof carLine>;

/** The memory of a unit as Intel HEX; or why its module refused. */
export const carMemory = z.strictObject({
  talk,
  refused: z.string().nullable(),
  text: z.string().nullable(),
});
export type CarMemory = z.infer<typeof carMemory>;

const steps = z
  .array(z.strictObject({ did: z.string(), came: z.string(), belief: z.number().nullable() }))
  .readonly();

/** Told once the car was handed back: what it was, and what the planner would have spent. */
export const practiceEnd = z.strictObject({
  /** The fault, in words. */
  was: z.string(),
  mended: z.boolean(),
  minutes: z.number(),
  cents: z.int(),
  partsInVain: z.int(),
  hints: z.int(),
  /** What was done although it was refused, and what came of it. */
  breaches: z.array(z.string()).readonly(),
  /** Every test and repair, in its order, with what came of it, and how likely the fault’s true part was then. */
  steps,
  planner: z.strictObject({ minutes: z.number(), cents: z.int(), steps }),
});
export type PracticeEnd = z.infer<typeof practiceEnd>;

/**
 * The latest simulated cars of a person; of everyone for a lead. The newest come first.
 * `end` is how it ended as it was told first, and null until then.
 */
export const practiceCars = z.strictObject({
  cars: z.array(
    z.strictObject({
      jobId: id,
      number: z.string(),
      car: z.string(),
      person: z.string(),
      openedAt: z.iso.datetime(),
      end: practiceEnd
        .omit({ steps: true, planner: true })
        .extend({
          plannerMinutes: z.number(),
          // Left out in what was told before there were any.
          hints: z.int().nullish(),
          breaches: z.array(z.string()).readonly().nullish(),
        })
        .nullable(),
    }),
  ),
});
export type PracticeCars = z.infer<typeof practiceCars>;
