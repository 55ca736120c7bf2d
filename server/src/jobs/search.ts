/** Jobs by their words, however many jobs there are: each word is looked up by its beginning in a table of words. */
import type { Knex } from 'knex';
import { plainWords } from './words.js';

/** Words of the table that one beginning may stand for. */
const mostMeanings = 40;
/** Newest jobs of the rarest word that are looked through for the others. */
const mostLookedThrough = 20_000;
/** Rows up to which a word's jobs are counted to find the rarest. */
const counted = 3000;

/**
 * Numbers of the newest jobs that have a word beginning with each of `texts`, highest first.
 * @param below only numbers under this one
 */
export async function findNumbers(
  db: Knex,
  texts: readonly string[],
  limit: number,
  below: number | null,
): Promise<number[]> {
  const wanted = [...new Set(texts.flatMap(plainWords))].slice(0, 6);
  if (wanted.length === 0) return [];
  const meanings: string[][] = [];
  for (const beginning of wanted) {
    const words = await wordsThatBegin(db, beginning);
    if (words.length === 0) return [];
    meanings.push(words);
  }
  const sizes = await Promise.all(meanings.map((words) => sizeOf(db, words)));
  const [rarest, ...others] = meanings
    .map((words, index) => ({ words, size: sizes[index]! }))
    .sort((a, b) => a.size - b.size)
    .map(({ words }) => words);
  const cap = others.length === 0 ? limit : mostLookedThrough;
  // The newest of each meaning, by the index, before they are brought together.
  const parts = rarest!.map((word) => {
    const part = db('job_words').where({ word }).orderBy('number', 'desc').limit(cap).select('number');
    return below === null ? part : part.where('number', '<', below);
  });
  const query = db
    .from(db.unionAll(parts, true).as('found'))
    .distinct('found.number')
    .orderBy('found.number', 'desc')
    .limit(limit);
  for (const words of others)
    void query.whereExists(
      db({ other: 'job_words' })
        .select(db.raw('1'))
        .whereRaw('other.number = found.number')
        .whereIn('other.word', words),
    );
  const rows = (await query) as { number: number }[];
  return rows.map(({ number }) => number);
}

async function wordsThatBegin(db: Knex, beginning: string): Promise<string[]> {
  const rows = (await db('job_words')
    .where('word', '>=', beginning)
    .where('word', '<', `${beginning}\u{10ffff}`)
    .groupBy('word')
    .orderBy('word')
    .limit(mostMeanings)
    .select('word')) as { word: string }[];
  return rows.map(({ word }) => word);
}

async function sizeOf(db: Knex, words: readonly string[]): Promise<number> {
  if (words.length > 5) return counted;
  const [row] = (await db
    .from(db('job_words').whereIn('word', words).limit(counted).select('number').as('some'))
    .count({ size: '*' })) as { size: number }[];
  return Number(row?.size ?? 0);
}
