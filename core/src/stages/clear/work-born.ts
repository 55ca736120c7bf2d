/** Codes that the work itself made, by unplugging and powering down, each with the step that made it. */
import { isLostCommunication, opens, shared, tellingWords, tellsOfSupply } from '../../causes/index.js';
import { writeCode } from '../../codes/index.js';
import {
  baselineOf,
  type CodeEnd,
  codeEnds,
  type JobRecord,
  type ScanFact,
  standing,
} from '../../record/index.js';
import type { ScanCode } from '../../scans/index.js';
import type { TraceCase } from '../../trace/index.js';
import { caseRead, testRead } from '../../words/index.js';
import { stripOf } from '../strip.js';

/** A step of the work that can leave a code behind. */
export interface WorkStep {
  readonly seq: number;
  readonly at: string;
  /** In a sentence's tail: `plug C31 was unplugged (“Measure the signal”)`. */
  readonly says: string;
  /** The power was off: supplies and messages were missed everywhere. */
  readonly power: boolean;
  /** What was parted, by the names it has in codes and on plans. */
  readonly names: readonly string[];
}

const powerSteps: Readonly<Record<string, string>> = {
  'battery-off': 'the battery was disconnected',
  'fuses-pulled': 'fuses were pulled to make it safe',
  'second-supply-off': 'the second supply was off',
};
const temporaryParts: Readonly<Record<string, string>> = {
  unplugged: 'was unplugged',
  'pulled-fuse': 'was pulled',
  'substitute-load': 'had a substitute load',
  jumper: 'was bridged',
};

/** Every such step since the baseline, in the order of entry. */
export function workSteps(record: JobRecord): WorkStep[] {
  const from = baselineOf(record)?.seq ?? 0;
  return [...parted(record), ...poweredDown(record)]
    .filter(({ seq }) => seq > from)
    .sort((a, b) => a.seq - b.seq);
}

function poweredDown(record: JobRecord): WorkStep[] {
  return standing(record.safeties).flatMap(({ step, seq, observedAt }) =>
    Object.hasOwn(powerSteps, step)
      ? [{ seq, at: observedAt, says: powerSteps[step]!, power: true, names: [] }]
      : [],
  );
}

function parted(record: JobRecord): WorkStep[] {
  const steps: WorkStep[] = [];
  for (const reading of standing(record.readings)) {
    const { seq, observedAt } = reading;
    const [source, test] = [caseRead(record, reading), testRead(record, reading)];
    const { unplugged = [], pulled = [] } = test?.state ?? {};
    const ids = [...(unplugged ?? []), ...(pulled ?? [])];
    if (!source || !test || ids.length === 0) continue;
    const names = ids.flatMap((id) => namesOf(source, id));
    const what = names.length > 0 ? names.at(-1)! : ids.join(', ');
    steps.push({
      seq,
      at: observedAt,
      says: `${what} was ${unplugged?.length ? 'unplugged' : 'pulled'} (“${test.label ?? test.id}”)`,
      power: false,
      names: [...ids, ...names],
    });
  }
  for (const { kind, where, removes, seq, observedAt } of standing(record.temporaries)) {
    if (removes != null || !Object.hasOwn(temporaryParts, kind)) continue;
    steps.push({
      seq,
      at: observedAt,
      says: `${where} ${temporaryParts[kind]!}`,
      power: false,
      names: [where],
    });
  }
  const strip = stripOf(record);
  for (const { step, as, seq, observedAt } of standing(record.ledgerEntries)) {
    const item = as === 'off' ? strip?.map.steps.find(({ id }) => id === step) : undefined;
    if (!item?.plugs?.length) continue;
    const plugs = item.plugs.map(({ name }) => name);
    steps.push({
      seq,
      at: observedAt,
      says: `${plugs.join(', ')} came off (“${item.label}”)`,
      power: false,
      names: [...plugs, item.label],
    });
  }
  return steps;
}

/** A connector has no label of its own: it is known by what is plugged in there. */
function namesOf({ circuit }: TraceCase, id: string): string[] {
  return circuit.elements
    .filter((element) => element.id === id || ('connector' in element && element.connector === id))
    .map(({ label, id: own }) => label ?? own);
}

/** The codes of `final` that were not there at the baseline and that a step of the work explains, by `endKey`. */
export function bornOfWork(record: JobRecord, final: ScanFact): ReadonlyMap<string, WorkStep> {
  const baseline = baselineOf(record);
  const fresh = codeEnds(record, final).filter(({ result }) => result === 'new');
  if (!baseline || fresh.length === 0) return new Map();
  const steps = workSteps(record).filter(({ seq }) => seq < final.seq);
  if (steps.length === 0) return new Map();
  const keys = new Set(fresh.map(endKey));
  const read = new Set(baseline.scan.modules.filter(({ answered }) => answered).map(({ name }) => name));
  const born = new Map<string, WorkStep>();
  for (const code of final.scan.codes) {
    const key = endKey({ ...code, failureType: code.failureType ?? null });
    // What is active now is no memory of the work; of a module that was not read nobody knows what it had.
    if (code.status === 'active' || !keys.has(key) || !read.has(code.module)) continue;
    const step = steps.findLast((own) => explains(own, code));
    if (step) born.set(key, step);
  }
  return born;
}

/** @example endKey({ module: 'Body', code: 'B1A27', failureType: '64' }) // 'Body B1A27-64' */
export const endKey = (code: Pick<CodeEnd, 'module' | 'code' | 'failureType'>): string =>
  `${code.module} ${writeCode(code)}`;

function explains({ power, names }: WorkStep, code: ScanCode): boolean {
  const lost = isLostCommunication(code.code);
  if (power) return lost || tellsOfSupply(code);
  if (!lost && !opens.test((code.failureType ?? '').toUpperCase())) return false;
  const text = `${code.text ?? ''} ${code.module}`;
  const [told, words] = [tokensOf(text), tellingWords(text)];
  return names.some((name) => {
    const designators = tokensOf(name).filter((token) => /\p{L}/u.test(token) && /\d/.test(token));
    if (designators.length > 0) return designators.some((own) => told.includes(own));
    const own = tellingWords(name);
    for (const part of anyPart) own.delete(part);
    return shared(words, own) > 0;
  });
}

/** Words that every plan is full of. */
const anyPart = tellingWords('plug connector fuse harness wire cable pin ground relay holder load');

/** `C3` is not in `C31`. */
const tokensOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
