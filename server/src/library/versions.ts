/** What the shop keeps in versions, circuits and access maps: a version once saved stays as it is. */
import type { Knex } from 'knex';
import type { Author } from '../accounts/service.js';
import { isoOf, storedOf } from '../database/connect.js';
import { writeOnce } from '../database/idempotency.js';
import { conflict, notFound } from '../http/problem.js';
import { enterShopLog } from '../shop/log.js';

/** The table of a kind, and what it calls its own. */
export interface Versioned {
  readonly table: string;
  readonly id: string;
  readonly content: string;
  readonly noun: string;
}

export interface VersionRow {
  readonly id: string;
  readonly version: number;
  readonly make: string;
  readonly model: string | null;
  readonly title: string;
  readonly note: string | null;
  readonly personId: string;
  readonly addedAt: string;
}

export interface WholeVersion extends VersionRow {
  readonly latest: number;
  readonly withdrawn: boolean;
  readonly content: unknown;
}

interface Row {
  readonly version: number;
  readonly make: string;
  readonly model: string | null;
  readonly title: string;
  readonly note: string | null;
  readonly person_id: string;
  readonly added_at: string;
  readonly withdrawn: boolean;
  readonly [own: string]: unknown;
}

const most = 500;

/** The newest version of each that is not withdrawn, by title. */
export async function newestVersions(
  db: Knex,
  { table, id }: Versioned,
  make: string | null,
  model: string | null,
): Promise<VersionRow[]> {
  const query = db({ own: table })
    .whereRaw('own.version = (SELECT MAX(version) FROM ?? WHERE ?? = own.??)', [table, id, id])
    .where('own.withdrawn', 0)
    .orderBy(['own.title', `own.${id}`])
    .limit(most)
    .select(id, 'version', 'make', 'model', 'title', 'note', 'person_id', 'added_at');
  if (make !== null) void query.where({ make });
  if (model !== null) void query.where((own) => own.where({ model }).orWhereNull('model'));
  return ((await query) as Row[]).map((row) => rowOf(row, id));
}

/** @throws HttpProblem 404 where there is nothing of that id, or no such version of it */
export async function versionOf(
  db: Knex,
  { table, id, content, noun }: Versioned,
  own: string,
  version: number | null,
): Promise<WholeVersion> {
  const rows = () =>
    db(table)
      .where({ [id]: own })
      .orderBy('version', 'desc');
  const newest = (await rows().first('version')) as Pick<Row, 'version'> | undefined;
  if (!newest) throw notFound(noun);
  const row = (await rows()
    .where({ version: version ?? newest.version })
    .first()) as Row | undefined;
  if (!row) throw notFound(noun);
  return {
    ...rowOf(row, id),
    latest: newest.version,
    withdrawn: row.withdrawn,
    content: JSON.parse(row[content] as string) as unknown,
  };
}

export interface NewVersion {
  readonly id: string;
  /** The version that was changed; 0 for something new. */
  readonly basedOn: number;
  readonly make: string;
  readonly model: string | null;
  readonly title: string;
  readonly note: string | null;
  readonly withdrawn: boolean;
  readonly content: unknown;
}

/**
 * Keeps a new version. The same sent again changes nothing.
 * @throws HttpProblem 409 where somebody has kept another version meanwhile
 */
export async function keepVersion(
  db: Knex,
  { session, write }: Author,
  { table, id, content, noun }: Versioned,
  kept: NewVersion,
): Promise<number> {
  return writeOnce(db, write, async (trx) => {
    const last = (await trx(table)
      .where({ [id]: kept.id })
      .orderBy('version', 'desc')
      .forUpdate()
      .first()) as Row | undefined;
    const now = last?.version ?? 0;
    const { make, model, title, note, withdrawn } = kept;
    const own: Readonly<Record<string, unknown>> = {
      make,
      model,
      title,
      [content]: JSON.stringify(kept.content),
      note,
      withdrawn,
    };
    // Sent twice by a device that did not hear the answer.
    const again = Object.entries(own).every(([column, value]) => last?.[column] === value);
    if (again && now === kept.basedOn + 1) return now;
    if (now !== kept.basedOn)
      throw conflict(
        `Someone else has kept another version of this ${noun} meanwhile. Look at theirs first.`,
        { current: { version: now } },
      );
    const version = now + 1;
    await trx(table).insert({
      [id]: kept.id,
      version,
      ...own,
      person_id: session.person.id,
      added_at: storedOf(new Date()),
    });
    await enterShopLog(
      trx,
      session,
      `${noun.charAt(0).toUpperCase()}${noun.slice(1)} ${title}, ${make} ${model ?? ''}: version ${version}${withdrawn ? ', withdrawn' : ''}`,
      { id: kept.id, version, note },
    );
    return version;
  });
}

const rowOf = (row: Row, id: string): VersionRow => ({
  id: row[id] as string,
  version: row.version,
  make: row.make,
  model: row.model,
  title: row.title,
  note: row.note,
  personId: row.person_id,
  addedAt: isoOf(row.added_at),
});
