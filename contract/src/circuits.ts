/** Circuits that the shop keeps, its base rates, and known weaknesses of models. */
import { baseRate, rateBook, traceCase } from '@dormant-beacon/core/trace';
import { instant } from '@dormant-beacon/core/record';
import * as z from 'zod';
import { credibility } from './library.js';

const id = z.uuid();
const line = z.string().trim().min(1).max(200);
const short = z.string().trim().min(1).max(80);
const stamp = { personId: id, addedAt: instant };
const own = { circuitId: id, make: line, model: line.nullish(), title: line };

/** A version once saved stays as it is; `basedOn` is the version that was changed, 0 for a new circuit. */
export const keepCircuit = z.strictObject({
  ...own,
  basedOn: z.int().min(0),
  case: traceCase,
  note: z.string().trim().max(200).nullish(),
  /** From this version on it is offered to nobody; a later one brings it back. */
  withdrawn: z.boolean().nullish(),
});
export type KeepCircuit = z.infer<typeof keepCircuit>;
export const circuitKept = z.strictObject({ circuitId: id, version: z.int().min(1) });
export type CircuitKept = z.infer<typeof circuitKept>;

export const circuitRow = z.strictObject({
  ...own,
  ...stamp,
  version: z.int().min(1),
  note: z.string().nullish(),
});
export type CircuitRow = z.infer<typeof circuitRow>;
export const circuitRows = z.strictObject({ circuits: z.array(circuitRow) });
export const keptCircuit = z.strictObject({
  ...circuitRow.shape,
  case: traceCase,
  latest: z.int(),
  withdrawn: z.boolean(),
});
export type KeptCircuit = z.infer<typeof keptCircuit>;

export const rates = z.strictObject({ ...rateBook.shape, note: z.string().nullish() });
export type Rates = z.infer<typeof rates>;
export const keepRates = z.strictObject({
  basedOn: z.int().min(0),
  rates: z.array(baseRate).max(500),
  note: z.string().trim().max(200).nullish(),
});
export type KeepRates = z.infer<typeof keepRates>;
export const ratesKept = z.strictObject({ version: z.int().min(1) });

const reliability = z.strictObject({
  count: z.number().min(0),
  tenths: z
    .array(z.strictObject({ from: z.number(), count: z.number(), stated: z.number(), held: z.number() }))
    .readonly(),
  brier: z.number().nullable(),
  few: z.boolean(),
});
/** How far what the planner called, and what was stated of a cure, was kept. */
export const cures = z.strictObject({ called: reliability, stated: reliability });
export type Cures = z.infer<typeof cures>;

const weakness = {
  make: line,
  model: line.nullish(),
  /** The circuit's template and the suspect in it. */
  template: short,
  suspect: short,
  says: line,
  source: line,
  credibility,
  times: z.number().min(1).max(5),
};
export const addWeakness = z.strictObject({ id, ...weakness });
export type AddWeakness = z.infer<typeof addWeakness>;
export const weaknesses = z.strictObject({
  weaknesses: z.array(z.strictObject({ id, ...stamp, ...weakness })),
});
export type Weaknesses = z.infer<typeof weaknesses>;
