/** A car that stands still, for specs of one module: what it is asked is kept, what it holds is given. */
import type { KeptCode, ModuleFile, ModuleHost, Refused } from '../services/index.js';

export const file: ModuleFile = {
  name: 'body',
  address: 0x740,
  secret: 0x5eed,
  data: [
    { did: 0xf190, name: 'VIN', length: 17, write: { in: ['extended', 'programming'], unlocked: true } },
    { did: 0x0101, name: 'supply volts', length: 2 },
    { did: 0x0200, name: 'options', length: 4, write: { in: ['extended'], unlocked: false } },
    { did: 0x0300, name: 'crash record', length: 2, readIn: ['extended', 'programming'], readUnlocked: true },
  ],
  routines: [
    { id: 0x0203, name: 'teach end stops', in: ['extended'], unlocked: false, options: 1, seconds: 4 },
    { id: 0xff00, name: 'erase memory', in: ['programming'], unlocked: true, options: 0, seconds: 2 },
  ],
  memory: true,
  outputs: [{ did: 0x0401, name: 'left tail lamp', length: 1, unlocked: false }],
};

export class StillCar implements ModuleHost {
  volts = 12.6;
  stands = true;
  running = false;
  refused: Refused = null;
  kept: KeptCode[] = [
    {
      number: 0x904913,
      status: 0x2f,
      occurrences: 3,
      cyclesSince: 2,
      snapshot: [{ did: 0x0101, bytes: Uint8Array.of(0x04, 0xec) }],
    },
    { number: 0xc14000, status: 0x28, occurrences: 1, cyclesSince: 300, snapshot: null },
  ];
  readonly memory = new Map<number, Uint8Array>(
    file.data.map(({ did, length }) => [did, new Uint8Array(length)]),
  );
  readonly store = Uint8Array.from({ length: 64 }, (_, n) => n);
  readonly done: string[] = [];

  supplyVolts = () => this.volts;
  standing = () => this.stands;
  read = (did: number) => this.memory.get(did) ?? null;
  codes = () => this.kept;
  readMemory = (address: number, length: number) =>
    address + length > this.store.length ? null : this.store.subarray(address, address + length);
  writeMemory(address: number, bytes: Uint8Array): Refused {
    if (this.refused === null) this.store.set(bytes, address);
    return this.refused;
  }
  result = () => (this.running ? null : Uint8Array.of(0x00));
  write(did: number, bytes: Uint8Array): Refused {
    if (this.refused === null) this.memory.set(did, bytes);
    return this.refused;
  }
  clear(group: number): Refused {
    if (group !== 0xffffff) return 0x31;
    this.kept = [];
    return null;
  }
  start(id: number): Refused {
    this.done.push(`start ${id.toString(16)}`);
    return this.refused;
  }
  stop(id: number): Refused {
    this.done.push(`stop ${id.toString(16)}`);
    return null;
  }
  control(did: number, how: number): Refused {
    this.done.push(`control ${did.toString(16)} ${how}`);
    return this.refused;
  }
  reset(kind: string): void {
    this.done.push(`reset ${kind}`);
  }
  codeSetting(on: boolean): void {
    this.done.push(`codes ${on ? 'on' : 'off'}`);
  }
  communication(kind: number): void {
    this.done.push(`communication ${kind}`);
  }
}
