/** Takes in a job's story from another installation: nothing is lost, and what was proven there stays provable here. */
import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import type { Knex } from 'knex';
import { storedOf } from '../database/connect.js';
import { cut, writeNewJob } from '../database/transaction.js';
import { insertFact } from '../facts/repository.js';
import { conflict } from '../http/problem.js';
import type { Write } from '../http/writing.js';
import { jobNumber, loadRecord } from '../jobs/record.js';
import { findJob, headRow, vehicleRow } from '../jobs/repository.js';
import { insertSummary } from '../jobs/summary.js';
import type { Services } from '../services.js';
import { wordsDigest } from './entries.js';
import type { ProvenEntry, ProvenStory } from './prove-story.js';

/**
 * Enters the job under a number of this shop, with every entry as it was written, and one more that says where
 * it came from. Its people stand here under ids of their own: no file names a person of this shop as an author.
 * @throws HttpProblem 409 where it is here already
 */
export async function importStory(
  { pools, settings, plans, reviewer }: Services,
  write: Write,
  story: ProvenStory,
) {
  const { record } = story;
  if (record.simulated)
    throw conflict('This job was practised on a simulated car: it stays where it was practised.');
  const jobId = record.id;
  const answer = await writeNewJob(pools.write, { ...write, jobId }, async (trx, made, recordedAt) => {
    const there = await findJob(trx, jobId);
    if (there) throw conflict(`This job is here already, as ${jobNumber(there.number)}.`);
    const authorOf = await takeInPeople(trx, story);
    const vehicleId = idFrom(`vehicle ${jobId}`);
    await trx('vehicles').insert({ id: vehicleId, ...vehicleRow(record.vehicle) });
    const [seq, chain] = [story.entries.length + 1, story.entries.at(-1)!.hash];
    await trx('jobs').insert({
      id: jobId,
      number: made.number,
      seq,
      revision: record.revision,
      vehicle_id: vehicleId,
      opened_at: storedOf(record.openedAt),
      chain,
      origin: JSON.stringify({
        number: record.number,
        exportedAt: story.exportedAt,
        importedAt: recordedAt,
        shop: story.shop,
        key: story.key,
      }),
      ...headRow(record.head),
    });
    await insertPhotos(trx, story, authorOf, recordedAt);
    for (const { kind, fact } of story.facts)
      await insertFact(trx, kind, jobId, { ...fact, personId: authorOf(fact.personId) });
    await insertLogbook(trx, jobId, story.entries, authorOf, made.changeNo);
    const stored = await loadRecord(trx, (await findJob(trx, jobId))!);
    await insertSummary(trx, { settings, plans }, stored, made);
    return {
      answer: { jobId, number: jobNumber(made.number), seq },
      at: { seq, chain },
      log: {
        kind: 'import',
        stage: 'take-in' as const,
        says: cut(
          `Imported: was ${record.number} at ${story.shop ?? 'another shop, unsigned'}, exported ${story.exportedAt.slice(0, 10)}`,
          400,
        ),
        factId: null,
        corrects: null,
        withdrawn: false,
        observedAt: recordedAt,
        content: {
          from: record.number,
          exportedAt: story.exportedAt,
          withheld: story.withheld,
          shop: story.shop,
          key: story.key,
          readAnew: story.readAnew,
          words: wordsDigest(story.entries),
        },
      },
    };
  });
  reviewer.wake(jobId);
  return answer;
}

/** An id that is always the same for the same thing: a UUID made from a name. */
function idFrom(text: string): string {
  const digest = createHash('sha256').update(text).digest('hex');
  return [
    digest.slice(0, 8),
    digest.slice(8, 12),
    `8${digest.slice(13, 16)}`,
    `a${digest.slice(17, 20)}`,
    digest.slice(20, 32),
  ].join('-');
}

/** People of elsewhere are known by name and origin here; they cannot sign in until a lead gives them an account. */
async function takeInPeople(
  trx: Knex.Transaction,
  story: ProvenStory,
): Promise<(personId: string) => string> {
  const home = story.key ?? `unsigned ${story.record.id}`;
  const origin = cut(story.key === null ? 'unsigned story' : `${story.shop ?? ''}, key ${story.key}`, 200);
  const ids = new Map<string, string>();
  for (const { id, name, initials, role } of story.people) {
    const own = idFrom(`person ${home} ${id}`);
    ids.set(id, own);
    await trx('people')
      .insert({ id: own, name, initials, role, foreign_id: id, origin })
      .onConflict('id')
      .ignore();
    await trx('accounts')
      .insert({ person_id: own, must_change: true, active: false })
      .onConflict('person_id')
      .ignore();
  }
  return (personId) => ids.get(personId)!;
}

async function insertPhotos(
  trx: Knex.Transaction,
  { photos, record }: ProvenStory,
  authorOf: (personId: string) => string,
  recordedAt: string,
): Promise<void> {
  for (const { attachmentId, type, personId, width, height, sha256, file } of photos)
    await trx('attachments').insert({
      id: attachmentId,
      job_id: record.id,
      person_id: authorOf(personId),
      type,
      width,
      height,
      sha256,
      bytes: await readFile(file),
      recorded_at: storedOf(recordedAt),
    });
}

async function insertLogbook(
  trx: Knex.Transaction,
  jobId: string,
  entries: readonly ProvenEntry[],
  authorOf: (personId: string) => string,
  changeNo: number,
): Promise<void> {
  for (const { entry, text, hash, stage, says } of entries)
    await trx('logbook').insert({
      job_id: jobId,
      seq: entry.seq,
      person_id: authorOf(entry.personId),
      kind: entry.kind,
      stage,
      says,
      fact_id: entry.factId,
      corrects: entry.corrects,
      withdrawn: entry.withdrawn,
      observed_at: storedOf(entry.observedAt),
      recorded_at: storedOf(entry.recordedAt),
      entry: text,
      hash,
      change_no: changeNo,
    });
}
