/** The cars: six models, alike in how they are wired and different in what they have. */
import type { CarFile, ModuleOfCar } from './car-file.js';
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

const restraintLamp = 'Restraint lamp';
const brakeLamp = 'Brake system lamp';
const engineLamp = 'Engine lamp';
const lampMessage = 'Lamp failure';

interface Fitted extends ModuleOfCar {
  readonly fuse: string;
  readonly plug: string;
  readonly ground: string;
  /** What it draws, as ohms. */
  readonly ohms: number;
}

const fitted = (
  name: string,
  label: string,
  address: number,
  missed: string,
  [fuse, plug, ground]: readonly [string, string, string],
  ohms = 30,
): Fitted => ({ name, label, address, missed, fuse, plug, ground, ohms });

/** Fuses and grounds are shared: what fails there shows in several modules. */
const modules = {
  gateway: fitted('gateway', 'gateway', 0x710, 'U0146', ['F22', 'C91', 'G3']),
  engine: fitted('engine', 'engine control', 0x7e0, 'U0100', ['F50', 'C92', 'G2'], 12),
  brake: fitted('brake', 'brake control', 0x760, 'U0121', ['F40', 'C93', 'G2'], 15),
  restraint: fitted('restraint', 'restraint control', 0x737, 'U0151', ['F21', 'C94', 'G3'], 24),
  body: fitted('body', 'body control', 0x740, 'U0140', ['F12', 'C95', 'G3'], 15),
  cluster: fitted('cluster', 'cluster', 0x720, 'U0155', ['F22', 'C96', 'G3']),
  driverDoor: fitted('driver-door', 'driver door', 0x744, 'U0199', ['F31', 'C97', 'G1']),
  passengerDoor: fitted('passenger-door', 'passenger door', 0x745, 'U0200', ['F31', 'C98', 'G1']),
  lamps: fitted('lamps', 'headlamp levelling', 0x730, 'U0181', ['F14', 'C99', 'G1'], 20),
  tailgate: fitted('tailgate', 'tailgate', 0x746, 'U0230', ['F33', 'C81', 'G4']),
  trailer: fitted('trailer', 'trailer', 0x750, 'U0265', ['F60', 'C82', 'G4']),
  charge: fitted('charge', 'charge control', 0x7e4, 'U0293', ['F51', 'C83', 'G2'], 20),
} as const;
type ModuleName = keyof typeof modules;

/** Amperes of each fuse. */
const fuses: Readonly<Record<string, number>> = {
  F12: 25,
  F13: 25,
  F14: 15,
  F21: 10,
  F22: 10,
  F31: 20,
  F33: 20,
  F38: 30,
  F40: 25,
  F50: 20,
  F51: 20,
  F60: 15,
};
const grounds: Readonly<Record<string, string>> = {
  G1: 'ground at the left front',
  G2: 'ground at the right front',
  G3: 'ground under the dash',
  G4: 'ground behind',
};

/** What hangs on modules. `fed` is the fuse of an output. */
interface Loop {
  readonly id: string;
  readonly label: string;
  readonly plug: string;
  readonly code: string;
}
interface LampOf extends Loop {
  readonly module: ModuleName;
  readonly fed: string;
  readonly ground: string;
  readonly watts: number;
}
interface SwitchOf extends Loop {
  readonly module: ModuleName;
  readonly ground: string;
  readonly beacon: string | null;
}
interface MotorOf extends Loop {
  readonly module: ModuleName;
  readonly fed: string;
  readonly ground: string;
  readonly ohms: { readonly running: number; readonly stall: number };
  /** The fuse of its coil where it stands behind a relay. */
  readonly relay?: string;
}
interface SensorOf extends Loop {
  readonly module: ModuleName;
  readonly ohms: number;
  readonly beacon: string;
  readonly kind: 'impact' | 'plain';
}

const loops: readonly Loop[] = [
  { id: 'DRIVER-BAG', label: 'driver frontal bag', plug: 'C101', code: 'B1040' },
  { id: 'PASSENGER-BAG', label: 'passenger frontal bag', plug: 'C102', code: 'B1041' },
  { id: 'DRIVER-TENSIONER', label: 'driver belt tensioner', plug: 'C103', code: 'B1049' },
  { id: 'PASSENGER-TENSIONER', label: 'passenger belt tensioner', plug: 'C104', code: 'B1050' },
];
const rearLamps: readonly LampOf[] = [
  {
    id: 'TAIL-L',
    label: 'left tail lamp',
    plug: 'C11',
    code: 'B1C10',
    module: 'body',
    fed: 'F13',
    ground: 'G4',
    watts: 10,
  },
  {
    id: 'TAIL-R',
    label: 'right tail lamp',
    plug: 'C12',
    code: 'B1C11',
    module: 'body',
    fed: 'F13',
    ground: 'G4',
    watts: 10,
  },
  {
    id: 'BRAKE-L',
    label: 'left brake lamp',
    plug: 'C11',
    code: 'B1C12',
    module: 'body',
    fed: 'F13',
    ground: 'G4',
    watts: 21,
  },
  {
    id: 'BRAKE-R',
    label: 'right brake lamp',
    plug: 'C12',
    code: 'B1C13',
    module: 'body',
    fed: 'F13',
    ground: 'G4',
    watts: 21,
  },
];
const trailerLamps: readonly LampOf[] = [
  {
    id: 'TRAILER-L',
    label: 'trailer tail lamp, left',
    plug: 'C85',
    code: 'B1C20',
    module: 'trailer',
    fed: 'F60',
    ground: 'G4',
    watts: 5,
  },
  {
    id: 'TRAILER-R',
    label: 'trailer tail lamp, right',
    plug: 'C85',
    code: 'B1C21',
    module: 'trailer',
    fed: 'F60',
    ground: 'G4',
    watts: 5,
  },
];
const impact = (id: string, label: string, plug: string, code: string): SensorOf => ({
  id,
  label,
  plug,
  code,
  module: 'restraint',
  ohms: 900,
  beacon: restraintLamp,
  kind: 'impact',
});
const impactSensors: readonly SensorOf[] = [
  impact('SENSOR-L', 'left front impact sensor', 'C105', 'B1060'),
  impact('SENSOR-R', 'right front impact sensor', 'C106', 'B1061'),
];
const wheelSensors: readonly SensorOf[] = [
  {
    id: 'WHEEL-L',
    label: 'left front wheel sensor',
    plug: 'C71',
    code: 'C0035',
    module: 'brake',
    ohms: 1500,
    beacon: brakeLamp,
    kind: 'plain',
  },
  {
    id: 'WHEEL-R',
    label: 'right front wheel sensor',
    plug: 'C72',
    code: 'C0040',
    module: 'brake',
    ohms: 1500,
    beacon: brakeLamp,
    kind: 'plain',
  },
];
const coolant: SensorOf = {
  id: 'COOLANT',
  label: 'coolant sensor',
  plug: 'C61',
  code: 'P0115',
  module: 'engine',
  ohms: 2500,
  beacon: engineLamp,
  kind: 'plain',
};
const doors: readonly SwitchOf[] = [
  {
    id: 'DOOR-L',
    label: 'driver door switch',
    plug: 'C31',
    code: 'B1F10',
    module: 'driverDoor',
    ground: 'G1',
    beacon: null,
  },
  {
    id: 'DOOR-R',
    label: 'passenger door switch',
    plug: 'C32',
    code: 'B1F11',
    module: 'passengerDoor',
    ground: 'G1',
    beacon: null,
  },
];
const flap: SwitchOf = {
  id: 'FLAP',
  label: 'charge flap end switch',
  plug: 'C33',
  code: 'B1A27',
  module: 'charge',
  ground: 'G2',
  beacon: 'Charge flap open',
};
const slidingDoor: SwitchOf = {
  id: 'SLIDING-DOOR',
  label: 'sliding door switch',
  plug: 'C44',
  code: 'B1F20',
  module: 'body',
  ground: 'G4',
  beacon: 'Sliding door open',
};
const tailgateLatch: SwitchOf = {
  id: 'LATCH',
  label: 'tailgate latch switch',
  plug: 'C45',
  code: 'B1D20',
  module: 'tailgate',
  ground: 'G4',
  beacon: 'Tailgate open',
};

const windows: readonly MotorOf[] = [
  {
    id: 'WINDOW-L',
    label: 'driver window motor',
    plug: 'C34',
    code: 'B1E10',
    module: 'driverDoor',
    fed: 'F31',
    ground: 'G1',
    ohms: { running: 3.2, stall: 1 },
  },
];
const fan: MotorOf = {
  id: 'FAN',
  label: 'cooling fan',
  plug: 'C62',
  code: 'P0480',
  module: 'engine',
  fed: 'F38',
  relay: 'F50',
  ground: 'G2',
  ohms: { running: 1.1, stall: 0.45 },
};

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
