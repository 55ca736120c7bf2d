/**
 * What each point of a circuit is, by what it can reach: a squib, a restraint sensor, a network, the output of a
 * ballast. A class that somebody wrote down adds care; it takes none away.
 */
import { type Circuit, type Element, type ElementKind, reference } from '../../circuit/index.js';
import { type GuardKind, guardOf } from '../../restraints/index.js';
import type { CavityClass, TraceCase } from './schema.js';

export interface CavityFound {
  readonly class: CavityClass;
  /** What makes it so, in a few words. */
  readonly why: string;
  /** High voltage of a gas-discharge lamp, gone soon after it is off; not that of an electric car. */
  readonly ballast?: true;
}

/** From the one that permits least. */
const care: Readonly<Record<CavityClass, number>> = {
  squib: 5,
  'high-voltage': 4,
  sensor: 3,
  network: 2,
  switch: 1,
  power: 0,
};

/** Classes on which no meter, jumper or swap is permitted in any state. */
export const isClosedClass = (kind: CavityClass): boolean => care[kind] >= care.network;

/** Whether any point of a circuit is one on which no jumper goes, in any state. */
export const hasClosedLine = (source: Source): boolean =>
  [...cavitiesOf(source).values()].some((found) => isClosedClass(found.class));

/** What a line is made of: a point at its one end is as good as a point at its other. */
const lines: ReadonlySet<ElementKind> = new Set(['wire', 'contact', 'shortingBar']);
/** Where the inside of a module begins, or the battery: no line goes on behind it. */
const ends: ReadonlySet<ElementKind> = new Set(['battery', 'moduleInput', 'moduleOutput']);
const lamps: ReadonlySet<ElementKind> = new Set(['lamp', 'led']);

type Source = Pick<TraceCase, 'circuit' | 'cavities'>;
const known = new WeakMap<Circuit, { readonly cavities: unknown; readonly found: Cavities }>();

/** The class of every point that has one, by the point's name. */
export type Cavities = ReadonlyMap<string, CavityFound>;

/**
 * @example
 * const elements = [
 *   { id: 'W', kind: 'wire', pins: ['loop', 'plug'], ohms: 0.1 },
 *   { id: 'BAG', kind: 'squib', pins: ['plug', 'gnd'], ohms: 2 },
 * ];
 * cavitiesOf({ circuit: { elements } }).get('loop')?.class // 'squib'
 */
export function cavitiesOf({ circuit, cavities }: Source): Cavities {
  const before = known.get(circuit);
  if (before && before.cavities === cavities) return before.found;
  const found = new Finding(circuit, cavities ?? []).all();
  known.set(circuit, { cavities, found });
  return found;
}

class Finding {
  private readonly found = new Map<string, CavityFound>();
  private readonly at = new Map<string, Element[]>();
  private readonly poles = new Set<string>([reference]);

  constructor(
    private readonly circuit: Circuit,
    private readonly stated: NonNullable<TraceCase['cavities']>,
  ) {
    for (const element of circuit.elements) {
      for (const pin of element.pins) (this.at.get(pin) ?? this.at.set(pin, []).get(pin)!).push(element);
      if (element.kind === 'battery') for (const pin of element.pins) this.poles.add(pin);
    }
  }

  all(): Cavities {
    for (const { point, class: kind } of this.stated)
      this.spread(
        [point],
        { class: kind, why: 'marked as such' },
        isClosedClass(kind) ? lines : new Set<ElementKind>(),
      );
    for (const element of this.circuit.elements) this.byKind(element);
    for (const element of this.circuit.elements) this.byWords(element);
    return this.found;
  }

  private byKind(element: Element): void {
    const name = nameOf(element);
    if (element.kind === 'squib') {
      const found: CavityFound = { class: 'squib', why: `it reaches ${name}` };
      // Its own pins are a squib’s even where somebody has drawn them at a pole of the battery.
      for (const pin of element.pins) if (pin !== reference) this.mark(pin, found);
      this.spread(element.pins, found, null);
    }
    if (element.kind === 'sensor')
      this.spread(element.pins, { class: 'sensor', why: `it reaches ${name}` }, lines);
    if (guardOfWords(element) !== 'high-voltage') return;
    const ballast = isBallast(element);
    this.spread(
      element.kind === 'moduleOutput' ? element.pins.slice(1) : element.pins,
      {
        class: 'high-voltage',
        why: `it reaches ${name}`,
        ...(ballast ? { ballast: true as const } : {}),
      },
      ballast ? new Set([...lines, ...lamps]) : lines,
    );
  }

  /** Inside a restraint housing what nobody has identified counts as a squib’s. */
  private byWords(element: Element): void {
    if (guardOfWords(element) !== 'restraint') return;
    for (const point of element.pins) {
      const is = this.found.get(point)?.class;
      if (this.poles.has(point) || (is !== undefined && this.borneOut(point, is))) continue;
      this.mark(point, { class: 'squib', why: `nobody has said what it is, at ${nameOf(element)}` });
    }
  }

  /** Of the classes that permit meters only a switch line holds in a restraint housing, where the circuit shows it. */
  private borneOut(point: string, kind: CavityClass): boolean {
    if (kind !== 'switch') return isClosedClass(kind);
    return this.reach([point], new Set([...lines, 'resistor'])).some((other) =>
      this.at.get(other)!.some((element) => element.kind === 'switch' || element.kind === 'moduleInput'),
    );
  }

  private mark(point: string, found: CavityFound): void {
    const is = this.found.get(point);
    const told = is?.class === found.class && found.ballast === true;
    if (!is || told || care[found.class] > care[is.class]) this.found.set(point, found);
  }

  private spread(
    from: readonly string[],
    found: CavityFound,
    through: ReadonlySet<ElementKind> | null,
  ): void {
    for (const point of this.reach(from, through)) this.mark(point, found);
  }

  /** Every point that can be reached; `through` null goes through whatever is no end. The poles are never among them. */
  private reach(from: readonly string[], through: ReadonlySet<ElementKind> | null): string[] {
    const reached = new Set(from.filter((point) => this.at.has(point) && !this.poles.has(point)));
    for (const point of reached)
      for (const element of this.at.get(point)!)
        if (through ? through.has(element.kind) : !ends.has(element.kind))
          for (const pin of element.pins) if (!this.poles.has(pin)) reached.add(pin);
    return [...reached];
  }
}

const nameOf = ({ id, label }: Element): string => label || id;

const heard = new Map<string, GuardKind>();
const mostHeard = 2000;

/** What a few words of a circuit name; the same words are not read twice. */
export function guardOfText(text: string): GuardKind {
  const before = heard.get(text);
  if (before !== undefined) return before;
  const { guard } = guardOf({ part: text });
  if (heard.size >= mostHeard) heard.clear();
  heard.set(text, guard);
  return guard;
}

const named = new WeakMap<Element, GuardKind>();

/** What an element’s own words, its connector’s and its points’ name; what is not named is nothing. */
export function guardOfWords(element: Element): GuardKind {
  const known = named.get(element);
  if (known !== undefined) return known;
  const guard = guardNamed(element);
  named.set(element, guard);
  return guard;
}

function guardNamed(element: Element): GuardKind {
  const words = [
    element.label,
    element.id,
    'connector' in element ? element.connector : null,
    ...element.pins.filter((pin) => pin !== reference),
  ];
  const guards = words.flatMap((text) => (text ? [guardOfText(text)] : []));
  return (
    (['restraint', 'high-voltage', 'brake', 'steering'] as const).find((kind) => guards.includes(kind)) ??
    'none'
  );
}

/** Words of gas-discharge lamps in the four languages, as they stand in the labels of a circuit. */
const discharge = /ballast|discharge|xenon|vorschaltger|gasentladung|d[ée]charge|balasto|descarga/i;
const isBallast = (element: Element): boolean =>
  [element.label, element.id, ...element.pins].some((text) => text != null && discharge.test(text));
