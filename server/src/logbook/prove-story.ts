/**
 * Holds a story from elsewhere against itself before a line of it is taken in: every hash, every fact against its
 * entry, every photo against its digest. What can be worked out anew is not believed: reports are read again, the
 * logbook's words are written anew.
 */
import type { FactKind } from '@dormant-beacon/contract';
import { type JobRecord, noFacts } from '@dormant-beacon/core/record';
import { readReport, type ReportPatterns } from '@dormant-beacon/core/scans';
import { isWhole } from '../database/chain.js';
import { cut } from '../database/transaction.js';
import { scanDigest } from '../facts/derived.js';
import type { StoredFact } from '../facts/repository.js';
import { says } from '../facts/says.js';
import { stageOf, tables } from '../facts/tables.js';
import { invalid } from '../http/problem.js';
import { headSays } from '../jobs/head-says.js';
import { withFact } from '../jobs/with-fact.js';
import { disagreement, type Evidence, factsById, type HashedEntry, hashedEntry } from './entries.js';
import { headAgrees } from './head.js';
import type { UnpackedStory } from './archive.js';
import { readAnew } from './whole.js';

/** An entry with the words that it has here. */
export interface ProvenEntry {
  readonly entry: HashedEntry;
  readonly text: string;
  readonly hash: string;
  readonly stage: string;
  readonly says: string;
}

export interface ProvenStory extends Omit<UnpackedStory, 'story'> {
  readonly exportedAt: string;
  readonly withheld: readonly string[];
  readonly people: UnpackedStory['story']['people'];
  readonly record: JobRecord;
  readonly reports: readonly { readonly scanId: string; readonly text: string }[];
  readonly entries: readonly ProvenEntry[];
  /** Facts in the order of entry, as they will stand here. */
  readonly facts: readonly { readonly kind: FactKind; readonly fact: StoredFact }[];
  /** Digests of what reports were read as here, by scan. */
  readonly readAnew: Readonly<Record<string, string>>;
}

/** @throws HttpProblem 422 where a hash, a fact, a photo or a word is not what the logbook says */
export function provenStory(
  { story, photos, shop, key }: UnpackedStory,
  patterns: ReportPatterns,
): ProvenStory {
  const entries = chained(story);
  const record = story.record;
  const facts = known(() => factsById(record));
  const reports = new Map(story.reports.map(({ scanId, text }) => [scanId, text]));
  if (
    reports.size !== story.reports.length ||
    [...reports.keys()].some((id) => facts.get(id)?.kind !== 'scans')
  )
    throw invalid('reports', 'a report stands in it twice, or belongs to no scan');
  const digests = new Map(photos.map((photo) => [photo.attachmentId, photo.sha256]));
  if (digests.size !== photos.length) throw invalid('photos', 'a photo stands in it twice');
  refuseUnnamed(story, photos, facts);
  const evidence: Evidence = {
    reportText: (scanId) => reports.get(scanId),
    photoDigest: (attachmentId) => digests.get(attachmentId),
    authorOf: (personId) => personId,
    readAnew: readAnew(entries),
  };
  agreeing(entries, facts, evidence);
  if (!headAgrees(entries, record))
    throw invalid('record.head', 'the record says something else than the logbook about the job’s head');
  const anew: Record<string, string> = {};
  const taken = entries.flatMap((entry) => {
    const own = entry.factId === null ? undefined : facts.get(entry.factId);
    return own ? [{ kind: own.kind, fact: worked(own.kind, own.fact, entry, reports, patterns, anew) }] : [];
  });
  return {
    photos,
    shop,
    key,
    exportedAt: story.exportedAt,
    withheld: story.withheld,
    people: story.people,
    record: {
      ...record,
      openedAt: entries[0]!.recordedAt,
      revision: 1 + entries.filter(({ kind }) => kind === 'head').length,
    },
    reports: story.reports,
    entries: worded(story, entries, taken),
    facts: taken,
    readAnew: anew,
  };
}

/** The logbook's entries: one unbroken chain from the job's first to its last, each fact entered once. */
function chained(story: UnpackedStory['story']): HashedEntry[] {
  if (story.logbook.length === 0 || !isWhole(story.logbook))
    throw invalid('logbook', 'its chain of hashes is broken: this file was changed, or cut short');
  const entered = new Set<string>();
  return story.logbook.map(({ entry: text }, n) => {
    const read = hashedEntry.safeParse(known(() => JSON.parse(text) as unknown));
    if (!read.success) throw invalid(`logbook[${n}]`, 'this is no entry of a logbook');
    const entry = read.data;
    if (entry.jobId !== story.record.id || entry.seq !== n + 1 || (entry.kind === 'job') !== (n === 0))
      throw invalid(`logbook[${n}]`, 'this entry belongs to another job, or stands at another place');
    const isFact = Object.hasOwn(tables, entry.kind);
    if (isFact !== (entry.factId !== null) || (!isFact && !['job', 'head', 'import'].includes(entry.kind)))
      throw invalid(`logbook[${n}]`, `there is no kind of entry called “${entry.kind}” here`);
    if (entry.factId !== null && entered.has(entry.factId))
      throw invalid(`logbook[${n}]`, 'this entry was entered before');
    if (entry.factId !== null) entered.add(entry.factId);
    return entry;
  });
}

function agreeing(
  entries: readonly HashedEntry[],
  facts: ReadonlyMap<string, { kind: FactKind; fact: StoredFact }>,
  evidence: Evidence,
): void {
  const left = new Set(facts.keys());
  for (const [n, entry] of entries.entries()) {
    if (entry.factId === null) continue;
    const own = facts.get(entry.factId);
    if (!own) throw invalid(`logbook[${n}]`, 'the record does not hold the fact of this entry');
    left.delete(entry.factId);
    const old = entry.corrects === null ? undefined : facts.get(entry.corrects);
    if (entry.corrects !== null && (old?.kind !== own.kind || old.fact.seq >= own.fact.seq))
      throw invalid(`logbook[${n}]`, 'it takes the place of an entry that was not there');
    const flaw = disagreement(entry, own, old?.fact, evidence);
    if (flaw !== null) throw invalid(`logbook[${n}]`, flaw);
  }
  const [extra] = left;
  if (extra !== undefined) throw invalid('record', `the logbook knows nothing of the entry ${extra}`);
}

/** Every photo is named by an entry, every author by the list of people. */
function refuseUnnamed(
  story: UnpackedStory['story'],
  photos: UnpackedStory['photos'],
  facts: ReadonlyMap<string, { kind: FactKind; fact: StoredFact }>,
): void {
  const people = new Set(story.people.map(({ id }) => id));
  if (people.size !== story.people.length) throw invalid('people', 'a person stands in it twice');
  const named = new Set(
    [...facts.values()]
      .filter(({ kind }) => kind === 'photos')
      .map(({ fact }) => fact['attachmentId'] as string),
  );
  for (const { attachmentId, personId } of photos) {
    if (!named.has(attachmentId)) throw invalid(`photos.${attachmentId}`, 'no entry names this photo');
    if (!people.has(personId)) throw invalid(`photos.${attachmentId}`, 'its author is not among the people');
  }
  for (const { fact } of facts.values())
    if (!people.has(fact.personId)) throw invalid('people', 'the author of an entry is not among them');
}

/** The fact with what is worked out anew here, or proven by its entry; the rest of that is left out. */
function worked(
  kind: FactKind,
  fact: StoredFact,
  entry: HashedEntry,
  reports: ReadonlyMap<string, string>,
  patterns: ReportPatterns,
  anew: Record<string, string>,
): StoredFact {
  if (kind === 'repairs') {
    const {
      chance = null,
      cure = null,
      faultKind = null,
      faultMode = null,
    } = (entry.derived ?? {}) as Record<string, unknown>;
    return { ...fact, chance, cure, faultKind, faultMode };
  }
  if (kind !== 'scans') return fact;
  const text = reports.get(fact.id)!;
  const scan = known(() => readReport(text, { patterns, marks: (fact['marks'] as []) ?? [] }));
  anew[fact.id] = scanDigest(scan);
  return { ...fact, text, scan, reader: (entry.content['reader'] as string) || (scan.reader ?? null) };
}

/** The logbook's words and pages as this installation writes them. */
function worded(
  story: UnpackedStory['story'],
  entries: readonly HashedEntry[],
  facts: ProvenStory['facts'],
): ProvenEntry[] {
  const byId = new Map(facts.map((own) => [own.fact.id, own]));
  let record: JobRecord = { ...story.record, ...noFacts() };
  return entries.map((entry, n) => {
    const own = entry.factId === null ? undefined : byId.get(entry.factId);
    const line = { entry, text: story.logbook[n]!.entry, hash: story.logbook[n]!.hash };
    if (!own) return { ...line, stage: 'take-in', says: cut(saysOfHead(entry), 400) };
    const before = record;
    record = withFact(record, own.kind, own.fact);
    const old = entry.withdrawn ? byId.get(entry.corrects!)?.fact : undefined;
    const words = known(() =>
      old ? `Taken back: ${says(own.kind, before, old)}` : says(own.kind, record, own.fact),
    );
    return { ...line, stage: stageOf(own.kind, own.fact), says: cut(words, 400) };
  });
}

function saysOfHead({ kind, content }: HashedEntry): string {
  return known(() => {
    if (kind === 'import')
      return `Imported: was ${String(content['from'])} elsewhere, exported ${String(content['exportedAt']).slice(0, 10)}`;
    if (kind === 'head') {
      const { before, after } = content as Record<'before' | 'after', Pick<JobRecord, 'head' | 'vehicle'>>;
      return headSays(before, after);
    }
    const { vehicle } = content as Pick<JobRecord, 'vehicle'>;
    return `Job opened: ${vehicle.make} ${vehicle.model}`;
  });
}

/** What a stranger's file makes go wrong is the file's fault. */
function known<A>(make: () => A): A {
  try {
    return make();
  } catch (error) {
    throw invalid('logbook', `an entry cannot be understood (${(error as Error).message.slice(0, 120)})`);
  }
}
