/** What a module answers from: its data, its codes, and the car around it. */
import type { RefusalCode, Session } from './words.js';

/** A trouble code as a module keeps it. */
export interface KeptCode {
  /** Three bytes: two of the code, one of the failure type. */
  readonly number: number;
  /** The eight bits of ISO 14229-1, annex D. */
  readonly status: number;
  /** How often it was found since it was cleared, and operation cycles since it was found last. */
  readonly occurrences: number;
  readonly cyclesSince: number;
  /** What stood around when it was found: pairs of data identifier and bytes; null where nothing was kept. */
  readonly snapshot: readonly { readonly did: number; readonly bytes: Uint8Array }[] | null;
}

export interface DataItem {
  readonly did: number;
  readonly name: string;
  readonly length: number;
  /** Sessions in which it can be read; left out, all. */
  readonly readIn?: readonly Session[];
  /** Where it may be written: in which sessions, and whether the module has to be unlocked. Left out, nowhere. */
  readonly write?: { readonly in: readonly Session[]; readonly unlocked: boolean };
  readonly readUnlocked?: boolean;
}

export interface Routine {
  readonly id: number;
  readonly name: string;
  readonly in: readonly Session[];
  readonly unlocked: boolean;
  /** Bytes that come behind its number when it is started. */
  readonly options: number;
  /** Seconds until it has ended. */
  readonly seconds: number;
}

export interface Output {
  readonly did: number;
  readonly name: string;
  readonly length: number;
  readonly unlocked: boolean;
}

/** Null where it was done. */
export type Refused = RefusalCode | null;

/** A car seen from one of its modules. */
export interface ModuleHost {
  /** At its supply pins, in volts. */
  supplyVolts(): number;
  /** Standing still, the engine off: what may not be done on the road. */
  standing(): boolean;
  read(did: number): Uint8Array | null;
  /** @returns why it is refused, where it is */
  write(did: number, bytes: Uint8Array): Refused;
  /** Bytes of its memory; null where it does not hold them. */
  readMemory(address: number, length: number): Uint8Array | null;
  writeMemory(address: number, bytes: Uint8Array): Refused;
  codes(): readonly KeptCode[];
  /** @param group three bytes; 0xFFFFFF for all. @returns why it is refused, where it is */
  clear(group: number): Refused;
  start(routine: number, options: Uint8Array): Refused;
  stop(routine: number): Refused;
  /** What came of it; null while it runs. */
  result(routine: number): Uint8Array | null;
  /** Takes an output in hand: 3 sets it to `bytes`, 2 holds it, 1 sets it to its usual state, 0 lets it go. */
  control(did: number, how: number, bytes: Uint8Array): Refused;
  reset(kind: 'hard' | 'key' | 'soft'): void;
  codeSetting(on: boolean): void;
  communication(kind: number): void;
}

/** What a module knows. */
export interface ModuleFile {
  readonly name: string;
  /** Of requests to it; it answers at eight more. */
  readonly address: number;
  readonly data: readonly DataItem[];
  readonly routines: readonly Routine[];
  readonly outputs: readonly Output[];
  /** Whether its memory can be read and written byte by byte. */
  readonly memory?: boolean;
  /** By which a key follows from a seed. */
  readonly secret: number;
}
