/** Weighs a case's suspects by what is known before any reading. Source: computation page, section 4. */
import { connectorOf, type Element, type FaultMode } from '../../circuit/index.js';
import type { EventKind } from '../../event/index.js';
import {
  conditionFactors,
  eventFactors,
  failureTypeFactors,
  knownWeaknessCap,
  oldLampYears,
} from './factors.js';
import { rateOf, type RateBook, suppliedRate } from './rate-book.js';
import type { Suspect, TraceCase } from './schema.js';

/** A known weakness of the model: it multiplies one suspect, five times at most. */
export interface Weakness {
  /** The suspect's id in the circuit's template. */
  readonly suspect: string;
  readonly says: string;
  readonly source: string;
  readonly times: number;
}

/** What is known of the car and its event, before the first reading. */
export interface Grounds {
  readonly book?: RateBook | null;
  readonly event?: EventKind | null;
  /** The circuit runs where the car was hit or wet; null where nobody knows. */
  readonly inPlace?: boolean | null;
  /** In which alone the beacon shows, in a technician's words: cold, rain, rough road. */
  readonly conditions?: readonly string[] | null;
  /** Failure types of the codes behind it, such as `13`. */
  readonly failureTypes?: readonly string[] | null;
  /** Connectors that were parted in recent work. */
  readonly parted?: readonly string[] | null;
  readonly years?: number | null;
  readonly weaknesses?: readonly Weakness[] | null;
}

interface Factor {
  readonly what: string;
  readonly times: number;
  readonly by?: 'table';
}

/**
 * The case with every suspect's weight multiplied by what is known, each factor with its words. A suspect that
 * already has factors keeps them; weights of a case without suspects are made by the planner.
 */
export function weighed(source: TraceCase, grounds: Grounds): TraceCase {
  const elements = new Map(source.circuit.elements.map((element) => [element.id, element]));
  return {
    ...source,
    suspects: (source.suspects ?? []).map((suspect) => {
      const element = elements.get(suspect.element);
      const factors = element ? factorsOf(suspect, element, grounds) : [];
      if (factors.length === 0) return suspect;
      return {
        ...suspect,
        weight: factors.reduce((weight, { times }) => weight * times, suspect.weight),
        because: [...(suspect.because ?? []), ...factors],
      };
    }),
  };
}

function factorsOf(suspect: Suspect, element: Element, grounds: Grounds): Factor[] {
  const { mode } = suspect;
  const raised = [
    ...(grounds.event ? (eventFactors[grounds.event] ?? []) : []).filter(
      ({ placed }) => !(placed && grounds.inPlace === false),
    ),
    ...[...new Set(grounds.failureTypes ?? [])].flatMap(
      (type) => failureTypeFactors[type.toUpperCase()] ?? [],
    ),
    ...conditionFactors.filter(({ says }) => grounds.conditions?.some((condition) => says.test(condition))),
  ].filter(({ raises }) => raises(element, mode));
  return [
    ...tableFactor(element, mode, grounds.book ?? null),
    ...raised.map(({ what, times }) => ({ what, times })),
    ...(element.kind === 'contact' && grounds.parted?.includes(connectorOf(element)!)
      ? [{ what: `${connectorOf(element)} was parted in this work`, times: 4 }]
      : []),
    ...(element.kind === 'lamp' && (grounds.years ?? 0) >= oldLampYears
      ? [{ what: `a car of ${grounds.years} years raises lamps`, times: 1.5 }]
      : []),
    ...(grounds.weaknesses ?? [])
      .filter((weakness) => weakness.suspect === suspect.id)
      .map(({ says, source, times }) => ({
        what: `known weakness: ${says} (${source})`.slice(0, 200),
        times: Math.min(knownWeaknessCap, Math.max(1, times)),
      })),
  ];
}

/** The shop's table against the one that the template was written with. */
function tableFactor(element: Element, mode: FaultMode, book: RateBook | null): Factor[] {
  if (!book) return [];
  const { weight, closures } = rateOf(book, element.kind, mode);
  const supplied = suppliedRate(element.kind, mode);
  const times = supplied > 0 ? weight / supplied : 1;
  if (Math.abs(times - 1) < 1e-9) return [];
  const learned = closures === 0 ? '' : `, with ${round(closures)} proven`;
  return [
    {
      what: `base rate ${round(weight)} for ${round(supplied)}: shop table ${book.version}${learned}`,
      times,
      by: 'table',
    },
  ];
}

/**
 * How often each kind and mode was to be found in a circuit by what its template and the car say, without what the shop
 * has learned: what its closures are held against. Each share is a probability; they sum to 1 or less.
 */
export function expectedRates(source: TraceCase): ExpectedRate[] {
  const elements = new Map(source.circuit.elements.map(({ id, kind }) => [id, kind]));
  const unlearned = (source.suspects ?? []).map(({ weight, because }) =>
    (because ?? []).reduce((own, { by, times }) => (by === 'table' && times > 0 ? own / times : own), weight),
  );
  const total = unlearned.reduce((sum, weight) => sum + weight, source.outsideWeight ?? 1);
  const shares = new Map<string, ExpectedRate>();
  for (const [n, { element, mode }] of (source.suspects ?? []).entries()) {
    const kind = elements.get(element);
    if (!kind || total <= 0) continue;
    const before = shares.get(`${kind} ${mode}`)?.share ?? 0;
    shares.set(`${kind} ${mode}`, { kind, mode, share: before + unlearned[n]! / total });
  }
  return [...shares.values()];
}

export interface ExpectedRate {
  readonly kind: Element['kind'];
  readonly mode: FaultMode;
  readonly share: number;
}

const round = (value: number) => Math.round(100 * value) / 100;
