/** The way back: what is off closes so that whatever is still open stays within reach, and the function can be tried early. */
import { type AccessGraph, doable } from './graph.js';

export interface Refit {
  /** In the order in which it came off best. */
  readonly off: readonly number[];
  readonly refit: readonly number[];
  /** How many of `refit` have to be back before the function can be tried. */
  readonly beforeTry: number;
}

/** @param tried what has to be back for the function to be tried */
export function refitOf(graph: AccessGraph, steps: ReadonlySet<number>, tried: ReadonlySet<number>): Refit {
  const stays = doable(graph, new Set([...steps].filter((step) => !tried.has(step))));
  // What can stay open while the function is tried comes off first, and goes back last.
  const off = doable(graph, steps, stays);
  return { off, refit: [...off].reverse(), beforeTry: off.length - stays.length };
}

/** Of what is off, what would no longer be within reach once one of it is back: none where it may be closed. */
export function lostBehind(graph: AccessGraph, off: ReadonlySet<number>, closing: number): readonly number[] {
  const within = new Set(doable(graph, off));
  const left = new Set([...off].filter((step) => step !== closing));
  const still = new Set(doable(graph, left));
  return [...within].filter((step) => step !== closing && !still.has(step));
}
