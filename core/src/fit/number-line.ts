/** The line of a comparison that speaks of the part number. */
import { isOneOff, normalNumber, numberParts } from './part-number.js';
import type { FitAttribute, Part } from './schema.js';
import type { Supersessions } from './supersession.js';

/** Attributes beside kind and number by which a part shows that it fits, whatever its number. */
const speaking = [
  'scope',
  'connectors',
  'hand',
  'builtFrom',
  'builtTo',
  'stages',
  'watts',
  'base',
  'amps',
  'style',
] as const;

/** Another number says nothing of its own: a soft difference where other facts are compared, else nothing is known. */
export function numberLine(original: Part, candidate: Part, graph: Supersessions): FitAttribute {
  const [own, other] = [original.partNumber, candidate.partNumber];
  const line = (
    outcome: FitAttribute['outcome'],
    weight: FitAttribute['weight'],
    reason: string,
    work?: string,
  ) => ({
    name: 'partNumber',
    outcome,
    weight,
    reason,
    ...(work === undefined ? {} : { work: [{ kind: 'inspection' as const, says: work }] }),
  });
  if (normalNumber(own) === normalNumber(other)) return line('same', 'hard', `${other} on both`);
  const forward = graph.leadsTo(own, other);
  const backward = graph.leadsTo(other, own);
  if (forward && backward)
    return line('compatible', 'hard', `${other} took the place of ${own}; the list also says the reverse`);
  if (forward) return line('compatible', 'hard', `${other} took the place of ${own}`);
  if (sameGroup(original, candidate))
    return line(
      'compatible',
      'hard',
      `${other} is in the same interchange group, ${candidate.interchangeGroup}`,
      `read what the interchange group ${candidate.interchangeGroup} asks for`,
    );
  if (backward)
    return line(
      'unknown',
      'hard',
      `${other} is older: ${own} took its place, which does not say that it still serves`,
    );
  const near = [own, ...graph.successors(own).keys()].find((number) => isOneOff(number, other));
  if (near !== undefined)
    return line(
      'unknown',
      'hard',
      `${other} is one character off ${near}: a possible misreading; read the label again`,
    );
  const [base, otherBase] = [numberParts(own), numberParts(other)];
  if (base.base === otherBase.base)
    return line(
      'unknown',
      'hard',
      `same base, another suffix: ${base.suffix || 'none'} against ${otherBase.suffix || 'none'}`,
    );
  if (!speaking.some((name) => original[name] != null))
    return line(
      'unknown',
      'hard',
      `${other} against ${own}, and nothing else is known that would show that it fits`,
    );
  return line(
    'differs',
    'soft',
    `${other} against ${own}`,
    'compare both numbers in the parts list of the car',
  );
}

function sameGroup(original: Part, candidate: Part): boolean {
  const [own, other] = [original.interchangeGroup, candidate.interchangeGroup];
  return own != null && other != null && normalNumber(own) === normalNumber(other);
}
