/** The instruments beside a car: what each shows, with what it cannot know, and where it is refused. */
import type { Meter } from '@dormant-beacon/core/circuit';
import { randomNumbers, type RandomNumbers } from '@dormant-beacon/core/random';
import type { Car } from '../vehicle/index.js';
import { type Consequence, type Gate, gateOfPlug, gateOfTips } from './gate.js';

/** Of a usual workshop meter: percent of what it shows, and digits. */
const meterPercent = { volts: 0.5, ohms: 1, amps: 1.5, clampAmps: 2 } as const;
const meterDigits = { volts: 0.02, ohms: 0.1, amps: 0.02, clampAmps: 0.04 } as const;
const leadOhms = 0.2;
/** Above it the fuse of the meter blows. */
const meterFuseAmps = 10;
/** Volts from which a meter that measures ohms is harmed. */
const ohmsHarmedFrom = 3;
/** Volts across a test lamp from which it is bright, and dim. */
const lampBright = 9;
const lampDim = 4;

export type Shown =
  | { readonly kind: 'refused'; readonly gate: Gate }
  | { readonly kind: 'value'; readonly value: number; readonly unit: 'V' | 'Ω' | 'A' }
  | { readonly kind: 'over-limit' }
  | { readonly kind: 'lamp'; readonly is: 'bright' | 'dim' | 'dark' }
  | { readonly kind: 'sounds'; readonly continuous: boolean }
  /** Its own fuse has blown. */
  | { readonly kind: 'nothing' };

export type TwoTips = 'volts' | 'ohms' | 'continuity' | 'testLamp';

export class Tray {
  private readonly random: RandomNumbers;
  private fuseBlown = false;
  private readonly done: Consequence[] = [];

  constructor(
    private readonly car: Car,
    seed = 1,
  ) {
    this.random = randomNumbers(seed);
  }

  /** What went wrong here, in its order. */
  get consequences(): readonly Consequence[] {
    return this.done;
  }

  /** @param anyway done although it is refused */
  between(kind: TwoTips, from: string, to: string, anyway = false): Shown {
    const gate = gateOfTips(this.car, kind, [from, to]) ?? this.gateOfOhms(kind, from, to);
    if (gate && !anyway) return { kind: 'refused', gate };
    if (gate) this.bear(gate.then);
    if (kind !== 'testLamp' && this.fuseBlown && kind !== 'volts') return { kind: 'nothing' };
    const read = this.read({ id: 'm', kind, from, to });
    if (kind === 'testLamp') return { kind: 'lamp', is: brightness(Math.abs(read.value ?? 0)) };
    if (kind === 'continuity') return { kind: 'sounds', continuous: read.continuous === true };
    if (read.value === null)
      return kind === 'ohms' ? { kind: 'over-limit' } : { kind: 'value', value: 0, unit: 'V' };
    return kind === 'ohms'
      ? { kind: 'value', value: this.noisy(read.value + leadOhms, 'ohms'), unit: 'Ω' }
      : { kind: 'value', value: this.noisy(read.value, 'volts'), unit: 'V' };
  }

  /** In the place of an element: more than its fuse bears, and it shows nothing from then on. */
  amps(through: string, anyway = false): Shown {
    const element = this.car.file.circuit.elements.find(({ id }) => id === through);
    const gate = element ? gateOfTips(this.car, 'amps', element.pins) : null;
    if (gate && !anyway) return { kind: 'refused', gate };
    if (gate) this.bear(gate.then);
    if (this.fuseBlown) return { kind: 'nothing' };
    const value = this.read({ id: 'm', kind: 'amps', through }).value ?? 0;
    if (Math.abs(value) > meterFuseAmps) {
      this.fuseBlown = true;
      this.done.push({ kind: 'meter-fuse', says: 'The fuse of the meter blows: more than ten amperes.' });
      return { kind: 'nothing' };
    }
    return { kind: 'value', value: this.noisy(value, 'amps'), unit: 'A' };
  }

  /** Around the line of an element: it breaks nothing and parts nothing, and shows no milliamperes and no direction. */
  clamp(through: string): Shown {
    const value = this.read({ id: 'm', kind: 'amps', through }).value ?? 0;
    return { kind: 'value', value: Math.abs(this.noisy(value, 'clampAmps')), unit: 'A' };
  }

  /** A new fuse in the meter. */
  renewFuse(): void {
    this.fuseBlown = false;
  }

  /** Battery tester: volts at rest, milliohms, and the health that follows from them. */
  battery(): { readonly volts: number; readonly milliohms: number; readonly healthPercent: number } {
    const { volts, ohms, soundOhms } = this.car.battery;
    const milliohms = 1000 * ohms;
    return {
      volts: this.noisy(volts, 'volts'),
      milliohms: Math.round(10 * milliohms) / 10,
      // Against a sound one as warm and as full: a cold battery is not a bad one.
      healthPercent: Math.round(Math.min(100, (100 * soundOhms) / ohms)),
    };
  }

  /** Thermometer: degrees of the air about it. */
  celsius(): number {
    return Math.round(10 * (this.car.celsius + 0.3 * this.random.normal())) / 10;
  }

  /** @returns null where it is done, or why it is refused */
  unplug(connector: string, anyway = false): Gate | null {
    const gate = gateOfPlug(this.car, connector);
    if (gate && !anyway) return gate;
    if (gate) this.bear(gate.then);
    const { state } = this.car.standing;
    this.car.set({ ...state, unplugged: [...new Set([...(state.unplugged ?? []), connector])] });
    return null;
  }

  plug(connector: string): void {
    const { state } = this.car.standing;
    this.car.set({ ...state, unplugged: (state.unplugged ?? []).filter((own) => own !== connector) });
  }

  /** The car keeps what was done to it. */
  private bear(consequence: Consequence): void {
    this.done.push(consequence);
    if (consequence.kind === 'meter-fuse') this.fuseBlown = true;
    if (consequence.kind !== 'fires') return;
    const { state, faults } = this.car.standing;
    this.car.set(state, [...faults, { element: consequence.element, mode: 'open' }]);
  }

  private gateOfOhms(kind: TwoTips, from: string, to: string): Gate | null {
    if (kind !== 'ohms' && kind !== 'continuity') return null;
    const volts = Math.abs(this.read({ id: 'm', kind: 'volts', from, to }).value ?? 0);
    if (volts < ohmsHarmedFrom) return null;
    return {
      why: `There are ${volts.toFixed(1)} V between these points: ohms are measured with the power off.`,
      then: {
        kind: 'meter-fuse',
        says: 'The fuse of the meter blows: ohms were measured on a live circuit.',
      },
    };
  }

  private read(meter: Meter): { value: number | null; continuous?: boolean } {
    return this.car.readings([meter]).get('m') ?? { value: null };
  }

  /** As a meter shows it: within its accuracy, with as many digits as it has. */
  private noisy(value: number, unit: keyof typeof meterPercent): number {
    const width = (meterPercent[unit] / 100) * Math.abs(value) + meterDigits[unit];
    const shown = value + width * Math.max(-1, Math.min(1, this.random.normal() / 2));
    const step = meterDigits[unit] / 2;
    return Math.round(shown / step) * step;
  }
}

const brightness = (volts: number): 'bright' | 'dim' | 'dark' =>
  volts >= lampBright ? 'bright' : volts >= lampDim ? 'dim' : 'dark';
