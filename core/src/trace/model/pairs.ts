/** Two faults at once: pairs of the heaviest suspects, each pair one more suspect. */
import type { Suspect, TraceCase } from './schema.js';

/** How many of the heaviest suspects are paired with each other. */
const paired = 16;

/** Weight of a pair as a share of what it would be were faults independent: most cars have one fault. */
const pairShare = 0.1;

const and = ' + ';

/** The ids of the suspects that a ranked one is of: of a pair two. */
export const singlesOf = ({ suspects }: Pick<TraceCase, 'suspects'>, id: string): readonly string[] =>
  suspects?.some((suspect) => suspect.id === id) ? [id] : id.split(and);

/** A second fault beside a suspect's own. */
export type Second = Pick<Suspect, 'element' | 'mode' | 'ohms' | 'to' | 'positions' | 'chance'>;
export type Paired = Suspect & {
  readonly id: string;
  readonly second: Second;
  /** Ids of the two suspects that it is of. */
  readonly of: readonly [string, string];
};

/** Pairs of suspects of different elements. `total` is the weight of all single ones and of the outside. */
export function pairsOf(suspects: readonly (Suspect & { readonly id: string })[], total: number): Paired[] {
  const heaviest = [...suspects].sort((a, b) => b.weight - a.weight).slice(0, paired);
  return heaviest.flatMap((first, at) =>
    heaviest.slice(at + 1).flatMap((second) =>
      first.element === second.element
        ? []
        : [
            {
              ...first,
              id: `${first.id}${and}${second.id}`,
              of: [first.id, second.id] as const,
              weight: (pairShare * first.weight * second.weight) / total,
              second,
            },
          ],
    ),
  );
}
