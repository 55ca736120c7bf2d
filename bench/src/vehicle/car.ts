/** A car on the bench: its wiring is solved, its modules watch it, keep codes and answer their tester. */
import type { Meter, MeterReading } from '@dormant-beacon/core/circuit';
import { codeNumber } from '@dormant-beacon/core/codes';
import {
  DiagnosticModule,
  type KeptCode,
  type ModuleHost,
  refusals,
  type Refused,
} from '../services/index.js';
import type { CarFile } from './car-file.js';
import {
  ascii,
  type CarIdentity,
  identifiers,
  identityOf,
  kilometreBytes,
  kilometresOf,
  moduleData,
} from './identity.js';
import { CodeMemory } from './kept-code.js';
import { liveBytes } from './live.js';
import { fileOf, firstOutput, routines } from './module-file.js';
import type { ModuleMemory } from './memory.js';
import { type Measured, memoryMonitors, type Monitor } from './monitor.js';
import { stands } from './surroundings.js';
import type { View } from './view.js';
import { type CarFault, type CarState, isOn, WiredCar } from './wired-car.js';

/** Seconds between two looks of the modules. */
const lookSeconds = 0.5;
/** Seconds after which the charge of the battery is looked at again. */
const chargeSeconds = 600;
/** Moments that are kept solved. */
const mostMoments = 64;

export interface CarOptions {
  readonly seed?: number;
  readonly state?: CarState;
  readonly faults?: readonly CarFault[];
  /** Of its battery, from 0, empty, to 1, full. */
  readonly charge?: number;
  /** Whose car it is; drawn by the seed where it is left out. */
  readonly identity?: CarIdentity;
  /** Of modules whose memory can be looked into, by their names. */
  readonly memories?: ReadonlyMap<string, ModuleMemory>;
  /** A module that came from another car. */
  readonly foreign?: string | null;
}

interface Fitted {
  memory: ModuleMemory | null;
  readonly diagnostic: DiagnosticModule;
  readonly data: Map<number, Uint8Array>;
  readonly codes: readonly { readonly monitor: Monitor; readonly memory: CodeMemory }[];
  watches: boolean;
  speaks: boolean;
  selfTestedAt: number | null;
}

/** What is measured at one look, and which monitors fail then: modules and their codes in order. */
interface Moment {
  readonly at: Measured;
  readonly fails: readonly boolean[];
}

export class Car {
  private now = 0;
  private readonly wired: WiredCar;
  private readonly modules = new Map<string, Fitted>();
  /** By which of the intermittent faults are there; until something else changes. */
  private readonly moments = new Map<string, Moment>();
  readonly identity: CarIdentity;
  /** What the model watches, and what its modules watch of their own memory. */
  readonly monitors: readonly Monitor[];
  /** Keys and coding as the car knows them, by module. */
  private readonly ordered = new Map<string, { keys: string; coding: string }>();

  constructor(
    readonly file: CarFile,
    {
      seed = 1,
      state = {},
      faults = [],
      charge = 1,
      identity,
      memories = new Map(),
      foreign = null,
    }: CarOptions = {},
  ) {
    this.wired = new WiredCar(file, seed, state, faults, charge);
    this.identity = identity ?? identityOf(file.name, seed);
    this.monitors = [
      ...file.monitors,
      ...[...new Set([...memories.keys(), ...(foreign === null ? [] : [foreign])])].flatMap((module) =>
        memoryMonitors(module, this.holdsOf(module)),
      ),
    ];
    for (const module of file.modules) {
      const codes = this.monitors
        .filter((monitor) => monitor.module === module.name)
        .map((monitor) => ({ monitor, memory: memoryOf(monitor) }));
      const owner = module.name === foreign ? identityOf(file.name, seed + 1) : this.identity;
      const data = moduleData(module.name, owner, seed);
      const memory = memories.get(module.name) ?? null;
      if (memory)
        this.ordered.set(module.name, { keys: textOf(memory, 'pairing'), coding: textOf(memory, 'option') });
      this.modules.set(module.name, {
        memory,
        data,
        codes,
        watches: true,
        speaks: true,
        selfTestedAt: null,
        diagnostic: new DiagnosticModule(
          fileOf(module, this.outputsOf(module.name), this.liveOf(module.name).length, memory),
          this.hostOf(module.name),
          seed,
        ),
      });
    }
  }

  /** Seconds since it stands here. */
  get seconds(): number {
    return this.now;
  }

  /** Something was done to it; with the ignition, a new cycle begins. */
  set(state: CarState, faults: readonly CarFault[] = this.wired.faults): void {
    const goesOn = isOn(state) && !this.wired.isOn;
    this.wired.state = state;
    this.wired.faults = faults;
    this.moments.clear();
    if (!goesOn) return;
    for (const { codes, diagnostic } of this.modules.values()) {
      for (const { memory } of codes) memory.newCycle();
      diagnostic.restart(1000 * this.now);
    }
  }

  /** Lets time pass. */
  run(seconds: number): void {
    const end = this.now + seconds;
    // Looks that see the same, one after the other, count as one that is as long.
    let held = null as { readonly moment: Moment; readonly seconds: number } | null;
    while (this.now < end - 1e-9) {
      // Where nothing comes and goes, one long look sees what many short ones would.
      const { wired } = this;
      const step = Math.min(wired.comesAndGoes && wired.isOn ? lookSeconds : chargeSeconds, end - this.now);
      this.now += step;
      if (wired.isOn) {
        const moment = this.moment();
        const before = held?.moment === moment ? held.seconds : 0;
        if (held && held.moment !== moment) this.look(held.moment, held.seconds);
        held = { moment, seconds: before + step };
        if (wired.drain(step, moment.at.quiet.amps('BAT'))) this.moments.clear();
      } else if (wired.state.deadSeconds == null) {
        if (wired.drain(step)) this.moments.clear();
      } else wired.state = { ...wired.state, deadSeconds: wired.state.deadSeconds + step };
    }
    if (held) this.look(held.moment, held.seconds);
  }

  /**
   * @returns what the module answers; null where nothing comes: no supply, no ignition, no network
   */
  ask(module: string, request: Uint8Array): Uint8Array | null {
    const fitted = this.modules.get(module);
    if (!fitted || !this.reaches(module)) return null;
    return fitted.diagnostic.answer(request, 1000 * this.now);
  }

  /** Another unit in the place of a module: what was wrong inside the old one goes with it. */
  fit(module: string, memory: ModuleMemory | null): void {
    const fitted = this.modules.get(module);
    if (!fitted) return;
    const inside = new Set([module.toUpperCase(), ...this.outputsOf(module)]);
    const { state, faults } = this.wired;
    this.set(
      { ...state, ignition: 'off' },
      faults.filter(({ element }) => !inside.has(element)),
    );
    fitted.memory = memory;
    this.set({ ...state, ignition: 'on' });
  }

  /** The car takes the coding of a module as that of its own order. */
  takeOrder(module: string): void {
    const memory = this.memoryOf(module);
    if (!memory) return;
    this.ordered.set(module, {
      keys: this.ordered.get(module)?.keys ?? '',
      coding: textOf(memory, 'option'),
    });
    this.moments.clear();
  }

  /** The memory of a module; null where it cannot be looked into. */
  memoryOf(module: string): ModuleMemory | null {
    return this.modules.get(module)?.memory ?? null;
  }

  /** Monitors that fail as it stands. */
  get failing(): readonly Monitor[] {
    const { at } = this.moment();
    return this.monitors.filter((monitor) => at.alive.has(monitor.module) && monitor.fails(at));
  }

  /** Monitors whose code is kept. */
  get storedMonitors(): readonly Monitor[] {
    return [...this.modules.values()].flatMap(({ codes }) =>
      codes.flatMap(({ monitor, memory }) => (memory.kept === null ? [] : [monitor])),
    );
  }

  /** What it is now: its state and what is wrong with it. */
  get standing(): { readonly state: CarState; readonly faults: readonly CarFault[] } {
    const { state, faults } = this.wired;
    return { state, faults };
  }

  /** Nothing is wrong with its wiring, and each module says that it belongs to it. */
  get isSound(): boolean {
    return this.wired.faults.length === 0 && this.file.modules.every(({ name }) => this.isAtHome(name));
  }

  /** Fuses that what is wrong behind them has blown. */
  get blown(): readonly string[] {
    return this.measured().quiet.blown;
  }

  /** By which its module takes an output in hand; null where none has it. */
  handleOf(output: string): { readonly module: string; readonly did: number } | null {
    for (const { name } of this.file.modules) {
      const n = this.outputsOf(name).indexOf(output);
      if (n >= 0) return { module: name, did: firstOutput + n };
    }
    return null;
  }

  /** What instruments show on its wiring as it stands. */
  readings(meters: readonly Meter[]): ReadonlyMap<string, MeterReading> {
    return this.wired.readings(meters);
  }

  /** What an element takes now, a relay’s coil included. */
  wattsOf(element: string): number {
    return this.wired.wattsOf(element);
  }

  /** As it is inside its case, whatever hangs on it. */
  get battery(): WiredCar['battery'] {
    return this.wired.battery;
  }

  /** Of the air about it. */
  get celsius(): number {
    return this.wired.celsius;
  }

  /** Whether a module hears what is sent to it. */
  reaches(module: string): boolean {
    if (!this.wired.isOn) return false;
    const { alive, hears } = this.measured();
    return alive.has(module) && hears.has(module);
  }

  /** Each warning, as the driver sees it now. */
  beacons(): { readonly name: string; readonly state: 'lit' | 'dark' }[] {
    const { alive, hears } = this.measured();
    const shown = this.wired.isOn && alive.has('cluster');
    const lit = new Set<string>();
    for (const [name, { codes }] of this.modules) {
      // The cluster shows what it is told.
      if (name !== 'cluster' && !(alive.has(name) && hears.has(name) && hears.has('cluster'))) continue;
      for (const { monitor, memory } of codes) if (monitor.lamp !== null && memory.lit) lit.add(monitor.lamp);
    }
    return this.file.beacons.map((name) => ({ name, state: shown && lit.has(name) ? 'lit' : 'dark' }));
  }

  private look({ at, fails }: Moment, step: number): void {
    let n = 0;
    for (const [name, { codes, watches }] of this.modules) {
      const sees = watches && at.alive.has(name);
      for (const { memory } of codes) {
        const failing = fails[n++]!;
        if (sees)
          memory.see(failing, step, () => [
            { did: identifiers.supply, bytes: this.supplyBytes(name, at.quiet) },
          ]);
      }
    }
  }

  private measured(): Measured {
    return this.moment().at;
  }

  /** How the car stands at this look: with each intermittent fault there or not, by its chance. */
  private moment(): Moment {
    const faults = this.wired.drawn();
    const key = this.wired.comesAndGoes ? faults.map(({ element }) => element).join(' ') : '';
    const known = this.moments.get(key);
    if (known) return known;
    const silent = [...this.modules].flatMap(([name, { speaks }]) => (speaks ? [] : [name]));
    const at = this.wired.measure(faults, new Set(silent));
    const fails = [...this.modules.values()].flatMap(({ codes }) =>
      codes.map(({ monitor }) => monitor.fails(at)),
    );
    if (this.moments.size >= mostMoments) this.moments.clear();
    const moment = { at, fails };
    this.moments.set(key, moment);
    return moment;
  }

  private supplyBytes(module: string, view: View): Uint8Array {
    const hundredths = Math.max(
      0,
      Math.min(0xffff, Math.round(100 * view.across(`${module}+`, `${module}-`))),
    );
    return Uint8Array.of(hundredths >> 8, hundredths & 0xff);
  }

  private liveOf(module: string) {
    return this.file.live.filter((own) => own.module === module);
  }

  /** What a module with a memory looks at of it. */
  private holdsOf(module: string) {
    const memory = () => this.modules.get(module)?.memory ?? null;
    const ordered = () => this.ordered.get(module);
    return {
      vin: () => {
        const own = ascii(this.identity.vin, 17);
        return this.dataOf(module, identifiers.vin)?.every((byte, n) => byte === own[n]) === true;
      },
      whole: () => memory()?.isSound !== false,
      keys: () => memory() === null || textOf(memory()!, 'pairing') === ordered()?.keys,
      coding: () => memory() === null || textOf(memory()!, 'option') === ordered()?.coding,
    };
  }

  /** What a module says of itself, its memory before all else. */
  private dataOf(name: string, did: number): Uint8Array | null {
    const { memory, data } = this.modules.get(name)!;
    const live = this.liveOf(name)[did - identifiers.firstLive];
    if (live) return liveBytes(live.of(this.measured()));
    if (did === identifiers.supply) return this.supplyBytes(name, this.measured().quiet);
    const km = memory?.valueOf('odometer');
    if (did === identifiers.odometer && typeof km === 'number') return kilometreBytes(km);
    const role = roleOf[did];
    return (role && memory?.bytesOf(role)) ?? data.get(did) ?? null;
  }

  private writeData(name: string, did: number, bytes: Uint8Array): Refused {
    const { memory, data } = this.modules.get(name)!;
    this.moments.clear();
    if (did === identifiers.odometer) {
      const [km, shown] = [kilometresOf(bytes), kilometresOf(this.dataOf(name, did)!)];
      // A distance goes up alone.
      if (km < shown) return refusals.conditions;
      if (memory?.fieldOf('odometer')) return memory.writeNumber('odometer', km) ? null : refusals.outOfRange;
    }
    const role = roleOf[did];
    if (role && memory?.fieldOf(role)) return memory.write(role, bytes) ? null : refusals.outOfRange;
    data.set(did, bytes);
    return null;
  }

  private outputsOf(module: string): readonly string[] {
    // Outputs belong to the module that watches their lamp.
    return this.file.outputs.filter((output) =>
      this.file.monitors.some((monitor) => monitor.module === module && monitor.watches === output),
    );
  }

  /** It says that it belongs to this car, and is whole. */
  private isAtHome(name: string): boolean {
    const holds = this.holdsOf(name);
    return holds.vin() && holds.whole();
  }

  /** The car takes the keys that its module knows now. */
  private orderedNow(name: string): { keys: string; coding: string } {
    const { memory } = this.modules.get(name)!;
    return {
      keys: memory ? textOf(memory, 'pairing') : '',
      coding: this.ordered.get(name)?.coding ?? '',
    };
  }

  private hostOf(name: string): ModuleHost {
    const own = () => this.modules.get(name)!;
    const outputs = this.outputsOf(name);
    return {
      supplyVolts: () => this.measured().quiet.across(`${name}+`, `${name}-`),
      standing: () => stands(this.wired.around),
      read: (did) => this.dataOf(name, did),
      write: (did, bytes) => this.writeData(name, did, bytes),
      readMemory: (address, length) => own().memory?.read(address, length) ?? null,
      writeMemory: (address, bytes): Refused => {
        this.moments.clear();
        return own().memory?.put(address, bytes) ? null : refusals.outOfRange;
      },
      codes: () =>
        own()
          .codes.map(({ memory }) => memory.kept)
          .filter((kept): kept is KeptCode => kept !== null),
      clear: (group): Refused => {
        const all = group === 0xff_ff_ff;
        const wanted = own().codes.filter(({ memory }) => all || memory.number === group);
        if (wanted.length === 0 && !all) return refusals.outOfRange;
        for (const { memory } of wanted) memory.clear();
        return null;
      },
      start: (routine): Refused => {
        if (routine === routines.selfTest) own().selfTestedAt = this.now;
        // Who does not belong to this car is taught nothing.
        else if (!this.isAtHome(name)) return refusals.conditions;
        if (routine === routines.teachKeys) {
          this.ordered.set(name, this.orderedNow(name));
          this.moments.clear();
        }
        return null;
      },
      stop: (): Refused => null,
      result: (routine) => {
        if (routine !== routines.selfTest) return Uint8Array.of(0x00);
        const begun = own().selfTestedAt;
        if (begun === null || this.now - begun < 2) return null;
        const at = this.measured();
        return Uint8Array.of(own().codes.some(({ monitor }) => monitor.fails(at)) ? 0x02 : 0x00);
      },
      control: (did, how, bytes): Refused => {
        const output = outputs[did - firstOutput];
        if (output === undefined) return refusals.outOfRange;
        if (how !== 0 && !this.isAtHome(name)) return refusals.conditions;
        if (how === 3 && bytes[0] === 1) this.wired.handled.add(output);
        else if (how !== 2) this.wired.handled.delete(output);
        this.moments.clear();
        return null;
      },
      reset: () => undefined,
      codeSetting: (on) => {
        own().watches = on;
      },
      communication: (kind) => {
        own().speaks = kind === 0 || kind === 2;
        this.moments.clear();
      },
    };
  }
}

const memoryOf = ({ code, failureType, seconds, lamp }: Monitor): CodeMemory =>
  new CodeMemory(codeNumber(code, failureType), seconds, lamp !== null);

const roleOf: Readonly<Record<number, 'vin' | 'option'>> = {
  [identifiers.vin]: 'vin',
  [identifiers.coding]: 'option',
};
const textOf = (memory: ModuleMemory, role: 'pairing' | 'option'): string =>
  String(memory.bytesOf(role) ?? '');
