/** What a meter shows on a circuit: each meter loads the circuit on its own, as in the hand. */
import { Refusal } from '../refusal/index.js';
import { type Assembly, assemble, type Branch, endsOf, plainBranch } from './assemble.js';
import { testLampLaw } from './laws.js';
import { ohmsBetween, planElimination, solveNetwork } from './network.js';
import { type AtRest, operate } from './operate.js';
import type { Circuit, Meter, MeterReading, State } from './schema.js';

const voltmeterOhms = 10e6;
/** Up to this, a voltmeter's microampere moves a bent element by less than 3 mV: its straight line holds to 1e-5. */
const straightUpToOhms = 2000;
/** Above this an ohmmeter shows its over-limit. */
const overLimitOhms = 40e6;
/** Up to this a continuity meter sounds. */
const soundsUpToOhms = 50;

/** A circuit made ready for meters: assembled once live and, when an ohmmeter asks, once dead. */
export class MeterBench {
  private dead: Assembly | null = null;
  private readonly bent: boolean;

  /**
   * @param rest of `live`, as it stands without a meter
   * @param blown fuses and outputs that are open already
   */
  constructor(
    private readonly circuit: Circuit,
    private readonly state: State,
    readonly live: Assembly,
    private readonly rest: AtRest,
    readonly blown: readonly string[],
  ) {
    this.bent = live.branches.some(({ law }) => law !== null);
  }

  /**
   * The reading of `meter`: volts, ohms, amps; a test lamp shows the volts across it.
   * @throws Refusal at `path` where the meter names a point or element that is not there
   */
  read(meter: Meter, path: string): MeterReading {
    if (meter.kind === 'amps') return number(this.amps(meter.through, path));
    const from = this.point(meter.from, `${path}.from`);
    const to = this.point(meter.to, `${path}.to`);
    switch (meter.kind) {
      case 'volts':
        return number(this.volts(from, to));
      case 'testLamp':
        return number(this.across({ ...plainBranch(from, to, 1), law: testLampLaw }));
      case 'ohms':
        return this.ohms(from, to);
      case 'continuity': {
        const reading = this.ohms(from, to);
        return { ...reading, continuous: reading.value !== null && reading.value <= soundsUpToOhms };
      }
    }
  }

  /** What stands over an element and flows in it, a relay's coil included; `jammed` is a motor that cannot turn. */
  power(id: string): { readonly volts: number; readonly amps: number; readonly jammed: boolean } {
    const element = this.circuit.elements.find((one) => one.id === id);
    const jammed =
      element?.kind === 'motor' &&
      ((this.state.stalled?.includes(id) ?? false) ||
        (this.state.faults?.some((fault) => fault.element === id && fault.mode === 'binding') ?? false));
    const index = this.live.branches.findIndex((branch) => branch.element === id);
    if (index < 0) return { volts: 0, amps: 0, jammed };
    const { a, b } = this.live.branches[index]!;
    return { volts: this.rest.volts[a]! - this.rest.volts[b]!, amps: this.rest.amps[index]!, jammed };
  }

  private point(point: string, path: string): number {
    const node = this.live.points.get(point);
    if (node === undefined) throw new Refusal(path, `no point "${point}" in the circuit`);
    return node;
  }

  private amps(id: string, path: string): number {
    if (!this.circuit.elements.some((element) => element.id === id))
      throw new Refusal(`${path}.through`, `no element "${id}" in the circuit`);
    const index = this.live.branches.findIndex((branch) => branch.element === id);
    return index < 0 ? 0 : this.rest.amps[index]!;
  }

  /**
   * A voltmeter loads so little that the circuit stays on its straight lines: what it reads follows from the
   * unloaded volts and the ohms that it sees. Where those are many in a circuit with bent elements, or the two
   * points float against each other, the circuit is solved with the meter in it.
   */
  private volts(from: number, to: number): number {
    const { volts, island, line } = this.rest;
    if (from === to) return 0;
    if (island[from] !== island[to]) return this.across(plainBranch(from, to, voltmeterOhms));
    const ohms = ohmsBetween(line, from, to);
    if (this.bent && !(ohms < straightUpToOhms)) return this.across(plainBranch(from, to, voltmeterOhms));
    return ((volts[from]! - volts[to]!) * voltmeterOhms) / (voltmeterOhms + ohms);
  }

  private across(probe: Branch): number {
    if (probe.a === probe.b) return 0;
    const branches = [...this.live.branches, probe];
    const loaded = { ...this.live, branches, ends: endsOf(branches) };
    const { volts } = operate(loaded, this.blown);
    return volts[probe.a]! - volts[probe.b]!;
  }

  private ohms(from: number, to: number): MeterReading {
    if (from === to) return number(0);
    this.dead ??= assemble(this.circuit, this.state, 'dead');
    const { branches, nodes } = this.dead;
    const conducting = branches.filter(
      ({ gate, element }) =>
        gate?.kind !== 'relayOn' && !(gate?.kind === 'limit' && this.blown.includes(element!)),
    );
    const wiring = {
      nodes,
      a: [...conducting.map((branch) => branch.a), from],
      b: [...conducting.map((branch) => branch.b), to],
      active: [...conducting.map(() => true), true],
    };
    const plan = planElimination(wiring);
    const g = Float64Array.from([...conducting.map((branch) => 1 / branch.ohms), 1 / testOhms]);
    const i = Float64Array.from([...conducting.map(() => 0), -1]);
    const { volts } = solveNetwork(plan, wiring, g, i);
    // The source of 1 A has its own, very high resistance: what remains of it is taken out again.
    const seen = volts[from]! - volts[to]!;
    const value = seen >= testOhms * (1 - 1e-9) ? Infinity : seen / (1 - seen / testOhms);
    return value > overLimitOhms ? { value: null, overload: true } : number(value);
  }
}

const testOhms = 1e12;

function number(value: number): MeterReading {
  return { value: value === 0 ? 0 : value, overload: false };
}
