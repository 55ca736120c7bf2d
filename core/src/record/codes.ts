/** The baseline's codes against the last scan: how each of them ended. */
import { type ComparedCode, compareScans } from '../scans/index.js';
import type { JobRecord, ScanFact } from './schema.js';
import { standing } from './standing.js';

export interface CodeEnd extends ComparedCode {
  readonly text: string | null;
  /** In a sentence's tail: `gone, its monitor has run`. */
  readonly end: string;
  /** It asks for more work. */
  readonly open: boolean;
}

export function baselineOf(record: JobRecord): ScanFact | undefined {
  return record.scans.find((scan) => scan.kind === 'baseline');
}

/** The baseline is saved, or its absence is signed for. */
export function isBased(record: JobRecord): boolean {
  return baselineOf(record) !== undefined || standing(record.waivers).length > 0;
}

/** The last scan entered after `seq` that is meant to show the end. */
export function finalAfter(record: JobRecord, seq: number): ScanFact | undefined {
  return standing(record.scans).findLast(
    (scan) => scan.seq > seq && (scan.kind === 'final' || scan.kind === 'after-road'),
  );
}

const ends: Readonly<Record<ComparedCode['result'], readonly [end: string, open: boolean]>> = {
  'not-re-read': ['not read again: its module did not answer', true],
  'absent-tested': ['gone, and its monitor has run', false],
  'absent-untested': ['gone, not yet proven: its monitor has not run', false],
  'still-active': ['still active', true],
  'now-stored': ['stored, not active now', true],
  'still-stored': ['still stored', true],
  'now-active': ['active now', true],
  returned: ['came back', true],
  new: ['new since the baseline', true],
  'failure-type-changed': ['changed its failure type', true],
};

/** No reader clears it; `open` until its monitor has run. */
const permanentEnd = 'permanent: it goes by itself once its monitor has run clean';

interface Compared {
  readonly baseline: ScanFact;
  readonly said: JobRecord['codeEnds'];
  readonly ends: readonly CodeEnd[];
}
/** The last answer for each final scan: a note in a job of sixty thousand codes does not compare them anew. */
const compared = new WeakMap<ScanFact, Compared>();

/** Every code of the baseline and of `final` with its end, those that ask for work first. */
export function codeEnds(record: JobRecord, final: ScanFact): readonly CodeEnd[] {
  const baseline = baselineOf(record);
  if (!baseline) return [];
  const known = compared.get(final);
  if (known?.baseline === baseline && known.said === record.codeEnds) return known.ends;
  const ends = endsBetween(record, baseline, final);
  compared.set(final, { baseline, said: record.codeEnds, ends });
  return ends;
}

function endsBetween(record: JobRecord, baseline: ScanFact, final: ScanFact): CodeEnd[] {
  const { rows } = compareScans({ before: baseline.scan, after: final.scan });
  const said = standing(record.codeEnds);
  const permanent = new Set(
    final.scan.codes
      .filter(({ status }) => status === 'permanent')
      .map(({ module, code }) => `${module} ${code}`),
  );
  const texts = new Map(
    [...baseline.scan.codes, ...final.scan.codes].map((code) => [code.code, code.text ?? null]),
  );
  return rows
    .map((row): CodeEnd => {
      const own = said.findLast(
        (end) =>
          end.module === row.module && end.code === row.code && (end.failureType ?? null) === row.failureType,
      );
      const [usual, open] = ends[row.result];
      const end = permanent.has(`${row.module} ${row.code}`) ? permanentEnd : usual;
      const text = texts.get(row.code) ?? null;
      if (!own) return { ...row, text, end, open };
      return {
        ...row,
        text,
        open: false,
        end: own.end === 'out-of-scope' ? `out of scope: ${own.note}` : `explained: ${own.note}`,
      };
    })
    .sort((a, b) => Number(b.open) - Number(a.open));
}
