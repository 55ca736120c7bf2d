/** Modules before and after a clear: silent, not read and clean are three things; and in which order they are cleared. */
import { isLostCommunication, subjectWords } from '../../causes/index.js';
import { plainWord } from '../../codes/index.js';
import { baselineOf, type JobRecord, type ScanFact, standing } from '../../record/index.js';
import { counted } from '../../units/index.js';

export type ModuleSays =
  | { readonly kind: 'silent' | 'not-read' | 'not-fitted' | 'clean' }
  | { readonly kind: 'codes'; readonly count: number };

export interface ModuleRow {
  readonly module: string;
  readonly before: ModuleSays;
  readonly after: ModuleSays;
  /** A module that is silent needs an end; one that was not read has to be read. */
  readonly asks: 'end' | 'read' | null;
  /** Why it may stay silent, where somebody has said so. */
  readonly end: JobRecord['moduleEnds'][number] | null;
}

type Scan = ScanFact['scan'];

function saysOf({ modules, codes }: Scan, module: string): ModuleSays {
  const found = modules.find(({ name }) => name === module);
  if (!found) return { kind: 'not-read' };
  if (found.reach === 'not-fitted' || found.reach === 'unsupported') return { kind: 'not-fitted' };
  if (!found.answered) return { kind: 'silent' };
  const count = codes.filter((code) => code.module === module).length;
  return count === 0 ? { kind: 'clean' } : { kind: 'codes', count };
}

/** Every module of either scan, those that ask for something first. */
export function moduleRows(record: JobRecord, final: ScanFact): ModuleRow[] {
  const baseline = baselineOf(record);
  if (!baseline) return [];
  const names = [...new Set([...baseline.scan.modules, ...final.scan.modules].map(({ name }) => name))];
  const ends = standing(record.moduleEnds);
  return names
    .map((module): ModuleRow => {
      const [before, after] = [saysOf(baseline.scan, module), saysOf(final.scan, module)];
      const end = after.kind === 'silent' ? (ends.findLast((own) => own.module === module) ?? null) : null;
      return { module, before, after, asks: end ? null : asksFor(before, after), end };
    })
    .sort((a, b) => Number(b.asks !== null) - Number(a.asks !== null));
}

function asksFor(before: ModuleSays, after: ModuleSays): ModuleRow['asks'] {
  if (after.kind === 'silent') return 'end';
  return after.kind === 'not-read' && before.kind !== 'not-fitted' ? 'read' : null;
}

/** As a table says it. */
export function moduleWords(says: ModuleSays): string {
  if (says.kind === 'codes') return counted(says.count, 'code');
  return { silent: 'silent', 'not-read': 'not read', 'not-fitted': 'not fitted', clean: 'clean' }[says.kind];
}

export interface ClearStep {
  readonly module: string;
  readonly codes: number;
  /** Why it comes where it does; null where nothing decides. */
  readonly why: string | null;
}

/**
 * Modules with codes in the order in which they are cleared: what the others miss first, since a module that is still
 * away sets the others’ codes again; those that only tell of others last.
 */
export function clearOrder({ scan: { modules, codes } }: Pick<ScanFact, 'scan'>): ClearStep[] {
  const names = [...new Set(codes.map(({ module }) => module))].filter(
    (name) => modules.find((module) => module.name === name)?.answered !== false,
  );
  const missedBy = new Map<string, string[]>();
  for (const { module, code, text } of codes) {
    if (!isLostCommunication(code)) continue;
    const words = subjectWords(code) ?? [];
    const about = plainWord(text ?? '');
    for (const name of names) {
      const own = plainWord(name);
      if (
        name === module ||
        !(words.some((word) => own.includes(word)) || (own.length > 3 && about.includes(own)))
      )
        continue;
      missedBy.set(name, [...new Set([...(missedBy.get(name) ?? []), module])]);
    }
  }
  const onlyOthers = (name: string) =>
    codes.filter(({ module }) => module === name).every(({ code }) => isLostCommunication(code));
  const rank = (name: string) => (missedBy.has(name) ? 0 : onlyOthers(name) ? 2 : 1);
  return names
    .map((name, at) => ({ name, at }))
    .sort((a, b) => rank(a.name) - rank(b.name) || a.at - b.at)
    .map(({ name }) => {
      const by = missedBy.get(name);
      return {
        module: name,
        codes: codes.filter(({ module }) => module === name).length,
        why: by
          ? `first: ${by.join(', ')} ${by.length === 1 ? 'misses' : 'miss'} it`
          : onlyOthers(name)
            ? 'last: it only tells of others'
            : null,
      };
    });
}
