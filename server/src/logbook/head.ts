/** The head of a job as its logbook tells it. */
import type { JobRecord } from '@dormant-beacon/core/record';
import { agrees, type HashedEntry } from './entries.js';

/** The head and vehicle that the last change of them left, by the logbook. */
export function loggedHead(entries: readonly HashedEntry[]): Pick<JobRecord, 'head' | 'vehicle'> {
  const last = entries.findLast(({ kind }) => kind === 'head')?.content['after'] ?? entries[0]!.content;
  return last as Pick<JobRecord, 'head' | 'vehicle'>;
}

/** True where the record's head is what the logbook's last word about it was. */
export function headAgrees(
  entries: readonly HashedEntry[],
  record: Pick<JobRecord, 'head' | 'vehicle'>,
): boolean {
  const { head, vehicle } = loggedHead(entries);
  return same(normal(head), normal(record.head)) && same(vehicle, record.vehicle);
}

/** Moments as the database gives them back. */
function normal(head: object): object {
  const { promisedAt } = head as { promisedAt?: string | null };
  return promisedAt ? { ...head, promisedAt: new Date(promisedAt).toISOString() } : head;
}

/** Nothing more and nothing less is said. */
const same = (one: object, other: object): boolean => agrees(one, other) && agrees(other, one);
