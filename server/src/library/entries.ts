/** The shop's library: entries are added and taken back, never changed; each is logged with the shop. */
import type {
  AddCodeLink,
  AddCodeNote,
  AddPartWeakness,
  AddPattern,
  AddRestraintFile,
  AddWeakness,
  CodeFile,
  PartWeaknesses,
  Pattern,
  RestraintFiles,
  Weaknesses,
} from '@dormant-beacon/contract';
import { patternsOf, type ReportPatterns } from '@dormant-beacon/core/scans';
import type { Knex } from 'knex';
import type { Author } from '../accounts/service.js';
import { isoOf, storedOf } from '../database/connect.js';
import { writeOnce } from '../database/idempotency.js';
import { conflict, notFound } from '../http/problem.js';
import { enterShopLog } from '../shop/log.js';

type Kind = 'pattern' | 'code-note' | 'code-link' | 'weakness' | 'restraint-file' | 'part-weakness';

interface Row {
  readonly id: string;
  readonly kind: Kind;
  readonly make: string | null;
  readonly model: string | null;
  readonly data: string;
  readonly person_id: string;
  readonly added_at: string;
}

interface Addition {
  readonly id: string;
  readonly kind: Kind;
  readonly make?: string;
  readonly model?: string | null;
  readonly template?: string;
  readonly data: object;
  readonly says: string;
}

/** Adds an entry; the same entry sent again changes nothing. @throws HttpProblem 409 where the id is another's */
async function add(
  db: Knex,
  { session, write }: Author,
  { id, kind, make, model, template, data, says }: Addition,
): Promise<void> {
  await writeOnce(db, write, async (trx) => {
    const there = (await trx('library_entries').where({ id }).forUpdate().first()) as Row | undefined;
    if (there?.kind === kind && there.data === JSON.stringify(data)) return null;
    if (there) throw conflict('There is another entry with this id.');
    await trx('library_entries').insert({
      id,
      kind,
      make: make ?? null,
      model: model ?? null,
      template: template ?? null,
      data: JSON.stringify(data),
      person_id: session.person.id,
      added_at: storedOf(new Date()),
    });
    await enterShopLog(trx, session, `Library: ${says}`, { id, kind, make, model, data });
    return null;
  });
}

export function addPattern(db: Knex, author: Author, { id, ...pattern }: AddPattern): Promise<void> {
  const { code, line, word } = pattern;
  const data = code ? { code } : line ? { line } : { word };
  return add(db, author, { id, kind: 'pattern', data, says: saysPattern(pattern) });
}

function saysPattern({ code, line, word }: Omit<AddPattern, 'id'>): string {
  const of = (code ?? line ?? word)?.reader;
  const says = code
    ? `codes such as ${code.before ? `“${code.before}” ` : ''}${code.shape}`
    : line
      ? `lines such as “${line.like.slice(0, 80)}” are ${line.as}`
      : `“${word!.word}” is ${word!.status}`;
  return of ? `${says}, in reports of ${of}` : says;
}

export function addCodeNote(db: Knex, author: Author, { id, ...note }: AddCodeNote): Promise<void> {
  const says = `${note.code}, ${note.make} ${note.model ?? 'all models'}: ${note.says}`;
  return add(db, author, {
    id,
    kind: 'code-note',
    make: note.make,
    model: note.model ?? null,
    data: { ...note, code: note.code.toUpperCase() },
    says,
  });
}

export function addCodeLink(db: Knex, author: Author, { id, ...file }: AddCodeLink): Promise<void> {
  const says = `${file.make} ${file.model}: what ${file.link.module}${file.link.code ? ` ${file.link.code}` : ''} hangs on`;
  return add(db, author, { id, kind: 'code-link', make: file.make, model: file.model, data: file, says });
}

export function addWeakness(db: Knex, author: Author, { id, ...own }: AddWeakness): Promise<void> {
  const { make, model, template } = own;
  const says = `known weakness, ${make} ${model ?? 'all models'}: ${own.says}`;
  return add(db, author, { id, kind: 'weakness', make, model: model ?? null, template, data: own, says });
}

export function addRestraintFile(db: Knex, author: Author, { id, ...own }: AddRestraintFile): Promise<void> {
  const says = `restraint file, ${own.make} ${own.model}: ${own.file.items.length} items`;
  return add(db, author, { id, kind: 'restraint-file', make: own.make, model: own.model, data: own, says });
}

export function addPartWeakness(db: Knex, author: Author, { id, ...own }: AddPartWeakness): Promise<void> {
  const { make, model, kind, bad, seen } = own;
  const says = `parts, ${make} ${model ?? 'all models'}, ${kind}: ${own.says}, ${bad} of ${seen}`;
  return add(db, author, { id, kind: 'part-weakness', make, model: model ?? null, data: own, says });
}

/** How parts of a vehicle were found, those of its whole make included. */
export async function partWeaknessesFor(
  db: Knex,
  make: string,
  model: string | null,
): Promise<PartWeaknesses['weaknesses']> {
  return (await ofVehicle(db, 'part-weakness', make, model)).map((row) => ({
    ...stampOf(row),
    ...(JSON.parse(row.data) as Omit<AddPartWeakness, 'id'>),
  }));
}

/** Entries of a kind for a model, those of its whole make included. */
function ofVehicle(db: Knex, kind: Kind, make: string, model: string | null) {
  const query = standing(db).where({ make, kind });
  if (model !== null) void query.where((own) => own.where({ model }).orWhereNull('model'));
  return query;
}

/** The newest restraint file of a model. */
export async function restraintFileFor(
  db: Knex,
  make: string,
  model: string,
): Promise<RestraintFiles['file']> {
  const row = (await standing(db).where({ make, model, kind: 'restraint-file' })).at(-1);
  return row ? { ...stampOf(row), ...(JSON.parse(row.data) as Omit<AddRestraintFile, 'id'>) } : null;
}

/** Known weaknesses of a model, those of its whole make included. */
export async function weaknessesFor(
  db: Knex,
  make: string,
  model: string | null,
): Promise<Weaknesses['weaknesses']> {
  return (await ofVehicle(db, 'weakness', make, model)).map((row) => ({
    ...stampOf(row),
    ...(JSON.parse(row.data) as Omit<AddWeakness, 'id'>),
  }));
}

/** @throws HttpProblem 404 where there is no such entry, or it is taken back already */
export async function withdrawEntry(db: Knex, { session, write }: Author, id: string): Promise<void> {
  await writeOnce(db, write, async (trx) => {
    const row = (await trx('library_entries').where({ id, withdrawn_at: null }).forUpdate().first()) as
      Row | undefined;
    if (!row) throw notFound('entry');
    await trx('library_entries')
      .where({ id })
      .update({ withdrawn_at: storedOf(new Date()) });
    await enterShopLog(trx, session, `Library: a ${row.kind.replace('-', ' ')} taken back`, {
      id,
      data: JSON.parse(row.data) as unknown,
    });
    return null;
  });
}

export async function listPatterns(db: Knex): Promise<Pattern[]> {
  return (await standing(db).where({ kind: 'pattern' })).map((row) => ({
    ...stampOf(row),
    ...(JSON.parse(row.data) as Pick<Pattern, 'code' | 'line' | 'word'>),
  }));
}

/** The patterns as the reading of reports takes them. */
export const reportPatternsOf = async (db: Knex): Promise<ReportPatterns> =>
  patternsOf(await listPatterns(db));

/** Notes and links for a vehicle; without a model those of every model of the make. */
export async function entriesFor(
  db: Knex,
  make: string,
  model: string | null,
): Promise<Pick<CodeFile, 'notes' | 'links'>> {
  const query = standing(db).where({ make }).whereIn('kind', ['code-note', 'code-link']);
  if (model !== null) void query.where((own) => own.where({ model }).orWhereNull('model'));
  const rows = await query;
  const of = (kind: Kind) =>
    rows
      .filter((row) => row.kind === kind)
      .map((row) => ({ ...stampOf(row), ...(JSON.parse(row.data) as object) }));
  return { notes: of('code-note') as CodeFile['notes'], links: of('code-link') as CodeFile['links'] };
}

const standing = (db: Knex): Knex.QueryBuilder<Record<string, unknown>, Row[]> =>
  db('library_entries').whereNull('withdrawn_at').orderBy('added_at') as never;

const stampOf = (row: Row) => ({ id: row.id, personId: row.person_id, addedAt: isoOf(row.added_at) });
