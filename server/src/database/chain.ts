/** The chain over a job's logbook: each hash covers the entry and the hash before it. */
import { createHash } from 'node:crypto';

export const chainStart = '0'.repeat(64);

/** sha256(previous + entry), as 64 hexadecimal digits. */
export function link(previous: string, entry: string): string {
  return createHash('sha256').update(previous).update(entry).digest('hex');
}

/** True where seqs run from 1 without a gap and every hash follows from the one before. */
export function isWhole(
  rows: readonly { readonly seq: number; readonly entry: string; readonly hash: string }[],
): boolean {
  let previous = chainStart;
  return rows.every((row, index) => {
    previous = link(previous, row.entry);
    return row.seq === index + 1 && row.hash === previous;
  });
}
