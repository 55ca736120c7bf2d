/** What modules watch of their own wiring: each monitor says whether its code fails now. */
import type { View } from './view.js';

/** The car as it stands, beside its wiring. */
export interface Inputs {
  readonly ignition: boolean;
  /** Switches that the world holds closed: a flap that is latched, a door that is shut. */
  readonly closed: ReadonlySet<string>;
}

export interface Measured extends Inputs {
  /** With every output off, as it stands most of the time, and with all of them on for a moment. */
  readonly quiet: View;
  readonly pulse: View;
  /** Modules with a supply to live on, and those that hear the network. */
  readonly alive: ReadonlySet<string>;
  readonly hears: ReadonlySet<string>;
}

export interface Monitor {
  readonly module: string;
  readonly code: string;
  readonly failureType: string;
  readonly text: string;
  /** Seconds for which it must fail before that counts. */
  readonly seconds: number;
  /** The beacon that it lights; null where it lights none. */
  readonly lamp: string | null;
  /** What it watches: the element that gave its wiring a name, or a module. */
  readonly target: string;
  /** The output that it watches, where it is one. */
  readonly watches?: string;
  fails(at: Measured): boolean;
}

type Watched = Pick<Monitor, 'module' | 'code' | 'text' | 'lamp' | 'watches' | 'target'>;
type Named = Omit<Watched, 'watches' | 'target'>;
const asked = (named: Watched, failureType: string, seconds: number, fails: Monitor['fails']): Monitor => ({
  ...named,
  failureType,
  seconds,
  fails,
});

/** Ohms between which a squib loop is sound, above which it is open, and to ground below which it is shorted. */
const loopLimits = { low: 1, high: 4, open: 50, ground: 1000 };

export function loopMonitors(id: string, given: Named): Monitor[] {
  const named = { ...given, target: id };
  const [plus, minus] = [`${id.toLowerCase()}.plus`, `${id.toLowerCase()}.minus`];
  const ohms = ({ quiet }: Measured) => quiet.ohms(plus, minus);
  return [
    asked(named, '13', 1, (at) => ohms(at) > loopLimits.open),
    asked(named, '1B', 2, (at) => ohms(at) > loopLimits.high && ohms(at) <= loopLimits.open),
    asked(named, '1A', 2, (at) => ohms(at) < loopLimits.low),
    asked(named, '11', 2, ({ quiet }) => quiet.ohms(minus, 'gnd') < loopLimits.ground),
  ];
}

/** Loops that their module measures by ohms. */
export const loopPoints = (id: string): readonly (readonly [string, string])[] => {
  const at = id.toLowerCase();
  return [
    [`${at}.plus`, `${at}.minus`],
    [`${at}.minus`, 'gnd'],
  ];
};

export function lampMonitors(id: string, watts: number, given: Named): Monitor[] {
  const named = { ...given, target: id, watches: `${id}-OUTPUT` };
  const line = `${id}-LINE`;
  const usual = watts / 12;
  return [
    asked(named, '13', 1, ({ pulse }) => pulse.amps(line) < 0.3 * usual),
    asked(named, '11', 0.5, ({ pulse }) => pulse.amps(line) > 2 * usual),
  ];
}

/** By the amperes that its module gives it: too few, or as many as one that is held fast takes. */
export function motorMonitors(id: string, usual: number, given: Named): Monitor[] {
  const named = { ...given, target: id, watches: `${id}-OUTPUT` };
  const line = `${id}-LINE`;
  return [
    asked(named, '13', 1, ({ pulse }) => pulse.amps(line) < 0.3 * usual),
    asked(named, '71', 1, ({ pulse }) => pulse.amps(line) > 1.8 * usual && pulse.amps(line) <= 5 * usual),
    asked(
      named,
      '11',
      0.5,
      ({ pulse }) => pulse.amps(line) > 5 * usual || pulse.shutOff.includes(`${id}-OUTPUT`),
    ),
  ];
}

/** Volts behind the contact of a relay from which it counts as closed. */
const closedVolts = 6;

/** The coil by its amperes; the contact by the volts behind it; the motor by how it turns. */
export function relayedMotorMonitors(
  id: string,
  usual: { readonly coil: number; readonly motor: number },
  given: Named,
): Monitor[] {
  const named = { ...given, target: id, watches: `${id}-OUTPUT` };
  const coil = ({ pulse }: Measured) => pulse.amps(`${id}-LINE`);
  const behind = (view: View) => (view.volts(`${id.toLowerCase()}.87`) ?? 0) > closedVolts;
  const turns = ({ pulse }: Measured) =>
    pulse.amps(id) > 0.5 * usual.motor && pulse.amps(id) < 1.8 * usual.motor;
  return [
    asked(named, '13', 1, (at) => coil(at) < 0.3 * usual.coil && !at.pulse.shutOff.includes(`${id}-OUTPUT`)),
    asked(named, '11', 0.5, (at) => coil(at) > 3 * usual.coil || at.pulse.shutOff.includes(`${id}-OUTPUT`)),
    asked(named, '72', 1, (at) => behind(at.quiet)),
    asked(named, '73', 1, (at) => coil(at) >= 0.3 * usual.coil && !behind(at.pulse)),
    asked(named, '71', 2, (at) => behind(at.pulse) && !turns(at)),
  ];
}

/** A switch against where the thing that it watches stands. */
export function switchMonitors(id: string, given: Named): Monitor[] {
  const named = { ...given, target: id };
  const point = `${id.toLowerCase()}.in`;
  return [asked(named, '64', 3, ({ quiet, closed }) => (quiet.volts(point) ?? 5) < 2.5 !== closed.has(id))];
}

export function sensorMonitors(
  id: string,
  { high, low }: { readonly high: number; readonly low: number },
  given: Named,
): Monitor[] {
  const named = { ...given, target: id };
  const volts = ({ quiet }: Measured) => quiet.volts(`${id.toLowerCase()}.in`) ?? high + 1;
  return [asked(named, '15', 1, (at) => volts(at) > high), asked(named, '11', 1, (at) => volts(at) < low)];
}

/** Volts at a module’s own pins below which it complains, and above. */
const supplyLimits = { low: 9.8, high: 16 };

export function supplyMonitors(module: string): Monitor[] {
  const named = { module, code: 'U3003', text: 'Supply voltage', lamp: null, target: module };
  const volts = ({ quiet }: Measured) => quiet.across(`${module}+`, `${module}-`);
  return [
    asked(named, '16', 3, (at) => volts(at) < supplyLimits.low),
    asked(named, '17', 3, (at) => volts(at) > supplyLimits.high),
  ];
}

export function networkMonitors(
  module: string,
  others: readonly { readonly name: string; readonly code: string; readonly label: string }[],
  lamps: Readonly<Record<string, string>>,
): Monitor[] {
  return [
    asked(
      { module, code: 'U0073', text: 'Communication bus off', lamp: null, target: module },
      '88',
      1,
      ({ hears }) => !hears.has(module),
    ),
    ...others.map(({ name, code, label }) =>
      asked(
        {
          module,
          code,
          text: `Lost communication with ${label}`,
          lamp: lamps[name] ?? null,
          target: name,
        },
        '87',
        2,
        // Who hears nothing knows of itself, not of the others.
        ({ hears, alive }) => hears.has(module) && !(alive.has(name) && hears.has(name)),
      ),
    ),
  ];
}

/** Of a module whose memory can be looked into: whose car it says that it belongs to, and whether it is whole. */
export function memoryMonitors(
  module: string,
  holds: {
    readonly vin: () => boolean;
    readonly whole: () => boolean;
    readonly keys: () => boolean;
    readonly coding: () => boolean;
  },
): Monitor[] {
  const named = (code: string, text: string) => ({ module, code, text, lamp: null, target: module });
  return [
    asked(named('B1F01', 'Module belongs to another car'), '56', 1, () => !holds.vin()),
    asked(named('B1F02', 'Memory of the module'), '46', 1, () => !holds.whole()),
    asked(named('B1F03', 'Keys of another car'), '56', 1, () => !holds.keys()),
    asked(named('B1F04', 'Coding is not that of the car'), '56', 1, () => !holds.coding()),
  ];
}
