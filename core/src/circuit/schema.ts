/** Circuits, their state and meters: elements between named points. The one definition of their data. */
import * as z from 'zod';

const name = z.string().min(1).max(80);
/** Above zero, and within what the arithmetic can carry: from 1e-12 to 1e12. */
export const positive = z.number().gt(0).min(1e-12).max(1e12);
const volts = z.number().min(-1e6).max(1e6);
const pair = z.tuple([name, name]);
const names = z.array(name).nullish();

/** The point that voltages are counted from. */
export const reference = 'gnd';

/** For a person: what the element is called and how it is reached. The solver does not read it. */
const labelled = { id: name, label: z.string().max(120).nullish() };

export const wireMaterial = z.enum(['copper', 'aluminium']);
const battery = z.strictObject({
  ...labelled,
  kind: z.literal('battery'),
  pins: pair,
  volts,
  ohms: positive,
});
/** A wire by its ohms, or by its length with its cross-section or gauge. */
const wire = z
  .strictObject({
    ...labelled,
    kind: z.literal('wire'),
    pins: pair,
    ohms: positive.nullish(),
    metres: positive.nullish(),
    squareMillimetres: positive.nullish(),
    /** American wire gauge. */
    gauge: z.number().min(0).max(40).nullish(),
    material: wireMaterial.nullish(),
  })
  .refine(
    ({ ohms, metres, squareMillimetres, gauge }) =>
      ohms != null || (metres != null && (squareMillimetres != null || gauge != null)),
    { path: ['ohms'], error: 'a wire needs its ohms, or its metres with squareMillimetres or gauge' },
  );
const contact = z.strictObject({
  ...labelled,
  kind: z.literal('contact'),
  pins: pair,
  ohms: positive,
  connector: name.nullish(),
});
const resistor = z.strictObject({ ...labelled, kind: z.literal('resistor'), pins: pair, ohms: positive });
export const fuseStyle = z.enum(['mini', 'regular', 'maxi']);
const fuse = z.strictObject({
  ...labelled,
  kind: z.literal('fuse'),
  pins: pair,
  amps: positive,
  ohms: positive.nullish(),
  style: fuseStyle.nullish(),
});
const switchElement = z.strictObject({
  ...labelled,
  kind: z.literal('switch'),
  pins: pair,
  closed: z.boolean().nullish(),
  ignition: z.boolean().nullish(),
});
const relay = z.strictObject({
  ...labelled,
  kind: z.literal('relay'),
  pins: z.tuple([name, name, name, name, name]),
  coilOhms: positive,
  pullInVolts: positive,
  releaseVolts: positive,
  contactOhms: positive,
});
const lamp = z.strictObject({
  ...labelled,
  kind: z.literal('lamp'),
  pins: pair,
  volts: positive,
  watts: positive,
});
const diode = z.strictObject({
  ...labelled,
  kind: z.literal('diode'),
  pins: pair,
  forwardVolts: positive.nullish(),
});
const led = z.strictObject({
  ...labelled,
  kind: z.literal('led'),
  pins: pair,
  forwardVolts: positive.nullish(),
});
const motor = z.strictObject({
  ...labelled,
  kind: z.literal('motor'),
  pins: pair,
  runningOhms: positive,
  stallOhms: positive,
});
const squib = z.strictObject({ ...labelled, kind: z.literal('squib'), pins: pair, ohms: positive });
const shortingBar = z.strictObject({
  ...labelled,
  kind: z.literal('shortingBar'),
  pins: pair,
  connector: name,
  ohms: positive.nullish(),
  /** Which half of the connector carries it: it explains a near-zero or open reading on that side. */
  half: z.enum(['unit', 'harness', 'both']).nullish(),
});
const sensor = z.strictObject({ ...labelled, kind: z.literal('sensor'), pins: pair, ohms: positive });
const moduleInput = z.strictObject({
  ...labelled,
  kind: z.literal('moduleInput'),
  pins: pair,
  pullUpOhms: positive,
  pullUpVolts: volts,
  thresholdVolts: volts,
});
const moduleOutput = z.strictObject({
  ...labelled,
  kind: z.literal('moduleOutput'),
  pins: pair,
  side: z.enum(['high', 'low']),
  ohms: positive,
  limitAmps: positive,
});
const ground = z.strictObject({ ...labelled, kind: z.literal('ground'), pins: pair, ohms: positive });

export const element = z.discriminatedUnion('kind', [
  battery,
  wire,
  contact,
  resistor,
  fuse,
  switchElement,
  relay,
  lamp,
  diode,
  led,
  motor,
  squib,
  shortingBar,
  sensor,
  moduleInput,
  moduleOutput,
  ground,
]);
export type Element = z.infer<typeof element>;
export type ElementKind = Element['kind'];

export const circuit = z.strictObject({ elements: z.array(element).max(5000) });
export type Circuit = z.infer<typeof circuit>;

export const faultMode = z.enum([
  'open',
  'resistive',
  'shortToGround',
  'shortToSupply',
  'bridged',
  'stuckOpen',
  'stuckClosed',
  'wrongPart',
  'intermittent',
  'runsWithoutMoving',
  'endNotReached',
  'misindexed',
  'binding',
  'notSeated',
]);
export type FaultMode = z.infer<typeof faultMode>;

/**
 * `resistive` adds `ohms`; `wrongPart` has `ohms` in place of its own; `bridged` joins the element to the
 * point `to`. Shorts and bridges start at the first pin (an output: at its output). `intermittent` is open now,
 * or only in named positions; `chance` is how often a look finds it open.
 */
export const fault = z.strictObject({
  element: name,
  mode: faultMode,
  ohms: positive.nullish(),
  to: name.nullish(),
  positions: names,
  chance: z.number().min(0).max(1).nullish(),
});
export type Fault = z.infer<typeof fault>;

export const state = z.strictObject({
  ignition: z.enum(['off', 'on']).nullish(),
  closed: names,
  open: names,
  stalled: names,
  unplugged: names,
  pulled: names,
  jumpers: z.array(pair).nullish(),
  /** Where movable things stand now, such as `door open`: intermittent faults may show there alone. */
  positions: names,
  substituteLoads: z.array(z.strictObject({ pins: pair, ohms: positive })).nullish(),
  faults: z.array(fault).nullish(),
});
export type State = z.infer<typeof state>;

const between = { id: name, from: name, to: name };
export const meter = z.discriminatedUnion('kind', [
  z.strictObject({ ...between, kind: z.literal('volts') }),
  z.strictObject({ ...between, kind: z.literal('ohms') }),
  z.strictObject({ ...between, kind: z.literal('testLamp') }),
  z.strictObject({ ...between, kind: z.literal('continuity') }),
  z.strictObject({ id: name, kind: z.literal('amps'), through: name }),
]);
export type Meter = z.infer<typeof meter>;

export const solveRequest = z.strictObject({
  circuit,
  state: state.nullish(),
  meters: z.array(meter).max(1000).nullish(),
});
export type SolveRequest = z.infer<typeof solveRequest>;

/** What a meter shows: a value in its unit, or over its limit. `continuous` for a continuity meter. */
export interface MeterReading {
  readonly value: number | null;
  readonly overload: boolean;
  readonly continuous?: boolean;
}

/**
 * Volts by point (null where floating), amps by element from its first pin to its second (relay: the coil),
 * relays, fuses blown, outputs shut off, module inputs above (`high`) or below their threshold.
 */
export interface Solution {
  readonly points: Readonly<Record<string, number | null>>;
  readonly currents: Readonly<Record<string, number>>;
  readonly relays: Readonly<Record<string, 'on' | 'off'>>;
  readonly inputs: Readonly<Record<string, 'high' | 'low'>>;
  readonly blown: readonly string[];
  readonly shutOff: readonly string[];
  readonly floating: readonly string[];
  readonly chatter: readonly string[];
}

export interface SolveAnswer extends Solution {
  readonly meters: Readonly<Record<string, MeterReading>>;
}

/** The plug that an element is of: its connector, or a contact's own id. Null for what is of no plug. */
export function connectorOf(element: Element): string | null {
  if (element.kind === 'contact') return element.connector ?? element.id;
  return element.kind === 'shortingBar' ? element.connector : null;
}
