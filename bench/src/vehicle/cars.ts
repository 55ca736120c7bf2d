/** The cars: six models, alike in how they are wired and different in what they have. */
import type { CarFile } from './car-file.js';
import {
  restraintLamp,
  brakeLamp,
  engineLamp,
  lampMessage,
  type Fitted,
  modules,
  type ModuleName,
  fuses,
  grounds,
  type LampOf,
  type SwitchOf,
  type MotorOf,
  type SensorOf,
  loops,
  rearLamps,
  trailerLamps,
  impactSensors,
  wheelSensors,
  coolant,
  doors,
  flap,
  slidingDoor,
  tailgateLatch,
  windows,
  fan,
} from './car-parts.js';
import { inputValue, loopValue } from './live.js';
import {
  lampMonitors,
  loopMonitors,
  loopPoints,
  type Monitor,
  motorMonitors,
  networkMonitors,
  relayedMotorMonitors,
  sensorMonitors,
  supplyMonitors,
  switchMonitors,
} from './monitor.js';
import { coilOhms, Wiring } from './wiring.js';

/** Volts beyond which a sensor is open, and below which it is shorted. */
const sensorLimits = { impact: { high: 6.6, low: 3 }, plain: { high: 4.7, low: 0.2 } };
const impactPullUp = { ohms: 40, volts: 6.7 };

interface Model {
  readonly id: string;
  readonly name: string;
  readonly modules: readonly ModuleName[];
  readonly lamps: readonly LampOf[];
  readonly switches: readonly SwitchOf[];
  readonly sensors: readonly SensorOf[];
  readonly motors: readonly MotorOf[];
}

const usual: readonly ModuleName[] = [
  'gateway',
  'brake',
  'restraint',
  'body',
  'cluster',
  'driverDoor',
  'passengerDoor',
  'lamps',
];
const restraintsAndWheels = [...impactSensors, ...wheelSensors];

const models: readonly Model[] = [
  {
    id: 'quill',
    name: 'Velanta Quill',
    modules: [...usual, 'engine'],
    lamps: rearLamps,
    switches: doors,
    sensors: [...restraintsAndWheels, coolant],
    motors: [...windows, fan],
  },
  {
    id: 'quill-estate',
    name: 'Velanta Quill Estate',
    modules: [...usual, 'engine', 'tailgate'],
    lamps: rearLamps,
    switches: [...doors, tailgateLatch],
    sensors: [...restraintsAndWheels, coolant],
    motors: [...windows, fan],
  },
  {
    id: 'marn-saloon',
    name: 'Ostrel Marn saloon',
    modules: [...usual, 'engine'],
    lamps: rearLamps,
    switches: doors,
    sensors: [...restraintsAndWheels, coolant],
    motors: [...windows, fan],
  },
  {
    id: 'marn-wagon',
    name: 'Ostrel Marn wagon',
    modules: [...usual, 'engine', 'tailgate', 'trailer'],
    lamps: [...rearLamps, ...trailerLamps],
    switches: [...doors, tailgateLatch],
    sensors: [...restraintsAndWheels, coolant],
    motors: [...windows, fan],
  },
  {
    id: 'lumen',
    name: 'Corvane Lumen',
    modules: [...usual, 'charge'],
    lamps: rearLamps,
    switches: [...doors, flap],
    sensors: restraintsAndWheels,
    motors: windows,
  },
  {
    id: 'drover',
    name: 'Hallmer Drover',
    modules: [...usual, 'engine', 'trailer'],
    lamps: [...rearLamps, ...trailerLamps],
    switches: [...doors, slidingDoor],
    sensors: [...restraintsAndWheels, coolant],
    motors: [...windows, fan],
  },
];

/** Who listens for whom: everybody for the gateway’s main modules, the cluster and the gateway for all. */
const heardByAll: ReadonlySet<string> = new Set(['body', 'brake', 'gateway']);
const hearsAll: ReadonlySet<string> = new Set(['cluster', 'gateway']);

function carOf({ id, name, modules: names, lamps, switches, sensors, motors }: Model): CarFile {
  const own = names.map((key) => modules[key]);
  const wiring = new Wiring().supply().network();
  for (const [fuse, amps] of Object.entries(fuses))
    if (own.some((module) => module.fuse === fuse) || [...lamps, ...motors].some(({ fed }) => fed === fuse))
      wiring.fuse(fuse, amps);
  for (const [ground, label] of Object.entries(grounds)) wiring.ground(ground, label);
  for (const { name: module, label, fuse, plug, ground, ohms } of own)
    wiring.module(module, label, fuse, plug, ground, ohms).listens(module, label, plug);
  for (const { id: loop, label, plug } of loops) wiring.loop(loop, label, plug, modules.restraint.plug);
  for (const { id: lamp, label, fed, plug, ground, watts } of lamps)
    wiring.lamp(lamp, label, fed.toLowerCase(), plug, ground, watts);
  for (const { id: at, label, fed, relay, plug, ground, ohms } of motors)
    if (relay === undefined) wiring.motor(at, label, fed.toLowerCase(), plug, ground, ohms);
    else wiring.relayedMotor(at, label, [relay.toLowerCase(), fed.toLowerCase()], plug, ground, ohms);
  for (const { id: at, label, plug, ground } of switches) wiring.switch(at, label, plug, ground, false);
  for (const { id: at, label, plug, ohms, kind } of sensors)
    wiring.sensor(at, label, plug, ohms, kind === 'impact' ? impactPullUp : undefined);
  return {
    id,
    name,
    modules: own.map(({ name: module, label, address, missed }) => ({
      name: module,
      label,
      address,
      missed,
    })),
    circuit: { elements: [...wiring.elements] },
    loops: loops.flatMap((loop) => loopPoints(loop.id)),
    outputs: [...lamps, ...motors].map((one) => `${one.id}-OUTPUT`),
    latched: switches.map((one) => one.id),
    monitors: monitorsOf(own, { lamps, switches, sensors, motors }),
    live: [
      ...loops.map(({ id: loop, label }) => loopValue(loop, sentence(label), 'restraint')),
      ...[...switches, ...sensors].map(({ id: at, label, module }) =>
        inputValue(at, sentence(label), modules[module].name),
      ),
    ],
    beacons: [
      ...new Set([
        restraintLamp,
        brakeLamp,
        engineLamp,
        lampMessage,
        ...switches.flatMap(({ beacon }) => beacon ?? []),
      ]),
    ].filter((beacon) => beacon !== engineLamp || names.includes('engine')),
  };
}

function monitorsOf(
  own: readonly Fitted[],
  { lamps, switches, sensors, motors }: Pick<Model, 'lamps' | 'switches' | 'sensors' | 'motors'>,
): Monitor[] {
  const lampsOf: Readonly<Record<string, string>> = {
    restraint: restraintLamp,
    brake: brakeLamp,
    engine: engineLamp,
  };
  return [
    ...own.flatMap(({ name }) => supplyMonitors(name)),
    ...own.flatMap(({ name }) =>
      networkMonitors(
        name,
        own
          .filter((other) => other.name !== name && (hearsAll.has(name) || heardByAll.has(other.name)))
          .map((other) => ({ name: other.name, code: other.missed, label: other.label })),
        // The cluster alone has lamps.
        name === 'cluster' ? lampsOf : {},
      ),
    ),
    ...loops.flatMap(({ id, label, code }) =>
      loopMonitors(id, { module: 'restraint', code, text: sentence(label), lamp: restraintLamp }),
    ),
    ...lamps.flatMap(({ id, label, code, module, watts }) =>
      lampMonitors(id, watts, {
        module: modules[module].name,
        code,
        text: `${sentence(label)} circuit`,
        lamp: lampMessage,
      }),
    ),
    ...motors.flatMap(({ id, label, code, module, ohms, relay }) => {
      const named = { module: modules[module].name, code, text: sentence(label), lamp: null };
      const amps = usualVolts / ohms.running;
      return relay === undefined
        ? motorMonitors(id, amps, named)
        : relayedMotorMonitors(id, { coil: usualVolts / coilOhms, motor: amps }, named);
    }),
    ...switches.flatMap(({ id, label, code, module, beacon }) =>
      switchMonitors(id, { module: modules[module].name, code, text: sentence(label), lamp: beacon }),
    ),
    ...sensors.flatMap(({ id, label, code, module, beacon, kind }) =>
      sensorMonitors(id, sensorLimits[kind], {
        module: modules[module].name,
        code,
        text: sentence(label),
        lamp: beacon,
      }),
    ),
  ];
}

/** Volts at which a motor draws what is usual. */
const usualVolts = 12;

const sentence = (label: string): string => label.charAt(0).toUpperCase() + label.slice(1);

/** Every model, built when it is first asked for. */
const built = new Map<string, CarFile>();
export const carIds: readonly string[] = models.map(({ id }) => id);

/** Undefined where there is no such model. */
export function carFile(id: string): CarFile | undefined {
  const model = models.find((own) => own.id === id);
  if (!model) return undefined;
  const car = built.get(id) ?? carOf(model);
  built.set(id, car);
  return car;
}
