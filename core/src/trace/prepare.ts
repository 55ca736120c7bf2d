/** Makes a case ready: every suspect with its id, every default in its place, every name checked. */
import type { Element } from '../circuit/index.js';
import { Refusal } from '../refusal/index.js';
import { baseRates } from './base-rates.js';
import { type Suspect, outside, type TraceCase, type TraceReading, type TraceTest } from './schema.js';

export interface ReadySuspect extends Suspect {
  readonly id: string;
  /** Weight as a share of all, the outside one included. */
  readonly prior: number;
}

export interface Part {
  readonly element: string;
  /** Labour and price of its cheapest repair, in cents. */
  readonly cents: number;
  readonly minutes: number;
  readonly succeeds: number;
}

export interface ReadyCase {
  readonly source: TraceCase;
  /** Those of the circuit, then `outside` if it has weight. */
  readonly suspects: readonly ReadySuspect[];
  readonly elements: ReadonlyMap<string, Element>;
  readonly parts: readonly Part[];
  readonly tests: ReadonlyMap<string, TraceTest>;
  readonly hourlyRateCents: number;
  readonly wrongPartCents: number;
  readonly outsideCents: number;
  readonly stopAt: number;
}

/** @throws Refusal where a name is used twice or missing, a reading does not fit its test, or nothing has weight */
export function prepare(source: TraceCase): ReadyCase {
  const elements = new Map(source.circuit.elements.map((element) => [element.id, element]));
  const suspects = readySuspects(source, elements);
  const hourlyRateCents = source.hourlyRateCents ?? 9000;
  const parts = readyParts(source, hourlyRateCents);
  const tests = new Map<string, TraceTest>();
  for (const [index, test] of source.tests.entries()) {
    if (tests.has(test.id)) throw new Refusal(`tests[${index}].id`, `"${test.id}" is used twice`);
    tests.set(test.id, test);
  }
  for (const [index, reading] of (source.readings ?? []).entries())
    checkReading(reading, tests, `readings[${index}]`);
  return {
    source,
    suspects,
    elements,
    parts,
    tests,
    hourlyRateCents,
    wrongPartCents: source.wrongPartCents ?? hourlyRateCents,
    outsideCents: source.outsideCents ?? parts.reduce((sum, part) => sum + part.cents, 0),
    stopAt: source.stopAt ?? 0.95,
  };
}

function readySuspects(source: TraceCase, elements: ReadonlyMap<string, Element>): ReadySuspect[] {
  const given = source.suspects ?? derived(source.circuit.elements);
  const ids = new Set<string>();
  const named = given.map((suspect, index) => {
    const path = `suspects[${index}]`;
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
  const all =
    outsideWeight > 0
      ? [...named, { id: outside, element: outside, mode: 'open' as const, weight: outsideWeight }]
      : named;
  const total = all.reduce((sum, suspect) => sum + suspect.weight, 0);
  if (!(total > 0))
    throw new Refusal(
      'suspects',
      elements.size === 0
        ? 'no suspects: give some, or a circuit to take them from'
        : 'at least one suspect needs a weight above 0',
    );
  return all.map((suspect) => ({ ...suspect, prior: suspect.weight / total }));
}

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

function readyParts(source: TraceCase, hourlyRateCents: number): Part[] {
  const best = new Map<string, Part>();
  for (const repair of source.repairs) {
    const cents = (repair.minutes / 60) * hourlyRateCents + repair.priceCents;
    const known = best.get(repair.element);
    if (known && known.cents <= cents) continue;
    best.set(repair.element, {
      element: repair.element,
      cents,
      minutes: repair.minutes,
      succeeds: repair.succeeds ?? 1,
    });
  }
  return [...best.values()];
}

const fields = ['value', 'overload', 'found', 'moved', 'gone'] as const;

/** @throws Refusal at `path` where there is no such test, or the reading is not of its kind */
export function checkReading(
  reading: TraceReading,
  tests: ReadonlyMap<string, TraceTest>,
  path: string,
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
}
