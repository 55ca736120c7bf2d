/** What a line may say of modules, and the parts that all ways of saying it share. */
import { readModuleName } from './heading.js';
import type { ReachWord } from './vocabulary.js';

export interface ModuleState {
  /** The module's part of the line; null where the line speaks of the module above. */
  readonly name: string | null;
  readonly reach: ReachWord;
}

export type Reaches = ReadonlyMap<string, ReachWord> | undefined;

/** What a line says; null where it does not say it so. */
export type Said = readonly ModuleState[] | null;

/** One way in which a line may say something of modules. */
export type Way = (line: string, legend: Reaches) => Said;

/** What is said of a module by its name, where that can be one. */
export const saidOf = (name: string | undefined, reach: ReachWord | null): Said =>
  name !== undefined && reach !== null && readModuleName(name) ? [{ name, reach }] : null;

/** What is said of the module above. */
export const saidAbove = (reach: ReachWord | null): Said => (reach === null ? null : [{ name: null, reach }]);

/** One that a function finds. */
export const one =
  (find: (line: string, legend: Reaches) => ModuleState | null): Way =>
  (line, legend) => {
    const found = find(line, legend);
    return found && [found];
  };

/** Cells of a line that say something of modules; one with more is a row of figures. */
export const mostCells = 10;
