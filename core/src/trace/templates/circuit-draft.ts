/** The circuit of a template, written down part by part, with what may be wrong in it. */
import type { Element, FaultMode, State } from '../../circuit/index.js';
import type { Cavity, Suspect, TraceAccess, TracePower } from '../model/schema.js';

type Pins = [string, string];

export class CircuitDraft {
  protected readonly elements: Element[] = [];
  protected readonly suspects: Suspect[] = [];
  protected readonly cavities: Cavity[] = [];
  protected readonly accesses: TraceAccess[] = [];
  protected power: TracePower | null = null;
  protected usual: State | null = null;

  battery(): this {
    return this.element({
      id: 'BATTERY',
      kind: 'battery',
      label: 'battery',
      pins: ['b+', 'gnd'],
      volts: 12.6,
      ohms: 0.015,
    });
  }

  element(element: Element): this {
    this.elements.push(element);
    return this;
  }

  wire(id: string, label: string, pins: Pins, ohms = 0.05): this {
    return this.element({ id, kind: 'wire', label, pins, ohms });
  }

  contact(id: string, label: string, pins: Pins, connector: string, ohms = 0.005): this {
    return this.element({ id, kind: 'contact', label, pins, ohms, connector });
  }

  switch(id: string, label: string, pins: Pins): this {
    return this.element({ id, kind: 'switch', label, pins, closed: true });
  }

  motor(id: string, label: string, pins: Pins, runningOhms: number, stallOhms: number): this {
    return this.element({ id, kind: 'motor', label, pins, runningOhms, stallOhms });
  }

  lamp(id: string, label: string, pins: Pins, watts: number): this {
    return this.element({ id, kind: 'lamp', label, pins, volts: 12, watts });
  }

  resistor(id: string, label: string, pins: Pins, ohms: number): this {
    return this.element({ id, kind: 'resistor', label, pins, ohms });
  }

  /** A module's input: 5 V through a pull-up, or another feed of the same make. */
  input(
    id: string,
    label: string,
    point: string,
    { pullUpOhms = 2200, pullUpVolts = 5, thresholdVolts = 2.5 } = {},
  ): this {
    return this.element({
      id,
      kind: 'moduleInput',
      label,
      pins: [point, 'gnd'],
      pullUpOhms,
      pullUpVolts,
      thresholdVolts,
    });
  }

  /** A module's input and its line through the module's plug, a harness and the plug at a switch, which begins at `to`. */
  inputLine(
    names: Readonly<Record<'module' | 'cavity' | 'harness' | 'plug', string>>,
    signal: string,
    to: string,
  ): this {
    const { module, cavity, harness, plug } = names;
    return this.input('IN', module, cavity)
      .contact('MODULE-PLUG', `plug at the module, ${cavity}`, [cavity, 'harness'], 'module', 0.01)
      .wire('HARNESS', harness, ['harness', signal])
      .contact('PLUG', `plug ${plug}`, [signal, to], plug, 0.01);
  }

  ground(id: string, label: string, point: string): this {
    return this.element({ id, kind: 'ground', label, pins: [point, 'gnd'], ohms: 0.01 });
  }

  fuse(id: string, label: string, pins: Pins, amps: number): this {
    return this.element({ id, kind: 'fuse', label, pins, amps });
  }

  /** Points of one class: what may be done at them. */
  cavity(kind: Cavity['class'], ...points: string[]): this {
    for (const point of points) this.cavities.push({ point, class: kind });
    return this;
  }

  suspect(
    id: string,
    element: string,
    mode: FaultMode,
    weight: number,
    label: string,
    more: { ohms?: number; to?: string } = {},
  ): this {
    this.suspects.push({ id, element, mode, weight, label, ...more });
    return this;
  }

  /** Something taken off or out once, to reach a place. */
  access(id: string, label: string, minutes: number): this {
    this.accesses.push({ id, label, minutes });
    return this;
  }

  /** How the circuit stands while its fault shows, where that is not with everything closed. */
  standing(usual: State): this {
    this.usual = usual;
    return this;
  }

  /** What it takes to make the car dead, and live again. */
  supply(power: TracePower): this {
    this.power = power;
    return this;
  }
}
