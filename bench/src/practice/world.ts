/**
 * What fails in a car, and what eyes see of it. Judgement of its own: none of it is taken from what the planner believes
 * of failures and looks, so that how the planner fares here says something of the planner.
 */
import type { ElementKind, Fault, FaultMode } from '@dormant-beacon/core/circuit';
import type { Car } from '../vehicle/index.js';

/** How often each kind of element fails in each way, beside the others. */
export const failures: Partial<Record<ElementKind, Partial<Record<FaultMode, number>>>> = {
  contact: { resistive: 3, open: 2, intermittent: 1 },
  wire: { open: 2, shortToGround: 2, resistive: 1, intermittent: 1 },
  ground: { resistive: 4, open: 1 },
  fuse: { open: 4 },
  lamp: { open: 20 },
  switch: { stuckOpen: 6, stuckClosed: 3, resistive: 3 },
  sensor: { open: 6, resistive: 3 },
  moduleOutput: { stuckOpen: 1 },
  moduleInput: { open: 0.5 },
  resistor: { open: 0.5 },
  relay: { stuckOpen: 4, stuckClosed: 1, open: 2 },
  motor: { open: 4, binding: 3 },
};

/** Chance that a look at it sees what is wrong; nothing is seen inside an insulation or a case. */
const seen: Partial<Record<ElementKind, Partial<Record<FaultMode, number>>>> = {
  fuse: { open: 0.98 },
  lamp: { open: 0.85 },
  ground: { resistive: 0.75, open: 0.9 },
  contact: { resistive: 0.55, open: 0.65, intermittent: 0.35 },
};
const unseen = 0.1;
/** Chance that dirt or age is taken for a fault where there is none. */
const mistaken = 0.04;

export function seenChance({ file }: Car, fault: Fault | undefined): number {
  if (!fault) return mistaken;
  const kind = file.circuit.elements.find(({ id }) => id === fault.element)?.kind;
  return (kind && seen[kind]?.[fault.mode]) ?? unseen;
}

/** Shares of its usual power below which a thing does nothing, and does it weakly. */
export const offBelow = 0.1;
export const weakBelow = 0.6;

/** Chance that something is said to be silent, whether it is or not. */
export const heardChance = (silent: boolean): number => (silent ? 0.95 : 0.04);

/** Chance that what is watched while something is done shows. */
export const caughtChance = (there: boolean): number => (there ? 0.85 : 0.02);
