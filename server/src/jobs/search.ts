/** Jobs by their words, however many jobs there are: each word is looked up by its beginning in a table of words. */
import type { Knex } from 'knex';
import { plainWords } from './words.js';

/** Words of the table that one beginning may stand for. */
const mostMeanings = 40;
/**
 * Jobs of the rarest word that are held against the others at a time, and newest of them in all. MariaDB makes a join
 * of a list of a thousand values and more, which takes ten times as long.
 */
const chunk = 900;
/** With how many it begins: most that are looked for are among the newest. */
const firstChunk = 150;
const mostLookedThrough = 6300;
/** Rows up to which a word's jobs are counted to find the rarest. */
const counted = 3000;

/** The beginning of a word as asked for, and the words of the table that it may stand for. */
interface Meaning {
  readonly beginning: string;
  readonly words: readonly string[];
}

/**
 * Numbers of the newest jobs that have a word beginning with each of `texts`, highest first. Where several words are
 * asked for, they are looked for in the newest 6,300 jobs of the rarest of them.
 * @param below only numbers under this one
 */
export async function findNumbers(
  db: Knex,
  texts: readonly string[],
  limit: number,
  below: number | null,
): Promise<number[]> {
  const wanted = [...new Set(texts.flatMap(wordsOfText))].slice(0, 6);
  if (wanted.length === 0) return [];
  const meanings: Meaning[] = [];
  for (const beginning of wanted) {
    const words = await wordsThatBegin(db, beginning);
    if (words.length === 0) return [];
    meanings.push({ beginning, words });
  }
  if (meanings.length === 1) return newestOf(db, meanings[0]!.words, limit, below);
  const [rarest, ...others] = await byRarity(db, meanings);
  const found: number[] = [];
  let from = below;
  let many = firstChunk;
  for (let looked = 0; looked < mostLookedThrough && found.length < limit; looked += many) {
    many = Math.min(chunk, looked === 0 ? firstChunk : many * 2, mostLookedThrough - looked);
    const numbers = await newestOf(db, rarest!.words, many, from);
    let left = numbers;
    for (const other of others) if (left.length > 0) left = await thoseWith(db, other, left);
    found.push(...left);
    if (numbers.length < many) break;
    from = numbers.at(-1)!;
  }
  return found.slice(0, limit);
}

/** `J-0142` is the job of that number, not a word that begins with J. */
function wordsOfText(text: string): string[] {
  const number = /^j-?(\d{1,9})$/i.exec(text);
  return number ? [String(Number(number[1]))] : plainWords(text);
}

/** The newest jobs that have one of the words, highest number first. */
async function newestOf(
  db: Knex,
  words: readonly string[],
  limit: number,
  below: number | null,
): Promise<number[]> {
  // The newest of each word, by the index, before they are brought together.
  const parts = words.map((word) => {
    const part = db('job_words').where({ word }).orderBy('number', 'desc').limit(limit).select('number');
    return below === null ? part : part.where('number', '<', below);
  });
  const rows = (await (parts.length === 1
    ? parts[0]!
    : db
        .from(db.unionAll(parts, true).as('found'))
        .distinct('number')
        .orderBy('number', 'desc')
        .limit(limit))) as { number: number }[];
  return rows.map(({ number }) => number);
}

/** Words up to which each is looked up for each job; of more, each job's own words are looked into. */
const fewWords = 4;

/** Of these jobs those that have a word with this beginning too, in the same order. */
async function thoseWith(db: Knex, meaning: Meaning, numbers: readonly number[]): Promise<number[]> {
  const { beginning, words } = meaning;
  const query: Knex.QueryBuilder =
    words.length <= fewWords
      ? db.from(db.raw('job_words FORCE INDEX (PRIMARY)')).whereIn('word', words)
      : beginningWith(db.from(db.raw('job_words FORCE INDEX (job_words_number_foreign)')), beginning);
  const rows = (await query.whereIn('number', numbers).select('number')) as { number: number }[];
  const having = new Set(rows.map(({ number }) => number));
  return numbers.filter((number) => having.has(number));
}

const beginningWith = (query: Knex.QueryBuilder, beginning: string) =>
  query.where('word', '>=', beginning).where('word', '<', `${beginning}\u{10ffff}`);

async function byRarity(db: Knex, meanings: readonly Meaning[]): Promise<Meaning[]> {
  const sizes = await Promise.all(meanings.map(({ words }) => sizeOf(db, words)));
  return meanings
    .map((meaning, index) => ({ meaning, size: sizes[index]! }))
    .sort((a, b) => a.size - b.size)
    .map(({ meaning }) => meaning);
}

async function wordsThatBegin(db: Knex, beginning: string): Promise<string[]> {
  const rows = (await beginningWith(db('words'), beginning)
    .orderBy('word')
    .limit(mostMeanings)
    .select('word')) as { word: string }[];
  return rows.map(({ word }) => word);
}

async function sizeOf(db: Knex, words: readonly string[]): Promise<number> {
  const [row] = (await db
    .from(db('job_words').whereIn('word', words).limit(counted).select('number').as('some'))
    .count({ size: '*' })) as { size: number }[];
  return Number(row?.size ?? 0);
}
