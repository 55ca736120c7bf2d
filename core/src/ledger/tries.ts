/** What the tries of a part say: whether it works as it did, and what is still to be tried. */
import type { MapPart } from './access-map.js';
import type { TryMoment } from './acts.js';
import { isTriedOpen, modesOf } from './function-sheet.js';
import type { FunctionTry, LedgerEntry } from './records.js';

/** A mode that works no more: what was closed last is opened again. */
export interface Finding {
  readonly part: MapPart;
  readonly mode: string;
  readonly moment: TryMoment;
  /** It worked when the car came in. */
  readonly workedBefore: boolean;
}

export interface TriesJudged {
  readonly findings: readonly Finding[];
  /** Parts that were not tried since they went in: before closing, and with all closed. */
  readonly untried: { readonly open: readonly MapPart[]; readonly closed: readonly MapPart[] };
}

/** The modes of a part that are tried at such a moment: a latch is tried open before it is tried shut. */
export const modesAt = (part: MapPart, moment: TryMoment): readonly string[] =>
  modesOf(part).filter((mode) => moment === 'before-closing' || !isTriedOpen(mode));

/** Every mode that this car has works, and one at least was tried. */
export function passes(part: MapPart, { modes, moment }: Pick<FunctionTry, 'modes' | 'moment'>): boolean {
  const results = new Map(modes.map(({ mode, result }) => [mode, result]));
  const asked = modesAt(part, moment).map((mode) => results.get(mode));
  return (
    modes.every(({ result }) => result !== 'fails') &&
    modes.some(({ result }) => result === 'works') &&
    asked.every((result) => result === 'works' || result === 'not-there')
  );
}

const latest = (seqs: readonly number[]): number => Math.max(0, ...seqs);

/**
 * @param entries of the ledger: what was taken off after a try has to be tried again
 * @param disturbed what was unplugged on the way: tried with everything closed
 */
export function judgeTries(
  parts: readonly MapPart[],
  tries: readonly FunctionTry[],
  entries: readonly LedgerEntry[],
  disturbed: MapPart | null = null,
): TriesJudged {
  const seqs = (as: LedgerEntry['as']) => entries.filter((entry) => entry.as === as).map(({ seq }) => seq);
  const [lastOff, lastOn] = [latest(seqs('off')), latest(seqs('on'))];
  const judged = [...parts, ...(disturbed ? [disturbed] : [])].map((part) => {
    const own = tries.filter((one) => one.part === part.id);
    const last = entries.findLast(({ step, as }) => step === part.id && as === 'on')?.seq ?? Infinity;
    const since = part === disturbed ? 0 : last;
    const after = own.filter(({ seq, moment }) => seq > since && seq > lastOff && moment !== 'as-it-came');
    const now = after.at(-1);
    const tried = after.some((one) => one.moment === 'before-closing' && passes(part, one));
    const came = own.findLast(({ moment }) => moment === 'as-it-came');
    const findings = (now?.modes ?? [])
      .filter(({ result }) => result === 'fails')
      .map(({ mode }) => ({
        part,
        mode,
        moment: now!.moment,
        workedBefore: came?.modes.find((one) => one.mode === mode)?.result === 'works',
      }));
    return {
      part,
      findings,
      open: part !== disturbed && (!tried || findings.length > 0),
      closed: !after.some((one) => one.moment === 'closed' && one.seq > lastOn && passes(part, one)),
    };
  });
  return {
    findings: judged.flatMap(({ findings }) => findings),
    untried: {
      open: judged.filter(({ open }) => open).map(({ part }) => part),
      closed: judged.filter(({ closed }) => closed).map(({ part }) => part),
    },
  };
}
