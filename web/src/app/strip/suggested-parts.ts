/** Parts of a map that a job seems to be about: by the names of its units, its repairs to come, and what has to be replaced. */
import type { AccessMap, StripAim } from '@dormant-beacon/core/ledger';
import { type JobRecord, openTraces, standing } from '@dormant-beacon/core/record';
import { restraintPicture } from '@dormant-beacon/core/record/picture';
import type { RestraintPolicy } from '@dormant-beacon/core/restraints';

const plain = (text: string): string =>
  ` ${text
    .toLowerCase()
    .replace(/\bthe\b/g, ' ')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()} `;

/** One name holds the other, word by word. */
const alike = (a: string, b: string): boolean => plain(a).includes(plain(b)) || plain(b).includes(plain(a));

/** @param policy of the shop for fired restraint systems */
export function suggestedParts(
  record: JobRecord,
  map: AccessMap,
  policy: RestraintPolicy,
): StripAim['targets'] {
  const replaced = (restraintPicture(record, policy)?.items ?? [])
    .filter(({ action }) => action === 'replace' || action === 'certified-rebuild')
    .map(({ label }) => label);
  const units = [...standing(record.routePlans).map(({ unit }) => unit), ...replaced];
  const titles = openTraces(record).map(({ title }) => title);
  return map.parts.flatMap(({ id, label }): StripAim['targets'] => {
    if (units.some((unit) => alike(label, unit))) return [{ part: id, work: 'exchange' }];
    return titles.some((title) => alike(label, title)) ? [{ part: id, work: 'in-place' }] : [];
  });
}
