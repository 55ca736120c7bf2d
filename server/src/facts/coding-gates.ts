/**
 * Gates of a unit that is coded: what is said of the sheet is on it, a time is over by the server's clock, a bridge is
 * where the rail says, and keys, distances and memory come from this car or by an authority that is named.
 */
import {
  type CodingEntry,
  type CodingImageData,
  type CodingPlanData,
  type LockSetData,
  type Procedure,
  readTrim,
} from '@dormant-beacon/core/coding';
import { writeOptions } from '@dormant-beacon/core/coding/options';
import { checkBook } from '@dormant-beacon/core/coding/memory';
import { type JobRecord, originOf, standing, standingFor } from '@dormant-beacon/core/record';
import { isRefusal, under } from '@dormant-beacon/core/refusal';
import { type Coding, codingsOf, openTemporaries, unitRoutes } from '@dormant-beacon/core/stages';
import { conflict, HttpProblem, invalid } from '../http/problem.js';
import type { StoredFact } from './repository.js';
import { type Gate, type GateShop, isReason } from './safety-gates.js';

/** @throws HttpProblem unless the entry names a coding of this job by its first entry */
function codingFor(record: JobRecord, id: unknown, { route }: GateShop): Coding {
  const coding = codingsOf(record, unitRoutes(record, route)).find((own) => own.id === id);
  if (!coding)
    throw invalid('data.codingId', 'no such unit is coded in this job: name it by its first entry');
  return coding;
}

export const codingPlans: Gate = (record, fact) => {
  const { unit, planId, traceId, book, notNeeded } = fact as unknown as CodingPlanData;
  if (book) under('data.book', () => checkBook(book));
  if (planId != null && !standingFor(record.routePlans, planId))
    throw invalid('data.planId', 'no such unit among the routes of this job');
  if (traceId != null && !standingFor(record.traces, traceId))
    throw invalid('data.traceId', 'no such trace in this job');
  if (notNeeded != null && !isReason(notNeeded))
    throw invalid('data.notNeeded', 'say in a sentence that can be read later why nothing has to be coded');
  if (fact.corrects !== null) return;
  const same = standing(record.codingPlans).find((own) => own.unit.toLowerCase() === unit.toLowerCase());
  if (same) throw conflict(`${same.unit} is on this page already: change that entry.`, { path: 'data.unit' });
};

export const codingImages: Gate = (record, fact, role, shop) => {
  const coding = codingFor(record, fact['codingId'], shop);
  const { role: kind, merge } = fact as unknown as CodingImageData;
  if (kind !== 'merged') {
    if (merge != null) throw invalid('data.merge', 'only a merged image says from what it was merged');
    return;
  }
  const { original, donor, override, recordedOdometer, drivenInJob } = merge!;
  const from = (imageId: string, wanted: 'original' | 'donor') => {
    const image = coding.images.find((own) => own.imageId === imageId);
    if (image?.role !== wanted)
      throw invalid(
        `data.merge.${wanted}`,
        `is no image of ${wanted === 'donor' ? 'the donor' : 'the old unit'}`,
      );
  };
  from(original, 'original');
  from(donor, 'donor');
  if (override != null && role !== 'lead')
    throw new HttpProblem(403, 'Not for this role', 'Keys of another car come in by the lead’s word alone.', {
      path: 'data.merge.override',
    });
  // The distance is this record's, never what a page says of it.
  const { least, most } = coding.odometer ?? { least: record.vehicle.odometerKm ?? null, most: null };
  const driven = least !== null && most !== null ? most - least : 0;
  if ((recordedOdometer ?? null) !== least || (drivenInJob ?? 0) !== driven)
    throw conflict('The distance was entered anew meanwhile: look at the card again, then merge.', {
      path: 'data.merge.recordedOdometer',
    });
};

export const codingEntries: Gate = (record, fact, _role, shop) => {
  const { entry } = fact as unknown as { entry: CodingEntry };
  const corrected = record.codingEntries.find(({ id }) => id === fact.corrects);
  if (corrected && (entry.what === 'step' || corrected.entry.what === 'step'))
    throw conflict('A step has its time by the server’s clock: it stays. Enter what came after it.');
  const others = record.codingEntries.filter(({ id }) => id !== fact.corrects);
  const coding = codingFor({ ...record, codingEntries: others }, fact['codingId'], shop);
  const { book } = coding;
  if (!book) throw conflict('Say first what this unit carries.');
  switch (entry.what) {
    case 'item':
      return itemGate(coding, entry);
    case 'check':
      return checkGate(coding, entry);
    case 'step':
      return stepGate(record, coding, entry, fact);
    case 'odometer':
      if (!book.odometerStores?.includes(entry.store))
        throw invalid('data.entry.store', `the distance is not kept in “${entry.store}” of this car`);
      // A unit from elsewhere has spread what it shows, if it ever does: what is read now is no reading of before.
      if (coding.fitted && entry.of === 'car' && entry.moment === 'before')
        throw conflict('The new unit is in: what the car shows now is entered as after.');
      return;
    case 'trim':
      return trimGate(coding, entry);
    case 'options':
      return optionsGate(coding, entry);
    case 'driven':
    case 'keys':
      return;
  }
};

type Of<W extends CodingEntry['what']> = Extract<CodingEntry, { what: W }>;

function itemGate({ lines, phase, fitted }: Coding, { item, as, note }: Of<'item'>): void {
  const own = lines.find(({ line }) => line.kind === 'item' && line.item.id === item);
  if (own?.line.kind !== 'item') throw invalid('data.entry.item', `the sheet has no “${item}”`);
  if (as === 'not-needed') {
    if (!isReason(note))
      throw invalid('data.entry.note', 'say in a sentence that can be read later why it is not needed');
    return;
  }
  const first = lines.find(({ part, is }) => part === 'save' && is === 'open');
  if (own.part !== 'save' && first && phase === 'save')
    throw conflict(`Save first what the old unit holds: ${first.line.does}.`);
  const ready = lines.find(({ part, is }) => part === 'ready' && is === 'open');
  if (own.part === 'write' && ready) throw conflict(`Before anything is written: ${ready.line.does}.`);
  const authority = lines.find(({ line }) => line.kind === 'check' && line.check === 'authority');
  if (own.line.item.kind === 'pairing' && authority?.is === 'open')
    throw conflict(`Keys of a unit from elsewhere: ${authority.line.does}. Say it first.`);
  if ((own.part === 'teach' || own.part === 'declare') && !fitted)
    throw conflict('The new unit is not in the car yet: enter its fitting first.');
}

/** Volts at the clamps within which something is written where no procedure says other ones. */
const usualSupply = { least: 12.2, most: 15 };

function checkGate({ lines, book }: Coding, { check, volts, note }: Of<'check'>): void {
  const [, procedureId, own] = /^([^:]+):(.+)$/.exec(check) ?? [];
  const procedure = book!.procedures?.find(({ id }) => id === procedureId);
  if (procedure) {
    if (own === 'pins') return pinsGate(procedure, volts);
    if (!procedure.before.some((wanted) => wanted === own))
      throw invalid('data.entry.check', `“${procedure.title}” does not ask for “${own}”`);
  } else if (
    !lines.some(
      ({ line }) =>
        line.id === `check:${check}` &&
        line.kind === 'check' &&
        line.check !== 'image' &&
        line.check !== 'fit',
    )
  )
    throw invalid('data.entry.check', `the sheet has no “${check}”`);
  if (check === 'authority' && !isReason(note))
    throw invalid('data.entry.note', 'say in a sentence who showed that the car is theirs, and how');
  if ((own ?? check) !== 'supply') return;
  const window = procedure?.supply ?? book!.procedures?.find(({ supply }) => supply)?.supply ?? usualSupply;
  if (volts == null) throw invalid('data.entry.volts', 'measure it at the car’s clamps, and enter the volts');
  if (volts < window.least || volts > window.most)
    throw conflict(
      `${volts} V is outside ${window.least} to ${window.most} V: put a stabilised supply on, and measure again.`,
      { path: 'data.entry.volts' },
    );
}

/** Volts by which the pin of a bridge may miss what it should show before the bridge is placed. */
const pinsMissed = 1.5;

/** A bridge between the wrong pins can kill a module: the pin is measured first. */
function pinsGate({ socket }: Procedure, volts: number | null | undefined): void {
  if (!socket) throw invalid('data.entry.check', 'this procedure places no bridge');
  const { pins, confirmVolts } = socket;
  if (volts == null)
    throw invalid('data.entry.volts', `measure pin ${pins[0]} against ground, and enter the volts`);
  if (Math.abs(volts - confirmVolts) > pinsMissed)
    throw conflict(
      `Pin ${pins[0]} shows ${volts} V, not about ${confirmVolts} V: count the pins again from the mating face.`,
      { path: 'data.entry.volts' },
    );
}

function stepGate(
  record: JobRecord,
  coding: Coding,
  { procedure: id, step: stepId, as, note }: Of<'step'>,
  fact: StoredFact,
): void {
  const own = coding.procedures.find(({ procedure }) => procedure.id === id);
  if (!own) throw invalid('data.entry.procedure', `the sheet has no procedure “${id}”`);
  const { procedure, next, running } = own;
  const step = procedure.steps.find((other) => other.id === stepId);
  if (!step) throw invalid('data.entry.step', `“${procedure.title}” has no step “${stepId}”`);
  if (as === 'aborted' || as === 'sign-missing') {
    if ((note ?? '').trim().length < 3) throw invalid('data.entry.note', 'say what was seen');
    return;
  }
  if (next?.id !== stepId)
    throw conflict(next ? `The next step is: ${next.does}.` : `“${procedure.title}” is done.`);
  const bridged = openTemporaries(record).some(({ kind }) => kind === 'calibration-bridge');
  if (as === 'started') {
    if (running) throw conflict('This step runs already.');
    if (!coding.fitted) throw conflict('The new unit is not in the car yet: enter its fitting first.');
    if (own.is === 'open' && bridged)
      throw conflict('A bridge is in its socket still: take it out before the procedure begins anew.');
    const missing = procedure.before.find((wanted) => !own.said.includes(wanted));
    if (missing !== undefined)
      throw conflict(`“${procedure.title}” begins once it is said: ${missing.replaceAll('-', ' ')}.`);
    return;
  }
  if (!running) throw conflict('Start the step first: its time runs by the server’s clock.');
  if (step.bridge === 'in' && !own.said.includes('pins'))
    throw conflict('Measure the pin before the bridge is placed, and enter the volts.');
  if (step.bridge === 'in' && !bridged)
    throw conflict(
      'The bridge is not on the rail: enter it as a temporary state, so that it cannot be forgotten.',
    );
  if (step.bridge === 'out' && bridged)
    throw conflict('The bridge is on the rail still: take it out, and say so there.');
  const { readyAt, lateAt } = running;
  if (readyAt !== null && fact.recordedAt < readyAt)
    throw conflict(
      `${Math.ceil((Date.parse(readyAt) - Date.parse(fact.recordedAt)) / 1000)} seconds are left of this step.`,
    );
  if (lateAt !== null && fact.recordedAt > lateAt)
    throw conflict('It took longer than this step may: say what was seen, and begin again.');
}

function trimGate({ book }: Coding, { position, label }: Of<'trim'>): void {
  const trim = book!.trim;
  if (!trim) throw invalid('data.entry.position', 'this unit has no trim codes');
  if (!trim.positions.includes(position))
    throw invalid('data.entry.position', `there is no position “${position}”`);
  const reading = readTrim(trim.scheme, label);
  const path = 'data.entry.label';
  if (reading.verdict === 'length')
    throw invalid(path, `expected ${reading.expected} characters, got ${reading.code.length}`);
  if (reading.verdict === 'character')
    throw invalid(
      path,
      `“${reading.code[reading.at]}” is on no such label: look at character ${reading.at + 1}`,
    );
  if (reading.verdict === 'check')
    throw invalid(
      path,
      `its check characters do not fit: a character is misread${reading.near.length > 0 && reading.near.length < 6 ? `. It may be ${reading.near.join(' or ')}` : ''}`,
    );
}

function optionsGate({ book }: Coding, { base, bytes, options }: Of<'options'>): void {
  const rules = book!.options?.rules;
  if (!rules) throw invalid('data.entry.options', 'the book of this unit has no option rules');
  try {
    if (writeOptions({ rules, base, options: [...options] }).bytes !== bytes)
      throw invalid('data.entry.bytes', 'these options give other bytes: load the page anew');
  } catch (error) {
    if (isRefusal(error)) throw invalid(`data.entry.${error.path}`, error.reason);
    throw error;
  }
}

export const lockSets: Gate = (record, fact, _role, shop) => {
  const { codingId, table, codes, measured } = fact as unknown as LockSetData;
  if (codingId != null) codingFor(record, codingId, shop);
  if (codes.length !== table.hands.length)
    throw invalid('data.codes', `this cylinder has ${table.hands.length} wafers, got ${codes.length}`);
  const strange = codes.findIndex((code) => !table.depths.some((depth) => depth.code === code));
  if (strange >= 0) throw invalid(`data.codes[${strange}]`, `the table has no code “${codes[strange]}”`);
  if (measured != null && measured.length !== codes.length)
    throw invalid('data.measured', `expected ${codes.length} cuts, got ${measured.length}`);
};

export const namesCoding = (record: JobRecord, id: string): boolean => {
  const plan = record.codingPlans.find((own) => own.id === id);
  const origin = plan && originOf(record.codingPlans, plan);
  return (
    record.codingImages.some(({ codingId }) => codingId === origin) ||
    [...standing(record.codingEntries), ...standing(record.lockSets)].some(
      ({ codingId }) => codingId === origin,
    )
  );
};
