/** Restraint items, what happened to them, what was seen of them: the one definition of their data. */
import * as z from 'zod';
import { eventKind } from '../event/index.js';
import { restraintPolicies, type RestraintPolicy } from './policies.js';

export const restraintItem = z.enum([
  'frontal-bag',
  'knee-bag',
  'centre-bag',
  'side-bag',
  'curtain',
  'belt',
  'buckle-pretensioner',
  'lap-pretensioner',
  'buckle-switch',
  'control-module',
  'impact-sensor',
  'clock-spring',
  'occupant-sensor',
  'seat-frame',
  'harness',
  'steering-column',
  'battery-cut-off',
  'bonnet-lifter',
  'head-restraint',
  'trim',
  'other',
]);
export type RestraintItem = z.infer<typeof restraintItem>;

export const restraintSign = z.enum([
  'deployed',
  'locked',
  'stalk-short',
  'cable-out',
  'loop-open',
  'loop-normal',
  'loop-high',
  'webbing-marked',
  'code-crash-locked',
  'no-sign',
  'claimed-unfired',
]);
export type RestraintSign = z.infer<typeof restraintSign>;

export const restraintAction = z.enum([
  'replace',
  'certified-rebuild',
  'inspect',
  'function-test',
  'recalibrate',
  'reuse',
]);
export type RestraintAction = z.infer<typeof restraintAction>;

export const restraintPolicy = z.enum(restraintPolicies);

const id = z.string().min(1).max(80);
const seat = z.string().trim().min(1).max(80);
const zone = z.int().min(1).max(12);

export const inventoryItem = z.strictObject({
  id,
  item: restraintItem,
  seat: seat.nullish(),
  /** Where it lies, by the clock as seen from above; left out, it may lie anywhere. */
  zone: zone.nullish(),
  stages: z.int().min(1).max(4).nullish(),
  loops: z.array(id).max(8).nullish(),
});
export type InventoryItem = z.infer<typeof inventoryItem>;

export const restraintEvent = z.strictObject({
  kind: eventKind,
  zones: z.array(zone).max(12).nullish(),
  severity: z.enum(['light', 'moderate', 'severe', 'unknown']).nullish(),
});
export type RestraintEvent = z.infer<typeof restraintEvent>;

export const scopeRequest = z.strictObject({
  inventory: z.array(inventoryItem).max(400),
  event: restraintEvent,
  /** Who sat where; left out, anyone may have sat anywhere. */
  occupants: z
    .array(z.strictObject({ seat, belted: z.boolean().nullish() }))
    .max(20)
    .nullish(),
  evidence: z
    .array(z.strictObject({ id, sign: restraintSign }))
    .max(2000)
    .nullish(),
  policy: restraintPolicy.nullish(),
});
export type ScopeRequest = z.infer<typeof scopeRequest>;

export interface ScopedItem {
  readonly id: string;
  readonly action: RestraintAction;
  /** Each with where it comes from, in brackets. */
  readonly reasons: readonly string[];
}

export interface RestraintScope {
  readonly items: readonly ScopedItem[];
  readonly contradictions: readonly { readonly id: string; readonly why: string }[];
  readonly toCollect: readonly { readonly id: string; readonly evidence: string }[];
  readonly calibrations: readonly string[];
  /** What is used once and bought with the parts. */
  readonly consumables: readonly { readonly id: string; readonly what: string }[];
}

const cents = z.int().min(0).max(1_000_000_000);
export const packageRequest = z.strictObject({
  items: z
    .array(
      z.strictObject({
        id,
        routes: z
          .array(
            z.strictObject({
              kind: restraintPolicy,
              priceCents: cents,
              minutes: z.number().min(0).max(100_000).nullish(),
              days: z.number().min(0).max(10_000).nullish(),
              /** Of a salvage unit: it was shown to be unfired, unit by unit. */
              proof: z.boolean().nullish(),
            }),
          )
          .max(100),
      }),
    )
    .max(400),
  policy: restraintPolicy,
  hourlyRateCents: cents,
  vehicleValueCents: cents.nullish(),
  /** Share of the vehicle's value above which the repair is a total loss. */
  totalLossAt: z.number().min(0).max(10).nullish(),
});
export type PackageRequest = z.infer<typeof packageRequest>;

export interface RestraintPackage {
  readonly items: readonly {
    readonly id: string;
    readonly kind: RestraintPolicy;
    readonly cents: number;
  }[];
  readonly cents: number;
  readonly days: number;
  readonly newCents: number | null;
  readonly missing: readonly string[];
  readonly totalLoss: boolean | null;
}

const words = z.string().max(4000).nullish();
export const guardRequest = z.strictObject({
  /** The customer's words for it. */
  complaint: words,
  /** The module that reported it. */
  module: words,
  code: words,
  /** The code's own text. */
  text: words,
  part: words,
  /** What is going to be done, and where. */
  work: words,
});
export type GuardRequest = z.infer<typeof guardRequest>;

export const guardKinds = ['restraint', 'high-voltage', 'brake', 'steering', 'none'] as const;
export type GuardKind = (typeof guardKinds)[number];

export interface Guard {
  readonly guard: GuardKind;
  readonly why: readonly string[];
}

/** What a person confirms while a car is made safe and powered again; each is a fact, none is a tick. */
export const safetyStepKinds = [
  'placed',
  'asleep',
  'ignition-off',
  'battery-off',
  'fuses-pulled',
  'second-supply-off',
  'silent',
  'seen-by-second',
  'wait-set',
  'power-was-on',
  'handed-over',
  'isolation-checked',
  'power-on',
  'hv-locked-out',
  'hv-absence-checked',
] as const;
export const safetyStepKind = z.enum(safetyStepKinds);
export type SafetyStepKind = z.infer<typeof safetyStepKind>;

export const safetyStep = z.strictObject({
  step: safetyStepKind,
  /** Where and how: which carrier a fuse sits in, what hangs on the key, who is qualified. */
  note: z.string().trim().max(300).nullish(),
  /** Of `wait-set`: the minutes of the vehicle’s service data, and where they stand. */
  minutes: z.int().min(1).max(1440).nullish(),
  source: z.string().trim().max(200).nullish(),
  /** Of `isolation-checked`: locked or tagged, and found as it was left. */
  undisturbed: z.boolean().nullish(),
});
export type SafetyStep = z.infer<typeof safetyStep>;

/** A bypass or an opening that must not stay in the car. */
export const temporaryKinds = [
  'substitute-load',
  'jumper',
  'pulled-fuse',
  'calibration-bridge',
  'unplugged',
  'other',
] as const;
export const temporaryKind = z.enum(temporaryKinds);
