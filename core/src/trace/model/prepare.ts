/** Makes a case ready: every suspect with its id, every default in its place, every name checked. */
import { canHave, type Element } from '../../circuit/index.js';
import { Refusal } from '../../refusal/index.js';
import { baseRates } from './base-rates.js';
import { type Cavities, cavitiesOf } from './cavities.js';
import { isGuarded } from './guarded.js';
import { type Paired, pairsOf, type Second } from './pairs.js';
import { checkNeeds, Ways } from './reach.js';
import { type RepairOption, repairOptions } from './repair-options.js';
import {
  type Suspect,
  outside,
  type SuspectWord,
  type TraceCase,
  type TraceReading,
  type TraceTest,
} from './schema.js';

export interface ReadySuspect extends Suspect {
  readonly id: string;
  /** Of a pair: the other fault. */
  readonly second?: Second;
  readonly word?: SuspectWord['as'];
  /** Weight as a share of all, the outside one included. */
  readonly prior: number;
}

export interface ReadyCase {
  readonly source: TraceCase;
  /** Those of the circuit, then `outside` if it has weight. */
  readonly suspects: readonly ReadySuspect[];
  readonly elements: ReadonlyMap<string, Element>;
  readonly repairs: readonly RepairOption[];
  readonly tests: ReadonlyMap<string, TraceTest>;
  readonly hourlyRateCents: number;
  readonly wrongPartCents: number;
  readonly outsideCents: number;
  readonly stopAt: number;
  /** Restraint, high-voltage, brake or steering: nobody stops early on it. */
  readonly guarded: boolean;
  readonly cavities: Cavities;
  readonly ways: Ways;
}

/** @throws Refusal where a name is used twice or missing, a reading does not fit its test, or nothing has weight */
export function prepare(source: TraceCase): ReadyCase {
  const elements = new Map(source.circuit.elements.map((element) => [element.id, element]));
  const suspects = readySuspects(source, elements);
  const hourlyRateCents = source.hourlyRateCents ?? 9000;
  const repairs = repairOptions(source, hourlyRateCents);
  const tests = new Map<string, TraceTest>();
  for (const [index, test] of source.tests.entries()) {
    if (tests.has(test.id)) throw new Refusal(`tests[${index}].id`, `"${test.id}" is used twice`);
    if (test.kind === 'function' && test.shows != null && !elements.has(test.element))
      throw new Refusal(`tests[${index}].element`, `no element "${test.element}" in the circuit`);
    tests.set(test.id, test);
  }
  for (const [index, reading] of (source.readings ?? []).entries())
    checkReading(reading, tests, `readings[${index}]`, supplyVoltsOf(source));
  for (const [index, { after }] of (source.epochs ?? []).entries())
    if (after != null && !tests.has(after)) throw new Refusal(`epochs[${index}].after`, `no test "${after}"`);
  checkNeeds(source);
  return {
    source,
    suspects,
    elements,
    repairs,
    tests,
    hourlyRateCents,
    wrongPartCents: source.wrongPartCents ?? hourlyRateCents,
    outsideCents: source.outsideCents ?? allTriedOnce(repairs),
    stopAt: source.stopAt ?? 0.95,
    guarded: isGuarded(source),
    cavities: cavitiesOf(source),
    ways: new Ways(source),
  };
}

function readySuspects(source: TraceCase, elements: ReadonlyMap<string, Element>): ReadySuspect[] {
  const given = source.suspects ?? derived(source.circuit.elements);
  const ids = new Set<string>();
  const named = given.map((suspect, index) => {
    const path = `suspects[${index}]`;
    const kind = elements.get(suspect.element)?.kind;
    if (kind && !canHave(kind, suspect.mode))
      throw new Refusal(`${path}.mode`, `a ${kind} cannot be "${suspect.mode}"`);
    if (suspect.mode === 'wrongPart' && suspect.ohms == null)
      throw new Refusal(`${path}.ohms`, 'a suspect "wrongPart" needs its ohms');
    if (suspect.mode === 'bridged' && suspect.to == null)
      throw new Refusal(`${path}.to`, 'a bridge needs the point that it goes to');
    const id = suspect.id ?? freeId(`${suspect.element}:${suspect.mode}`, ids);
    if (ids.has(id) || id === outside) throw new Refusal(`${path}.id`, `"${id}" is used twice`);
    ids.add(id);
    return { ...suspect, id };
  });
  const outsideWeight = source.outsideWeight ?? 1;
  const total = named.reduce((sum, suspect) => sum + suspect.weight, outsideWeight);
  const weighed = [...named, ...(source.pairs === true && total > 0 ? pairsOf(named, total) : [])];
  const spoken = wordsHeard(source, weighed);
  const all =
    outsideWeight > 0
      ? [...spoken, { id: outside, element: outside, mode: 'open' as const, weight: outsideWeight }]
      : spoken;
  if (!(total > 0))
    throw new Refusal(
      'suspects',
      elements.size === 0
        ? 'no suspects: give some, or a circuit to take them from'
        : 'at least one suspect needs a weight above 0',
    );
  const sum = all.reduce((sum, suspect) => sum + suspect.weight, 0);
  if (!(sum > 0))
    throw new Refusal('words', 'every suspect is ruled out by hand: take one back, or widen the circuit');
  // All of these objects were made above: they are filled in, not copied once more.
  return all.map((suspect) => Object.assign(suspect, { prior: suspect.weight / sum }));
}

/** How many times likelier a suspect is held that somebody has pinned. Judgement; the shop's to change with the code. */
const pinnedTimes = 10;

/** How much a word multiplies what it is said of. */
const wordTimes: Readonly<Record<SuspectWord['as'], number>> = { pinned: pinnedTimes, 'ruled-out': 0 };

/**
 * Suspects with what a person said of them: ruled out they have no weight, pinned they have more; so has a pair
 * by the words on its two. Their order does not depend on words: predictions are kept by it.
 */
function wordsHeard(
  source: TraceCase,
  suspects: readonly (ReadyNamed | Paired)[],
): (ReadyNamed & Pick<ReadySuspect, 'word' | 'second'>)[] {
  const words = new Map<string, SuspectWord['as']>();
  for (const [index, { suspect, as }] of (source.words ?? []).entries()) {
    if (!suspects.some(({ id }) => id === suspect))
      throw new Refusal(`words[${index}].suspect`, `no suspect "${suspect}"`);
    words.set(suspect, as);
  }
  if (words.size === 0) return [...suspects];
  return suspects.map((suspect) => {
    const word = words.get(suspect.id);
    const said = [suspect.id, ...('of' in suspect ? suspect.of : [])].map((id) => words.get(id));
    const times = said.reduce((product, as) => product * (as ? wordTimes[as] : 1), 1);
    return { ...suspect, ...(word ? { word } : {}), weight: times * suspect.weight };
  });
}

type ReadyNamed = Suspect & { readonly id: string };

function freeId(wanted: string, taken: ReadonlySet<string>): string {
  let id = wanted;
  for (let n = 2; taken.has(id); n++) id = `${wanted}:${n}`;
  return id;
}

function derived(elements: readonly Element[]): Suspect[] {
  return elements.flatMap((element) =>
    Object.entries(baseRates[element.kind]).map(([mode, weight]) => ({
      element: element.id,
      mode: mode as Suspect['mode'],
      weight,
    })),
  );
}

/** Every element repaired once, each in its cheapest way. */
function allTriedOnce(repairs: readonly RepairOption[]): number {
  const least = new Map<string, number>();
  for (const { element, cents } of repairs)
    least.set(element, Math.min(cents, least.get(element) ?? Infinity));
  return [...least.values()].reduce((sum, cents) => sum + cents, 0);
}

const fields = ['value', 'overload', 'found', 'moved', 'gone'] as const;

/** @throws Refusal at `path` where there is no such test, or the reading is not of its kind */
export function checkReading(
  reading: TraceReading,
  tests: ReadonlyMap<string, TraceTest>,
  path: string,
  supplyVolts: number,
): void {
  const test = tests.get(reading.test);
  if (!test) throw new Refusal(`${path}.test`, `no test "${reading.test}"`);
  const wanted: readonly string[] =
    test.kind === 'swap' ? ['moved', 'gone'] : 'element' in test ? ['found'] : ['value', 'overload'];
  const given = fields.filter((field) =>
    field === 'overload' || field === 'gone' ? reading[field] === true : reading[field] != null,
  );
  if (given.length !== 1 || !wanted.includes(given[0]!))
    throw new Refusal(
      path,
      `a reading of a test "${test.kind}" has exactly one of ${wanted.join(', ')}, got ${given.join(', ') || 'none'}`,
    );
  if (reading.value != null) checkPossible(reading.value, test, `${path}.value`, supplyVolts);
}

/** Volts beyond so many times the supply come from no line of it: a 12 V car shows 60 V at most. */
const mostTimesSupply = 60 / 12.6;

/** @throws Refusal at `path` where no meter on such a car can show that */
function checkPossible(value: number, test: TraceTest, path: string, supplyVolts: number): void {
  const kind = test.kind === 'live' ? (test.reads ?? 'volts') : test.kind;
  if ((kind === 'ohms' || kind === 'continuity' || kind === 'amps') && value < 0)
    throw new Refusal(
      path,
      `${kind === 'amps' ? 'amps' : 'ohms'} are not negative: look at the leads and type it again`,
    );
  const most = Math.round(mostTimesSupply * Math.max(12.6, supplyVolts));
  if ((kind === 'volts' || kind === 'testLamp') && Math.abs(value) > most)
    throw new Refusal(path, `${value} V cannot stand on a car of ${supplyVolts} V: type it again`);
}

/** Volts of the supply that a circuit is drawn with; of a 12 V car where it has none. */
export const supplyVoltsOf = ({ circuit }: Pick<TraceCase, 'circuit'>): number => {
  const battery = circuit.elements.find((element) => element.kind === 'battery');
  return battery?.kind === 'battery' ? battery.volts : 12.6;
};
