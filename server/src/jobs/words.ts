/** The words by which a job is found: number, vehicle, plate, VIN, customer, beacons, codes. */
import { type JobRecord, standing } from '@dormant-beacon/core/record';
import type { Knex } from 'knex';

/** More different codes than these are found by the others. */
const mostCodes = 400;
const longestWord = 40;

function saidOf(record: JobRecord): (string | null | undefined)[] {
  const { vehicle, head } = record;
  const codes = new Set<string>();
  for (const { scan } of record.scans)
    for (const { code } of scan.codes) if (codes.size < mostCodes) codes.add(code);
  return [
    record.number,
    vehicle.make,
    vehicle.model,
    head.eventNote,
    vehicle.plate,
    ...[4, 5, 6, 7, 8].map((end) => vehicle.vin?.slice(-end)),
    head.customer,
    ...standing(record.beacons).map(({ name }) => name),
    ...codes,
  ];
}

/** As one text, in which a part of any word can be looked for while the job is open. */
export function searchText(record: JobRecord): string {
  return [...new Set(saidOf(record).filter(Boolean))].join(' ').slice(0, 16_000).toWellFormed();
}

/** Small letters without accents, cut at whatever is no letter or figure. */
export function plainWords(text: string): string[] {
  return text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '')
    .map((word) => word.slice(0, longestWord).toWellFormed());
}

/** Every word of a job; a plate and a number also with their parts joined, and the whole VIN. */
export function wordsOf(record: JobRecord): Set<string> {
  const words = new Set(saidOf(record).flatMap((said) => (said ? plainWords(said) : [])));
  for (const joined of [record.number, record.vehicle.plate, record.vehicle.vin]) {
    const word = plainWords(joined ?? '')
      .join('')
      .slice(0, longestWord);
    if (word !== '') words.add(word);
  }
  // A job is called by its number without the noughts before it.
  words.add(String(Number(record.number.slice(2))));
  return words;
}

export async function writeWords(
  trx: Knex.Transaction,
  number: number,
  before: ReadonlySet<string>,
  after: ReadonlySet<string>,
): Promise<void> {
  // In order, so that two jobs with the same new words do not wait for each other crosswise.
  const fresh = [...after].filter((word) => !before.has(word)).sort();
  const gone = [...before].filter((word) => !after.has(word));
  if (fresh.length > 0) {
    // Each word once, so that beginnings are looked up among words and not among all their jobs.
    await trx('words')
      .insert(fresh.map((word) => ({ word })))
      .onConflict('word')
      .ignore();
    await trx('job_words')
      .insert(fresh.map((word) => ({ word, number })))
      .onConflict(['word', 'number'])
      .ignore();
  }
  if (gone.length > 0) await trx('job_words').where({ number }).whereIn('word', gone).delete();
}
