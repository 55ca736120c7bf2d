/** A logbook entry as it was hashed, and whether a fact is what its entry says. */
import { createHash } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { type FactKind, factKinds } from '@dormant-beacon/contract';
import type { JobRecord } from '@dormant-beacon/core/record';
import * as z from 'zod';
import { derivedOf } from '../facts/derived.js';
import { asListed, type StoredFact } from '../facts/repository.js';
import { tables } from '../facts/tables.js';

const id = z.uuid();
const instant = z.iso.datetime({ offset: true });

/** What is hashed of an entry. Earlier versions hashed neither stage, words nor what was derived. */
export const hashedEntry = z.object({
  jobId: id,
  seq: z.int().min(1),
  personId: id,
  kind: z.string().max(30),
  stage: z.string().max(20).optional(),
  says: z.string().max(400).optional(),
  factId: id.nullable(),
  corrects: id.nullable(),
  withdrawn: z.boolean(),
  observedAt: instant,
  recordedAt: instant,
  deviceId: z.string().nullish(),
  content: z.record(z.string(), z.unknown()),
  derived: z.unknown().optional(),
});
export type HashedEntry = z.infer<typeof hashedEntry>;

/** What a fact's own table does not hold: a report's text, the digest of a photo's bytes. */
export interface Evidence {
  reportText(scanId: string): string | undefined;
  /** Undefined where its bytes are not here: they go into no story that leaves the shop. */
  readonly imageDigest?: (imageId: string) => string | undefined;
  photoDigest(attachmentId: string): string | undefined;
  /** What a repair says to the shop's base rates alone. */
  learnedOf?(repairId: string): Readonly<Record<string, unknown>> | undefined;
  /** The person under whose id the entry was hashed. */
  authorOf(personId: string): string;
  /** Digest of what was read anew when a report came from another installation. */
  readAnew?(scanId: string): string | undefined;
}

/** Every fact of a record with its kind, by its id. @throws Error where an id stands twice */
export function factsById(record: JobRecord): Map<string, { kind: FactKind; fact: StoredFact }> {
  const facts = new Map<string, { kind: FactKind; fact: StoredFact }>();
  for (const [kind, { list }] of Object.entries(tables))
    for (const fact of record[list] as unknown as StoredFact[]) {
      if (facts.has(fact.id)) throw new Error(`the entry ${fact.id} stands twice in the record`);
      facts.set(fact.id, { kind: kind as FactKind, fact });
    }
  return facts;
}

/**
 * What is wrong between an entry and the fact that it entered, in words; null where nothing is.
 * @param old the fact that it takes back, where it does
 */
export function disagreement(
  entry: HashedEntry,
  { kind, fact }: { kind: FactKind; fact: StoredFact },
  old: StoredFact | undefined,
  evidence: Evidence,
): string | null {
  if (entry.kind !== kind) return `the logbook calls it one of ${entry.kind}, and it stands among ${kind}`;
  const stamps =
    fact.seq === entry.seq &&
    evidence.authorOf(fact.personId) === entry.personId &&
    fact.corrects === entry.corrects &&
    fact.withdrawn === entry.withdrawn &&
    Date.parse(fact.observedAt) === Date.parse(entry.observedAt) &&
    Date.parse(fact.recordedAt) === Date.parse(entry.recordedAt);
  if (!stamps) return 'its author, time or place in order is another than the logbook’s';
  if (entry.withdrawn)
    return old && sameFields(kind, fact, old) ? null : 'it takes something else back than the logbook says';
  // Of a photo the digest stands beside what was entered; of a memory image it is a part of it.
  const { sha256, ...others } = entry.content;
  const content = kind === 'photos' ? others : entry.content;
  const entered = factKinds[kind].entry.safeParse({
    id: fact.id,
    observedAt: entry.observedAt,
    data: content,
  });
  if (!entered.success) return 'the logbook holds no such entry as can be made';
  const { text, ...rest } = content;
  if (kind === 'scans') {
    if (evidence.reportText(fact.id) !== text) return 'its report is another than the one that was entered';
    if (!agrees({ kind: rest['kind'], marks: rest['marks'] }, fact)) return 'the record says something else';
  } else if (!agrees(content, fact) || !nothingAdded(kind, content, fact))
    return 'the record says something else than the logbook about this entry';
  if (kind === 'photos' && evidence.photoDigest(fact['attachmentId'] as string) !== sha256)
    return 'the photo is another than the one that was entered';
  const image = kind === 'coding-images' ? evidence.imageDigest?.(fact['imageId'] as string) : undefined;
  if (image !== undefined && image !== sha256)
    return 'the memory image is another than the one that was entered';
  return sameDerived(entry, kind, fact, evidence) ? null : 'what was worked out from it has been changed';
}

function sameDerived(entry: HashedEntry, kind: FactKind, fact: StoredFact, evidence: Evidence): boolean {
  const learned = kind === 'repairs' ? evidence.learnedOf?.(fact.id) : undefined;
  const own = (plain(derivedOf(kind, { ...fact, ...learned })) ?? {}) as Record<string, unknown>;
  const anew = kind === 'scans' ? evidence.readAnew?.(fact.id) : undefined;
  if (anew !== undefined) return own['scan'] === anew;
  if (entry.derived == null) return true;
  const hashed = { ...(plain(entry.derived) as Record<string, unknown>) };
  // What a file's record does not hold is taken from the entry itself.
  if (kind === 'repairs' && learned === undefined) {
    delete hashed['faultKind'];
    delete hashed['faultMode'];
  }
  return isDeepStrictEqual(hashed, own);
}

/** Fields that nobody entered hold nothing. */
function nothingAdded(kind: FactKind, content: Readonly<Record<string, unknown>>, fact: StoredFact): boolean {
  const worked = kind === 'scans' ? ['reader', 'scan'] : kind === 'repairs' ? ['chance', 'cure'] : [];
  return Object.keys(tables[kind].columns).every(
    (field) => field in content || worked.includes(field) || plain(fact[field]) === null,
  );
}

/** Withdrawn or not, every field of its own is the same. */
function sameFields(kind: FactKind, fact: StoredFact, old: StoredFact): boolean {
  const own = (one: StoredFact) => {
    const { id: _id, seq: _seq, personId: _person, ...listed } = asListed(kind, one);
    const {
      observedAt: _observed,
      recordedAt: _recorded,
      corrects: _corrects,
      withdrawn: _withdrawn,
      ...rest
    } = listed;
    return plain(rest);
  };
  return isDeepStrictEqual(own(fact), own(old));
}

/** Every field that was entered is in the record with the same value; nothing counts as null. */
export function agrees(entered: object, stored: object): boolean {
  const own = stored as Record<string, unknown>;
  return Object.entries(entered).every(([name, value]) => isDeepStrictEqual(plain(value), plain(own[name])));
}

/** As JSON and the database keep it: nothing is null, half an emoji is a mark for one, lists of ids have an order of their own. */
function plain(value: unknown): unknown {
  if (value == null || value === '') return null;
  if (typeof value === 'string') return value.toWellFormed();
  if (Array.isArray(value)) {
    const all = value.map(plain);
    return all.every((one) => id.safeParse(one).success) ? all.sort() : all;
  }
  if (typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value as object)
      .filter(([, own]) => own !== undefined && own !== null)
      .map(([name, own]) => [name, plain(own)]),
  );
}

/** The words and pages of entries that were written anew at an import, as one digest: the import's own entry holds it. */
export function wordsDigest(rows: readonly { readonly stage: string; readonly says: string }[]): string {
  return createHash('sha256')
    .update(JSON.stringify(rows.map(({ stage, says }) => [stage, says])))
    .digest('hex');
}
