/** Circuits with prices, weights and seeds on which the planner is measured. Settled before they are measured. */
import type { TraceCase } from '../src/trace/index.js';
import { templates } from '../src/trace/templates/index.js';

export interface BenchCase {
  readonly name: string;
  readonly seed: number;
  readonly case: TraceCase;
}

const [switchInput, fusedLamp] = templates as [(typeof templates)[number], (typeof templates)[number]];

/** The same circuit where an event has raised some suspects. */
function raised(source: TraceCase, factors: Readonly<Record<string, number>>): TraceCase {
  return {
    ...source,
    suspects: source.suspects!.map((suspect) => ({
      ...suspect,
      weight: suspect.weight * (factors[suspect.id!] ?? 1),
    })),
  };
}

const socket: TraceCase = {
  circuit: {
    elements: [
      { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.015 },
      { id: 'FUSE', kind: 'fuse', pins: ['b+', 'fused'], amps: 15 },
      { id: 'HARNESS', kind: 'wire', pins: ['fused', 'feed'], ohms: 0.05 },
      { id: 'PLUG', kind: 'contact', pins: ['feed', 'tip'], ohms: 0.005 },
      { id: 'SOCKET', kind: 'resistor', pins: ['tip', 'ring'], ohms: 8 },
      { id: 'GROUND', kind: 'ground', pins: ['ring', 'gnd'], ohms: 0.01 },
    ],
  },
  suspects: [
    { id: 'fuse', element: 'FUSE', mode: 'open', weight: 10 },
    { id: 'chafe', element: 'HARNESS', mode: 'shortToGround', weight: 1 },
    { id: 'plug', element: 'PLUG', mode: 'open', weight: 2 },
    { id: 'socket', element: 'SOCKET', mode: 'open', weight: 2 },
    { id: 'ground', element: 'GROUND', mode: 'resistive', weight: 2 },
  ],
  tests: [
    { id: 'look-fuse', kind: 'inspect', element: 'FUSE', minutes: 1 },
    { id: 'tip', kind: 'volts', from: 'tip', to: 'gnd', minutes: 3 },
    { id: 'ring', kind: 'volts', from: 'ring', to: 'gnd', minutes: 5 },
    { id: 'feed', kind: 'volts', from: 'feed', to: 'gnd', minutes: 10 },
  ],
  repairs: [
    { element: 'FUSE', minutes: 2, priceCents: 80 },
    { element: 'HARNESS', minutes: 60, priceCents: 800 },
    { element: 'PLUG', minutes: 15, priceCents: 200 },
    { element: 'SOCKET', minutes: 25, priceCents: 2400 },
    { element: 'GROUND', minutes: 15, priceCents: 0 },
  ],
};

const relayMotor: TraceCase = {
  circuit: {
    elements: [
      { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.015 },
      { id: 'F1', kind: 'fuse', pins: ['b+', '30'], amps: 30, style: 'maxi' },
      { id: 'F2', kind: 'fuse', pins: ['b+', 'coil.feed'], amps: 5 },
      { id: 'SWITCH', kind: 'switch', pins: ['coil.feed', '86'], closed: true },
      {
        id: 'RELAY',
        kind: 'relay',
        pins: ['86', '85', '30', '87', '87a'],
        coilOhms: 90,
        pullInVolts: 7.2,
        releaseVolts: 1.2,
        contactOhms: 0.01,
      },
      { id: 'COIL-GROUND', kind: 'ground', pins: ['85', 'gnd'], ohms: 0.02 },
      { id: 'PLUG', kind: 'contact', pins: ['87', 'm+'], ohms: 0.005 },
      { id: 'MOTOR', kind: 'motor', pins: ['m+', 'm-'], runningOhms: 2.4, stallOhms: 0.6 },
      { id: 'GROUND', kind: 'ground', pins: ['m-', 'gnd'], ohms: 0.01 },
    ],
  },
  suspects: [
    { id: 'motor', element: 'MOTOR', mode: 'open', weight: 5 },
    { id: 'relay', element: 'RELAY', mode: 'stuckOpen', weight: 3 },
    { id: 'coil', element: 'RELAY', mode: 'open', weight: 1 },
    { id: 'main-fuse', element: 'F1', mode: 'open', weight: 1.5 },
    { id: 'coil-fuse', element: 'F2', mode: 'open', weight: 2 },
    { id: 'switch', element: 'SWITCH', mode: 'stuckOpen', weight: 2 },
    { id: 'coil-ground', element: 'COIL-GROUND', mode: 'open', weight: 1 },
    { id: 'plug', element: 'PLUG', mode: 'resistive', weight: 3 },
    { id: 'ground', element: 'GROUND', mode: 'resistive', weight: 3 },
  ],
  tests: [
    { id: 'click', kind: 'listen', element: 'RELAY', minutes: 1, finds: 0.6, falseAlarm: 0.2 },
    { id: 'look-f1', kind: 'inspect', element: 'F1', minutes: 1 },
    { id: 'look-f2', kind: 'inspect', element: 'F2', minutes: 1 },
    { id: '86', kind: 'volts', from: '86', to: 'gnd', minutes: 4 },
    { id: '85', kind: 'volts', from: '85', to: 'gnd', minutes: 4 },
    { id: '87', kind: 'volts', from: '87', to: 'gnd', minutes: 4 },
    { id: 'm+', kind: 'volts', from: 'm+', to: 'gnd', minutes: 8 },
    { id: 'm-', kind: 'volts', from: 'm-', to: 'gnd', minutes: 8 },
    { id: 'swap-relay', kind: 'swap', element: 'RELAY', minutes: 3 },
  ],
  repairs: [
    { element: 'MOTOR', minutes: 50, priceCents: 12500 },
    { element: 'RELAY', minutes: 3, priceCents: 1600 },
    { element: 'F1', minutes: 3, priceCents: 300 },
    { element: 'F2', minutes: 2, priceCents: 80 },
    { element: 'SWITCH', minutes: 25, priceCents: 4800 },
    { element: 'COIL-GROUND', minutes: 15, priceCents: 0 },
    { element: 'PLUG', minutes: 20, priceCents: 200 },
    { element: 'GROUND', minutes: 20, priceCents: 0 },
  ],
};

export const benchCases: readonly BenchCase[] = [
  { name: 'flap switch', seed: 11, case: switchInput.build({}) },
  {
    name: 'flap switch, water',
    seed: 12,
    case: raised(switchInput.build({}), { plug: 4, 'plug-resistive': 4, ground: 3 }),
  },
  {
    name: 'door contact, chafed',
    seed: 13,
    case: raised(switchInput.build({}), { harness: 5, 'harness-open': 3 }),
  },
  { name: 'tail lamp', seed: 14, case: fusedLamp.build({}) },
  { name: 'accessory socket', seed: 15, case: socket },
  { name: 'relay-fed motor', seed: 16, case: relayMotor },
  ...[
    'two-filament-lamp',
    'output-lamp',
    'driven-headlamp',
    'relay-motor',
    'latch-motor',
    'flap-actuator',
    'module-supply',
    'squib-loop',
    'belt-buckle',
    'impact-sensor',
    // Added last: the others keep their seeds.
    'discharge-headlamp',
    'held-input',
    'inhibited-function',
    'two-way-motor',
    'position-sensor',
    'instrument-display',
    'column-stalk',
    'module-network',
    'indicator-side',
  ].map((id, n): BenchCase => ({
    name: id.replaceAll('-', ' '),
    seed: 101 + n,
    case: templates.find((template) => template.id === id)!.build({}),
  })),
];
