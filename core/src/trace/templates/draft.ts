/** A case written down part by part: a template's circuit, suspects, tests and repairs, a line each. */
import type { Element, FaultMode, State } from '../../circuit/index.js';
import type { Cavity, Suspect, TraceCase, TraceRepair, TraceTest } from '../schema.js';

type Pins = [string, string];
interface TestMore {
  readonly state?: State;
  readonly caution?: string;
}
interface LookMore extends TestMore {
  readonly mode?: FaultMode;
  readonly finds?: number;
  readonly falseAlarm?: number;
}
type Method = NonNullable<TraceRepair['method']>;

export class CaseDraft {
  private readonly elements: Element[] = [];
  private readonly suspects: Suspect[] = [];
  private readonly tests: TraceTest[] = [];
  private readonly repairs: TraceRepair[] = [];
  private readonly cavities: Cavity[] = [];

  /** @param guarded restraints, brakes, steering: a part is only called for when it is sure and confirmed */
  constructor(private readonly guarded = false) {}

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

  contact(id: string, label: string, pins: Pins, connector: string): this {
    return this.element({ id, kind: 'contact', label, pins, ohms: 0.005, connector });
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

  volts(
    id: string,
    from: string,
    minutes: number,
    label: string,
    more: TestMore & { to?: string } = {},
  ): this {
    this.tests.push({ id, kind: 'volts', from, to: 'gnd', minutes, label, ...more });
    return this;
  }

  ohms(id: string, from: string, to: string, minutes: number, label: string, more: TestMore = {}): this {
    this.tests.push({ id, kind: 'ohms', from, to, minutes, label, ...more });
    return this;
  }

  amps(id: string, through: string, minutes: number, label: string, more: TestMore = {}): this {
    this.tests.push({ id, kind: 'amps', through, minutes, label, ...more });
    return this;
  }

  /** A live value that the module shows: a voltage, or the ohms of a loop as it measures them itself. */
  live(
    id: string,
    reads: 'volts' | 'ohms',
    from: string,
    to: string,
    minutes: number,
    label: string,
    more: TestMore = {},
  ): this {
    this.tests.push({ id, kind: 'live', reads, from, to, minutes, label, ...more });
    return this;
  }

  look(id: string, element: string, minutes: number, label: string, more: LookMore = {}): this {
    this.tests.push({ id, kind: 'inspect', element, minutes, label, ...more });
    return this;
  }

  listen(id: string, element: string, minutes: number, label: string, more: LookMore = {}): this {
    this.tests.push({ id, kind: 'listen', element, minutes, label, finds: 0.85, falseAlarm: 0.08, ...more });
    return this;
  }

  wiggle(id: string, element: string, minutes: number, label: string, more: LookMore = {}): this {
    this.tests.push({ id, kind: 'wiggle', element, minutes, label, finds: 0.7, falseAlarm: 0.03, ...more });
    return this;
  }

  swap(id: string, element: string, minutes: number, label: string, more: TestMore = {}): this {
    this.tests.push({ id, kind: 'swap', element, minutes, label, ...more });
    return this;
  }

  repair(
    element: string,
    minutes: number,
    priceCents: number,
    method: Method,
    label: string,
    caution?: string,
  ): this {
    this.repairs.push({ element, minutes, priceCents, method, label, ...(caution ? { caution } : {}) });
    return this;
  }

  build(): TraceCase {
    const { elements, suspects, tests, repairs, cavities } = this;
    return {
      circuit: { elements },
      suspects,
      tests,
      repairs,
      ...(cavities.length > 0 ? { cavities } : {}),
      ...(this.guarded ? { guarded: true } : {}),
    };
  }
}
