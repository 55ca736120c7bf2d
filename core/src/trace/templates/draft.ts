/** A case written down part by part: a template's circuit, suspects, tests and repairs, a line each. */
import type { Element, FaultMode, State } from '../../circuit/index.js';
import type {
  Cavity,
  PowerWanted,
  Suspect,
  TraceAccess,
  TraceCase,
  TracePower,
  TraceRepair,
  TraceRoot,
  TraceTest,
} from '../model/schema.js';

type Pins = [string, string];
interface StepMore {
  readonly caution?: string;
  /** Accesses that must be gained first. */
  readonly needs?: string[];
  readonly power?: PowerWanted;
}
interface TestMore extends StepMore {
  readonly state?: State;
  /** False where what the state unplugs is no plug but stands for a hand. */
  readonly disturbs?: boolean;
}
interface LookMore extends TestMore {
  readonly mode?: FaultMode;
  readonly finds?: number;
  readonly falseAlarm?: number;
}
/** Of a repair: what comes with it, and the chance that it cures. */
interface RepairMore extends StepMore {
  readonly covers?: string[];
  readonly succeeds?: number;
}
type Method = NonNullable<TraceRepair['method']>;

/** Chances that a cleaned joint stays good: judgement. A renewed one does. */
const cleaned = { plug: 0.85, ground: 0.9 } as const;
/** More minutes for new terminals than for cleaning, and their price. */
const terminals = { minutes: 20, priceCents: 900 } as const;

export const bulbGlass = 'Never touch the bulb glass; let it cool first.';

export class CaseDraft {
  private readonly elements: Element[] = [];
  private readonly suspects: Suspect[] = [];
  private readonly tests: TraceTest[] = [];
  private readonly repairs: TraceRepair[] = [];
  private readonly cavities: Cavity[] = [];
  private readonly accesses: TraceAccess[] = [];
  private readonly roots: TraceRoot[] = [];
  private power: TracePower | null = null;
  private usual: State | null = null;

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

  lookAtFuse(id: string, element: string, fuse: string): this {
    return this.look(id, element, 1, `Look at fuse ${fuse}`, { finds: 0.95, falseAlarm: 0.01 }).lampAtFuse(
      `${id}-tabs`,
      element,
      fuse,
    );
  }

  /**
   * A fuse in its place: the tab that feeds it lights the lamp wherever there is supply, the other only through the
   * fuse, and under the lamp's own load.
   */
  private lampAtFuse(id: string, element: string, fuse: string): this {
    const behind = this.elements.find((one) => one.id === element)!.pins[1]!;
    return this.testLamp(
      id,
      behind,
      1,
      `Test lamp on both tabs of fuse ${fuse} in its place, switched on: how bright at the second?`,
    );
  }

  lookIntoPlug(
    id: string,
    element: string,
    minutes: number,
    plug: string,
    signs = 'green or brown pins',
  ): this {
    return this.look(id, element, minutes, `Look into plug ${plug} for ${signs}`, {
      finds: 0.7,
      falseAlarm: 0.02,
    });
  }

  listen(id: string, element: string, minutes: number, label: string, more: LookMore = {}): this {
    this.tests.push({ id, kind: 'listen', element, minutes, label, finds: 0.85, falseAlarm: 0.08, ...more });
    return this;
  }

  /** A filament test lamp: bright, dim or dark, so that its volts are told coarsely. */
  testLamp(id: string, from: string, minutes: number, label: string, more: TestMore = {}): this {
    this.tests.push({
      id,
      kind: 'testLamp',
      from,
      to: 'gnd',
      minutes,
      label,
      percent: 20,
      digits: 1,
      ...more,
    });
    return this;
  }

  /** A function that tells of an element: what else hangs on it, and how that behaves. */
  watch(id: string, element: string, minutes: number, label: string, more: LookMore = {}): this {
    this.tests.push({
      id,
      kind: 'function',
      element,
      minutes,
      label,
      finds: 0.75,
      falseAlarm: 0.05,
      ...more,
    });
    return this;
  }

  /** What anybody sees at once: an element that is off, works weakly, or is on where it should be off. */
  beat(
    id: string,
    element: string,
    shows: 'off' | 'weak' | 'on',
    label: string,
    more: TestMore & { minutes?: number } = {},
  ): this {
    const { minutes = 1, ...rest } = more;
    this.tests.push({
      id,
      kind: 'function',
      element,
      shows,
      minutes,
      label,
      finds: 0.97,
      falseAlarm: 0.02,
      ...rest,
    });
    return this;
  }

  /** The suspected cause applied, removed, applied again. */
  provoke(id: string, element: string, minutes: number, label: string, more: LookMore = {}): this {
    this.tests.push({ id, kind: 'provoke', element, minutes, label, finds: 0.5, falseAlarm: 0.03, ...more });
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

  /** @param more a caution alone, or with what must be reached first */
  repair(
    element: string,
    minutes: number,
    priceCents: number,
    method: Method,
    label: string,
    more: string | RepairMore = {},
  ): this {
    const given = typeof more === 'string' ? { caution: more } : more;
    this.repairs.push({ element, minutes, priceCents, method, label, ...given });
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

  /** What may have made a part fail, and the look that shows it. */
  root(element: string, root: string, check: string, mode?: FaultMode): this {
    this.roots.push({ element, root, check, ...(mode ? { mode } : {}) });
    return this;
  }

  replaceFuse(element: string, fuse: string, priceCents = 80): this {
    return this.repair(
      element,
      2,
      priceCents,
      'replace',
      `Replace fuse ${fuse}, same rating and style`,
      'A fuse that blows again is a finding, not a part to upgrade.',
    )
      .root(
        element,
        'short behind the fuse',
        `Fuse ${fuse} out, measure behind it to ground: does it read near zero, also while the harness is moved?`,
      )
      .root(element, 'a load that draws too much', `Take the current of ${fuse} by its drop, everything on`)
      .root(
        element,
        'wear of the fuse',
        `Was ${fuse} of the right rating and style, its element torn, not burnt?`,
      );
  }

  repairHarness(
    element: string,
    minutes: number,
    priceCents: number,
    harness: string,
    more: StepMore = {},
  ): this {
    return this.repair(element, minutes, priceCents, 'repair', `Repair the ${harness}`, more)
      .root(element, 'chafed', `Follow the ${harness}: where does it touch metal, an edge, a moving part?`)
      .root(
        element,
        'bent too often or pulled',
        `Look at the bend of the ${harness}: is it clipped as it was built?`,
      );
  }

  cleanPlug(element: string, minutes: number, plug: string, more: StepMore = {}): this {
    return this.repair(element, minutes, 200, 'clean', `Clean and retension plug ${plug}`, {
      ...more,
      succeeds: cleaned.plug,
    })
      .repair(
        element,
        minutes + terminals.minutes,
        terminals.priceCents,
        'replace',
        `Renew the terminals of plug ${plug}`,
        more,
      )
      .root(element, 'water in the plug', `Look for water, green pins and a torn seal in ${plug}`)
      .root(element, 'heat', `Look for browning and soft plastic in ${plug}: what drew too much?`);
  }

  cleanGround(element: string, minutes: number, ground: string, more: StepMore = {}): this {
    return this.repair(element, minutes, 0, 'clean', `Clean ground ${ground}`, {
      ...more,
      succeeds: cleaned.ground,
    })
      .repair(
        element,
        minutes + terminals.minutes,
        terminals.priceCents,
        'replace',
        `Renew the eye and the screw of ground ${ground}`,
        more,
      )
      .root(element, 'water or salt', `Look where water stands at ${ground}, and seal it after cleaning`)
      .root(element, 'loose', `Try the torque of ${ground}: was it undone in earlier work?`);
  }

  build(): TraceCase {
    const { elements, suspects, tests, repairs, cavities, accesses, roots, power, usual } = this;
    return {
      circuit: { elements },
      suspects,
      tests,
      repairs,
      ...(cavities.length > 0 ? { cavities } : {}),
      ...(accesses.length > 0 ? { accesses } : {}),
      ...(roots.length > 0 ? { roots } : {}),
      ...(power ? { power } : {}),
      ...(usual ? { state: usual } : {}),
      ...(this.guarded ? { guarded: true } : {}),
    };
  }
}
