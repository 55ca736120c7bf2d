/** What the structure of a page says of its lines, and quick looks that every rule shares. */
import { readCodeLine } from '../code-line.js';
import { type TextColumns } from '../columns.js';
import { type Legend } from '../legend.js';
import { type ReadingOrder } from '../page-columns.js';
import { type TurnedTable } from '../turned-table.js';

/** What the structure of the page says of the lines below. */
export interface Page {
  readonly lines: ReadingOrder;
  readonly legend: Legend;
  columns: TextColumns | null;
  /** Where cells of the first code lines began. */
  starts: readonly number[];
  /** The number that the last code line began with; NaN for none. */
  leading: number;
  /** Lines below every code that belong to it, where codes stand alone on theirs. */
  readonly linesBelow: number;
  /** Which of those names its module, where no other line does; 0 for none. */
  readonly nameBelow: number;
  /** A label below each code names its module. */
  readonly labelBelow: boolean;
  /** The words beside each code name its module. */
  readonly namesBeside: boolean;
  /** How far what is said of modules is set in below their names; 0 where it is not. */
  readonly stateIndent: number;
  /** What stands in front of a colon on more than one line, in small letters. */
  readonly keys: ReadonlySet<string>;
  /** Names have the number of their codes a blank behind them. */
  readonly countsBehind: boolean;
  /** The ways in which lines say something of a module by its name. */
  readonly forms: ReadonlySet<string>;
  /** Names that the report lists under what is said of modules, in plain words. */
  readonly listed: ReadonlySet<string>;
  /** Of code lines without a heading, by the number of their cells: the one that names the module. */
  readonly moduleCells: Map<number, number>;
  /** The last line of the first paragraph, where it has several and no code: what stands above that is no module's name. */
  readonly headEnd: number;
  /** The report is a log of what was asked of modules, and of what they answered. */
  readonly exchange: boolean;
  /** The word for a module in a language that we lack; null for none. */
  readonly moduleLabel: string | null;
  /** The table whose columns are modules, up to the first line that is none of its rows; null for none. */
  turned: TurnedTable | null;
}

/** A sign that labels and values have between them. */
export const pairSign = /[:="#\t;|…]|\.{3}|<\//;

/** What may be a code, put right or not. */
export const codeToken = /(?<![\w.-])(?=[a-z]{0,4}\d)[PCBU8][0-3OIZ][\dA-FOISZ]{3}/i;

/** True where the text holds a code. */
export const readsAsCode = (text: string): boolean => codeToken.test(text) && readCodeLine(text) !== null;
