/**
 * What a unit of one model carries, and how it is coded: the list of what is saved, written, taught and declared; the
 * layout of its memory, its option rules, its trim codes, its procedures. The one definition of their data.
 */
import * as z from 'zod';
import { routeKind } from '../route/index.js';
import { layout, optionRules, trimScheme } from './schema.js';

const id = z.string().min(1).max(40);
const line = z.string().trim().min(1).max(200);
const short = z.string().trim().min(1).max(80);

export const carriedKinds = [
  'identity',
  'options',
  'odometer',
  'pairing',
  'trim',
  'calibration',
  'aim',
  'guarantee',
] as const;
export type CarriedKind = (typeof carriedKinds)[number];

/** `save`: before the old unit leaves the car; the others once the new one is in. */
export const carriedHows = ['save', 'write', 'teach', 'declare'] as const;
export type CarriedHow = (typeof carriedHows)[number];

export const carriedItem = z.strictObject({
  id,
  kind: z.enum(carriedKinds),
  how: z.enum(carriedHows),
  /** What is to be done, as it stands on the sheet. */
  does: line,
  /** The routes on which it has to be done; left out, all of them. */
  routes: z.array(routeKind).max(20).nullish(),
});
export type CarriedItem = z.infer<typeof carriedItem>;

/** What has to be so before a procedure begins, or before anything is written. */
export const preconditions = [
  'supply',
  'ignition-on',
  'ignition-off',
  'key',
  'wheels-straight',
  'seat-empty',
  'doors-shut',
  'identity',
] as const;
export type Precondition = (typeof preconditions)[number];

export const procedureStep = z.strictObject({
  id,
  does: line,
  /** The bridge goes into its socket, or comes out, at this step. */
  bridge: z.enum(['in', 'out']).nullish(),
  /** What a vehicle on the bench is set to: such as `ignition` to `on`. */
  sets: z.record(short, z.union([z.string().max(40), z.number(), z.boolean()])).nullish(),
  /** Time that has to pass before the next step, and after which it is too late; the server’s clock counts. */
  seconds: z
    .strictObject({ least: z.number().min(0).max(86_400), most: z.number().gt(0).max(86_400).nullish() })
    .nullish(),
  /** The sign that tells that it took. */
  sign: line.nullish(),
  ifMissing: line.nullish(),
});
export type ProcedureStep = z.infer<typeof procedureStep>;

/** The socket of a bridge, drawn from its mating face: rows of pins, numbered from the upper left. */
export const bridgeSocket = z.strictObject({
  name: short,
  rows: z.array(z.int().min(1).max(40)).min(1).max(4),
  pins: z.tuple([z.int().min(1), z.int().min(1)]),
  /** What a meter shows at the first pin against ground before the bridge is placed. */
  confirmVolts: z.number().min(0).max(60),
  source: line,
});
export type BridgeSocket = z.infer<typeof bridgeSocket>;

export const procedure = z.strictObject({
  id,
  title: line,
  /** Where it is from. */
  source: line,
  routes: z.array(routeKind).max(20).nullish(),
  before: z.array(z.enum(preconditions)).max(8),
  /** Volts at the car’s clamps within which it may run. */
  supply: z.strictObject({ least: z.number().gt(0).max(60), most: z.number().gt(0).max(60) }).nullish(),
  socket: bridgeSocket.nullish(),
  caution: line.nullish(),
  /** What to do to leave the car as it was. */
  abort: line,
  steps: z.array(procedureStep).min(1).max(60),
});
export type Procedure = z.infer<typeof procedure>;

export const codingBook = z.strictObject({
  title: line,
  make: short,
  model: short.nullish(),
  /** The unit as the model’s papers call it. */
  unit: short,
  carries: z.array(carriedItem).max(80),
  /** Where the distance is kept: all of them have to agree. */
  odometerStores: z.array(short).max(6).nullish(),
  layout: layout.nullish(),
  options: z
    .strictObject({
      rules: optionRules,
      /** The field of the layout that holds the coding bytes. */
      field: short.nullish(),
    })
    .nullish(),
  trim: z.strictObject({ scheme: trimScheme, positions: z.array(short).min(1).max(24) }).nullish(),
  procedures: z.array(procedure).max(20).nullish(),
});
export type CodingBook = z.infer<typeof codingBook>;

export const codingBookFormat = 'dormant-beacon/coding-book';
export const codingBookFile = z.strictObject({
  format: z.literal(codingBookFormat),
  version: z.literal(1),
  book: codingBook,
});
