/** What the models are made of: modules, fuses, grounds, and what hangs on modules. */
import type { ModuleOfCar } from './car-file.js';

export const restraintLamp = 'Restraint lamp';
export const brakeLamp = 'Brake system lamp';
export const engineLamp = 'Engine lamp';
export const lampMessage = 'Lamp failure';

export interface Fitted extends ModuleOfCar {
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
export const modules = {
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
export type ModuleName = keyof typeof modules;

/** Amperes of each fuse. */
export const fuses: Readonly<Record<string, number>> = {
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
export const grounds: Readonly<Record<string, string>> = {
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
export interface LampOf extends Loop {
  readonly module: ModuleName;
  readonly fed: string;
  readonly ground: string;
  readonly watts: number;
}
export interface SwitchOf extends Loop {
  readonly module: ModuleName;
  readonly ground: string;
  readonly beacon: string | null;
}
export interface MotorOf extends Loop {
  readonly module: ModuleName;
  readonly fed: string;
  readonly ground: string;
  readonly ohms: { readonly running: number; readonly stall: number };
  /** The fuse of its coil where it stands behind a relay. */
  readonly relay?: string;
}
export interface SensorOf extends Loop {
  readonly module: ModuleName;
  readonly ohms: number;
  readonly beacon: string;
  readonly kind: 'impact' | 'plain';
}

export const loops: readonly Loop[] = [
  { id: 'DRIVER-BAG', label: 'driver frontal bag', plug: 'C101', code: 'B1040' },
  { id: 'PASSENGER-BAG', label: 'passenger frontal bag', plug: 'C102', code: 'B1041' },
  { id: 'DRIVER-TENSIONER', label: 'driver belt tensioner', plug: 'C103', code: 'B1049' },
  { id: 'PASSENGER-TENSIONER', label: 'passenger belt tensioner', plug: 'C104', code: 'B1050' },
];
export const rearLamps: readonly LampOf[] = [
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
export const trailerLamps: readonly LampOf[] = [
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
export const impactSensors: readonly SensorOf[] = [
  impact('SENSOR-L', 'left front impact sensor', 'C105', 'B1060'),
  impact('SENSOR-R', 'right front impact sensor', 'C106', 'B1061'),
];
export const wheelSensors: readonly SensorOf[] = [
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
export const coolant: SensorOf = {
  id: 'COOLANT',
  label: 'coolant sensor',
  plug: 'C61',
  code: 'P0115',
  module: 'engine',
  ohms: 2500,
  beacon: engineLamp,
  kind: 'plain',
};
export const doors: readonly SwitchOf[] = [
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
export const flap: SwitchOf = {
  id: 'FLAP',
  label: 'charge flap end switch',
  plug: 'C33',
  code: 'B1A27',
  module: 'charge',
  ground: 'G2',
  beacon: 'Charge flap open',
};
export const slidingDoor: SwitchOf = {
  id: 'SLIDING-DOOR',
  label: 'sliding door switch',
  plug: 'C44',
  code: 'B1F20',
  module: 'body',
  ground: 'G4',
  beacon: 'Sliding door open',
};
export const tailgateLatch: SwitchOf = {
  id: 'LATCH',
  label: 'tailgate latch switch',
  plug: 'C45',
  code: 'B1D20',
  module: 'tailgate',
  ground: 'G4',
  beacon: 'Tailgate open',
};

export const windows: readonly MotorOf[] = [
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
export const fan: MotorOf = {
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
