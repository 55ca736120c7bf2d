/** Who made it and where it was: grade of its origin, and what happened to the car that it came from. */
import { guardOf } from '../restraints/index.js';
import type { FitAttribute, Part } from './schema.js';

export function originLines(original: Part, candidate: Part): readonly FitAttribute[] {
  return [...gradeLines(original, candidate), ...firedLines(candidate), ...donorLines(candidate)];
}

function gradeLines({ origin: own }: Part, { origin: other }: Part): readonly FitAttribute[] {
  const line = (outcome: FitAttribute['outcome'], reason: string, work?: string): readonly FitAttribute[] => [
    {
      name: 'origin',
      outcome,
      weight: 'soft',
      reason,
      ...(work === undefined ? {} : { work: [{ kind: 'inspection', says: work }] }),
    },
  ];
  if (other === 'unbranded' && own !== 'unbranded')
    return line('differs', 'unbranded', 'unbranded: try every function before it is fitted');
  if (own == null) return [];
  if (other == null) return line('unknown', 'its grade is not stated');
  if (own === other) return line('same', `${gradeWords[other]} on both`);
  return line('compatible', `${gradeWords[other]} instead of ${gradeWords[own]}`);
}

const gradeWords = { maker: 'from the maker', equivalent: 'an equivalent', unbranded: 'unbranded' };

/**
 * Whether it fired. One that did is never fitted; of a restraint unit that is not new, what happened to its car has to
 * be known, and after a crash it counts as fired until this very unit is shown not to have.
 */
function firedLines(candidate: Part): readonly FitAttribute[] {
  const from = candidate.provenance;
  const line = (outcome: FitAttribute['outcome'], reason: string): readonly FitAttribute[] => [
    { name: 'deployed', outcome, weight: 'hard', reason },
  ];
  if (from?.deployed === true) return line('differs', 'this unit fired: it is never fitted again');
  if (from?.kind === 'new' || !isRestraint(candidate)) return [];
  if (from == null) return line('unknown', 'whether it is new, and what happened to its car, is not stated');
  if (from.event === 'none') return line('same', 'its car had no crash, by the seller’s word');
  if (from.event === 'collision')
    return line('unknown', 'its car was in a crash: it counts as fired until this unit is shown not to have');
  return line('unknown', 'what happened to its car is not known: it may have fired');
}

function isRestraint({ kind }: Part): boolean {
  return guardOf({ part: kind }).guard === 'restraint';
}

function donorLines({ provenance: from }: Part): readonly FitAttribute[] {
  if (from == null || from.kind === 'new') return [];
  if (from.event === 'water')
    return [
      {
        name: 'provenance',
        outcome: 'differs',
        weight: 'soft',
        reason: 'its car stood in water',
        work: [{ kind: 'inspection', says: 'open it and look for water marks and corrosion, or leave it' }],
      },
    ];
  if (from.kind === 'used' && (from.event == null || from.event === 'unknown'))
    return [
      {
        name: 'provenance',
        outcome: 'unknown',
        weight: 'soft',
        reason: 'what happened to its car is not stated',
      },
    ];
  return [];
}
