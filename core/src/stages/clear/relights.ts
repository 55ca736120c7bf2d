/** Whether a code that is there after the clear came back at once or after a drive. */
import { type CodeEnd, type JobRecord, type ScanFact, standing } from '../../record/index.js';

const lit: ReadonlySet<CodeEnd['result']> = new Set([
  'still-active',
  'now-active',
  'now-stored',
  'still-stored',
  'returned',
  'new',
  'failure-type-changed',
]);

export type Relight = 'at-once' | 'after-drive';

/** As it stands behind a code's end. */
export const relightWords: Readonly<Record<Relight, string>> = {
  'at-once': 'it came back at once: the fault is there now',
  'after-drive': 'it stayed away until the car was driven: its monitor, or a condition, brings it on',
};

/**
 * By the scans since the clear. A code that the first of them holds came back at once, unless the car was driven before
 * it was read; one that an earlier of them lacks came after a drive.
 *
 * @returns null where it is not there, or is not active
 */
export function relightOf(
  record: JobRecord,
  clearing: { readonly seq: number },
  final: ScanFact,
  { module, code, result }: Pick<CodeEnd, 'module' | 'code' | 'result'>,
): Relight | null {
  if (!lit.has(result)) return null;
  const own = final.scan.codes.find((other) => other.module === module && other.code === code);
  // Stored without being active is a clear that did not take, or a memory: nothing has relit.
  if (own?.status !== 'active' && own?.status !== 'pending') return null;
  const scans = standing(record.scans).filter(
    ({ seq, scan }) =>
      seq > clearing.seq &&
      seq <= final.seq &&
      scan.modules.some(({ name, answered }) => name === module && answered),
  );
  const at = scans.findIndex(({ scan }) =>
    scan.codes.some((own) => own.module === module && own.code === code),
  );
  const first = scans[at];
  if (!first) return null;
  const driven =
    first.kind === 'after-road' ||
    standing(record.exposures).some(
      ({ seq, provoked }) => seq > clearing.seq && seq < first.seq && provoked == null,
    );
  return at > 0 || driven ? 'after-drive' : 'at-once';
}
