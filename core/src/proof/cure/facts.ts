/** What the chance of a cure is judged from, and what became of repairs that were judged before. */
import type { ElementKind } from '../../circuit/index.js';
import type { Repair } from '../../record/index.js';

/** Kinds of part whose repairs succeed alike; `none` where nothing says what had failed. */
export type PartGroup = NonNullable<Repair['cure']>['part'];

const groups: Readonly<Record<ElementKind, PartGroup>> = {
  battery: 'consumable',
  wire: 'connection',
  contact: 'connection',
  ground: 'connection',
  shortingBar: 'connection',
  fuse: 'consumable',
  lamp: 'consumable',
  led: 'consumable',
  resistor: 'switching',
  switch: 'switching',
  relay: 'switching',
  diode: 'switching',
  sensor: 'switching',
  motor: 'drive',
  moduleInput: 'module',
  moduleOutput: 'module',
  squib: 'restraint',
};

/** @example partGroupOf('relay') // 'switching' */
export const partGroupOf = (kind: string | null | undefined): PartGroup =>
  groups[kind as ElementKind] ?? 'none';

export interface CureFacts {
  readonly method: Repair['method'];
  readonly part: PartGroup;
  readonly root: Repair['root'];
  /** Two readings by different means spoke for the part before it was touched. */
  readonly confirmed: boolean;
  readonly comesAndGoes: boolean;
  /** What the planner made of the part before it was touched; null where nothing was traced. */
  readonly called: number | null;
}

/** Repairs of the same facts that ended alike. */
export interface CureOutcome extends CureFacts {
  /** P(so much clean since | not cured); null where it showed again. */
  readonly miss: number | null;
  readonly count: number;
}

/** Days after which, on average, a customer comes back whose lamp is on again; and the share who never do. Judgement. */
const meanDaysToTell = 20;
const neverTells = 0.15;

/**
 * P(no word for so many days after the hand-back | not cured).
 *
 * @example quietMiss(0) // 1
 */
export const quietMiss = (days: number): number =>
  neverTells + (1 - neverTells) * Math.exp(-Math.max(0, days) / meanDaysToTell);
