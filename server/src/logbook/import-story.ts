/** Takes in a job's story from another installation: nothing is lost, and what was proven there stays provable here. */
import { createHash } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import type { FactKind, Story } from '@dormant-beacon/contract';
import type { JobRecord } from '@dormant-beacon/core/job';
import type { Knex } from 'knex';
import { checkPhoto } from '../attachments/check-photo.js';
import { isWhole } from '../database/chain.js';
import { storedOf } from '../database/connect.js';
import { writeNewJob } from '../database/transaction.js';
import { insertFact, type StoredFact } from '../facts/repository.js';
import { tables } from '../facts/tables.js';
import { conflict, invalid } from '../http/problem.js';
import type { Write } from '../http/writing.js';
import { jobNumber, loadRecord } from '../jobs/record.js';
import { findJob, headRow, vehicleRow } from '../jobs/repository.js';
import { writeSummary } from '../jobs/summary.js';

/** What is hashed of an entry. */
interface HashedEntry {
  readonly jobId: string;
  readonly seq: number;
  readonly personId: string;
  readonly kind: string;
  readonly factId: string | null;
  readonly corrects: string | null;
  readonly withdrawn: boolean;
  readonly observedAt: string;
  readonly recordedAt: string;
  readonly content: Record<string, unknown>;
}

/**
 * Enters the job under a number of this shop, with every entry as it was written, and one more that says where
 * it came from.
 * @throws HttpProblem 422 where a hash, a fact or a photo is not what the logbook says, 409 where it is here already
 */
export async function importStory(db: Knex, write: Write, story: Story) {
  const entries = provenEntries(story);
  const { record } = story;
  const jobId = record.id;
  return writeNewJob(db, { ...write, jobId }, async (trx, number, recordedAt) => {
    const there = await findJob(trx, jobId);
    if (there) throw conflict(`This job is here already, as ${jobNumber(there.number)}.`);
    await takeInPeople(trx, story);
    const vehicleId = createHash('sha256').update(`vehicle ${jobId}`).digest('hex').slice(0, 32);
    const dashed = vehicleId.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
    await trx('vehicles').insert({ id: dashed, ...vehicleRow(record.vehicle) });
    const last = entries.at(-1)!;
    const seq = last.seq + 1;
    await trx('jobs').insert({
      id: jobId,
      number,
      seq,
      revision: record.revision,
      vehicle_id: dashed,
      opened_at: storedOf(record.openedAt),
      chain: story.logbook.at(-1)!.hash,
      origin: JSON.stringify({ number: record.number, exportedAt: story.exportedAt, importedAt: recordedAt }),
      ...headRow(record.head),
    });
    await insertPhotos(trx, story, recordedAt);
    await insertFacts(trx, story);
    await insertLogbook(trx, story, entries);
    const stored = await loadRecord(trx, (await findJob(trx, jobId))!);
    await writeSummary(trx, stored);
    return {
      answer: { jobId, number: jobNumber(number), seq },
      at: { seq, chain: story.logbook.at(-1)!.hash },
      log: {
        kind: 'import',
        stage: 'take-in' as const,
        says: `Imported: was ${record.number} elsewhere, exported ${story.exportedAt.slice(0, 10)}`,
        factId: null,
        corrects: null,
        withdrawn: false,
        observedAt: recordedAt,
        content: { from: record.number, exportedAt: story.exportedAt, withheld: story.withheld },
      },
    };
  });
}

/** The logbook's entries, after every hash and every fact has been held against them. */
function provenEntries(story: Story): HashedEntry[] {
  if (story.logbook.length === 0 || !isWhole(story.logbook))
    throw invalid('logbook', 'its chain of hashes is broken: this file was changed, or cut short');
  const entries = story.logbook.map(({ entry }) => JSON.parse(entry) as HashedEntry);
  const stray = entries.findIndex(
    (entry, n) =>
      entry.jobId !== story.record.id ||
      entry.seq !== n + 1 ||
      !Number.isFinite(Date.parse(entry.recordedAt)),
  );
  if (stray !== -1) throw invalid(`logbook[${stray}]`, 'this entry belongs to another job');
  const facts = allFacts(story.record);
  for (const [n, entry] of entries.entries()) {
    if (entry.factId === null) continue;
    const fact = facts.get(entry.factId);
    if (!fact) throw invalid(`logbook[${n}]`, 'the record does not hold the fact of this entry');
    facts.delete(entry.factId);
    if (!sameFact(story, entry, fact))
      throw invalid(`logbook[${n}]`, 'the record says something else than the logbook about this entry');
  }
  const [extra] = facts.keys();
  if (extra !== undefined) throw invalid('record', `the logbook knows nothing of the entry ${extra}`);
  const head = entries.findLast(({ kind }) => kind === 'head')?.content['after'] ?? entries[0]!.content;
  const { head: loggedHead, vehicle } = head as Pick<JobRecord, 'head' | 'vehicle'>;
  if (!agrees(loggedHead, story.record.head) || !agrees(vehicle, story.record.vehicle))
    throw invalid('record.head', 'the record says something else than the logbook about the job’s head');
  return entries;
}

function allFacts(record: JobRecord): Map<string, StoredFact> {
  return new Map(
    Object.values(tables).flatMap(({ list }) =>
      (record[list] as unknown as StoredFact[]).map((fact) => [fact.id, fact] as const),
    ),
  );
}

function sameFact(story: Story, entry: HashedEntry, fact: StoredFact): boolean {
  const stamps =
    fact.seq === entry.seq &&
    fact.personId === entry.personId &&
    fact.corrects === entry.corrects &&
    fact.withdrawn === entry.withdrawn &&
    Date.parse(fact.observedAt) === Date.parse(entry.observedAt) &&
    Date.parse(fact.recordedAt) === Date.parse(entry.recordedAt);
  if (!stamps || entry.withdrawn) return stamps;
  const { text, sha256, reader, ...content } = entry.content;
  if (entry.kind === 'scans' && story.reports.find(({ scanId }) => scanId === fact.id)?.text !== text)
    return false;
  if (entry.kind === 'photos' && photoDigest(story, fact['attachmentId'] as string) !== sha256) return false;
  if (entry.kind === 'notes' && text !== fact['text']) return false;
  if (entry.kind === 'clearings' && (reader ?? null) !== (fact['reader'] ?? null)) return false;
  return agrees(content, fact);
}

function photoDigest(story: Story, attachmentId: string): string | null {
  const photo = story.photos.find((other) => other.attachmentId === attachmentId);
  return photo ? createHash('sha256').update(Buffer.from(photo.base64, 'base64')).digest('hex') : null;
}

/** Every field that was entered is in the record with the same value; nothing counts as null. */
function agrees(entered: object, stored: object): boolean {
  const own = stored as Record<string, unknown>;
  return Object.entries(entered).every(([name, value]) => isDeepStrictEqual(plain(value), plain(own[name])));
}

const plain = (value: unknown): unknown =>
  value == null || value === ''
    ? null
    : typeof value === 'object'
      ? (JSON.parse(JSON.stringify(value)) as unknown)
      : value;

/** People of elsewhere are known by name here; they have no account until a lead gives them one. */
async function takeInPeople(trx: Knex.Transaction, story: Story): Promise<void> {
  for (const person of story.people) {
    await trx('people').insert(person).onConflict('id').ignore();
    await trx('accounts')
      .insert({ person_id: person.id, must_change: true, active: false })
      .onConflict('person_id')
      .ignore();
  }
}

async function insertPhotos(trx: Knex.Transaction, story: Story, recordedAt: string): Promise<void> {
  for (const { attachmentId, type, personId, base64 } of story.photos) {
    const bytes = Buffer.from(base64, 'base64');
    const { width, height } = checkPhoto(bytes, type, `photos.${attachmentId}`);
    await trx('attachments').insert({
      id: attachmentId,
      job_id: story.record.id,
      person_id: personId,
      type,
      width,
      height,
      sha256: createHash('sha256').update(bytes).digest('hex'),
      bytes,
      recorded_at: storedOf(recordedAt),
    });
  }
}

/** In the order of entry, so that a correction finds what it corrects. */
async function insertFacts(trx: Knex.Transaction, { record, reports }: Story): Promise<void> {
  const facts = (Object.keys(tables) as FactKind[]).flatMap((kind) =>
    (record[tables[kind].list] as unknown as StoredFact[]).map((fact) => ({ kind, fact })),
  );
  facts.sort((a, b) => a.fact.seq - b.fact.seq);
  for (const { kind, fact } of facts) {
    const text = reports.find(({ scanId }) => scanId === fact.id)?.text;
    await insertFact(trx, kind, record.id, kind === 'scans' ? { ...fact, text: text ?? '' } : fact);
  }
}

async function insertLogbook(
  trx: Knex.Transaction,
  story: Story,
  entries: readonly HashedEntry[],
): Promise<void> {
  for (const [n, entry] of entries.entries()) {
    const { stage, says, hash, entry: text } = story.logbook[n]!;
    await trx('logbook').insert({
      job_id: story.record.id,
      seq: entry.seq,
      person_id: entry.personId,
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
    });
  }
}
