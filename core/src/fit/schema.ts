/** A part as it is compared: the unit that came out, or one on offer. The one definition of its data. */
import * as z from 'zod';
import type { FitVerdict } from './verdicts.js';

const short = z.string().trim().min(1).max(80);
const month = z.string().regex(/^\d{4}-(?:0[1-9]|1[0-2])$/, 'expected a year and a month such as 2019-04');
const number = z.number().min(0).max(1e7);

export const connector = z.strictObject({
  cavities: z.int().min(1).max(400),
  /** The maker's letter or shape that keeps another plug out. */
  key: short.nullish(),
  colour: short.nullish(),
  gender: short.nullish(),
});
export type Connector = z.infer<typeof connector>;

export const provenance = z.strictObject({
  kind: z.enum(['new', 'used', 'remanufactured']),
  /** What happened to the car that it came from. */
  event: z.enum(['none', 'collision', 'water', 'unknown']).nullish(),
  /** This unit fired; what lay beside it is not meant. */
  deployed: z.boolean().nullish(),
  donorVin: short.nullish(),
  /** That the donor had run, in the unit of the shop. */
  distance: number.nullish(),
  storage: short.nullish(),
});

export const part = z.strictObject({
  id: short,
  kind: short,
  partNumber: short,
  interchangeGroup: short.nullish(),
  /** Only the part, or the assembly that holds it. */
  scope: z.enum(['part', 'assembly']).nullish(),
  connectors: z.array(connector).max(20).nullish(),
  hand: z.enum(['left', 'right', 'either']).nullish(),
  mounting: short.nullish(),
  /** Months of the cars for which it was made. */
  builtFrom: month.nullish(),
  builtTo: month.nullish(),
  /** Month in which its own car was built. */
  vehicleBuilt: month.nullish(),
  options: z.array(short).max(60).nullish(),
  hardware: short.nullish(),
  software: short.nullish(),
  stages: z.int().min(0).max(8).nullish(),
  watts: number.nullish(),
  base: short.nullish(),
  filaments: z.int().min(0).max(8).nullish(),
  colour: short.nullish(),
  amps: number.nullish(),
  style: short.nullish(),
  /** Restraint items inside an assembly. */
  contains: z.array(short).max(40).nullish(),
  origin: z.enum(['maker', 'equivalent', 'unbranded']).nullish(),
  provenance: provenance.nullish(),
  priceCents: z.int().min(0).max(100_000_000).nullish(),
});
export type Part = z.infer<typeof part>;

export const supersession = z.strictObject({ old: short, new: short });
export type Supersession = z.infer<typeof supersession>;

export const fitRequest = z.strictObject({
  original: part,
  candidates: z.array(part).max(2000),
  supersessions: z.array(supersession).max(20_000).nullish(),
});
export type FitRequest = z.infer<typeof fitRequest>;

export type FitOutcome = 'same' | 'compatible' | 'differs' | 'unknown';

/** One line of a comparison. */
export interface FitAttribute {
  readonly name: string;
  readonly outcome: FitOutcome;
  readonly weight: 'hard' | 'soft';
  readonly reason: string;
  /** What has to be done about it before the part serves. */
  readonly work?: readonly FitWork[];
}

export type FitWorkKind =
  'coding' | 'clone' | 'calibration' | 'adapter' | 'inspection' | 'board-transfer' | 'restraint-scope';

export interface FitWork {
  readonly kind: FitWorkKind;
  readonly says: string;
}

export interface Comparison {
  readonly id: string;
  readonly verdict: FitVerdict;
  readonly attributes: readonly FitAttribute[];
  readonly work: readonly string[];
}
