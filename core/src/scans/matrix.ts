/** Several scans of one vehicle side by side: codes against scans, and what became of each code. */
import { writeCode } from '../codes/index.js';
import { withNamesOf } from './alias.js';
import { compareScans } from './compare.js';
import { ScanIndex, typedCodeKey } from './scan-index.js';
import type { CodeResult, ComparableScan } from './schema.js';

/** What a scan says of a code: its status, or why it has none. */
export type MatrixCell = ComparableScan['codes'][number]['status'] | 'absent' | 'not-read';

export interface MatrixRow {
  readonly module: string;
  readonly code: string;
  readonly failureType: string | null;
  readonly text: string | null;
  /** One for each scan, in their order. */
  readonly cells: readonly MatrixCell[];
  /** From the first scan to the last; the scans between tell `returned` from `new`. */
  readonly result: CodeResult;
  /** It came and went. */
  readonly unstable: boolean;
}

export interface ScanMatrix {
  readonly rows: readonly MatrixRow[];
  /** Modules that answered in an earlier scan and not in the last. */
  readonly silentModules: readonly string[];
}

/**
 * The matrix of two scans or more, oldest first; of fewer it has no rows. Rows stand by module, then code.
 * A code that only a scan between first and last had is `absent-untested`, or `not-re-read`, as in a comparison
 * of that scan with the last.
 */
export function scanMatrix(read: readonly ComparableScan[]): ScanMatrix {
  const scans = read.map((scan) => (read[0] ? withNamesOf(read[0], scan) : scan));
  const [first, last] = [scans[0], scans.at(-1)];
  if (!first || !last || scans.length < 2) return { rows: [], silentModules: [] };
  const between = scans.slice(1, -1);
  const whole = compareScans({ before: first, after: last, earlier: [...between] });
  const results = new Map<string, CodeResult>();
  for (const scan of between.toReversed())
    for (const row of compareScans({ before: scan, after: last }).rows)
      results.set(typedCodeKey(row), row.result);
  for (const row of whole.rows) results.set(typedCodeKey(row), row.result);

  const indexed = scans.map((scan) => new ScanIndex(scan));
  const rows = new Map<string, MatrixRow>();
  for (const scan of scans)
    for (const code of scan.codes) {
      const key = typedCodeKey(code);
      const known = rows.get(key);
      if (known && (known.text !== null || !code.text)) continue;
      const cells = indexed.map((other) => cellOf(other, key, code.module));
      const seen = cells.filter((cell) => cell !== 'not-read').map((cell) => cell !== 'absent');
      rows.set(key, {
        module: code.module,
        code: code.code,
        failureType: code.failureType ?? null,
        text: code.text ?? null,
        cells,
        result: results.get(key) ?? 'not-re-read',
        unstable: seen.filter((has, at) => at > 0 && has !== seen[at - 1]).length >= 2,
      });
    }
  return {
    rows: [...rows.values()].sort(
      (a, b) => a.module.localeCompare(b.module) || writeCode(a).localeCompare(writeCode(b)),
    ),
    silentModules: whole.silentModules,
  };
}

function cellOf(scan: ScanIndex, key: string, module: string): MatrixCell {
  return scan.code(key)?.status ?? (scan.answered(module) ? 'absent' : 'not-read');
}
