/** Which column of a table holds what: by the header's words where they are known, else by what the cells hold. */
import { plainWord, readCode, readCodeBytes, readStatusWord } from '../codes/index.js';
import { stateOf } from './module-state.js';
import type { PatternBook } from './patterns.js';
import { metaLabels } from './words.js';

export type Role = 'module' | 'address' | 'code' | 'type' | 'status' | 'text';
export type MetaRole = 'reader' | 'readerSoftware' | 'date' | 'odometer' | 'supplyVolts';
export type Columns = Partial<Record<Role | MetaRole, number>>;

const headers: readonly (readonly [Role, RegExp])[] = [
  ['address', /^(?:(?:module|ecu|unit) ?)?(?:address|addr|adresse|adr|direccion|bus id|node|node id)$/],
  [
    'type',
    /^(?:ft|ftb|failure ?type(?: byte)?|fault ?type|fault symptom|symptom|fehlerart|art|type de (?:defaut|panne)|tipo(?: de (?:fallo|averia))?|sub ?type|type|typ|suffix|zusatz)$/,
  ],
  [
    'status',
    /^(?:(?:dtc|code|fault|fehler)? ?(?:stat(?:us|e|ut)?(?: ?(?:byte|word|text|hex))?|zustand|etat|estado|st)|condition|present\??|fehlerstatus)$/,
  ],
  [
    'code',
    /^(?:(?:dtc|fault|trouble|error|diagnostic(?: trouble)?|obd|p)?[ -]?codes?|dtcs?|dtc ?(?:no\.?|number|hex|raw)|faults?|fault (?:no\.?|number)|fehler ?(?:code|nummer|nr)s?|fehler|fehlerspeicher|defauts?|codes? (?:de )?(?:defaut|panne)|codigos?(?: de (?:fallo|averia|error))?|fallos?|averias?|dtc[_ ]?code)$/,
  ],
  [
    'module',
    /^(?:(?:control )?(?:modules?|units?)(?: name)?|ecus?(?: name)?|systems?(?: name)?|controllers?|device name|steuergerate?(?: ?name)?|stg|systeme?|calculateurs?|boitiers?|organe|modulos?|unidad(?: de control)?|centralitas?|sistemas?|where|source|quelle)$/,
  ],
  [
    'text',
    /^(?:desc(?:ription|r)?|text|meaning|details?|fault text|definition|wording|what|message|beschreibung|bezeichnung|fehlertext|klartext|bedeutung|libelle|intitule|designation|descripcion|texto|significado|denominacion|long text|info(?:rmation)?|comment|remarks?)$/,
  ],
];

const separators = /[_./-]+/g;

/** The columns that a header row names; a row of data names none. */
export function headerColumns(cells: readonly string[]): Columns {
  const columns: Columns = {};
  for (const [at, cell] of cells.entries()) {
    const word = plainWord(cell.replace(/\([^)]*\)?/g, ' ').replace(/([a-zé])([A-Z])/g, '$1 $2'))
      .replace(separators, ' ')
      .trim();
    if (word === '' || word.length > 40) continue;
    const role = headers.find(([, words]) => words.test(word))?.[0];
    const meta = role === undefined ? metaLabels[word] : undefined;
    const known = role ?? (meta === undefined || meta === 'other' ? undefined : meta);
    if (known !== undefined && columns[known] === undefined) columns[known] = at;
  }
  return columns;
}

/** True where enough is named to trust the row as a header. */
export const isHeader = (columns: Columns): boolean =>
  columns.code !== undefined &&
  (columns.module !== undefined || columns.status !== undefined || columns.text !== undefined);

/**
 * Fills what the header did not tell from the cells themselves: codes, statuses and types by how many cells
 * read as such, the module as the column that repeats itself, the text as the longest that is left.
 */
export function columnsByContent(
  rows: readonly (readonly string[])[],
  known: Columns,
  book: PatternBook,
): Columns {
  const columns: Columns = { ...known };
  const width = Math.max(0, ...rows.map((row) => row.length));
  const taken = new Set(Object.values(columns));
  const cellsOf = (at: number) => rows.map((row) => (row[at] ?? '').trim()).filter((cell) => cell !== '');
  const share = (at: number, holds: (cell: string) => boolean): number => {
    const cells = cellsOf(at);
    return cells.length === 0 ? 0 : cells.filter(holds).length / cells.length;
  };
  const best = (role: Role, least: number, rank: (at: number) => number): void => {
    if (columns[role] !== undefined) return;
    let found = -1;
    let highest = least;
    for (let at = 0; at < width; at++) {
      if (taken.has(at)) continue;
      const value = rank(at);
      if (value > highest) [found, highest] = [at, value];
    }
    if (found < 0) return;
    columns[role] = found;
    taken.add(found);
  };
  best(
    'code',
    0.3,
    // A shop's shape may fit other figures too, such as years: a column of common codes comes first.
    (at) =>
      share(at, (cell) => readCode(cell) !== null) +
      0.9 * share(at, (cell) => readCode(cell) === null && book.isCode(cell)) +
      share(at, isNoCode) / 4,
  );
  best('code', 0.9, (at) => share(at, (cell) => cell.length > 4 && readCodeBytes(cell) !== null));
  if (columns.code === undefined) return columns;
  best('status', 0.5, (at) =>
    share(at, (cell) => readStatusWord(cell) !== null || /^0x[0-9a-f]{2}$/i.test(cell)),
  );
  best(
    'type',
    0.8,
    (at) => share(at, (cell) => /^(?:0x)?[0-9a-f]{2}h?$/i.test(cell)) - (at > columns.code! ? 0 : 0.2),
  );
  best('module', 0, (at) => {
    const cells = cellsOf(at).filter((cell) => /\p{L}{2}/u.test(cell));
    const distinct = new Set(cells).size;
    return cells.length === 0 ? 0 : (1 - distinct / (cells.length + 1)) / (1 + at / 10);
  });
  best('text', 0, (at) =>
    cellsOf(at).reduce((sum, cell) => sum + (/\p{L}/u.test(cell) ? cell.length : 0), 0),
  );
  return columns;
}

/** A cell of a code column that says that there is no code. */
export const isNoCode = (cell: string): boolean =>
  /^[-–—.*\s]*$/.test(cell) || /^(?:n\/a|none|null|nil)$/i.test(cell.trim()) || stateOf(cell) !== null;
