/** The status of a code: the words and bits that readers print, brought to one normal form. */
import { wordTable } from './word-table.js';
import * as z from 'zod';

export const codeStatus = z.enum(['active', 'stored', 'history', 'pending', 'permanent', 'unknown']);
export type CodeStatus = z.infer<typeof codeStatus>;

/** Words of a status in English, German, French and Spanish, lower case without accents. */
export const statusWords: Readonly<Record<string, CodeStatus>> = wordTable({
  active: 'active',
  current: 'active',
  present: 'active',
  failed: 'active',
  aktiv: 'active',
  vorhanden: 'active',
  aktuell: 'active',
  anstehend: 'active',
  fehlerhaft: 'active',
  actif: 'active',
  actuel: 'active',
  actuelle: 'active',
  defaillant: 'active',
  activo: 'active',
  activa: 'active',
  actual: 'active',
  presente: 'active',
  fallido: 'active',
  fallo: 'active',
  act: 'active',
  curr: 'active',
  cur: 'active',
  akt: 'active',
  confirmed: 'stored',
  stored: 'stored',
  intermittent: 'stored',
  sporadic: 'stored',
  memorised: 'stored',
  memorized: 'stored',
  sto: 'stored',
  stor: 'stored',
  conf: 'stored',
  int: 'stored',
  spor: 'stored',
  bestatigt: 'stored',
  bestaetigt: 'stored',
  gespeichert: 'stored',
  abgespeichert: 'stored',
  sporadisch: 'stored',
  intermittierend: 'stored',
  gesp: 'stored',
  confirme: 'stored',
  confirmee: 'stored',
  memorise: 'stored',
  memorisee: 'stored',
  enregistre: 'stored',
  intermittente: 'stored',
  sporadique: 'stored',
  stocke: 'stored',
  confirmado: 'stored',
  confirmada: 'stored',
  almacenado: 'stored',
  almacenada: 'stored',
  guardado: 'stored',
  guardada: 'stored',
  intermitente: 'stored',
  esporadico: 'stored',
  esporadica: 'stored',
  history: 'history',
  past: 'history',
  historic: 'history',
  historical: 'history',
  hist: 'history',
  'not present': 'history',
  'not active': 'history',
  inactive: 'history',
  historie: 'history',
  historisch: 'history',
  vergangen: 'history',
  'nicht vorhanden': 'history',
  'nicht aktiv': 'history',
  historique: 'history',
  passe: 'history',
  passee: 'history',
  ancien: 'history',
  historico: 'history',
  historica: 'history',
  historial: 'history',
  pasado: 'history',
  pasada: 'history',
  pending: 'pending',
  maturing: 'pending',
  pend: 'pending',
  ausstehend: 'pending',
  schwebend: 'pending',
  'en attente': 'pending',
  'en cours de maturation': 'pending',
  pendiente: 'pending',
  pnd: 'pending',
  his: 'history',
  passiv: 'history',
  'non present': 'history',
  'no presente': 'history',
  'no activo': 'history',
  'non actif': 'history',
  statisch: 'active',
  'test failed': 'active',
  fugitif: 'stored',
  sporad: 'stored',
  permanent: 'permanent',
  perm: 'permanent',
  dauerhaft: 'permanent',
  permanente: 'permanent',
});

/** Lower case, without accents, punctuation at the ends or doubled blanks: the form that the tables use. */
export function plainWord(text: string): string {
  let [from, to] = [0, text.length];
  while (from < to && inEdge(text.charCodeAt(from), opening)) from++;
  while (to > from && inEdge(text.charCodeAt(to - 1), closing)) to--;
  let word = text.slice(from, to);
  if (notPlain.test(word)) word = word.normalize('NFD').replace(accents, '').replace(blanks, ' ');
  else if (doubled.test(word)) word = word.replace(blanks, ' ');
  return word.toLowerCase();
}

const notPlain = /[^ -~\t]/;
const accents = /[\u0300-\u036f]/g;
const doubled = /\s\s|\t/;
const blanks = /\s+/g;
const opening = new Set([...' \t\n\r\f\v\u00a0\ufeff([{.,:;*!?-_`"\''].map((c) => c.charCodeAt(0)));
const closing = new Set([...' \t\n\r\f\v\u00a0\ufeff)]}.,:;*!?-_`"\''].map((c) => c.charCodeAt(0)));
const inEdge = (character: number, set: ReadonlySet<number>) => character <= 0xfeff && set.has(character);

/**
 * The normal form of a status word, or null where the text is no status. Several words joined by commas,
 * slashes or "and" take the strongest (`active, confirmed` is active).
 */
export function readStatusWord(text: string): CodeStatus | null {
  const word = plainWord(text);
  if (word === '' || word.length > 60) return null;
  const direct = statusWords[word];
  if (direct !== undefined) return direct;
  const parts = word.split(/[,/+&]| and | und | et | y /).map((part) => part.trim());
  if (parts.length < 2) return null;
  const found = parts.map((part) => statusWords[part]);
  if (found.some((status) => status === undefined)) return null;
  return codeStatus.options.find((status) => found.includes(status)) ?? null;
}

/** Normal form of an ISO 14229-1 status byte (0 to 255): bit 0 active, else bit 3 stored, else bit 2 pending. */
export function statusOfByte(byte: number): CodeStatus {
  if (byte & 0x01) return 'active';
  if (byte & 0x08) return 'stored';
  if (byte & 0x04) return 'pending';
  return 'unknown';
}
