/** When a part is called for, and which test comes before it. */
import { isConfirmed, meansOf, speaksFor, spokenFor } from '../observe/confirmed.js';
import { update } from '../observe/evidence.js';
import type { RepairOption } from '../model/repair-options.js';
import { canTell } from './expected-bits.js';
import type { RankedMove, Situation } from './situation.js';

/** The repairs among the moves that end what is sure to be at fault, in the order of the moves. */
function sureAmong({ ready, costs, beliefs }: Situation, moves: readonly RankedMove[]): RepairOption[] {
  const covered = costs.coveredProbabilities(beliefs);
  return moves.flatMap(({ move }) =>
    'repair' in move && costs.isSure(move.repair, covered) ? [ready.repairs[move.repair]!] : [],
  );
}

/** On a guarded circuit the first repair that is sure, while none is confirmed. */
export function sureUnconfirmed(situation: Situation, moves: readonly RankedMove[]): RepairOption | null {
  const { ready, beliefs, taken } = situation;
  const sure = ready.guarded ? sureAmong(situation, moves) : [];
  return sure.some((repair) => isConfirmed(ready, taken, repair, beliefs)) ? null : (sure[0] ?? null);
}

/** Minutes of a test from here, with what must be reached or powered down before it; a repair ends the search. */
export const minutesFor = ({ ready, costs }: Situation, { move }: RankedMove) =>
  'test' in move ? move.test.minutes + ready.ways.minutes(costs.place, move.test) : Infinity;

/** Where a sure part waits to be confirmed, its tests by the minutes until one has spoken for it by other means. */
function confirmingFirst(situation: Situation, moves: readonly RankedMove[]): readonly RankedMove[] {
  const { ready, outcomes, beliefs, taken } = situation;
  const repair = sureUnconfirmed(situation, moves);
  if (!repair) return moves;
  const spoken = spokenFor(ready, taken, repair, beliefs);
  const minutes = new Map(
    moves.map((one) => {
      const { move } = one;
      const chance =
        'repair' in move || spoken.has(meansOf(move.test))
          ? 0
          : outcomes
              .get(move.test.id)!
              .filter(({ chances }) => speaksFor(ready, chances, repair, beliefs))
              .reduce((sum, { chances }) => sum + update(beliefs, chances).chance, 0);
      return [one, chance > 0 ? minutesFor(situation, one) / chance : Infinity];
    }),
  );
  return [...moves].sort((a, b) => byNumber(minutes.get(a)!, minutes.get(b)!));
}

/** Endless ones stay as they stand. */
const byNumber = (a: number, b: number) => (a === b ? 0 : a - b);

/**
 * The stop rule: the sure part first, in the cheapest way. On a guarded circuit it needs two readings that confirm it,
 * and waits for the test that soonest does; none that is not sure stands before a test that can still tell something.
 * A unit that covers several elements is sure by none of them: where nobody is bound to be sure, its cost alone decides.
 */
export function inOrder(situation: Situation, moves: readonly RankedMove[]): RankedMove[] {
  const { ready, outcomes, beliefs, taken } = situation;
  const sure = sureAmong(situation, moves);
  const tells = ({ move }: RankedMove) =>
    'test' in move && canTell(ready, outcomes.get(move.test.id)!, beliefs, sure);
  const telling = new Set(ready.guarded ? moves.filter(tells) : []);
  const isCalled = ({ move }: RankedMove) => {
    const repair = 'repair' in move ? ready.repairs[move.repair]! : null;
    if (!repair || !sure.includes(repair)) return false;
    return telling.size === 0 || isConfirmed(ready, taken, repair, beliefs);
  };
  const first = moves.find(isCalled) ?? null;
  const left = moves.filter((move) => move !== first);
  const rest = first ? left : confirmingFirst(situation, left);
  return [
    ...(first ? [first] : []),
    ...rest.filter((move) => telling.has(move)),
    ...rest.filter((move) => !telling.has(move)),
  ];
}
