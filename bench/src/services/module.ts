/** A module as it answers its tester: sessions, security, and the order in which a request is refused. Source: ISO 14229-1. */
import { randomNumbers, type RandomNumbers } from '@dormant-beacon/core/random';
import type { KeptCode, ModuleFile, ModuleHost, Refused } from './host.js';
import { keyOf } from './key.js';
import {
  negative,
  positive,
  quietBit,
  type RefusalCode,
  refusals,
  services,
  type Session,
  sessions,
} from './words.js';

/** Milliseconds without a request after which a session ends. */
const sessionEndsMs = 5000;
/** Wrong keys after which it waits, and for how long. */
const mostKeys = 3;
const keyDelayMs = 10_000;
/** Volts below which nothing is written and nothing started. */
const leastVolts = 9.5;
/** Data identifiers that one request may ask for, and bytes that an answer may have. */
const mostIdentifiers = 16;
const mostAnswer = 4095;
/** All eight status bits are kept. */
const statusBits = 0xff;
/** Two bytes of code and one of failure type. */
const codeFormat = 0x01;
/** Of extended data: how often it was found, and the cycles since. */
const occurrenceRecord = 0x01;
const cyclesRecord = 0x02;
const snapshotRecord = 0x01;
const allRecords = 0xff;

/** Refuses a request. */
class No {
  constructor(readonly code: RefusalCode) {}
}
const no = (code: RefusalCode): never => {
  throw new No(code);
};

/** To one module, or to all at once: then it does not say what it does not know. */
export type Addressing = 'physical' | 'functional';

/** Refusals that are kept back where everybody was asked. */
const keptBack: ReadonlySet<number> = new Set([
  refusals.serviceUnknown,
  refusals.subFunctionUnknown,
  refusals.outOfRange,
  refusals.subFunctionNotInSession,
  refusals.serviceNotInSession,
]);

export class DiagnosticModule {
  private session: Session = 'default';
  private unlocked = false;
  /** Seed that waits for its key. */
  private seed: number | null = null;
  private wrongKeys = 0;
  private keysFrom = 0;
  private heardAt = 0;
  private readonly started = new Set<number>();
  private readonly controlled = new Set<number>();
  private readonly random: RandomNumbers;

  constructor(
    readonly file: ModuleFile,
    private readonly host: ModuleHost,
    seed = 1,
  ) {
    this.random = randomNumbers(seed ^ file.address);
  }

  /** In which it is now, and whether it is unlocked. */
  state(now: number): { readonly session: Session; readonly unlocked: boolean } {
    this.expire(now);
    return { session: this.session, unlocked: this.unlocked };
  }

  /** The power was off: everything begins anew, the waiting time after wrong keys too. */
  restart(now: number): void {
    this.toSession('default');
    this.wrongKeys = 0;
    this.keysFrom = now + keyDelayMs;
    this.heardAt = now;
  }

  /**
   * @param now in milliseconds
   * @returns null where it does not answer: a positive answer that the tester does not want, or a refusal to everybody
   */
  answer(request: Uint8Array, now: number, addressing: Addressing = 'physical'): Uint8Array | null {
    this.expire(now);
    this.heardAt = now;
    const [service] = request;
    if (service === undefined) return null;
    try {
      const bytes = this.serve(service, request, now);
      return bytes && Uint8Array.of(service + positive, ...bytes);
    } catch (error) {
      if (!(error instanceof No)) throw error;
      if (addressing === 'functional' && keptBack.has(error.code)) return null;
      return Uint8Array.of(negative, service, error.code);
    }
  }

  private serve(service: number, request: Uint8Array, now: number): readonly number[] | null {
    switch (service) {
      case services.session:
        return this.changeSession(request);
      case services.reset:
        return this.reset(request);
      case services.clearCodes:
        return this.clearCodes(request);
      case services.readCodes:
        return this.readCodes(request);
      case services.readData:
        return this.readData(request);
      case services.readMemory:
        return this.readMemory(request);
      case services.writeMemory:
        return this.writeMemory(request);
      case services.security:
        return this.secure(request, now);
      case services.communication:
        return this.communication(request);
      case services.writeData:
        return this.writeData(request);
      case services.control:
        return this.control(request);
      case services.routine:
        return this.routine(request);
      case services.testerPresent:
        return this.testerPresent(request);
      case services.codeSetting:
        return this.codeSetting(request);
      default:
        return no(refusals.serviceUnknown);
    }
  }

  private changeSession(request: Uint8Array): number[] | null {
    const { sub, quiet } = subOf(request);
    const wanted = (Object.keys(sessions) as Session[]).find((name) => sessions[name] === sub);
    if (!wanted) return no(refusals.subFunctionUnknown);
    if (wanted === 'programming' && this.session === 'default') no(refusals.subFunctionNotInSession);
    exactly(request, 2);
    if (wanted === 'programming' && !this.host.standing()) no(refusals.conditions);
    this.toSession(wanted);
    // 50 ms for an answer, 5 s after it said that it is still to come.
    return quiet ? null : [sub, 0x00, 0x32, 0x01, 0xf4];
  }

  private reset(request: Uint8Array): number[] | null {
    const { sub, quiet } = subOf(request);
    const kind = ({ 1: 'hard', 2: 'key', 3: 'soft' } as const)[sub as 1 | 2 | 3];
    if (!kind) return no(refusals.subFunctionUnknown);
    exactly(request, 2);
    if (!this.host.standing()) no(refusals.conditions);
    this.toSession('default');
    this.host.reset(kind);
    return quiet ? null : [sub];
  }

  private clearCodes(request: Uint8Array): number[] {
    exactly(request, 4);
    this.powered();
    refuse(this.host.clear(number(request, 1, 3)));
    return [];
  }

  private readCodes(request: Uint8Array): readonly number[] | null {
    const { sub, quiet } = subOf(request);
    const answer = this.codesBy(sub, request);
    return quiet ? null : answer;
  }

  private codesBy(sub: number, request: Uint8Array): readonly number[] {
    const kept = this.host.codes();
    switch (sub) {
      case 0x01: {
        exactly(request, 3);
        const count = kept.filter(({ status }) => (status & request[2]!) !== 0).length;
        return [sub, statusBits, codeFormat, count >> 8, count & 0xff];
      }
      case 0x02: {
        exactly(request, 3);
        const told = kept.filter(({ status }) => (status & request[2]!) !== 0);
        return bounded([sub, statusBits, ...told.flatMap((code) => [...codeBytes(code), code.status])]);
      }
      case 0x0a:
        exactly(request, 2);
        return bounded([sub, statusBits, ...kept.flatMap((code) => [...codeBytes(code), code.status])]);
      case 0x04:
        return this.snapshot(sub, request, kept);
      case 0x06:
        return this.extended(sub, request, kept);
      default:
        return no(refusals.subFunctionUnknown);
    }
  }

  private snapshot(sub: number, request: Uint8Array, kept: readonly KeptCode[]): number[] {
    exactly(request, 6);
    const code = keptCode(request, kept);
    const record = request[5]!;
    if (record !== snapshotRecord && record !== allRecords) no(refusals.outOfRange);
    const head = [sub, ...codeBytes(code), code.status];
    if (!code.snapshot) return head;
    const data = code.snapshot.flatMap(({ did, bytes }) => [did >> 8, did & 0xff, ...bytes]);
    return [...head, snapshotRecord, code.snapshot.length, ...data];
  }

  private extended(sub: number, request: Uint8Array, kept: readonly KeptCode[]): number[] {
    exactly(request, 6);
    const code = keptCode(request, kept);
    const record = request[5]!;
    const records = new Map([
      [occurrenceRecord, Math.min(255, code.occurrences)],
      [cyclesRecord, Math.min(255, code.cyclesSince)],
    ]);
    const head = [sub, ...codeBytes(code), code.status];
    if (record === allRecords) return [...head, ...[...records].flat()];
    const value = records.get(record);
    return value === undefined ? no(refusals.outOfRange) : [...head, record, value];
  }

  private readData(request: Uint8Array): readonly number[] {
    const asked = request.length - 1;
    if (asked < 2 || asked % 2 !== 0 || asked / 2 > mostIdentifiers) no(refusals.wrongLength);
    const answer: number[] = [];
    for (let at = 1; at < request.length; at += 2) {
      const did = number(request, at, 2);
      const item = this.file.data.find((own) => own.did === did);
      if (!item || (item.readIn && !item.readIn.includes(this.session))) continue;
      if (item.readUnlocked && !this.unlocked) no(refusals.locked);
      const bytes = this.host.read(did);
      if (!bytes) no(refusals.conditions);
      answer.push(did >> 8, did & 0xff, ...bytes!);
    }
    if (answer.length === 0) no(refusals.outOfRange);
    return bounded(answer);
  }

  private writeData(request: Uint8Array): number[] {
    this.notInDefault();
    if (request.length < 4) no(refusals.wrongLength);
    const did = number(request, 1, 2);
    const item = this.file.data.find((own) => own.did === did);
    if (!item?.write?.in.includes(this.session)) return no(refusals.outOfRange);
    if (item.write.unlocked && !this.unlocked) no(refusals.locked);
    exactly(request, 3 + item.length);
    this.powered();
    refuse(this.host.write(did, request.slice(3)));
    return [did >> 8, did & 0xff];
  }

  private readMemory(request: Uint8Array): readonly number[] {
    if (!this.file.memory) no(refusals.serviceUnknown);
    this.notInDefault();
    const { address, length, head } = spanOf(request);
    exactly(request, head);
    const bytes = this.host.readMemory(address, length);
    if (length === 0 || !bytes) return no(refusals.outOfRange);
    if (!this.unlocked) no(refusals.locked);
    return bounded([...bytes]);
  }

  private writeMemory(request: Uint8Array): readonly number[] {
    if (!this.file.memory) no(refusals.serviceUnknown);
    if (this.session !== 'programming') no(refusals.serviceNotInSession);
    const { address, length, head } = spanOf(request);
    exactly(request, head + length);
    if (length === 0 || !this.host.readMemory(address, length)) no(refusals.outOfRange);
    if (!this.unlocked) no(refusals.locked);
    this.powered();
    refuse(this.host.writeMemory(address, request.slice(head)));
    return [...request.subarray(1, head)];
  }

  private secure(request: Uint8Array, now: number): number[] | null {
    this.notInDefault();
    const { sub, quiet } = subOf(request);
    if (sub !== 1 && sub !== 2) return no(refusals.subFunctionUnknown);
    if (sub === 1) {
      exactly(request, 2);
      if (now < this.keysFrom) no(refusals.keyTooSoon);
      const seed = this.unlocked ? 0 : 1 + Math.floor(0xffff_fffe * this.random.uniform());
      this.seed = seed;
      return quiet ? null : [sub, ...bytesOf(seed)];
    }
    if (this.seed === null || this.seed === 0) no(refusals.sequence);
    exactly(request, 6);
    const expected = keyOf(this.seed!, this.file.secret);
    this.seed = null;
    if (number(request, 2, 4) !== expected) {
      this.wrongKeys += 1;
      if (this.wrongKeys < mostKeys) no(refusals.wrongKey);
      this.wrongKeys = 0;
      this.keysFrom = now + keyDelayMs;
      no(refusals.tooManyKeys);
    }
    this.wrongKeys = 0;
    this.unlocked = true;
    return quiet ? null : [sub];
  }

  private communication(request: Uint8Array): number[] | null {
    this.notInDefault();
    const { sub, quiet } = subOf(request);
    if (sub > 3) no(refusals.subFunctionUnknown);
    exactly(request, 3);
    const kind = request[2]! & 0x03;
    if (kind === 0) no(refusals.outOfRange);
    if (!this.host.standing()) no(refusals.conditions);
    this.host.communication(sub);
    return quiet ? null : [sub];
  }

  private control(request: Uint8Array): readonly number[] {
    this.notInDefault();
    if (request.length < 4) no(refusals.wrongLength);
    const did = number(request, 1, 2);
    const how = request[3]!;
    const output = this.file.outputs.find((own) => own.did === did);
    if (!output || how > 3) return no(refusals.outOfRange);
    if (output.unlocked && !this.unlocked) no(refusals.locked);
    exactly(request, how === 3 ? 4 + output.length : 4);
    if (how !== 0) {
      this.powered();
      if (!this.host.standing()) no(refusals.conditions);
    }
    const bytes = request.slice(4);
    refuse(this.host.control(did, how, bytes));
    if (how === 0) this.controlled.delete(did);
    else this.controlled.add(did);
    return [did >> 8, did & 0xff, how, ...bytes];
  }

  private routine(request: Uint8Array): readonly number[] | null {
    this.notInDefault();
    const { sub, quiet } = subOf(request, 4);
    if (sub < 1 || sub > 3) no(refusals.subFunctionUnknown);
    const id = number(request, 2, 2);
    const routine = this.file.routines.find((own) => own.id === id);
    if (!routine?.in.includes(this.session)) return no(refusals.outOfRange);
    if (routine.unlocked && !this.unlocked) no(refusals.locked);
    exactly(request, sub === 1 ? 4 + routine.options : 4);
    const head = [sub, id >> 8, id & 0xff];
    if (sub === 1) {
      this.powered();
      if (!this.host.standing()) no(refusals.conditions);
      refuse(this.host.start(id, request.slice(4)));
      this.started.add(id);
      return quiet ? null : head;
    }
    if (!this.started.has(id)) no(refusals.sequence);
    if (sub === 2) {
      refuse(this.host.stop(id));
      return quiet ? null : head;
    }
    const result = this.host.result(id);
    // Still running: it says so in one byte of its own.
    const told = result ?? Uint8Array.of(0x01);
    return quiet ? null : [...head, ...told];
  }

  private testerPresent(request: Uint8Array): number[] | null {
    const { sub, quiet } = subOf(request);
    if (sub !== 0) no(refusals.subFunctionUnknown);
    exactly(request, 2);
    return quiet ? null : [sub];
  }

  private codeSetting(request: Uint8Array): number[] | null {
    this.notInDefault();
    const { sub, quiet } = subOf(request);
    if (sub !== 1 && sub !== 2) no(refusals.subFunctionUnknown);
    exactly(request, 2);
    if (!this.host.standing()) no(refusals.conditions);
    this.host.codeSetting(sub === 1);
    return quiet ? null : [sub];
  }

  private notInDefault(): void {
    if (this.session === 'default') no(refusals.serviceNotInSession);
  }

  private powered(): void {
    if (this.host.supplyVolts() < leastVolts) no(refusals.voltageTooLow);
  }

  private expire(now: number): void {
    if (this.session !== 'default' && now - this.heardAt > sessionEndsMs) this.toSession('default');
  }

  /** What a session had unlocked, taken in hand or switched off ends with it. */
  private toSession(session: Session): void {
    if (session !== 'default' || this.session !== 'default') {
      this.unlocked = false;
      this.seed = null;
    }
    if (session === 'default' && this.session !== 'default') {
      for (const did of this.controlled) this.host.control(did, 0, new Uint8Array());
      this.controlled.clear();
      this.host.codeSetting(true);
      this.host.communication(0);
      this.started.clear();
    }
    this.session = session;
  }
}

/** The sub-function without the bit that asks for silence. @throws No where the request is too short for one */
function subOf(request: Uint8Array, least = 2): { sub: number; quiet: boolean } {
  if (request.length < least) no(refusals.wrongLength);
  const byte = request[1]!;
  return { sub: byte & ~quietBit, quiet: (byte & quietBit) !== 0 };
}

function exactly(request: Uint8Array, length: number): void {
  if (request.length !== length) no(refusals.wrongLength);
}

/** Where a request begins and how many bytes it means: one byte says how long both are, up to four bytes each. */
function spanOf(request: Uint8Array): { address: number; length: number; head: number } {
  if (request.length < 4) no(refusals.wrongLength);
  const [places, digits] = [request[1]! & 0x0f, request[1]! >> 4];
  if (places < 1 || places > 4 || digits < 1 || digits > 4) no(refusals.outOfRange);
  const head = 2 + places + digits;
  if (request.length < head) no(refusals.wrongLength);
  return { address: number(request, 2, places), length: number(request, 2 + places, digits), head };
}

function refuse(code: Refused): void {
  if (code !== null) no(code);
}

function keptCode(request: Uint8Array, kept: readonly KeptCode[]): KeptCode {
  const wanted = number(request, 2, 3);
  return kept.find((code) => code.number === wanted) ?? no(refusals.outOfRange);
}

function bounded(bytes: number[]): number[] {
  if (bytes.length + 1 > mostAnswer) no(refusals.tooLong);
  return bytes;
}

/** A whole number of so many bytes, the highest first. */
function number(bytes: Uint8Array, at: number, length: number): number {
  let value = 0;
  for (let n = at; n < at + length; n++) value = value * 256 + bytes[n]!;
  return value;
}

const codeBytes = ({ number: code }: KeptCode): number[] => [
  (code >> 16) & 0xff,
  (code >> 8) & 0xff,
  code & 0xff,
];

const bytesOf = (value: number): number[] => [
  (value >>> 24) & 0xff,
  (value >>> 16) & 0xff,
  (value >>> 8) & 0xff,
  value & 0xff,
];
