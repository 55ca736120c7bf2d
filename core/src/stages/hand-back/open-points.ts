/** What stays open when the car leaves, in words that a layman understands; what can hurt stands first. */
import { isRestraint, originOf, standing } from '../../record/index.js';
import { stateWords } from '../../names/index.js';
import { lackingText } from '../next.js';
import { moduleRows } from '../clear/index.js';
import { restraintCodesLeft, restraintModulesSilent, temporaryWords } from '../safety.js';
import type { DocumentSource, OpenPoint } from './content.js';
import { writer } from './head.js';

export function openPoints(source: DocumentSource): OpenPoint[] {
  const { record, assessment } = source;
  const { moment, money, name } = writer(source);
  const points: OpenPoint[] = [];
  const costs = (cents: number | null | undefined) =>
    cents == null ? '' : `; putting it right costs about ${money(cents)}`;
  const add = (says: string, safety = false) => points.push({ says, safety });
  if (assessment.notDriven.length > 0) add(`It may not be driven: ${assessment.notDriven.join('; ')}.`, true);
  for (const { module, code } of restraintCodesLeft(record)) {
    const end = standing(record.codeEnds).findLast((own) => own.module === module && own.code === code);
    const signed = end ? ` Signed by ${name(end.personId)}: ${end.note}` : '';
    add(
      `The restraints are not complete: ${module} still holds ${code}. A bag or belt may not work in a crash.${signed}`,
      true,
    );
  }
  const restraintModules = new Set(restraintModulesSilent(record));
  for (const { module, asks, end } of assessment.final ? moduleRows(record, assessment.final) : []) {
    const safety = restraintModules.has(module);
    const why = end ? ` Why: ${end.note}${costs(end.priceCents)}.` : '';
    if (asks === 'end' || end !== null)
      add(
        `${module} does not answer.${safety ? ' Whether bags and belts work in a crash cannot be told.' : ''}${why}`,
        safety,
      );
  }
  const told = new Set(restraintCodesLeft(record).map(({ module, code }) => `${module} ${code}`));
  const held = new Set(assessment.final?.scan.codes.map(({ module, code }) => `${module} ${code}`));
  for (const { end, module, code, note, priceCents } of standing(record.codeEnds)) {
    const own = `${module} ${code}`;
    if (end !== 'out-of-scope' || told.has(own) || !held.has(own)) continue;
    told.add(own);
    add(`${code} in ${module} stays: ${note}${costs(priceCents)}.`);
  }
  for (const { kind, where } of assessment.temporaries)
    add(`A temporary state is in the car: the ${temporaryWords[kind]} (${where}) has to come out.`, true);
  for (const { beaconId, name: beaconName, state } of assessment.lenses) {
    if (state === 'dormant') continue;
    const beacon = standing(record.beacons).find((own) => originOf(record.beacons, own) === beaconId)!;
    const proof = assessment.proofs.find((own) => own.beaconId === beaconId);
    if (state === 'dark' && proof) {
      const needs = proof.lacking.map(lackingText).join('; ');
      add(
        `“${beaconName}” is dark but not yet proven: it still needs ${needs}. Tell us if it shows again; we look again on ${moment(proof.lookAgainAt)}.`,
        isRestraint(beacon),
      );
    } else if (state === 'returned')
      add(`“${beaconName}” has come back after its repair.`, isRestraint(beacon));
    else add(`“${beaconName}” is open: ${stateWords[state]}.`, isRestraint(beacon));
  }
  for (const proof of assessment.proofs)
    if (proof.dormant && proof.followUpAt !== null)
      add(`What made a part fail is not known. We ask you again on ${moment(proof.followUpAt)}.`);
  if (standing(record.repairs).some(({ root, cured }) => root === 'found-and-left' && cured))
    add('What made a part fail was found and is still there: the fault may return.');
  return points.sort((a, b) => Number(b.safety) - Number(a.safety));
}
