/** The wiring of a car as it stands: how it is put, what is wrong with it, and what its battery has left. */
import {
  type Circuit,
  type Fault,
  type Meter,
  meterBenches,
  type MeterReading,
  solve,
  type State,
} from '@dormant-beacon/core/circuit';
import { randomNumbers, type RandomNumbers } from '@dormant-beacon/core/random';
import type { CarFile } from './car-file.js';
import type { Measured } from './monitor.js';
import { batteryOf, chargeAfter, fed, sleepingAmps } from './supply.js';
import { bayCelsius, type Condition, isMet, type Surroundings } from './surroundings.js';
import { type View, viewOf } from './view.js';

export type CarState = Omit<State, 'faults'> & {
  readonly volts?: number | null | undefined;
  /** Seconds for which the battery has been off; left out, it is on. */
  readonly deadSeconds?: number | null | undefined;
  /** Left out, a dry bay. */
  readonly around?: Surroundings | null | undefined;
};

/** Left out, it is always there; with a condition, only while that is met. */
export type CarFault = Fault & { readonly when?: Condition | null | undefined };

/** Volts on which a module lives, and of the pair that it hears. */
const leastAlive = 6.5;
const leastHeard = 0.4;
/** The share by which the charge of the battery must differ to count. */
const chargeStep = 0.01;

export class WiredCar {
  /** Outputs that a module was told to switch on. */
  readonly handled = new Set<string>();
  private readonly random: RandomNumbers;
  /** The charge with which the wiring is solved. */
  private solvedCharge: number;

  constructor(
    private readonly file: CarFile,
    private readonly seed: number,
    public state: CarState,
    public faults: readonly CarFault[],
    private charge: number,
  ) {
    this.random = randomNumbers(seed);
    this.solvedCharge = charge;
  }

  get around(): Surroundings {
    return this.state.around ?? {};
  }

  get isOn(): boolean {
    return isOn(this.state);
  }

  get comesAndGoes(): boolean {
    return this.faults.some(({ mode }) => mode === 'intermittent');
  }

  /** The faults that are there at this look: each intermittent one by its chance. */
  drawn(): Fault[] {
    return this.faults.flatMap((fault) => this.present(fault));
  }

  /** @param silent modules that were told to say nothing */
  measure(faults: readonly Fault[], silent: ReadonlySet<string>): Measured {
    const quiet = this.view(faults, false);
    const pulse = this.view(faults, true);
    const alive = new Set<string>();
    const hears = new Set<string>();
    for (const { name } of this.file.modules) {
      if (quiet.across(`${name}+`, `${name}-`) < leastAlive) continue;
      if (!silent.has(name)) alive.add(name);
      if (quiet.across(`${name}.high`, `${name}.low`) >= leastHeard) hears.add(name);
    }
    return { ignition: this.isOn, closed: this.closed(), quiet, pulse, alive, hears };
  }

  /** What instruments show. */
  readings(meters: readonly Meter[]): ReadonlyMap<string, MeterReading> {
    const { meters: read } = solve({
      circuit: this.circuit(),
      state: this.solved(this.drawn(), false),
      meters: [...meters],
    });
    return new Map(Object.entries(read ?? {}));
  }

  /** What an element takes now, a relay’s coil included. */
  wattsOf(element: string): number {
    const state = this.solved(this.drawn(), false);
    const { volts, amps, jammed } = meterBenches(this.circuit(), [], state)(state).power(element);
    return jammed ? 0 : Math.abs(volts * amps);
  }

  /**
   * Seconds in which so many amperes were taken from its battery; with the engine running they are given to it.
   * @param amps left out, what sleeping modules take
   * @returns whether it is solved anew from now on
   */
  drain(seconds: number, amps = sleepingAmps): boolean {
    if (this.state.volts != null) return false;
    this.charge = chargeAfter(this.charge, this.around.running === true ? -amps : amps, seconds);
    if (Math.abs(this.charge - this.solvedCharge) < chargeStep) return false;
    this.solvedCharge = this.charge;
    return true;
  }

  /** As it is inside its case, whatever hangs on it. */
  get battery(): { readonly volts: number; readonly ohms: number; readonly soundOhms: number } {
    const own = batteryOf(this.charge, this.around);
    const added =
      this.faults.find(({ element, mode }) => element === 'BAT' && mode === 'resistive')?.ohms ?? 0;
    return { volts: this.state.volts ?? own.volts, ohms: own.ohms + added, soundOhms: own.ohms };
  }

  /** Of the air about it. */
  get celsius(): number {
    return this.around.celsius ?? bayCelsius;
  }

  private present({ when, ...fault }: CarFault): Fault[] {
    if (when != null && !isMet(when, this.around)) return [];
    if (fault.mode !== 'intermittent') return [fault];
    const here = fault.positions?.some((position) => this.state.positions?.includes(position)) ?? true;
    return here && this.random.uniform() < (fault.chance ?? 0.5) ? [{ ...fault, mode: 'open' }] : [];
  }

  private view(faults: readonly Fault[], outputsOn: boolean): View {
    return viewOf(this.circuit(), this.solved(faults, outputsOn), outputsOn ? [] : this.file.loops);
  }

  /** The state of the wiring: outputs off but for those in hand, what is latched closed. */
  private solved(faults: readonly Fault[], outputsOn: boolean): State {
    const { volts: _volts, deadSeconds: _dead, around: _around, ...state } = this.state;
    const on = new Set([...this.handled, ...(state.closed ?? [])]);
    const off = this.file.outputs.filter((output) => !outputsOn && !on.has(output));
    return {
      ...state,
      closed: [...this.closed(), ...(state.closed ?? [])],
      open: [...off, ...(state.open ?? [])],
      faults: [...faults],
    };
  }

  private circuit(): Circuit {
    const { volts, deadSeconds } = this.state;
    if (deadSeconds != null)
      // Without the battery nothing is driven, the network neither.
      return { elements: this.file.circuit.elements.filter(({ kind }) => kind !== 'battery') };
    return fed(this.file.circuit, { ...this.around, volts, charge: this.solvedCharge, seed: this.seed });
  }

  /** Doors and flaps are shut unless the state says otherwise. */
  private closed(): Set<string> {
    const open = new Set(this.state.open);
    return new Set(this.file.latched.filter((name) => !open.has(name)));
  }
}

export const isOn = ({ ignition, deadSeconds }: CarState): boolean =>
  (ignition ?? 'on') === 'on' && deadSeconds == null;
