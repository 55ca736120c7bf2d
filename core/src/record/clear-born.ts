/** Codes that ask for teaching and were born after a clear: they point to the clear and its reader, not to a part. */
import { asksForTeaching } from '../causes/index.js';
import { codeKey, ScanIndex, type ScanCode } from '../scans/index.js';
import type { JobRecord } from './schema.js';
import { standing } from './standing.js';

/** One clear, with what was read around it. */
export interface ClearRow {
  readonly clearingId: string;
  readonly clearedAt: string;
  /** The reader that cleared; null where nobody said. */
  readonly reader: string | null;
  readonly readBefore: string | null;
  readonly readAfter: string | null;
  /** Codes that ask for teaching, in the first scan after it and in none before that read their module. */
  readonly born: readonly Pick<ScanCode, 'module' | 'code' | 'failureType' | 'text'>[];
  /** Beacons that were first entered after it, before the next clear. */
  readonly lamps: readonly string[];
}

/** Every clear that a scan stands behind, oldest first. */
export function clearRows(record: JobRecord): readonly ClearRow[] {
  const scans = standing(record.scans);
  const clearings = standing(record.clearings);
  return clearings.flatMap((clearing, at) => {
    const next = clearings[at + 1]?.seq ?? Infinity;
    const after = scans.find(({ seq }) => seq > clearing.seq && seq < next);
    if (!after) return [];
    const before = scans.filter(({ seq }) => seq < clearing.seq);
    const indexes = before.map(({ scan }) => new ScanIndex(scan));
    const born = after.scan.codes.filter(
      (code) =>
        asksForTeaching(code) &&
        indexes.some((index) => index.answered(code.module)) &&
        !indexes.some((index) => index.has(codeKey(code))),
    );
    return [
      {
        clearingId: clearing.id,
        clearedAt: clearing.observedAt,
        reader: clearing.reader ?? after.reader ?? null,
        readBefore: before.at(-1)?.reader ?? null,
        readAfter: after.reader ?? null,
        born: born.map(({ module, code, failureType, text }) => ({ module, code, failureType, text })),
        lamps: standing(record.beacons)
          .filter(({ seq, kind }) => kind === 'beacon' && seq > clearing.seq && seq < next)
          .map(({ name }) => name),
      },
    ];
  });
}

/** What is to be remembered of a clear that bore codes, as a note to each of them. */
export function clearNotes({
  reader,
  born,
}: ClearRow): readonly { readonly code: string; readonly module: string; readonly says: string }[] {
  if (reader === null) return [];
  return born.map(({ module, code }) => ({
    code,
    module,
    says: `clearing with ${reader} sets it: teach it again, or clear with another reader`,
  }));
}
