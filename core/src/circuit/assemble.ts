/** From a circuit in a state to branches between nodes: every fault, pulled fuse and jumper has its place here. */
import { Refusal } from '../refusal/index.js';
import { coldFuseOhms } from './fuses.js';
import { type Ends, endsOf } from './network.js';
import { diodeLaw, lampLaw, lampOhms, type Law } from './laws.js';
import { canHave } from './modes.js';
import { wireOhms } from './wires.js';
import { type Circuit, type Element, type Fault, reference, type State } from './schema.js';

/** Ohms of a closed switch, a jumper and a closed shorting bar. */
const closedOhms = 0.005;

export type Relay = Extract<Element, { kind: 'relay' }>;

/** One branch: a conductance, possibly with a source, or a nonlinear law. */
export interface Branch {
  readonly element: string | null;
  readonly a: number;
  readonly b: number;
  readonly ohms: number;
  /** Volts of a source in series, positive at `a`. */
  readonly volts: number;
  readonly law: Law | null;
  /** What may open or close the branch while the circuit settles. */
  readonly gate: RelayContact | Limit | null;
}

export interface RelayContact {
  readonly kind: 'relayOn' | 'relayOff';
  readonly relay: string;
}

export interface Limit {
  readonly kind: 'limit';
  readonly amps: number;
  readonly as: 'fuse' | 'output';
}

export interface Assembly {
  readonly points: ReadonlyMap<string, number>;
  readonly branches: readonly Branch[];
  readonly columns: Columns;
  /** Branches that a fault has taken out: they keep their place and join nothing. */
  readonly gone: readonly number[];
  readonly relays: readonly Relay[];
}

/** The branches as columns, for arithmetic. */
export interface Columns {
  readonly ends: Ends;
  /** Where each element has its branch; a relay's is its coil. */
  readonly of: ReadonlyMap<string, number>;
  /** Conductances, and amps of the sources from `a` to `b`; of a bent branch whatever its law says at the time. */
  readonly siemens: Float64Array;
  readonly amps: Float64Array;
  /** Those with a law, those that open above a limit, and those that a relay opens or closes. */
  readonly bent: readonly number[];
  readonly limited: readonly number[];
  readonly switched: readonly number[];
}

type Power = 'live' | 'dead';

/**
 * The branches of `circuit` in `state`. `dead` is the circuit as an ohmmeter sees it: batteries, module
 * inputs and diodes open, lamps cold, motors at rest, relays released.
 * @throws Refusal where an id is used twice, nothing reaches ground, or the state names what is not there
 */
export function assemble(circuit: Circuit, state: State, power: Power, root = ''): Assembly {
  const builder = new Builder(circuit, state, power, root);
  for (const element of circuit.elements) builder.place(element);
  builder.placeState();
  return builder.finish();
}

/** Faults that keep a switch from closing, in itself or in what moves it. */
const holdsOpen: ReadonlySet<Fault['mode']> = new Set([
  'stuckOpen',
  'endNotReached',
  'runsWithoutMoving',
  'notSeated',
]);

/** What is found in a circuit whatever its state. */
interface Register {
  readonly points: ReadonlyMap<string, number>;
  readonly byId: ReadonlyMap<string, Element>;
  readonly connectors: ReadonlySet<string>;
  /** The plus of its first battery. */
  readonly supply: string | null;
}

/** A circuit is assembled for hundreds of faults and states, and its names are looked through once. */
const registers = new WeakMap<Circuit, Register>();

/** @throws Refusal where an id is used twice, or nothing reaches ground */
function registerOf(circuit: Circuit, at: (path: string) => string): Register {
  const known = registers.get(circuit);
  if (known) return known;
  const points = new Map<string, number>([[reference, 0]]);
  const byId = new Map<string, Element>();
  const connectors = new Set<string>();
  let grounded = false;
  for (const [index, element] of circuit.elements.entries()) {
    if (byId.has(element.id))
      throw new Refusal(at(`circuit.elements[${index}].id`), `"${element.id}" is used twice`);
    byId.set(element.id, element);
    if (element.kind === 'contact') connectors.add(element.connector ?? element.id);
    if (element.kind === 'shortingBar') connectors.add(element.connector);
    for (const pin of element.pins) {
      grounded ||= pin === reference;
      if (!points.has(pin)) points.set(pin, points.size);
    }
  }
  if (!grounded)
    throw new Refusal(at('circuit.elements'), `no element reaches ground: one pin must be "${reference}"`);
  const supply = circuit.elements.find((element) => element.kind === 'battery')?.pins[0] ?? null;
  const made = { points, byId, connectors, supply };
  registers.set(circuit, made);
  return made;
}

/** The points of a circuit by name, each with its node. @throws Refusal where the circuit is not sound */
export const pointsOf = (circuit: Circuit): ReadonlyMap<string, number> =>
  registerOf(circuit, (path) => path).points;

/** Whether a circuit has an element of that name. */
export const hasElement = (circuit: Circuit, id: string): boolean =>
  registerOf(circuit, (path) => path).byId.has(id);

class Builder {
  private readonly points: Register['points'];
  private nodes: number;
  private readonly branches: Branch[] = [];
  private readonly relays: Relay[] = [];
  private readonly byId: Register['byId'];
  private readonly connectors: Register['connectors'];
  private readonly faults = new Map<string, Fault[]>();
  private readonly closed: ReadonlySet<string>;
  private readonly open: ReadonlySet<string>;
  private readonly unplugged: ReadonlySet<string>;
  private readonly pulled: ReadonlySet<string>;
  private readonly stalled: ReadonlySet<string>;
  private readonly supply: string | null;

  constructor(
    circuit: Circuit,
    private readonly state: State,
    private readonly power: Power,
    private readonly root: string,
  ) {
    this.closed = new Set(state.closed);
    this.open = new Set(state.open);
    this.unplugged = new Set(state.unplugged);
    this.pulled = new Set(state.pulled);
    this.stalled = new Set(state.stalled);
    const { points, byId, connectors, supply } = registerOf(circuit, (path) => this.at(path));
    this.points = points;
    this.nodes = points.size;
    this.byId = byId;
    this.connectors = connectors;
    this.supply = supply;
    this.checkState();
  }

  private at(path: string): string {
    return this.root === '' ? path : `${this.root}.${path}`;
  }

  private checkState(): void {
    const { state } = this;
    this.mustBe(
      'closed',
      state.closed,
      (e) => e.kind === 'switch' || e.kind === 'moduleOutput',
      'switch or output',
    );
    this.mustBe(
      'open',
      state.open,
      (e) => e.kind === 'switch' || e.kind === 'moduleOutput',
      'switch or output',
    );
    this.mustBe('stalled', state.stalled, (e) => e.kind === 'motor', 'motor');
    this.mustBe('pulled', state.pulled, (e) => e.kind === 'fuse' || e.kind === 'relay', 'fuse or relay');
    for (const [index, id] of (state.unplugged ?? []).entries())
      if (!this.connectors.has(id))
        throw new Refusal(this.at(`state.unplugged[${index}]`), `no connector "${id}" in the circuit`);
    for (const [index, fault] of (state.faults ?? []).entries()) {
      const path = this.at(`state.faults[${index}]`);
      if (!this.byId.has(fault.element))
        throw new Refusal(`${path}.element`, `no element "${fault.element}" in the circuit`);
      const { kind } = this.byId.get(fault.element)!;
      if (!canHave(kind, fault.mode))
        throw new Refusal(`${path}.mode`, `a ${kind} cannot be "${fault.mode}"`);
      if ((fault.mode === 'resistive' || fault.mode === 'wrongPart') && fault.ohms == null)
        throw new Refusal(`${path}.ohms`, `a fault "${fault.mode}" needs its ohms`);
      if (fault.mode === 'bridged' && fault.to == null)
        throw new Refusal(`${path}.to`, 'a bridge needs the point that it goes to');
      if (fault.to != null) this.point(fault.to, `${path}.to`);
      if (fault.mode === 'shortToSupply' && this.supply === null)
        throw new Refusal(`${path}.mode`, 'the circuit has no battery to be shorted to');
      const list = this.faults.get(fault.element) ?? [];
      this.faults.set(fault.element, [...list, fault]);
    }
  }

  /** A substitute load in the place of the unplugged half holds the bar back, as that half did. */
  private heldBack([a, b]: readonly [string, string]): boolean {
    return (this.state.substituteLoads ?? []).some(
      ({ pins }) => (pins[0] === a && pins[1] === b) || (pins[0] === b && pins[1] === a),
    );
  }

  private mustBe(
    key: string,
    ids: readonly string[] | null | undefined,
    is: (element: Element) => boolean,
    what: string,
  ): void {
    for (const [index, id] of (ids ?? []).entries()) {
      const element = this.byId.get(id);
      if (!element || !is(element))
        throw new Refusal(this.at(`state.${key}[${index}]`), `no ${what} "${id}" in the circuit`);
    }
  }

  /** The node of a point. @throws Refusal where the circuit has none of that name */
  private point(point: string, path: string): number {
    const node = this.points.get(point);
    if (node === undefined) throw new Refusal(path, `no point "${point}" in the circuit`);
    return node;
  }

  place(element: Element): void {
    if (this.faults.has(element.id)) return this.placeFaulty(element);
    if (element.kind === 'relay') return this.placeRelay(element, { coil: true, added: 0 });
    const ohms = this.ohmsOf(element);
    if (ohms !== null)
      this.branches.push(this.branch(element, ohms, this.power === 'live' ? lawOf(element) : null));
  }

  private branch(element: Exclude<Element, Relay>, ohms: number, law: Law | null): Branch {
    const a = this.points.get(element.pins[0])!;
    const b = this.points.get(element.pins[1])!;
    return { element: element.id, a, b, ohms, volts: voltsOf(element), law, gate: gateOf(element) };
  }

  private placeFaulty(element: Element): void {
    const has = (mode: Fault['mode']) => this.faults.get(element.id)?.find((fault) => fault.mode === mode);
    for (const mode of ['shortToGround', 'shortToSupply', 'bridged'] as const) {
      const fault = has(mode);
      if (fault) this.placeShort(element, fault);
    }
    if (has('open') || this.showsNow(has('intermittent'))) {
      if (element.kind === 'relay') this.placeRelay(element, { coil: false, added: 0 });
      return;
    }
    const added = has('resistive')?.ohms ?? 0;
    if (element.kind === 'relay') return this.placeRelay(element, { coil: true, added });
    const wrong = has('wrongPart')?.ohms ?? null;
    const ohms = wrong ?? this.ohmsOf(element);
    if (ohms === null) return;
    const law = wrong === null && this.power === 'live' ? lawOf(element) : null;
    const branch = this.branch(element, ohms + (law ? 0 : added), law);
    if (!law || added === 0) return void this.branches.push(branch);
    const inner = this.nodes++;
    this.branches.push({ ...branch, b: inner }, plainBranch(inner, branch.b, added));
  }

  /** Ohms of a two-pin element in this state, or null where it is open. */
  private ohmsOf(element: Exclude<Element, Relay>): number | null {
    const dead = this.power === 'dead';
    switch (element.kind) {
      case 'battery':
        return dead ? null : element.ohms;
      case 'moduleInput':
        return dead ? null : element.pullUpOhms;
      case 'fuse':
        return this.pulled.has(element.id)
          ? null
          : (element.ohms ?? coldFuseOhms(element.amps, element.style ?? 'mini'));
      case 'contact':
        return this.unplugged.has(element.connector ?? element.id) ? null : element.ohms;
      case 'shortingBar':
        return this.faulty(element.id, 'stuckClosed') ||
          (this.unplugged.has(element.connector) && !this.heldBack(element.pins))
          ? (element.ohms ?? closedOhms)
          : null;
      case 'switch':
        return this.isClosed(element) ? closedOhms : null;
      case 'moduleOutput':
        return dead ||
          (this.open.has(element.id) && !this.faulty(element.id, 'stuckClosed')) ||
          this.faulty(element.id, 'stuckOpen')
          ? null
          : element.ohms;
      case 'lamp':
        return lampOhms(element.volts, element.watts, 0);
      case 'diode':
      case 'led':
        return dead ? null : 1;
      case 'motor':
        return dead || this.stalled.has(element.id) || this.faulty(element.id, 'binding')
          ? element.stallOhms
          : element.runningOhms;
      case 'wire':
        return wireOhms(element);
      case 'resistor':
      case 'squib':
      case 'sensor':
      case 'ground':
        return element.ohms;
    }
  }

  /** An intermittent fault with positions is open in those alone. */
  private showsNow(fault: Fault | undefined): boolean {
    if (!fault) return false;
    const { positions } = fault;
    return !positions?.length || positions.some((position) => this.state.positions?.includes(position));
  }

  private faulty(id: string, mode: Fault['mode']): boolean {
    return this.faults.get(id)?.some((fault) => fault.mode === mode) ?? false;
  }

  private isClosed(element: Extract<Element, { kind: 'switch' }>): boolean {
    const faults = this.faults.get(element.id);
    if (faults?.some(({ mode }) => mode === 'stuckClosed')) return true;
    if (faults?.some(({ mode }) => holdsOpen.has(mode))) return false;
    if (this.closed.has(element.id)) return true;
    if (this.open.has(element.id)) return false;
    if (element.ignition === true) return (this.state.ignition ?? 'on') === 'on';
    return element.closed ?? false;
  }

  private placeShort(element: Element, fault: Fault): void {
    const at = element.kind === 'moduleOutput' ? element.pins[1] : element.pins[0];
    const to =
      fault.mode === 'bridged' ? fault.to! : fault.mode === 'shortToGround' ? reference : this.supply!;
    this.join(this.points.get(at)!, this.points.get(to)!, fault.ohms ?? closedOhms);
  }

  private placeRelay(relay: Relay, { coil, added }: { coil: boolean; added: number }): void {
    const [coilIn, coilOut, common, normallyOpen, normallyClosed] = relay.pins.map((pin) =>
      this.points.get(pin)!,
    ) as [number, number, number, number, number];
    this.relays.push(relay);
    if (this.pulled.has(relay.id)) return;
    if (coil) this.branches.push({ ...plainBranch(coilIn, coilOut, relay.coilOhms), element: relay.id });
    const ohms = relay.contactOhms + added;
    const stuckOpen = this.faulty(relay.id, 'stuckOpen');
    const stuckClosed = this.faulty(relay.id, 'stuckClosed');
    const contact = (to: number, kind: 'relayOn' | 'relayOff') =>
      this.branches.push({ ...plainBranch(common, to, ohms), gate: { kind, relay: relay.id } });
    if (stuckClosed) return void this.branches.push(plainBranch(common, normallyOpen, ohms));
    if (!stuckOpen) contact(normallyOpen, 'relayOn');
    contact(normallyClosed, 'relayOff');
  }

  placeState(): void {
    for (const [index, [from, to]] of (this.state.jumpers ?? []).entries())
      this.join(
        this.point(from, this.at(`state.jumpers[${index}][0]`)),
        this.point(to, this.at(`state.jumpers[${index}][1]`)),
        closedOhms,
      );
    for (const [index, load] of (this.state.substituteLoads ?? []).entries()) {
      const path = this.at(`state.substituteLoads[${index}].pins`);
      this.join(this.point(load.pins[0], `${path}[0]`), this.point(load.pins[1], `${path}[1]`), load.ohms);
    }
  }

  private join(a: number, b: number, ohms: number): void {
    if (a !== b) this.branches.push(plainBranch(a, b, ohms));
  }

  finish(): Assembly {
    const { points, nodes, branches, relays } = this;
    return { points, branches, relays, columns: columnsOf(nodes, branches), gone: [] };
  }
}

function columnsOf(nodes: number, branches: readonly Branch[]): Columns {
  const [a, b]: [number[], number[]] = [[], []];
  const of = new Map<string, number>();
  const siemens = new Float64Array(branches.length);
  const amps = new Float64Array(branches.length);
  const [bent, limited, switched]: [number[], number[], number[]] = [[], [], []];
  for (let k = 0; k < branches.length; k++) {
    const branch = branches[k]!;
    a.push(branch.a);
    b.push(branch.b);
    siemens[k] = 1 / branch.ohms;
    amps[k] = -branch.volts / branch.ohms;
    if (branch.element !== null && !of.has(branch.element)) of.set(branch.element, k);
    if (branch.law !== null) bent.push(k);
    if (branch.gate !== null) (branch.gate.kind === 'limit' ? limited : switched).push(k);
  }
  return { ends: endsOf(nodes, a, b), of, siemens, amps, bent, limited, switched };
}

/** The columns with one more branch of so many ohms in line behind another, and one more node between. */
function lengthened({ columns }: Assembly, at: number, ohms: number): Columns {
  const { nodes, a, b } = columns.ends;
  return {
    ...columns,
    ends: endsOf(nodes + 1, [...a, nodes], [...b.with(at, nodes), b[at]!]),
    siemens: Float64Array.of(...columns.siemens, 1 / ohms),
    amps: Float64Array.of(...columns.amps, 0),
  };
}

/** An assembly with one more branch, such as a meter that loads it. */
export function joined(assembly: Assembly, branch: Branch): Assembly {
  const branches = [...assembly.branches, branch];
  return { ...assembly, branches, columns: columnsOf(assembly.columns.ends.nodes, branches) };
}

/**
 * What a fault makes of an assembly that was made without any: the same with one branch taken out, or with other ohms.
 * A circuit that is solved for hundreds of faults is so assembled once.
 * @returns null where the fault does more than that
 */
export function withFault(sound: Assembly, { element, mode, ohms, positions }: Fault): Assembly | null {
  const at = sound.columns.of.get(element);
  const branch = at === undefined ? undefined : sound.branches[at];
  if (at === undefined || !branch || sound.relays.some(({ id }) => id === element)) return null;
  if (mode === 'open' || (mode === 'intermittent' && !positions?.length)) return { ...sound, gone: [at] };
  if (mode !== 'resistive' || ohms == null) return null;
  const branches = sound.branches.slice();
  if (branch.law) {
    const inner = sound.columns.ends.nodes;
    branches[at] = { ...branch, b: inner };
    branches.push(plainBranch(inner, branch.b, ohms));
    return { ...sound, branches, columns: lengthened(sound, at, ohms) };
  }
  const changed = { ...branch, ohms: branch.ohms + ohms };
  branches[at] = changed;
  const { columns } = sound;
  const siemens = columns.siemens.slice();
  siemens[at] = 1 / changed.ohms;
  const amps = branch.volts === 0 ? columns.amps : columns.amps.with(at, -changed.volts / changed.ohms);
  return { ...sound, branches, columns: { ...columns, siemens, amps } };
}

export function plainBranch(a: number, b: number, ohms: number): Branch {
  return { element: null, a, b, ohms, volts: 0, law: null, gate: null };
}

function lawOf(element: Element): Law | null {
  if (element.kind === 'lamp') return lampLaw(element.volts, element.watts);
  if (element.kind === 'diode') return diodeLaw(element.forwardVolts ?? 0.7, 0.1);
  if (element.kind === 'led') return diodeLaw(element.forwardVolts ?? 2, 0.02);
  return null;
}

function voltsOf(element: Element): number {
  if (element.kind === 'battery') return element.volts;
  return element.kind === 'moduleInput' ? element.pullUpVolts : 0;
}

function gateOf(element: Element): Branch['gate'] {
  if (element.kind === 'fuse') return { kind: 'limit', amps: element.amps, as: 'fuse' };
  return element.kind === 'moduleOutput' ? { kind: 'limit', amps: element.limitAmps, as: 'output' } : null;
}
