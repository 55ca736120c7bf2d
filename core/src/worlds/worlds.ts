/**
 * Cars on which the planner is tried, made without it: their supply, their fault, their meter and their eyes are drawn
 * here, and nothing of what the planner assumes is known here. Written before it was tried on them; changed since only
 * where a part did what no such part does, and where a test came to ask something new.
 */
import { randomNumbers } from '../random/index.js';
import { type Hidden, type Part, type Stand, Wiring } from './wiring.js';

/** A case as it stands in a file; only what a world needs of it. */
export interface WorldCase {
  readonly circuit: { readonly elements: readonly Part[] };
  readonly state?: Stand | null;
  readonly suspects?:
    readonly (Hidden & { readonly weight: number; readonly chance?: number | null })[] | null;
  readonly tests: readonly WorldTest[];
  readonly cavities?: readonly { readonly point: string; readonly class: string }[] | null;
}

export interface WorldTest {
  readonly id: string;
  readonly kind: string;
  readonly reads?: string | null | undefined;
  readonly from?: string;
  readonly to?: string;
  readonly through?: string;
  readonly element?: string;
  readonly mode?: string | null | undefined;
  /** What is looked for in how it works: `off`, `weak`, or `on`. */
  readonly shows?: string | null | undefined;
  readonly finds?: number | null | undefined;
  readonly falseAlarm?: number | null | undefined;
  readonly state?: Stand | null | undefined;
}

/** What is tried: which of the unknowns a set of worlds leaves open. */
export interface Kind {
  readonly supply: 'rest' | 'running' | 'any';
  readonly addedOhms: 'usual' | 'any';
  /** The meter's own gain and offset, its leads' ohms, and looks that miss more than is stated. */
  readonly hands: 'exact' | 'human';
}

export const kinds: Readonly<Record<string, Kind>> = {
  'at rest': { supply: 'rest', addedOhms: 'usual', hands: 'exact' },
  'engine running': { supply: 'running', addedOhms: 'usual', hands: 'exact' },
  'any added ohms': { supply: 'rest', addedOhms: 'any', hands: 'exact' },
  'all unknown': { supply: 'any', addedOhms: 'any', hands: 'human' },
};

export interface WorldReading {
  readonly test: string;
  readonly value?: number;
  readonly overload?: true;
  readonly found?: boolean;
  readonly moved?: boolean;
}

export interface World {
  readonly fault: Hidden;
  readonly supplyVolts: number;
  read(test: WorldTest): WorldReading;
}

/** Five sizes of bad joints that are met often. */
const usualOhms = [0.5, 2, 8, 40, 150] as const;
const meterOhms = 10e6;
const testLampOhms = 28;

/** Of its rated power: below the first a thing is dark or still, below the second anybody sees that it is weak. */
const seenAs = { lamp: [0.03, 0.55], other: [0.2, 0.55] } as const;

/** Watts that a part is made for, at the volts of a full battery where it does not say them. */
function ratedWatts(part: Part): number {
  const is = (name: string) => (typeof part[name] === 'number' ? part[name] : NaN);
  const ohms = [is('runningOhms'), is('coilOhms'), is('ohms')].find((one) => !Number.isNaN(one));
  if (part.kind === 'lamp') return is('watts');
  return part.kind === 'led' ? 0.04 : 12.6 ** 2 / (ohms ?? 10);
}

/** The world number `n` of a case: the same number is the same world. */
export function worldOf(source: WorldCase, kind: Kind, n: number): World {
  const random = randomNumbers(7919 * n + 101);
  const between = (low: number, high: number) => low + (high - low) * random.uniform();
  const supplyVolts = kind.supply === 'rest' ? 12.6 : kind.supply === 'running' ? 14.1 : between(11.6, 14.4);
  const drawn = pick(source.suspects ?? [], random.uniform());
  const onLoop = source.circuit.elements
    .find(({ id }) => id === drawn.element)
    ?.pins.some((pin) => source.cavities?.some((cavity) => cavity.point === pin && cavity.class === 'squib'));
  const size = random.uniform();
  const most = onLoop === true ? 8 : 200;
  const ohms =
    drawn.mode !== 'resistive' || drawn.ohms != null
      ? drawn.ohms
      : kind.addedOhms === 'any' || onLoop === true
        ? 0.3 * (most / 0.3) ** size
        : usualOhms[Math.floor(size * usualOhms.length)];
  const fault: Hidden = { ...drawn, ohms: ohms ?? null };
  const human = kind.hands === 'human';
  const gain = human ? 1 + 0.005 * random.normal() : 1;
  const offset = human ? 0.005 * random.normal() : 0;
  const leads = human ? between(0.05, 0.3) : 0;
  const wiring = new Wiring(source.circuit.elements, [fault], supplyVolts).use(source.state ?? {});
  const noise = () => 1 + 0.004 * random.normal();
  const shown = (test: string, value: number): WorldReading =>
    Number.isFinite(value)
      ? { test, value: Number((gain * value * noise() + offset).toPrecision(4)) }
      : { test, overload: true };
  // An intermittent fault is there or not while one looks.
  const there = () =>
    fault.mode !== 'intermittent' || fault.positions?.length || random.uniform() < (drawn.chance ?? 0.5);

  const whole = new Wiring(source.circuit.elements, [], supplyVolts).use(source.state ?? {});
  // A motor or relay that gets less than half of its current is not heard, whatever keeps it from it.
  const isSilent = (element: string, stand: Stand) => {
    const kind = source.circuit.elements.find(({ id }) => id === element)?.kind;
    const amps = (own: Wiring) => Math.abs(own.rest(stand).amps.get(element) ?? 0);
    return (kind === 'motor' || kind === 'relay') && amps(whole) > 0.005 && amps(wiring) < amps(whole) / 2;
  };

  // How a part works to the eye and ear: what jams turns no more, whatever it draws.
  const works = (wired: Wiring, element: string, stand: Stand): 'off' | 'weak' | 'full' => {
    const part = source.circuit.elements.find(({ id }) => id === element)!;
    if (stand.stalled?.includes(element) || (fault.element === element && fault.mode === 'binding'))
      return 'off';
    const { volts, amps } = wired.rest(stand);
    const over = Math.abs((volts.get(part.pins[0]!) ?? 0) - (volts.get(part.pins[1]!) ?? 0));
    const share = (over * Math.abs(amps.get(element) ?? 0)) / ratedWatts(part);
    const [dark, weak] = part.kind === 'lamp' || part.kind === 'led' ? seenAs.lamp : seenAs.other;
    return share < dark ? 'off' : share < weak ? 'weak' : 'full';
  };

  const read = (test: WorldTest): WorldReading => {
    const stand = test.state ?? source.state ?? {};
    if (test.kind === 'swap')
      return { test: test.id, moved: random.uniform() < (test.element === fault.element ? 0.97 : 0.02) };
    const sees = (seen: boolean) => {
      const finds = (test.finds ?? 0.95) * (human ? 0.95 : 1);
      return { test: test.id, found: random.uniform() < (seen ? finds : (test.falseAlarm ?? 0.01)) };
    };
    if (test.element !== undefined && test.shows != null) {
      const is = works(there() ? wiring : whole, test.element, stand);
      return sees(test.shows === 'on' ? is !== 'off' : is === test.shows);
    }
    if (test.element !== undefined) {
      const aimed = test.element === fault.element && (test.mode == null || test.mode === fault.mode);
      const seen =
        aimed ||
        (test.kind === 'inspect' && wiring.hasBlown(test.element)) ||
        (test.kind === 'listen' && isSilent(test.element, stand));
      return sees(seen);
    }
    const now = there() ? wiring : whole;
    const kindOf = test.kind === 'live' ? (test.reads ?? 'volts') : test.kind;
    if (kindOf === 'amps')
      return notBelow(shown(test.id, Math.abs(now.rest(stand).amps.get(test.through!) ?? 0)));
    const [from, to] = [test.from!, test.to!];
    if (kindOf === 'ohms' || kindOf === 'continuity') {
      const own = now.ohms(stand, from, to);
      // A module measures without leads.
      return notBelow(shown(test.id, own + (test.kind === 'live' ? 0 : leads)));
    }
    const ohms = kindOf === 'testLamp' ? testLampOhms : meterOhms;
    const { volts } = now.rest(stand, from === to ? null : { from, to, ohms });
    return shown(test.id, (volts.get(from) ?? 0) - (volts.get(to) ?? 0));
  };
  return { fault, supplyVolts, read };
}

const notBelow = (reading: WorldReading): WorldReading =>
  reading.value !== undefined && reading.value < 0 ? { ...reading, value: 0 } : reading;

function pick<S extends { readonly weight: number }>(suspects: readonly S[], at: number): S {
  const total = suspects.reduce((sum, { weight }) => sum + weight, 0);
  let sum = 0;
  return suspects.find(({ weight }) => (sum += weight / total) > at) ?? suspects.at(-1)!;
}
