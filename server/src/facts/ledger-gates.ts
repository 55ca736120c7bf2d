/**
 * Gates of a car that is taken apart: guarded steps wait for make-safe, and nothing is closed over what cures, is not
 * tried, or is still open behind it, without a reason that stands under a name.
 */
import {
  checkMap,
  checkWay,
  countedOf,
  disturbedId,
  itemsOf,
  type LedgerEntryData,
  type MapItem,
  notYetBack,
  type StripPlanData,
  type TryData,
  type WaitData,
} from '@dormant-beacon/core/ledger';
import { type JobRecord, originOf, standing, standingFor } from '@dormant-beacon/core/record';
import { under } from '@dormant-beacon/core/refusal';
import { labelOf, type Strip, stripOf, whyGuarded } from '@dormant-beacon/core/stages';
import { conflict, invalid } from '../http/problem.js';
import type { StoredFact } from './repository.js';
import { type Gate, isReason, mustBeSafe } from './safety-gates.js';

/** Share by which a torque may miss what is listed before it asks for a reason. */
const torqueMissed = 0.15;

/** @throws HttpProblem unless the entry names the plan of this job by its first entry */
function stripFor(record: JobRecord, fact: StoredFact): Strip {
  const strip = stripOf(record);
  if (!strip || strip.id !== fact['planId'])
    throw invalid('data.planId', 'no such plan in this job: name it by its first entry');
  return strip;
}

export const stripPlans: Gate = (record, fact) => {
  const { map, targets, way, reaches, ...aim } = fact as unknown as StripPlanData;
  under('data.map', () => checkMap(map));
  under('data', () => checkWay(map, { targets, ...aim }, way));
  const names = new Set(targets.map(({ part }) => part));
  if (names.size < targets.length) throw invalid('data.targets', 'a part stands twice');
  for (const [n, { traceId, access, part }] of (reaches ?? []).entries()) {
    const trace = standingFor(record.traces, traceId);
    if (!trace) throw invalid(`data.reaches[${n}].traceId`, 'no such trace in this job');
    if (originOf(record.traces, trace) !== traceId)
      throw invalid(`data.reaches[${n}].traceId`, 'name the trace by its first entry');
    if (!trace.case.accesses?.some(({ id }) => id === access))
      throw invalid(`data.reaches[${n}].access`, `“${trace.title}” has no access "${access}"`);
    if (!names.has(part)) throw invalid(`data.reaches[${n}].part`, 'this part is not among the targets');
  }
  const before = stripOf(record);
  const pretended = (aim.gained ?? []).find((id) => before?.off.has(id) !== true);
  if (pretended !== undefined)
    throw invalid('data.gained', `"${pretended}" is not off: look at the ledger again`);
  if (!before) return;
  if (fact.corrects === null)
    throw conflict('This job has its way in already: change that one, so that its ledger goes on.');
  const there = new Set(itemsOf(map).map(({ id }) => id));
  const lost = before.entries.find(({ step, own }) => own == null && !there.has(step));
  if (lost)
    throw invalid('data.map', `${labelOf(before, lost.step)} was taken off: it stays in the map of this job`);
  const out = before.parts.find(({ part, is }) => is === 'out' && !names.has(part.id));
  if (out) throw invalid('data.targets', `${out.part.label} is out: it stays among the parts of this job`);
};

export const ledgerEntries: Gate = (record, fact, _role, shop) => {
  const others = record.ledgerEntries.filter(({ id }) => id !== fact.corrects);
  const strip = stripFor({ ...record, ledgerEntries: others }, fact);
  const entry = fact as unknown as LedgerEntryData;
  const item = itemsOf(strip.map).find(({ id }) => id === entry.step);
  const own = entry.own ?? strip.entries.find(({ step }) => step === entry.step)?.own ?? null;
  if (!item && own === null)
    throw invalid('data.step', `the map has no step "${entry.step}": say what it is`);
  if (item && entry.own != null) throw invalid('data.own', 'the map has this step by its own name');
  const why = whyGuarded(record, item ?? strange(entry.step, own!));
  if (why !== null)
    mustBeSafe(record, fact, shop, `${labelOf(strip, entry.step)} is taken off and put back (${why})`);
  if (entry.as === 'off') {
    if (strip.off.has(entry.step)) throw conflict(`${capital(labelOf(strip, entry.step))} is off already.`);
    return;
  }
  const against = notYetBack(strip, entry.step, fact.recordedAt);
  const never = against.find((one) => one.why === 'not-off');
  if (never) throw conflict(`${capital(labelOf(strip, entry.step))}: ${never.says}`);
  if (entry.despite != null && !isReason(entry.despite))
    throw invalid('data.despite', 'say in a sentence that can be read later why it is closed all the same');
  if (against.length > 0 && entry.despite == null)
    throw conflict(`Not yet: ${against.map(({ says }) => says).join(' ')}`, { path: 'data.despite' });
  if (item) asListed(item, entry);
};

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** A step that the map does not have, by its own words. */
const strange = (id: string, own: NonNullable<LedgerEntryData['own']>): MapItem => ({
  id,
  label: own.label,
  act: 'remove',
  area: 'other',
  place: own.zone,
  zone: own.zone,
  minutes: 0,
});

/** What is used once went in new, and what has a torque was tightened to it. */
function asListed(item: MapItem, { renewed, torques, counts, despite }: LedgerEntryData): void {
  const own = new Map(countedOf(item, { counts }).map((one) => [JSON.stringify([one.kind, one.drive]), one]));
  const fasteners = item.fasteners ?? [];
  const once = fasteners.filter(({ oneTime }) => oneTime === true).reduce((sum, { count }) => sum + count, 0);
  if (once > 0 && despite == null && (renewed ?? 0) < once)
    throw invalid(
      'data.renewed',
      `${once === 1 ? 'one fastener is' : `${once} fasteners are`} used once: new ones go in`,
    );
  for (const { kind, drive, torqueNm } of fasteners) {
    if (torqueNm == null || !own.has(JSON.stringify([kind, drive ?? null]))) continue;
    const reached = torques?.find((one) => one.kind === kind && (one.drive ?? null) === (drive ?? null));
    if (despite != null) continue;
    if (!reached)
      throw invalid('data.torques', `enter the torque that was reached: ${torqueNm} Nm for ${kind}`);
    if (Math.abs(reached.nm - torqueNm) > torqueNm * torqueMissed)
      throw invalid(
        'data.torques',
        `${reached.nm} Nm for ${kind} is not the ${torqueNm} Nm that is listed: tighten it anew, or say why it stays`,
      );
  }
}

/** A time runs by the server’s clock from when it was entered; it ends early by a name and a reason alone. */
export const cureWaits: Gate = (record, fact) => {
  const strip = stripFor(record, fact);
  const { over, ends, reason } = fact as unknown as WaitData;
  if (over != null && !itemsOf(strip.map).some(({ id }) => id === over))
    throw invalid('data.over', `the map has no step "${over}"`);
  if (ends == null) return;
  if (!strip.waits.some(({ id }) => id === ends)) throw invalid('data.ends', 'no such time runs in this job');
  if (!isReason(reason ?? ''))
    throw invalid('data.reason', 'say in a sentence that can be read later why it is over before its time');
};

export const functionTries: Gate = (record, fact) => {
  const others = record.functionTries.filter(({ id }) => id !== fact.corrects);
  const strip = stripFor({ ...record, functionTries: others }, fact);
  const { part, moment, modes } = fact as unknown as TryData;
  const disturbed = part === disturbedId && strip.disturbed !== null;
  const own = strip.parts.find((one) => one.part.id === part);
  if (!own && !disturbed) throw invalid('data.part', 'this part is not among those of the job');
  if (new Set(modes.map(({ mode }) => mode)).size < modes.length)
    throw invalid('data.modes', 'a mode stands twice');
  if (moment === 'as-it-came') {
    if (strip.entries.length > 0 && fact.corrects === null)
      throw conflict('Something is off already: what it did as it came cannot be tried any more.');
    return;
  }
  if (own && own.is !== 'in')
    throw conflict(`${capital(own.part.label)} is not ${own.exchange ? 'in' : 'done'} yet.`);
  if (disturbed && moment !== 'closed')
    throw invalid('data.moment', 'what was unplugged on the way is tried with everything closed');
  if (moment === 'before-closing' && strip.beforeTry > 0)
    throw conflict(
      `Before it is tried, put back ${strip.refit
        .slice(0, strip.beforeTry)
        .map((step) => labelOf(strip, step))
        .join(', ')}.`,
    );
  if (moment === 'closed' && strip.off.size > 0)
    throw conflict(
      `Still off: ${[...strip.off.values()].map(({ label }) => label).join(', ')}. Try it closed once all is back.`,
    );
};

/** A photo of a step belongs to one that the map has, or that was entered. */
export function takenAtStep(record: JobRecord, fact: StoredFact): void {
  if (fact['step'] == null) return;
  const strip = stripOf(record);
  const known =
    strip !== null &&
    (itemsOf(strip.map).some(({ id }) => id === fact['step']) ||
      standing(record.ledgerEntries).some(({ step }) => step === fact['step']));
  if (!known) throw invalid('data.step', 'no such step in the ledger of this job');
}
