/** A model of car: its modules, its wiring as one circuit, and what its modules watch. */
import type { Circuit } from '@dormant-beacon/core/circuit';
import type { LiveValue } from './live.js';
import type { Monitor } from './monitor.js';
import type { OhmsAsked } from './view.js';

export interface ModuleOfCar {
  readonly name: string;
  readonly label: string;
  /** Of requests; it answers at eight more. */
  readonly address: number;
  /** By which others say that they miss it. */
  readonly missed: string;
}

export interface CarFile {
  readonly id: string;
  readonly name: string;
  readonly modules: readonly ModuleOfCar[];
  readonly circuit: Circuit;
  readonly monitors: readonly Monitor[];
  readonly live: readonly LiveValue[];
  /** Loops that are measured by ohms. */
  readonly loops: OhmsAsked;
  /** Outputs of modules: off but for a moment. */
  readonly outputs: readonly string[];
  /** Switches that are closed while everything is shut and latched. */
  readonly latched: readonly string[];
  readonly beacons: readonly string[];
}
