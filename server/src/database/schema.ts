/**
 * The schema as it is against the schema as it should be: columns, keys, uniques, checks. A kill between two steps
 * of an older version, or a hand that tried something, leaves a table that works but guards nothing.
 */
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Refusal } from '@dormant-beacon/core/refusal';
import type { Knex } from 'knex';

/** Of each table: what MariaDB prints of it, by the name of each part. */
export type Schema = Readonly<Record<string, Readonly<Record<string, string>>>>;

const file = fileURLToPath(new URL('../../migrations/schema.json', import.meta.url));
const expected = (): Schema => JSON.parse(readFileSync(file, 'utf8')) as Schema;

/** What MariaDB prints of every table of this database; what belongs to the making of it is left out. */
export async function readSchema(db: Knex): Promise<Schema> {
  const [tables] = (await db.raw(
    "SELECT TABLE_NAME AS name FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE() AND TABLE_TYPE = 'BASE TABLE' AND TABLE_NAME NOT LIKE 'migrations%' ORDER BY TABLE_NAME",
  )) as [{ name: string }[]];
  const schema: Record<string, Record<string, string>> = {};
  for (const { name } of tables) {
    const [[row]] = (await db.raw('SHOW CREATE TABLE ??', [name])) as [[{ 'Create Table': string }]];
    schema[name] = partsOf(row['Create Table']);
  }
  return schema;
}

function partsOf(printed: string): Record<string, string> {
  const lines = printed.split('\n').slice(1, -1);
  const parts = lines
    .map((line) => line.trim().replace(/,$/, ''))
    .map((line) => [nameOf(line), bare(line)] as const);
  return Object.fromEntries([...parts, ['engine', /ENGINE=(\w+)/.exec(printed)?.[1] ?? '']]);
}

/** Checks carry names that depend on the order in which they were made: they are known by what they say. */
const bare = (line: string): string => line.replace(/^CONSTRAINT `CONSTRAINT_\d+` /, '');

function nameOf(line: string): string {
  const check = /^CONSTRAINT `CONSTRAINT_\d+` CHECK (.*)$/.exec(line);
  if (check) return `check ${check[1]!}`;
  const [, kind, name] = /^(PRIMARY KEY|(?:UNIQUE )?KEY|CONSTRAINT)?\s?(?:`([^`]+)`)?/.exec(line) ?? [];
  return kind === undefined ? name! : `${kind.toLowerCase()} ${name ?? ''}`.trim();
}

export interface Difference {
  readonly table: string;
  readonly part: string;
  readonly is: string | null;
  readonly should: string;
}

/** What is missing or otherwise than it should be. What is there beyond it is nobody's concern here. */
export function differences(is: Schema, should: Schema): Difference[] {
  return Object.entries(should).flatMap(([table, parts]) =>
    Object.entries(parts)
      .filter(([part, line]) => is[table]?.[part] !== line)
      .map(([part, line]) => ({ table, part, is: is[table]?.[part] ?? null, should: line })),
  );
}

/**
 * Adds keys, uniques, checks and columns that are missing.
 * @returns each mend in words
 * @throws Refusal where something is otherwise than it should be, or its rows do not allow the mend
 */
export async function mendSchema(owner: Knex): Promise<readonly string[]> {
  const found = differences(await readSchema(owner), expected());
  const wrong = found.filter(({ is, part }) => is !== null || part === 'engine');
  if (wrong.length > 0) throw new Refusal('', refused(wrong));
  const mended: string[] = [];
  // Keys before what refers to them.
  for (const difference of [...found].sort((a, b) => rank(a.should) - rank(b.should))) {
    await owner
      .raw(`ALTER TABLE \`${difference.table}\` ADD ${difference.should.replace(/\?/g, '\\?')}`)
      .catch((error: unknown) => {
        throw new Refusal('', refused([difference], (error as { sqlMessage?: string }).sqlMessage));
      });
    mended.push(`${difference.table}: ${difference.part} was missing and is there again`);
  }
  return mended;
}

const rank = (line: string): number => (line.startsWith('`') ? 0 : /FOREIGN KEY/.test(line) ? 2 : 1);

function refused(wrong: readonly Difference[], why?: string): string {
  const says = wrong
    .slice(0, 5)
    .map(({ table, part, is, should }) =>
      part === 'engine'
        ? `the table “${table}” ${is === null ? 'is missing' : `is kept as ${is}`}`
        : is === null
          ? `“${table}” lacks ${part}`
          : `“${table}” has ${part} as ${is}, and it should be ${should}`,
    )
    .join('; ');
  return `The database is not as it should be: ${says}${wrong.length > 5 ? `, and ${wrong.length - 5} more` : ''}${why ? ` (${why})` : ''}. Nothing was changed. Restore the last backup, or have someone who knows MariaDB look at it.`;
}
