/** Lines of a coding sheet, done over the link: what is asked of the module, what it answers, and what is entered then. */
import type { CodingEntry } from '@dormant-beacon/core/coding';
import type { SheetLine } from '@dormant-beacon/core/coding';
import { type JobRecord, standing } from '@dormant-beacon/core/record';
import { fromHex, toHex } from '../frames/index.js';
import { Link } from '../link/index.js';
import { keyOf, negative, sayMessage, toldCodes } from '../services/index.js';
import {
  ascii,
  type Car,
  identifiers,
  kilometreBytes,
  kilometresOf,
  routines,
  secretOf,
} from '../vehicle/index.js';
import { moduleOf, type Unit } from './units.js';

/** Seconds after which a routine has ended. */
const routineSeconds = 5;
/** Codes in a note. */
const mostNoted = 12;
/** Bytes of memory in one request. */
const blockBytes = 128;

/** A step of a procedure at the car, or the volts that have to be so before it begins. */
export interface StepWanted {
  readonly procedure: string;
  /** Null: its supply. */
  readonly step: string | null;
}

/** A request and its answer, in words. */
export interface Exchange {
  readonly asked: string;
  readonly answered: string;
}

export interface LineDone {
  readonly talk: readonly Exchange[];
  /** What is entered of it; none where the module refused. */
  readonly entries: readonly CodingEntry[];
  /** Why it was not done; null where it was. */
  readonly refused: string | null;
}

class Refused extends Error {}

/** One module and its tester; what it refuses ends the talk. */
class Talk {
  readonly exchanges: Exchange[] = [];
  private readonly link: Link;

  constructor(
    readonly car: Car,
    readonly module: string,
  ) {
    this.link = new Link(car);
  }

  ask(request: Uint8Array, module = this.module): Uint8Array {
    const [answer] = this.link.ask([{ module, bytes: request }]);
    const bytes = answer?.bytes ?? null;
    const said = bytes ? sayMessage(bytes).says : (answer?.why ?? 'no answer');
    this.exchanges.push({ asked: sayMessage(request).says, answered: said });
    if (!bytes || bytes[0] === negative) throw new Refused(said);
    return bytes;
  }

  /** A session in which it can be written to. */
  unlock(session: 'extended' | 'programming' = 'extended'): void {
    this.ask(fromHex('1003'));
    if (session === 'programming') this.ask(fromHex('1002'));
    const seed = Number.parseInt(toHex(this.ask(fromHex('2701')).subarray(2)), 16);
    // Unlocked already.
    if (seed === 0) return;
    const { address } = this.car.file.modules.find(({ name }) => name === this.module)!;
    const key = keyOf(seed, secretOf(address)).toString(16).padStart(8, '0');
    this.ask(fromHex(`2702${key}`));
  }

  write(did: number, bytes: Uint8Array): void {
    this.ask(Uint8Array.of(0x2e, did >> 8, did & 0xff, ...bytes));
  }

  read(did: number, module = this.module): Uint8Array {
    return this.ask(Uint8Array.of(0x22, did >> 8, did & 0xff), module).subarray(3);
  }

  run(routine: number): void {
    const number = [routine >> 8, routine & 0xff];
    this.ask(Uint8Array.of(0x31, 0x01, ...number));
    this.car.run(routineSeconds - 1);
    this.ask(Uint8Array.of(0x31, 0x03, ...number));
  }

  codes(): string[] {
    return toldCodes(this.ask(fromHex('1902ff'))).map(
      ({ code, failureType, status }) => `${code}-${failureType} ${status}`,
    );
  }
}

const text = (bytes: Uint8Array): string => String.fromCharCode(...bytes).trim();
type Facts = Pick<JobRecord, 'codingEntries' | 'vehicle'>;

/** The distance that the car shows. */
const distanceOf = ({ vehicle }: Facts, car: Car): number => vehicle.odometerKm ?? car.identity.km;

/** The coding bytes that were worked out for this car; null where nobody did. */
function wantedCoding({ codingEntries }: Facts, { codingId }: Unit): Uint8Array | null {
  const said = standing(codingEntries).findLast(
    (own) => own.codingId === codingId && own.entry.what === 'options',
  )?.entry;
  return said?.what === 'options' ? fromHex(said.bytes) : null;
}

/** What is asked of the module for a carried item; null where it is done by hand. */
function itemWork(car: Car, unit: Unit, id: string, facts: Facts): ((talk: Talk) => void) | null {
  const item = unit.plan.book?.carries.find((own) => own.id === id);
  const identity = (talk: Talk) => {
    talk.unlock();
    talk.write(identifiers.vin, ascii(car.identity.vin, talk.read(identifiers.vin).length));
  };
  if (item?.how === 'teach') {
    if (item.kind === 'identity') return identity;
    if (item.kind === 'calibration')
      return (talk) => {
        talk.ask(fromHex('1003'));
        talk.run(routines.teachStops);
      };
    if (item.kind === 'pairing')
      return (talk) => {
        talk.unlock();
        talk.run(routines.teachKeys);
      };
    return null;
  }
  if (item?.how !== 'write') return null;
  if (item.kind === 'identity') return identity;
  if (item.kind === 'odometer')
    return (talk) => {
      talk.unlock();
      talk.write(identifiers.odometer, kilometreBytes(distanceOf(facts, car)));
    };
  if (item.kind === 'options') return (talk) => writeCoding(talk, wantedCoding(facts, unit));
  return null;
}

function writeCoding(talk: Talk, bytes: Uint8Array | null): void {
  if (bytes === null) throw new Refused('Work the coding bytes out first, under “Options, bit by bit”.');
  talk.unlock();
  talk.write(identifiers.coding, bytes);
}

/** What an entry did to the car: the same requests as when it was done, and the same refusals. */
export function writeLine(car: Car, unit: Unit, entry: CodingEntry, facts: Facts): void {
  const work =
    entry.what === 'item' && entry.as === 'done'
      ? itemWork(car, unit, entry.item, facts)
      : entry.what === 'check'
        ? checkWork(unit, entry.check, facts)
        : null;
  if (!work) return;
  try {
    work(new Talk(car, unit.module));
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
  }
}

/** What a check does to the car; null where it only looks. */
function checkWork(unit: Unit, check: string, facts: Facts): ((talk: Talk) => void) | null {
  if (check === 'codes-clear' || check === 'codes-clear-again')
    return (talk) => void talk.ask(fromHex('14ffffff'));
  if (check === 'codes-order')
    return (talk) => {
      writeCoding(talk, wantedCoding(facts, unit));
      talk.car.takeOrder(unit.module);
    };
  return null;
}

/** @returns null where the line is done by hand */
export function doLine(car: Car, unit: Unit, line: SheetLine, facts: Facts): LineDone | null {
  const work = workOf(car, unit, line, facts);
  return work && talked(car, unit, work);
}

/**
 * A step of a procedure: the car is put as it says, and its sign is asked of the module.
 * @returns null where there is no such step
 */
export function doStep(car: Car, unit: Unit, { procedure: id, step: wanted }: StepWanted): LineDone | null {
  const procedure = unit.plan.book?.procedures?.find((own) => own.id === id);
  const step = procedure?.steps.find((own) => own.id === wanted);
  if (!procedure || (wanted !== null && !step)) return null;
  return talked(car, unit, (talk): CodingEntry[] => {
    if (!step) return [{ what: 'check', check: `${id}:supply`, volts: voltsOf(talk) }];
    // As this step and those before it have put it.
    const steps = procedure.steps.slice(0, procedure.steps.indexOf(step) + 1);
    const ignition = steps.findLast(({ sets }) => sets?.['ignition'] !== undefined)?.sets?.['ignition'];
    if (ignition === 'on' || ignition === 'off') car.set({ ...car.standing.state, ignition });
    // What goes out with the ignition is seen, not asked for.
    if (step.sign != null && step.sets?.['ignition'] !== 'off') {
      talk.ask(fromHex('1003'));
      talk.run(routines.teachStops);
    }
    return [{ what: 'step', procedure: id, step: step.id, as: 'done' }];
  });
}

const voltsOf = (talk: Talk): number => {
  const bytes = talk.read(identifiers.supply);
  return ((bytes[0]! << 8) | bytes[1]!) / 100;
};

function talked(car: Car, unit: Unit, work: Work): LineDone {
  const talk = new Talk(car, unit.module);
  try {
    const entries = work(talk);
    return { talk: talk.exchanges, entries, refused: null };
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return { talk: talk.exchanges, entries: [], refused: error.message };
  }
}

type Work = (talk: Talk) => CodingEntry[];

function workOf(car: Car, unit: Unit, line: SheetLine, facts: Facts): Work | null {
  if (line.kind === 'check') return lookOf(unit, line.id.slice('check:'.length), facts);
  if (line.kind !== 'item') return null;
  const work = itemWork(car, unit, line.item.id, facts);
  return (
    work &&
    ((talk) => {
      work(talk);
      const done: CodingEntry = { what: 'item', item: line.item.id, as: 'done' };
      return line.item.kind === 'odometer' ? [done, ...storesRead(car, unit, talk)] : [done];
    })
  );
}

/** Every store of the distance that a module of this car keeps, read once more. */
function storesRead({ file }: Car, { plan }: Unit, talk: Talk): CodingEntry[] {
  return (plan.book?.odometerStores ?? []).flatMap((store): CodingEntry[] => {
    const module = moduleOf(file, store);
    if (!module) return [];
    const km = kilometresOf(talk.read(identifiers.odometer, module));
    return [{ what: 'odometer', store, of: 'car', moment: 'after', km }];
  });
}

function lookOf(unit: Unit, check: string, facts: Facts): Work | null {
  const said = (note: string | null, volts: number | null = null): CodingEntry[] => [
    { what: 'check', check, ...(note ? { note } : {}), ...(volts === null ? {} : { volts }) },
  ];
  const act = checkWork(unit, check, facts);
  if (act)
    return (talk) => {
      act(talk);
      return said(null);
    };
  if (check === 'supply') return (talk) => said(null, voltsOf(talk));
  if (check === 'identity')
    return (talk) =>
      said(
        [identifiers.part, identifiers.software, identifiers.serial]
          .map((did) => text(talk.read(did)))
          .join(', '),
      );
  if (check === 'codes-read' || check === 'codes-read-again') return (talk) => said(codesWord(talk.codes()));
  return null;
}

/** As many as a note takes; how many more there are is said. */
function codesWord(codes: readonly string[]): string {
  const more = codes.length - mostNoted;
  return `${codes.slice(0, mostNoted).join(', ') || 'no codes'}${more > 0 ? ` and ${more} more` : ''}`;
}

/** The memory of a unit over the link, block by block. @returns its bytes from address 0 on; null where it was refused */
export function readMemory(car: Car, unit: Unit): LineDone & { readonly bytes: Uint8Array | null } {
  return overLink(car, unit, (talk) => {
    talk.unlock();
    return readBlocks(talk, sizeOf(car, unit));
  });
}

/** Writes an image, starts the module anew, and reads it back. */
export function writeMemory(
  car: Car,
  unit: Unit,
  image: readonly { readonly address: number; readonly bytes: Uint8Array }[],
): LineDone & { readonly bytes: Uint8Array | null } {
  return overLink(car, unit, (talk) => {
    talk.unlock('programming');
    for (const { address, bytes } of image)
      for (let at = 0; at < bytes.length; at += blockBytes) {
        const block = bytes.subarray(at, at + blockBytes);
        talk.ask(Uint8Array.of(0x3d, ...spanBytes(address + at, block.length), ...block));
      }
    talk.ask(fromHex('1101'));
    talk.unlock();
    return readBlocks(talk, sizeOf(car, unit));
  });
}

const sizeOf = (car: Car, { module }: Unit): number => {
  const [segment] = car.memoryOf(module)?.image ?? [];
  return segment ? segment.address + segment.bytes.length : 0;
};

function readBlocks(talk: Talk, size: number): Uint8Array {
  if (size === 0) throw new Refused('This module has no memory that can be read.');
  const bytes = new Uint8Array(size);
  for (let at = 0; at < size; at += blockBytes) {
    const length = Math.min(blockBytes, size - at);
    bytes.set(talk.ask(Uint8Array.of(0x23, ...spanBytes(at, length))).subarray(1), at);
  }
  return bytes;
}

/** Three bytes of address, two of length. */
const spanBytes = (address: number, length: number): number[] => [
  0x23,
  (address >> 16) & 0xff,
  (address >> 8) & 0xff,
  address & 0xff,
  length >> 8,
  length & 0xff,
];

function overLink(
  car: Car,
  unit: Unit,
  work: (talk: Talk) => Uint8Array,
): LineDone & { readonly bytes: Uint8Array | null } {
  const talk = new Talk(car, unit.module);
  try {
    const bytes = work(talk);
    return { talk: talk.exchanges, entries: [], refused: null, bytes };
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return { talk: talk.exchanges, entries: [], refused: error.message, bytes: null };
  }
}
