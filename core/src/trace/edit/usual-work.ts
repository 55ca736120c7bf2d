/** Usual work on an element of each kind, what can be seen of it, and how its failures are called: shop data. */
import type { ElementKind, FaultMode } from '../../circuit/index.js';
import type { TraceRepair } from '../model/schema.js';

interface Work {
  readonly minutes: number;
  readonly priceCents: number;
  readonly method: NonNullable<TraceRepair['method']>;
  readonly verb: string;
  /** The chance that it cures; left out, it does. */
  readonly succeeds?: number;
}

/** Usual work on an element of each kind: shop data, to be changed where the car is known. */
export const usualWork: Readonly<Record<ElementKind, Work>> = {
  battery: { minutes: 15, priceCents: 18_000, method: 'replace', verb: 'Charge, test or replace' },
  wire: { minutes: 50, priceCents: 700, method: 'repair', verb: 'Repair' },
  contact: { minutes: 15, priceCents: 200, method: 'clean', verb: 'Clean and retension', succeeds: 0.85 },
  resistor: { minutes: 25, priceCents: 1500, method: 'replace', verb: 'Replace' },
  fuse: { minutes: 2, priceCents: 80, method: 'replace', verb: 'Replace' },
  switch: { minutes: 25, priceCents: 4000, method: 'replace', verb: 'Replace' },
  relay: { minutes: 3, priceCents: 1600, method: 'replace', verb: 'Replace' },
  lamp: { minutes: 8, priceCents: 450, method: 'replace', verb: 'Replace' },
  diode: { minutes: 20, priceCents: 300, method: 'replace', verb: 'Replace' },
  led: { minutes: 25, priceCents: 9000, method: 'replace', verb: 'Replace' },
  motor: { minutes: 40, priceCents: 12_000, method: 'replace', verb: 'Replace' },
  squib: { minutes: 45, priceCents: 60_000, method: 'replace', verb: 'Replace' },
  shortingBar: { minutes: 40, priceCents: 2500, method: 'repair', verb: 'Renew the plug half with' },
  sensor: { minutes: 25, priceCents: 9000, method: 'replace', verb: 'Replace' },
  moduleInput: { minutes: 60, priceCents: 35_000, method: 'replace', verb: 'Repair or replace' },
  moduleOutput: { minutes: 60, priceCents: 35_000, method: 'repair', verb: 'Repair or replace' },
  ground: { minutes: 15, priceCents: 0, method: 'clean', verb: 'Clean', succeeds: 0.9 },
};

/** What can be seen without a meter, and the chance that it is. */
export const looks: Partial<
  Record<ElementKind, { minutes: number; finds: number; falseAlarm: number; what: string }>
> = {
  fuse: { minutes: 1, finds: 0.95, falseAlarm: 0.01, what: 'Look at' },
  contact: { minutes: 4, finds: 0.7, falseAlarm: 0.02, what: 'Look for green, brown or spread pins at' },
  lamp: { minutes: 3, finds: 0.9, falseAlarm: 0.02, what: 'Look at the filament of' },
  ground: { minutes: 5, finds: 0.6, falseAlarm: 0.03, what: 'Look for rust and a loose screw at' },
};

export const modeWords: Readonly<Record<FaultMode, string>> = {
  open: 'is open',
  resistive: 'has resistance',
  shortToGround: 'touches ground',
  shortToSupply: 'touches supply',
  bridged: 'is bridged',
  stuckOpen: 'does not close',
  stuckClosed: 'does not open',
  wrongPart: 'is the wrong part',
  intermittent: 'comes and goes',
  runsWithoutMoving: 'runs without moving',
  endNotReached: 'does not reach its end',
  misindexed: 'is off by teeth',
  binding: 'binds',
  notSeated: 'is not seated',
};
