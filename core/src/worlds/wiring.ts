/**
 * A circuit as physics has it, solved on its own: nothing here is shared with the solver that the product plans with.
 * Plain nodal analysis, elimination with pivots, fixed-point rounds for what bends, pulls in, blows or limits.
 */

/** An element as it stands in a circuit's file; only what is read here. */
export interface Part {
  readonly id: string;
  readonly kind: string;
  readonly pins: readonly string[];
  readonly [figure: string]: unknown;
}

export interface Stand {
  readonly ignition?: string | null | undefined;
  readonly closed?: readonly string[] | null | undefined;
  readonly open?: readonly string[] | null | undefined;
  readonly stalled?: readonly string[] | null | undefined;
  readonly unplugged?: readonly string[] | null | undefined;
  readonly pulled?: readonly string[] | null | undefined;
  readonly jumpers?: readonly (readonly [string, string])[] | null | undefined;
  readonly positions?: readonly string[] | null | undefined;
  readonly substituteLoads?:
    readonly { readonly pins: readonly [string, string]; readonly ohms: number }[] | null | undefined;
}

/** What is wrong with one part. */
export interface Hidden {
  readonly element: string;
  readonly mode: string;
  readonly ohms?: number | null;
  readonly to?: string | null;
  readonly positions?: readonly string[] | null | undefined;
}

/** One two-ended piece: ohms, and volts in series that push current out of `a`. */
interface Piece {
  readonly a: string;
  readonly b: string;
  readonly ohms: number;
  readonly volts: number;
  readonly of: string;
}

export interface Rest {
  readonly volts: ReadonlyMap<string, number>;
  readonly amps: ReadonlyMap<string, number>;
  readonly blown: ReadonlySet<string>;
}

const earth = 'gnd';
const shut = 0.004;
/** Ties every point to earth so weakly that nothing shows of it. */
const leak = 1e-9;
const rounds = 60;

const has = (list: readonly string[] | null | undefined, id: string) => list?.includes(id) ?? false;
const figure = (part: Part, name: string, otherwise = 0) =>
  typeof part[name] === 'number' ? part[name] : otherwise;

/** Ohms of a filament at a voltage: a tenth when cold, growing a little faster than its root. */
function filament(part: Part, volts: number): number {
  const rated = figure(part, 'volts', 12);
  const hot = (rated * rated) / figure(part, 'watts', 5);
  return hot * Math.max(0.09, Math.min(1.4, Math.abs(volts / rated)) ** 0.48);
}

/** Cold ohms of a fuse: a link drops about 75 mV at its rating, half of that cold. */
const link = (part: Part) => figure(part, 'ohms', 0.055 / figure(part, 'amps', 10));

const mostAmps = (part: Part) =>
  part.kind === 'fuse' ? 1.35 * figure(part, 'amps', 10) : figure(part, 'limitAmps', 1e9);

export class Wiring {
  private readonly blown = new Set<string>();

  constructor(
    private readonly parts: readonly Part[],
    private readonly hidden: readonly Hidden[],
    private readonly supplyVolts: number,
  ) {}

  /** As the car stands in use: what blows here stays blown for every later look. */
  use(stand: Stand): this {
    for (const id of this.rest(stand).blown) this.blown.add(id);
    return this;
  }

  hasBlown(id: string): boolean {
    return this.blown.has(id);
  }

  /** Volts and amps in a state, with a meter of so many ohms between two points, or none. */
  rest(stand: Stand, probe: { from: string; to: string; ohms: number } | null = null): Rest {
    const blown = new Set(this.blown);
    const pulledIn = new Set<string>();
    const dark = new Set<string>();
    let volts = new Map<string, number>();
    let amps = new Map<string, number>();
    let drops = new Map<string, number>();
    for (let round = 0; round < rounds; round++) {
      const pieces = this.pieces(stand, 'live', new Set([...blown, ...dark]), pulledIn, drops);
      if (probe) pieces.push({ a: probe.from, b: probe.to, ohms: probe.ohms, volts: 0, of: '' });
      volts = solved(pieces);
      amps = new Map(
        pieces.map(({ a, b, ohms, volts: own, of }) => [of, (volts.get(a)! - volts.get(b)! - own) / ohms]),
      );
      const next = new Map(
        pieces.map(({ a, b, of }) => [of, (drops.get(of) ?? 0) / 2 + (volts.get(a)! - volts.get(b)!) / 2]),
      );
      const still = [...next].every(([of, drop]) => Math.abs(drop - (drops.get(of) ?? 0)) < 1e-6);
      drops = next;
      if (this.switched(volts, pulledIn) || this.lit(volts, amps, dark)) continue;
      if (!still && round < rounds - 20) continue;
      // An output that guards itself is open long before a fuse has melted.
      const over = ['moduleOutput', 'fuse']
        .flatMap((kind) => this.parts.filter((part) => part.kind === kind && !blown.has(part.id)))
        .find((part) => Math.abs(amps.get(part.id) ?? 0) > mostAmps(part));
      if (!over) {
        if (still) break;
        continue;
      }
      blown.add(over.id);
    }
    return {
      volts,
      amps,
      blown: new Set(
        [...blown].filter((id) => this.parts.some((part) => part.id === id && part.kind === 'fuse')),
      ),
    };
  }

  /** Ohms between two points of the dead car; Infinity where nothing joins them. */
  ohms(stand: Stand, from: string, to: string): number {
    const pieces = this.pieces(stand, 'dead', this.blown, new Set(), new Map());
    const joined = [...pieces, { a: to, b: from, ohms: 1e9, volts: -1e9, of: '' }];
    const volts = solved(joined, to);
    const seen = volts.get(from)! - volts.get(to)!;
    // A source of 1 A with 1 GΩ beside it.
    return seen > 4e7 ? Infinity : seen / (1 - seen / 1e9);
  }

  /** What passes current one way only makes no volts of its own: dark where none flows, lit again where enough presses. */
  private lit(
    volts: ReadonlyMap<string, number>,
    amps: ReadonlyMap<string, number>,
    dark: Set<string>,
  ): boolean {
    for (const part of this.parts) {
      if (part.kind !== 'diode' && part.kind !== 'led') continue;
      const over = (volts.get(part.pins[0]!) ?? 0) - (volts.get(part.pins[1]!) ?? 0);
      const own = figure(part, 'forwardVolts', part.kind === 'led' ? 2 : 0.7);
      if (dark.has(part.id)) {
        if (over > own + 1e-6) return dark.delete(part.id);
      } else if ((amps.get(part.id) ?? 0) < 1e-7) {
        dark.add(part.id);
        return true;
      }
    }
    return false;
  }

  private switched(volts: ReadonlyMap<string, number>, pulledIn: Set<string>): boolean {
    let changed = false;
    for (const part of this.parts) {
      if (part.kind !== 'relay') continue;
      // A broken coil pulls nothing in, whatever stands across it.
      const broken = this.hidden.some(({ element, mode }) => element === part.id && mode === 'open');
      const coil = broken ? 0 : Math.abs((volts.get(part.pins[0]!) ?? 0) - (volts.get(part.pins[1]!) ?? 0));
      const on = coil >= figure(part, pulledIn.has(part.id) ? 'releaseVolts' : 'pullInVolts', 7);
      if (on === pulledIn.has(part.id)) continue;
      changed = true;
      if (on) pulledIn.add(part.id);
      else pulledIn.delete(part.id);
    }
    return changed;
  }

  private pieces(
    stand: Stand,
    power: 'live' | 'dead',
    blown: ReadonlySet<string>,
    pulledIn: ReadonlySet<string>,
    drops: ReadonlyMap<string, number>,
  ): Piece[] {
    const all: Piece[] = [];
    const put = (a: string, b: string, ohms: number, of = '', volts = 0) => {
      if (a !== b) all.push({ a, b, ohms, volts, of });
    };
    const supply = this.parts.find(({ kind }) => kind === 'battery')?.pins[0] ?? earth;
    for (const part of this.parts) {
      const wrong = this.hidden.filter(({ element }) => element === part.id);
      const is = (...modes: string[]) => wrong.find(({ mode }) => modes.includes(mode));
      const at = part.kind === 'moduleOutput' ? part.pins[1]! : part.pins[0]!;
      const short = is('shortToGround', 'shortToSupply', 'bridged');
      if (short)
        put(
          at,
          short.mode === 'bridged' ? short.to! : short.mode === 'shortToGround' ? earth : supply,
          short.ohms ?? 0.006,
        );
      const hides = is('intermittent');
      const gone =
        is('open') ||
        (hides &&
          (!hides.positions?.length || hides.positions.some((position) => has(stand.positions, position))));
      const added = is('resistive')?.ohms ?? 0;
      if (part.kind === 'relay') {
        const [coilIn, coilOut, common, working, resting] = part.pins as [
          string,
          string,
          string,
          string,
          string,
        ];
        if (has(stand.pulled, part.id)) continue;
        if (!gone) put(coilIn, coilOut, figure(part, 'coilOhms', 80), part.id);
        const ohms = figure(part, 'contactOhms', 0.01) + added;
        if (is('stuckClosed')) put(common, working, ohms);
        else if (power === 'live' && pulledIn.has(part.id)) {
          if (!is('stuckOpen')) put(common, working, ohms);
        } else put(common, resting, ohms);
        continue;
      }
      if (gone || blown.has(part.id)) continue;
      const [a, b] = part.pins as [string, string];
      const own = this.ohmsOf(part, stand, power, drops.get(part.id) ?? 0, is);
      if (own === null) continue;
      const volts =
        part.kind === 'battery'
          ? this.supplyVolts
          : part.kind === 'moduleInput'
            ? figure(part, 'pullUpVolts', 5)
            : part.kind === 'diode' || part.kind === 'led'
              ? figure(part, 'forwardVolts', part.kind === 'led' ? 2 : 0.7)
              : 0;
      put(a, b, own + added, part.id, volts);
    }
    for (const [a, b] of stand.jumpers ?? []) put(a, b, shut);
    for (const { pins, ohms } of stand.substituteLoads ?? []) put(pins[0], pins[1], ohms);
    return all;
  }

  private ohmsOf(
    part: Part,
    stand: Stand,
    power: 'live' | 'dead',
    drop: number,
    is: (...modes: string[]) => Hidden | undefined,
  ): number | null {
    const wrong = is('wrongPart')?.ohms;
    const dead = power === 'dead';
    if (wrong != null && part.kind !== 'battery') return wrong;
    switch (part.kind) {
      case 'battery':
        return dead ? null : figure(part, 'ohms', 0.015);
      case 'moduleInput':
        return dead ? null : figure(part, 'pullUpOhms', 1000);
      case 'fuse':
        return has(stand.pulled, part.id) ? null : link(part);
      case 'contact':
        return has(stand.unplugged, (part['connector'] as string | null) ?? part.id)
          ? null
          : figure(part, 'ohms', 0.005);
      case 'shortingBar': {
        const loaded = (stand.substituteLoads ?? []).some(({ pins }) =>
          pins.every((pin) => part.pins.includes(pin)),
        );
        const bridged = is('stuckClosed') ?? (has(stand.unplugged, part['connector'] as string) && !loaded);
        return bridged ? figure(part, 'ohms', shut) : null;
      }
      case 'switch': {
        if (is('stuckClosed')) return shut;
        if (is('stuckOpen', 'endNotReached', 'runsWithoutMoving', 'notSeated')) return null;
        if (has(stand.closed, part.id)) return shut;
        if (has(stand.open, part.id)) return null;
        if (part['ignition'] === true) return (stand.ignition ?? 'on') === 'on' ? shut : null;
        return part['closed'] === true ? shut : null;
      }
      case 'moduleOutput':
        if (dead || is('stuckOpen') || (has(stand.open, part.id) && !is('stuckClosed'))) return null;
        return figure(part, 'ohms', 0.05);
      case 'lamp':
        return filament(part, dead ? 0 : drop);
      case 'diode':
      case 'led':
        // Conducts once its own drop is reached; `drop` is what stands across it now.
        return dead || drop < figure(part, 'forwardVolts', part.kind === 'led' ? 2 : 0.7) * 0.9
          ? dead
            ? null
            : 1e6
          : 0.8;
      case 'motor':
        return dead || has(stand.stalled, part.id) || is('binding')
          ? figure(part, 'stallOhms', 0.4)
          : figure(part, 'runningOhms', 3);
      case 'wire': {
        if (typeof part['ohms'] === 'number') return part['ohms'];
        // Copper at 20 °C: 0.0172 Ω for a metre of one square millimetre; a gauge of wire by its own law.
        const gauge = figure(part, 'gauge', NaN);
        const area = Number.isNaN(gauge) ? figure(part, 'squareMillimetres', 0.75) : 53.5 * 0.7931 ** gauge;
        return ((part['material'] === 'aluminium' ? 0.0283 : 0.0172) * figure(part, 'metres', 1)) / area;
      }
      default:
        return figure(part, 'ohms', 0.01);
    }
  }
}

/** Node voltages by elimination with pivots; `base` stands at zero. */
function solved(pieces: readonly Piece[], base = earth): Map<string, number> {
  const names = [...new Set(pieces.flatMap(({ a, b }) => [a, b]))].filter((name) => name !== base);
  const at = new Map(names.map((name, n) => [name, n]));
  const size = names.length;
  const rows = Array.from({ length: size }, (_, n) => {
    const row = new Float64Array(size + 1);
    row[n] = leak;
    return row;
  });
  for (const { a, b, ohms, volts } of pieces) {
    const g = 1 / ohms;
    const [i, j] = [at.get(a), at.get(b)];
    if (i !== undefined) {
      rows[i]![i]! += g;
      rows[i]![size]! += g * volts;
      if (j !== undefined) rows[i]![j]! -= g;
    }
    if (j !== undefined) {
      rows[j]![j]! += g;
      rows[j]![size]! -= g * volts;
      if (i !== undefined) rows[j]![i]! -= g;
    }
  }
  for (let column = 0; column < size; column++) {
    let best = column;
    for (let row = column + 1; row < size; row++)
      if (Math.abs(rows[row]![column]!) > Math.abs(rows[best]![column]!)) best = row;
    [rows[column], rows[best]] = [rows[best]!, rows[column]!];
    const lead = rows[column]!;
    for (let row = column + 1; row < size; row++) {
      const own = rows[row]!;
      const times = own[column]! / lead[column]!;
      if (times !== 0) for (let k = column; k <= size; k++) own[k]! -= times * lead[k]!;
    }
  }
  const found = new Float64Array(size);
  for (let row = size - 1; row >= 0; row--) {
    let sum = rows[row]![size]!;
    for (let k = row + 1; k < size; k++) sum -= rows[row]![k]! * found[k]!;
    found[row] = sum / rows[row]![row]!;
  }
  return new Map([[base, 0], ...names.map((name, n): [string, number] => [name, found[n]!])]);
}
