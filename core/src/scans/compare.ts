/** Two scans of one vehicle against each other: every code of both gets exactly one result. */
import { plainWord } from '../codes/index.js';
import { withNamesOf } from './alias.js';
import { codeKey, ScanIndex, typedCodeKey } from './scan-index.js';
import type { CodeResult, ComparableScan, ComparedCode, Comparison, ScanComparison } from './schema.js';

type Code = ComparableScan['codes'][number];

/**
 * Matches by module (its name, or its address where readers name it differently), code and failure type;
 * left-over pairs of one module and code, sorted by type, are `failure-type-changed`. A code that is gone is absent, never cured; one whose module was not read again
 * says nothing.
 */
export function compareScans({ before, after: read, earlier: former }: Comparison): ScanComparison {
  const after = withNamesOf(before, read);
  const earlier = (former ?? []).map((scan) => withNamesOf(before, scan));
  const now = new ScanIndex(after);
  const pool = new Map<string, Code[]>();
  for (const code of after.codes) push(pool, typedCodeKey(code), code);

  const rows: ComparedCode[] = [];
  const unmatched: { code: Code; at: number }[] = [];
  for (const code of before.codes) {
    const match = pool.get(typedCodeKey(code))?.shift();
    if (match) rows.push(row(code, statusResult(code, match)));
    else unmatched.push({ code, at: rows.push(row(code, 'not-re-read')) - 1 });
  }

  const left = new Map<string, Code[]>();
  for (const codes of pool.values()) for (const code of codes) push(left, codeKey(code), code);
  for (const codes of left.values()) codes.sort(byType);

  for (const { code, at } of [...unmatched].sort((a, b) => byType(a.code, b.code))) {
    const changed = left.get(codeKey(code))?.shift();
    rows[at] = changed
      ? { ...row(changed, 'failure-type-changed'), was: code.failureType ?? null }
      : row(code, goneResult(code, now));
  }

  const known = new Set(earlier.flatMap((scan) => scan.codes.map(typedCodeKey)));
  for (const code of after.codes) {
    if (!left.get(codeKey(code))?.includes(code)) continue;
    rows.push(row(code, known.has(typedCodeKey(code)) ? 'returned' : 'new'));
  }
  return { rows, silentModules: silentModules(before, now) };
}

function row(code: Code, result: CodeResult): ComparedCode {
  return { module: code.module, code: code.code, failureType: code.failureType ?? null, result };
}

function statusResult(before: Code, after: Code): CodeResult {
  if (before.status === 'active') return after.status === 'active' ? 'still-active' : 'now-stored';
  return after.status === 'active' ? 'now-active' : 'still-stored';
}

function goneResult(code: Code, now: ScanIndex): CodeResult {
  if (!now.answered(code.module)) return 'not-re-read';
  return now.ran(code) ? 'absent-tested' : 'absent-untested';
}

function silentModules(before: ComparableScan, now: ScanIndex): string[] {
  const names = new Map<string, string>();
  for (const module of before.modules) if (module.answered) names.set(plainWord(module.name), module.name);
  for (const { module } of before.codes)
    if (!names.has(plainWord(module))) names.set(plainWord(module), module);
  return [...names.values()].filter((name) => now.silent(name));
}

const byType = (a: Code, b: Code) => (a.failureType ?? '').localeCompare(b.failureType ?? '');

function push<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
