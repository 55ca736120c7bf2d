/** Digests of the parts of a story, so that of a file that was changed somebody can say where. */
import { createHash } from 'node:crypto';
import type { Story } from '@dormant-beacon/contract';
import { factLists } from '@dormant-beacon/core/record';

/** A part's name as the file has it, and its digest in hexadecimal. */
export type PartDigests = Readonly<Record<string, string>>;

const digestOf = (value: unknown): string =>
  createHash('sha256')
    .update(JSON.stringify(value) ?? 'nothing')
    .digest('hex')
    .slice(0, 32);

export function partsOf(story: Story): PartDigests {
  const { record, reports, logbook, photos, ...about } = story;
  const lists = new Set<string>(factLists);
  const head = Object.entries(record).filter(([name]) => !lists.has(name));
  return Object.fromEntries([
    ...Object.entries(about).map(([name, value]) => [name, digestOf(value)]),
    ...head.map(([name, value]) => [`record.${name}`, digestOf(value)]),
    ...factLists.map((list) => [`record.${list}`, digestOf(record[list])]),
    ...reports.map((report, n) => [`reports[${n}]`, digestOf(report)]),
    ['photos', digestOf(photos)],
    ['logbook', digestOf(logbook.map(({ hash }) => hash))],
  ]) as PartDigests;
}
