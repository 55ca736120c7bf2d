/** The tests of a template, a line each. */
import type { FaultMode, State } from '../../circuit/index.js';
import type { LookedTest, PowerWanted, TraceTest } from '../model/schema.js';
import { CircuitDraft } from './circuit-draft.js';

/** What a step warns of and needs before it. */
export interface StepMore {
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
/** Of a meter between two points: `to` is ground unless it is said. */
interface ReadMore extends TestMore {
  readonly to?: string;
}
interface LookMore extends TestMore {
  readonly mode?: FaultMode;
  readonly finds?: number;
  readonly falseAlarm?: number;
}

export class TestedDraft extends CircuitDraft {
  protected readonly tests: TraceTest[] = [];

  volts(id: string, from: string, minutes: number, label: string, more: ReadMore = {}): this {
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
    return this.look(id, element, 1, `Look at fuse ${fuse}`, { finds: 0.95, falseAlarm: 0.01 })
      .lampAtFuse(`${id}-tabs`, element, fuse)
      .look(`${id}-pulled`, element, 2, `Pull fuse ${fuse} and measure across its blades: open?`, {
        finds: 0.99,
        falseAlarm: 0.005,
      });
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
    return this.sensed('listen', id, element, { minutes, label, finds: 0.85, falseAlarm: 0.08, ...more });
  }

  /** A filament test lamp: bright, dim or dark, so that its volts are told coarsely. */
  testLamp(id: string, from: string, minutes: number, label: string, more: ReadMore = {}): this {
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
    return this.sensed('function', id, element, { minutes, label, finds: 0.75, falseAlarm: 0.05, ...more });
  }

  /** What anybody sees at once: an element that is off, works weakly, or is on where it should be off. */
  beat(
    id: string,
    element: string,
    shows: 'off' | 'weak' | 'on',
    label: string,
    more: TestMore & { minutes?: number } = {},
  ): this {
    const seen = { minutes: 1, label, shows, finds: 0.97, falseAlarm: 0.02 };
    return this.sensed('function', id, element, { ...seen, ...more });
  }

  /** The suspected cause applied, removed, applied again. */
  provoke(id: string, element: string, minutes: number, label: string, more: LookMore = {}): this {
    return this.sensed('provoke', id, element, { minutes, label, finds: 0.5, falseAlarm: 0.03, ...more });
  }

  wiggle(id: string, element: string, minutes: number, label: string, more: LookMore = {}): this {
    return this.sensed('wiggle', id, element, { minutes, label, finds: 0.7, falseAlarm: 0.03, ...more });
  }

  /** What eye, ear and hand find out. */
  private sensed(
    kind: 'listen' | 'function' | 'provoke' | 'wiggle',
    id: string,
    element: string,
    more: Omit<LookedTest, 'kind' | 'id' | 'element'>,
  ): this {
    this.tests.push({ id, kind, element, ...more } as LookedTest);
    return this;
  }

  swap(id: string, element: string, minutes: number, label: string, more: TestMore = {}): this {
    this.tests.push({ id, kind: 'swap', element, minutes, label, ...more });
    return this;
  }
}
