/** The verdict on each candidate, and their order. */
import { Refusal } from '../refusal/index.js';
import { fitLines } from './lines.js';
import {
  type Comparison,
  type FitAttribute,
  type FitRequest,
  type FitWorkKind,
  type Part,
} from './schema.js';
import { type Supersessions, supersessionGraph } from './supersession.js';
import { type FitVerdict, fitVerdicts } from './verdicts.js';

export interface FitAnswer {
  /** Best first: by verdict, then by price and the minutes of the work, then as they were given. */
  readonly candidates: readonly Comparison[];
  /** Rings in the supersession list, where it leads from a number back to it. */
  readonly rings: readonly (readonly string[])[];
}

/** Minutes of the work that a difference implies. Source: judgement. */
const usualMinutes: Readonly<Record<FitWorkKind, number>> = {
  coding: 30,
  clone: 60,
  calibration: 30,
  adapter: 20,
  inspection: 10,
  'board-transfer': 60,
  'restraint-scope': 60,
};

/**
 * @param hourlyRateCents by which the work of a candidate is added to its price for the order; left out, the price alone
 * @throws Refusal where a candidate stands twice
 * @example checkFit({ original, candidates: [original] }).candidates[0].verdict // 'fits'
 */
export function checkFit(asked: FitRequest, hourlyRateCents = 0): FitAnswer {
  const ids = asked.candidates.map(({ id }) => id);
  const twice = ids.findIndex((id, n) => ids.indexOf(id) !== n);
  if (twice !== -1) throw new Refusal(`candidates[${twice}].id`, `"${ids[twice]}" stands twice`);
  const graph = supersessionGraph(asked.supersessions ?? []);
  const compared = asked.candidates.map((candidate) => ({
    candidate,
    comparison: compareParts(asked.original, candidate, graph),
  }));
  return {
    candidates: compared
      .map(({ candidate, comparison }) => ({
        comparison,
        cents: costOf(candidate, comparison, hourlyRateCents),
      }))
      .sort(
        (a, b) =>
          fitVerdicts.indexOf(a.comparison.verdict) - fitVerdicts.indexOf(b.comparison.verdict) ||
          (a.cents === b.cents ? 0 : a.cents - b.cents) ||
          a.comparison.work.length - b.comparison.work.length,
      )
      .map(({ comparison }) => comparison),
    rings: graph.rings,
  };
}

/** One candidate against the original, line by line. */
export function compareParts(original: Part, candidate: Part, graph: Supersessions): Comparison {
  const attributes = fitLines(original, candidate, graph);
  return {
    id: candidate.id,
    verdict: verdictOf(attributes),
    attributes,
    work: attributes.flatMap(({ work = [] }) => work.map(({ says }) => says)),
  };
}

/** Why the part is not simply taken: what keeps it out, or else the first thing that is open; null where nothing is. */
export function decisiveReason({ attributes }: Pick<Comparison, 'attributes'>): string | null {
  const hard = attributes.filter(({ weight }) => weight === 'hard');
  const line =
    hard.find(({ outcome }) => outcome === 'differs') ?? hard.find(({ outcome }) => outcome === 'unknown');
  return line?.reason ?? null;
}

function verdictOf(attributes: readonly FitAttribute[]): FitVerdict {
  const hard = attributes.filter(({ weight }) => weight === 'hard');
  if (hard.some(({ outcome }) => outcome === 'differs')) return 'rejected';
  if (hard.some(({ outcome }) => outcome === 'unknown')) return 'verify-first';
  return attributes.some(({ work = [] }) => work.length > 0) ? 'fits-with-work' : 'fits';
}

/** Price and work in cents; Infinity without a price, so that it comes last among its equals. */
function costOf({ priceCents }: Part, { attributes }: Comparison, hourlyRateCents: number): number {
  if (priceCents == null) return Infinity;
  const minutes = attributes
    .flatMap(({ work = [] }) => work.map(({ kind }) => usualMinutes[kind]))
    .reduce((sum, own) => sum + own, 0);
  return priceCents + (minutes / 60) * hourlyRateCents;
}
