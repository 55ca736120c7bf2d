/** What a meter shows on a circuit: each meter loads the circuit on its own, as in the hand. */
import { Refusal } from '../refusal/index.js';
import {
  type Assembly,
  assemble,
  type Branch,
  hasElement,
  joined,
  plainBranch,
  pointsOf,
} from './assemble.js';
import { testLampLaw } from './laws.js';
import { type Factor, ohmsBetween, planElimination, solveNetwork } from './network.js';
import { type AtRest, joining, operate } from './operate.js';
import type { Circuit, Fault, Meter, MeterReading, State } from './schema.js';

const voltmeterOhms = 10e6;
/** Up to this, a voltmeter's microampere moves a bent element by less than 3 mV: its straight line holds to 1e-5. */
const straightUpToOhms = 2000;
/** Above this an ohmmeter shows its over-limit. */
const overLimitOhms = 40e6;
/** Up to this a continuity meter sounds. */
const soundsUpToOhms = 50;

/** A circuit made ready for meters: assembled once live and, when an ohmmeter asks, once dead. */
export class MeterBench {
  private dead: Factor | null = null;
  private readonly bent: boolean;

  /**
   * @param faults besides those of the state
   * @param rest of `live`, as it stands without a meter
   * @param blown fuses and outputs that are open already
   */
  constructor(
    private readonly circuit: Circuit,
    private readonly state: State,
    private readonly faults: readonly Fault[],
    readonly live: Assembly,
    private readonly rest: AtRest,
    readonly blown: readonly string[],
  ) {
    this.bent = live.columns.bent.length > 0;
  }

  /**
   * The reading of `meter`: volts, ohms, amps; a test lamp shows the volts across it.
   * @throws Refusal at `path` where the meter names a point or element that is not there
   */
  read(meter: Meter, path: string): MeterReading {
    const value = this.value(probeOf(this.circuit, meter, path));
    const overload = value !== value;
    return {
      value: overload ? null : value,
      overload,
      ...(meter.kind === 'continuity' ? { continuous: value <= soundsUpToOhms } : {}),
    };
  }

  /** As `read`, for a meter that is put on many circuits alike; NaN above its limit. */
  value({ kind, from, to, through }: Probe): number {
    switch (kind) {
      case 'amps':
        return this.amps(through);
      case 'volts':
        return clean(this.volts(from, to));
      case 'testLamp':
        return clean(this.across({ ...plainBranch(from, to, 1), law: testLampLaw }));
      case 'ohms':
      case 'continuity':
        return clean(this.ohms(from, to));
    }
  }

  /** What stands over an element and flows in it, a relay's coil included; `jammed` is a motor that cannot turn. */
  power(id: string): { readonly volts: number; readonly amps: number; readonly jammed: boolean } {
    const element = this.circuit.elements.find((one) => one.id === id);
    const jammed =
      element?.kind === 'motor' &&
      ((this.state.stalled?.includes(id) ?? false) ||
        [...(this.state.faults ?? []), ...this.faults].some(
          (fault) => fault.element === id && fault.mode === 'binding',
        ));
    const index = this.branchOf(id);
    if (index < 0) return { volts: 0, amps: 0, jammed };
    const { a, b } = this.live.branches[index]!;
    return { volts: this.rest.volts[a]! - this.rest.volts[b]!, amps: this.rest.amps[index]!, jammed };
  }

  /** Where an element stands among the branches; -1 where it joins nothing. */
  private branchOf(id: string): number {
    const index = this.live.columns.of.get(id) ?? -1;
    return this.live.gone.includes(index) ? -1 : index;
  }

  private amps(id: string): number {
    const index = this.branchOf(id);
    return index < 0 ? 0 : clean(this.rest.amps[index]!);
  }

  /**
   * A voltmeter loads so little that the circuit stays on its straight lines: what it reads follows from the
   * unloaded volts and the ohms that it sees. Where those are many in a circuit with bent elements, it is solved with
   * the meter in it. Between points that float against each other no current can flow through a meter.
   */
  private volts(from: number, to: number): number {
    const { volts, island, line } = this.rest;
    if (from === to || island[from] !== island[to]) return 0;
    const ohms = ohmsBetween(line, from, to);
    if (this.bent && !(ohms < straightUpToOhms)) return this.across(plainBranch(from, to, voltmeterOhms));
    return ((volts[from]! - volts[to]!) * voltmeterOhms) / (voltmeterOhms + ohms);
  }

  private across(probe: Branch): number {
    if (probe.a === probe.b) return 0;
    const { volts } = operate(joined(this.live, probe), this.blown);
    return volts[probe.a]! - volts[probe.b]!;
  }

  private ohms(from: number, to: number): number {
    if (from === to) return 0;
    const { plan } = (this.dead ??= this.withoutCurrent());
    if (plan.island[from] !== plan.island[to]) return NaN;
    const ohms = ohmsBetween(this.dead, from, to);
    return ohms > overLimitOhms ? NaN : ohms;
  }

  /** The circuit as an ohmmeter sees it. */
  private withoutCurrent(): Factor {
    const dead = assemble(this.circuit, withFaults(this.state, this.faults), 'dead');
    const { columns } = dead;
    const wiring = { ends: columns.ends, active: joining(dead, new Set(), new Set(this.blown)) };
    return solveNetwork(planElimination(wiring), wiring, columns.siemens, columns.amps).factor;
  }
}

/** A state with more faults in it. */
export const withFaults = (state: State, faults: readonly Fault[]): State =>
  faults.length === 0 ? state : { ...state, faults: [...(state.faults ?? []), ...faults] };

/** A meter with its places looked up: nodes for its points. */
export interface Probe {
  readonly kind: Meter['kind'];
  readonly from: number;
  readonly to: number;
  /** The element whose amps are measured. */
  readonly through: string;
}

/**
 * The places of a meter in a circuit, and in every circuit that differs from it in values alone.
 * @throws Refusal at `path` where it names a point or element that is not there
 */
export function probeOf(circuit: Circuit, meter: Meter, path: string): Probe {
  if (meter.kind === 'amps') {
    if (!hasElement(circuit, meter.through))
      throw new Refusal(`${path}.through`, `no element "${meter.through}" in the circuit`);
    return { kind: meter.kind, from: 0, to: 0, through: meter.through };
  }
  const points = pointsOf(circuit);
  const node = (end: 'from' | 'to') => {
    const known = points.get(meter[end]);
    if (known === undefined) throw new Refusal(`${path}.${end}`, `no point "${meter[end]}" in the circuit`);
    return known;
  };
  return { kind: meter.kind, from: node('from'), to: node('to'), through: '' };
}

/** Nothing has no sign. */
const clean = (value: number) => (value === 0 ? 0 : value);
