/** Demo notes: what every test of three jobs would give, so that each can be traced from zero, and what is found. */
import type { JobHead, VehicleData } from '@dormant-beacon/core/record';
import type { TraceReading } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';

type Given = Omit<TraceReading, 'test'>;

export interface TraceNote {
  readonly job: string;
  readonly event: JobHead['event'];
  readonly vehicle: Pick<VehicleData, 'make' | 'model' | 'plate' | 'highVoltage'>;
  readonly beacon: string;
  /** The circuit, in the words of its template. */
  readonly template: string;
  readonly title: string;
  readonly values: Readonly<Record<string, string>>;
  /** By the test's id. */
  readonly readings: Readonly<Record<string, Given>>;
  /** The element that has failed, and what made it fail. */
  readonly part: string;
  readonly repair: string;
  readonly root: string;
}

const no: Given = { found: false };
const yes: Given = { found: true };
const at = (value: number): Given => ({ value });
const over: Given = { overload: true };

export const slidingDoor = {
  module: 'Door module',
  cavity: 'X21.4',
  plug: 'C44',
  ground: 'G11',
  switch: 'door contact',
  mechanism: 'latch lever',
  harness: 'harness in the guide track',
  closed: 'door shut',
};

/** What the shop knows of this model. */
export const slidingDoorWeakness = {
  suspect: 'harness',
  says: 'the harness chafes in the guide track of the sliding door',
  source: 'three of our jobs',
  times: 2,
};

export const traceNotes: readonly TraceNote[] = [
  {
    job: 'J-0145',
    event: 'wear',
    vehicle: { make: 'Corvane', model: 'Lumen', plate: 'LR 40 KWE', highVoltage: true },
    beacon: 'Charge flap open',
    template: 'switch-input',
    title: 'Switch on a module input',
    values: {},
    readings: {
      listen: no,
      signal: at(4.92),
      'switch-ohms': over,
      press: at(4.97),
      bridge: at(0.03),
      'look-plug': no,
      chill: yes,
      wiggle: no,
      ground: at(0.01),
      cavity: at(4.99),
      'module-volts': at(4.94),
    },
    part: 'SWITCH',
    repair: 'Replace the end switch',
    root: 'water in it',
  },
  {
    job: 'J-0131',
    event: 'wear',
    vehicle: { make: 'Hallmer', model: 'Drover', plate: 'QD 73 LMT' },
    beacon: 'Sliding door open',
    template: 'switch-input',
    title: 'Switch on a module input',
    values: slidingDoor,
    readings: {
      listen: no,
      signal: at(0.01),
      'switch-ohms': at(0.01),
      press: at(0.02),
      bridge: at(0.02),
      'look-plug': no,
      chill: no,
      wiggle: yes,
      ground: at(0),
      cavity: at(4.99),
      'module-volts': at(0.02),
    },
    part: 'HARNESS',
    repair: 'Repair the harness in the guide track',
    root: 'chafed',
  },
  {
    job: 'J-0120',
    event: 'module-failure',
    vehicle: { make: 'Ostrel', model: 'Marn saloon', plate: 'OM 20 SAR' },
    beacon: 'Right daytime light',
    template: 'driven-headlamp',
    title: 'LED headlamp',
    values: {},
    readings: {
      'look-fuse': no,
      'look-fuse-tabs': { value: 12 },
      'look-fuse-pulled': no,
      feed: at(12.41),
      back: at(0),
      draw: at(0),
      inside: at(12.4),
      out: at(0),
      emitter: at(0),
      'swap-driver': { moved: true },
      'look-plug': no,
    },
    part: 'DRIVER',
    repair: 'Replace the LED driver',
    root: 'water in the housing',
  },
];

/** The reading that a note has for the test with this label. @throws Error where it has none */
export function readingFor(note: TraceNote, label: string): Given {
  const template = templates.find(({ id }) => id === note.template)!;
  const test = template.build(note.values).tests.find((other) => label.startsWith(other.label!));
  const given = test && note.readings[test.id];
  if (!given) throw new Error(`${note.job} has no reading for “${label}”`);
  return given;
}
