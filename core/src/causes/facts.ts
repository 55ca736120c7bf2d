/** The request made ready: what each code speaks of, which modules there are, what comes and goes. */
import { plainWord } from '../codes/index.js';
import { codeKey, ScanIndex } from '../scans/index.js';
import type { CodeLink, ExplainRequest, ObservedCode } from './schema.js';
import { type Placement, placementOf } from './placement.js';
import { isBus, isLostCommunication, isSystemVoltage, subjectWords } from './network-codes.js';
import {
  allWords,
  calibrationWords,
  internalWords,
  messageWords,
  positionWords,
  refusalWords,
  tellingWords,
  voltageWords,
} from './words.js';

/** One code with what it speaks of. */
export interface Seen {
  readonly observed: ObservedCode;
  readonly id: string;
  /** The module's name in plain words. */
  readonly module: string;
  readonly code: string;
  readonly type: string;
  readonly words: ReadonlySet<string>;
  readonly place: Placement;
  readonly voltage: boolean;
  readonly message: boolean;
  readonly bus: boolean;
  readonly internal: boolean;
  readonly calibration: boolean;
  readonly refusal: boolean;
  readonly position: boolean;
  /** The module that a missing message was to come from, in plain words. */
  readonly subject: string | null;
  readonly active: boolean;
  /** It came and went over the scans. */
  readonly unstable: boolean;
  /** No earlier scan that read its module had it; null without such a scan. */
  readonly fresh: boolean | null;
  readonly link: readonly CodeLink[];
}

export interface Facts {
  readonly request: ExplainRequest;
  readonly seen: readonly Seen[];
  /** Modules by plain name, as they are written. */
  readonly modules: ReadonlyMap<string, string>;
  readonly silent: ReadonlySet<string>;
  /** More than a quarter of the codes come and go. */
  readonly restless: boolean;
  readonly batteryOpen: boolean;
}

export function factsOf(request: ExplainRequest): Facts {
  const modules = new Map<string, string>();
  const note = (name: string) => modules.set(plainWord(name), modules.get(plainWord(name)) ?? name);
  for (const { module } of request.codes) note(module);
  for (const name of request.silentModules ?? []) note(name);
  for (const { module } of request.links ?? []) note(module);
  for (const scan of request.earlier ?? []) {
    for (const { name } of scan.modules) note(name);
    for (const { module } of scan.codes) note(module);
  }
  const earlier = (request.earlier ?? []).map((scan) => new ScanIndex(scan));
  const around: Around = {
    names: [...modules.keys()].map(nameOf),
    links: (request.links ?? []).map((link) => ({ link, module: plainWord(link.module) })),
    earlier,
    restless: restlessness(request) > mostRestless,
  };
  const { restless } = around;
  const seen = request.codes.map((observed) => see(observed, around));
  const { verdict, restingVolts } = request.battery ?? {};
  const weak = restingVolts != null && restingVolts < 12.4;
  return {
    request,
    seen,
    modules,
    silent: new Set((request.silentModules ?? []).map(plainWord)),
    restless,
    batteryOpen: verdict != null ? verdict !== 'good' : restingVolts == null || weak,
  };
}

/** Above this share of codes that are not in every scan the car is restless. */
const mostRestless = 0.25;

/** What every code is seen against, made ready once. */
interface Around {
  readonly names: readonly Name[];
  readonly links: readonly { readonly link: CodeLink; readonly module: string }[];
  readonly earlier: readonly ScanIndex[];
  readonly restless: boolean;
}

/** A module's name with its words. */
interface Name {
  readonly name: string;
  readonly long: readonly string[];
  readonly telling: ReadonlySet<string>;
}

const nameOf = (name: string): Name => ({
  name,
  long: [...allWords(name)].filter((word) => word.length >= 4),
  telling: tellingWords(name),
});

function see(observed: ObservedCode, { names, links, earlier, restless }: Around): Seen {
  const code = observed.code.toUpperCase();
  const module = plainWord(observed.module);
  const type = (observed.failureType ?? '').toUpperCase();
  const text = plainWord(observed.text ?? '');
  const lost = isLostCommunication(code) || ['82', '87', '8F'].includes(type);
  const message = lost || isBus(code) || /^8[1-68]$/.test(type) || messageWords.test(text);
  const history = presence(observed, earlier);
  return {
    observed,
    id: observed.id,
    module,
    code,
    type,
    words: tellingWords(observed.text ?? ''),
    place: placementOf(observed.text ?? ''),
    voltage: isSystemVoltage(code) || (voltageWords.test(text) && !message),
    message,
    bus: isBus(code) || type === '88',
    internal: /^(?:04|4[1-9AB]|96)$/.test(type) || internalWords.test(text),
    calibration: asksForTeaching(observed),
    refusal: /^(?:97|9A)$/.test(type) || refusalWords.test(text),
    position: !message && positionWords.test(text) && /^(?:|00|13|14|2[349AF]|62|64|75|77)$/.test(type),
    subject: message ? subjectOf(code, text, module, names) : null,
    active: observed.status === 'active' || observed.status == null,
    unstable: history.flips >= 2 || (restless && history.flips >= 1),
    fresh: history.read === 0 ? null : history.had === 0,
    link: links
      .filter((one) => one.module === module)
      .map(({ link }) => link)
      .filter((link) => link.code == null || link.code.toUpperCase() === code),
  };
}

/** A code of the supply's volts, by its number or its words. */
export const tellsOfSupply = ({ code, text }: Pick<ObservedCode, 'code' | 'text'>): boolean => {
  const words = plainWord(text ?? '');
  return isSystemVoltage(code.toUpperCase()) || (voltageWords.test(words) && !messageWords.test(words));
};

/** A code that asks for a calibration or for something to be taught, by its failure type or its words. */
export const asksForTeaching = ({
  failureType,
  text,
}: {
  readonly failureType?: string | null | undefined;
  readonly text?: string | null | undefined;
}): boolean =>
  /^(?:28|51|54|55|56|76|78)$/i.test(failureType ?? '') || calibrationWords.test(plainWord(text ?? ''));

/** In how many earlier scans its module was read, how many had the code, and how often that changed up to now. */
function presence(
  code: ObservedCode,
  earlier: readonly ScanIndex[],
): { read: number; had: number; flips: number } {
  let [read, had, flips] = [0, 0, 0];
  let last: boolean | null = null;
  for (const scan of earlier) {
    const has = scan.has(codeKey(code));
    if (!has && !scan.answered(code.module)) continue;
    read++;
    if (has) had++;
    if (last !== null && last !== has) flips++;
    last = has;
  }
  if (last !== null && last === (code.gone === true)) flips++;
  return { read, had, flips };
}

/** Share of all codes ever seen that are not in every scan. */
function restlessness({ earlier, codes }: ExplainRequest): number {
  const scans = (earlier ?? []).map((scan) => new Set(scan.codes.map(codeKey)));
  if (scans.length === 0) return 0;
  const now = new Set(codes.filter(({ gone }) => gone !== true).map(codeKey));
  const ever = new Set([...codes.map(codeKey), ...scans.flatMap((scan) => [...scan])]);
  const steady = [...ever].filter((key) => now.has(key) && scans.every((scan) => scan.has(key)));
  return ever.size < 3 ? 0 : 1 - steady.length / ever.size;
}

function subjectOf(code: string, text: string, own: string, names: readonly Name[]): string | null {
  const others = names.filter(({ name }) => name !== own);
  const words = allWords(text);
  const named = others
    .filter(({ long }) => long.length > 0 && long.every((word) => words.has(word)))
    .reduce<Name | null>((a, b) => (a === null || b.long.length > a.long.length ? b : a), null);
  if (named) return named.name;
  const table = subjectWords(code);
  if (table) return others.find(({ name }) => table.some((word) => name.includes(word)))?.name ?? null;
  const loose = others.filter(({ telling }) => [...telling].some((word) => words.has(word)));
  return loose.length === 1 ? loose[0]!.name : null;
}

/** The modules whose entry in the vehicle's file holds `value`, by plain name. */
export function linkedTo(
  { links }: ExplainRequest,
  field: 'supplies' | 'grounds' | 'networks' | 'connectors',
  value: string,
): ReadonlySet<string> {
  return new Set(
    (links ?? []).filter((link) => link[field]?.includes(value)).map(({ module }) => plainWord(module)),
  );
}
