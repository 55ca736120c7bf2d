/** Legends: what a letter or mark stands for in this report (`A = active, M = in memory`). */
import type { CodeStatus } from '../codes/index.js';
import type { Lines } from './lines.js';
import { segmentsOf } from './markup.js';
import { type ReachWord, reachWordOf, type StatusWord, statusWordOf } from './vocabulary.js';

export interface Legend {
  readonly statuses: ReadonlyMap<string, StatusWord>;
  readonly reaches: ReadonlyMap<string, ReachWord>;
  /** The lines that it is printed on. */
  readonly lines: ReadonlySet<number>;
}

const searched = 400;
/** A legend with more marks is none. */
const mostMarks = 40;
const symbol = /^(?:[^\s\p{L}\p{N}|]{0,2}[\p{Lu}\d](?:\/\p{Lu})?|\p{Lu}{2,4}|[^\s\p{L}\p{N}|]{1,2}|\p{Ll})$/u;
/** A word at which the next entry begins. */
const nextSymbol = /^(?:[^\p{L}\p{N}]|\p{Lu}{1,4}$|\p{Lu}\/\p{Lu}$)/u;

/** The legend of a report, looked for in its first and last lines. */
export function legendOf(lines: Lines): Legend {
  const statuses = new Map<string, StatusWord>();
  const reaches = new Map<string, ReachWord>();
  const found = new Set<number>();
  for (let at = 1; at <= lines.count; at++) {
    if (at === searched && lines.count > 2 * searched) at = lines.count - searched;
    const whole = lines.at(at);
    if (whole.length < 8 || whole.length > 400) continue;
    const line = segmentsOf(whole)[0] ?? '';
    const entries = entriesOf(line);
    if (entries.length === 0) continue;
    found.add(at);
    for (const { mark, status, reach } of entries) {
      if (statuses.size + reaches.size >= mostMarks) break;
      if (status) statuses.set(mark, status);
      if (reach) reaches.set(mark, reach);
    }
  }
  return { statuses, reaches, lines: found };
}

interface Entry {
  readonly mark: string;
  readonly status: StatusWord | null;
  readonly reach: ReachWord | null;
}

const mostWords = 5;

/** The entries of a line that is a legend; none where something else stands in it too. */
function entriesOf(line: string): readonly Entry[] {
  const words = line
    .replace(/^[^:]{1,40}:\s+(?=\S{1,4}\s*[=:–-])/, '')
    .replace(/[([](\S{1,4})[)\]](?=\s+\p{L})/gu, '$1')
    .replace(/[=,;:]+|\s[–—-]\s(?=\p{L})/gu, ' ')
    .trim()
    .split(/\s+/);
  if (words.length < 4) return [];
  const found: Entry[] = [];
  let told = 0;
  for (let at = 0; at < words.length;) {
    const entry = symbol.test(words[at]!) ? entryAt(words, at) : null;
    if (!entry) {
      at++;
      continue;
    }
    found.push(entry.entry);
    told += entry.length;
    at += entry.length;
  }
  return found.length >= 2 && told >= (found.length > 2 ? 0.6 : 0.75) * words.length ? found : [];
}

function entryAt(words: readonly string[], at: number): { entry: Entry; length: number } | null {
  let most = Math.min(mostWords, words.length - at - 1);
  for (let n = 1; n <= most; n++) if (nextSymbol.test(words[at + n]!)) most = n - 1;
  for (let count = most; count >= 1; count--) {
    const meaning = words.slice(at + 1, at + 1 + count).join(' ');
    const status = statusWordOf(meaning);
    const said = reachWordOf(meaning);
    const reach = said === 'read' || (status && said === 'holdsCodes') ? null : said;
    if (status || reach) return { entry: { mark: words[at]!, status, reach }, length: 1 + count };
  }
  return null;
}

/** The legend with what the shop has learned of this reader's words. */
export function withLearned(
  legend: Legend,
  words: readonly { readonly word: string; readonly status: CodeStatus }[],
): Legend {
  if (words.length === 0) return legend;
  const statuses = new Map(legend.statuses);
  for (const { word, status } of words)
    for (const form of new Set([word, word.toLowerCase(), word.toUpperCase()]))
      if (!statuses.has(form)) statuses.set(form, { status, comesAndGoes: false });
  return { ...legend, statuses };
}
