/** Gates of what is recorded of the restraint system: units, loops, seats, offers, donors, parcels. */
import { leastWaitingMinutes } from '@dormant-beacon/core/shop';
import { type JobRecord, standing, standingFor } from '@dormant-beacon/core/record';
import { openTemporaries } from '@dormant-beacon/core/stages';
import {
  type LoopReading,
  type RestraintFile,
  type SeatReading,
  wasSafeBetween,
} from '@dormant-beacon/core/restraints';
import { conflict, invalid } from '../http/problem.js';
import type { StoredFact } from './repository.js';
import { courseOf, type Gate, leastSource } from './safety-gates.js';

/** A live value may be read in any state; a harness is moved only with a load in the place of the unit. */
export const loopReadings: Gate = (record, fact, _role, shop) => {
  const { moment, ohms, overload } = fact as unknown as LoopReading;
  if ((ohms == null) === (overload == null))
    throw invalid('data.ohms', 'give the ohms, or that they are over the limit');
  if (moment === 'harness-moved' && !openTemporaries(record).some(({ kind }) => kind === 'substitute-load'))
    throw conflict(
      'A restraint harness is moved while powered only with a substitute load in the place of the unit, fitted while the car was safe. Enter the load first.',
    );
  if (moment !== 'after-reseat' && moment !== 'after-repair') return;
  if (!wasSafeBetween(courseOf(record, shop), record.openedAt, fact.recordedAt))
    throw conflict(
      'A plug is reseated only while the car is safe: it has not been made safe in this job yet.',
    );
};

export const seatReadings: Gate = (_record, fact) => {
  const { shows, ohms, milliamps } = fact as unknown as SeatReading;
  if ([shows || null, ohms ?? null, milliamps ?? null].filter((value) => value !== null).length !== 1)
    throw invalid('data.shows', 'give one of a state, ohms or milliamps');
};

const known = (record: JobRecord, fact: StoredFact): void => {
  const items = standing(record.inventories).at(-1)?.file.items ?? [];
  if (!items.some(({ id }) => id === fact['item']))
    throw invalid('data.item', 'no such restraint item in this car’s inventory');
};

export const signs: Gate = (record, fact) => {
  known(record, fact);
  const shows = fact['attachmentId'];
  if (shows != null && !standing(record.photos).some(({ attachmentId }) => attachmentId === shows))
    throw invalid('data.attachmentId', 'no such photo in this job');
};
export const donors: Gate = known;
export const offers: Gate = (record, fact) => {
  known(record, fact);
  if (fact['donorId'] == null) return;
  const donor = standingFor(record.donors, fact['donorId'] as string);
  if (!donor) throw invalid('data.donorId', 'no such salvage unit in this job');
  if (donor.item !== fact['item']) throw invalid('data.donorId', 'this salvage unit is for another item');
};

export const parcels: Gate = (record, fact) => {
  known(record, fact);
  const { crashDataSaved, sentOn, dueOn } = fact as {
    crashDataSaved?: boolean;
    sentOn?: string;
    dueOn?: string;
  };
  const item = standing(record.inventories)
    .at(-1)!
    .file.items.find(({ id }) => id === fact['item'])!;
  if (item.item === 'control-module' && crashDataSaved !== true)
    throw conflict('Its crash data is saved before a control module is sent away: it is evidence.');
  if (dueOn! < sentOn!) throw invalid('data.dueOn', 'it cannot be due before it was sent');
};

export const inventories: Gate = (_record, fact) => {
  const { items, wait } = fact['file'] as RestraintFile;
  if (wait && wait.minutes < leastWaitingMinutes && wait.source.length < leastSource)
    throw invalid(
      'data.file.wait.source',
      'a wait this short needs its source: the service data, with its page',
    );
  const ids = new Set<string>();
  for (const [index, { id }] of items.entries()) {
    if (ids.has(id)) throw invalid(`data.file.items[${index}].id`, `"${id}" stands twice`);
    ids.add(id);
  }
};
