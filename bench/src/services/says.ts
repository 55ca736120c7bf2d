/** Requests and answers in words; what is not understood stays as bytes. */
import { toHex } from '../frames/index.js';
import { toldCodes } from './told-codes.js';
import { negative, positive, quietBit, refusalWords, services } from './words.js';

export interface Said {
  readonly kind: 'request' | 'answer' | 'refusal' | 'unknown';
  readonly says: string;
}

const requestWords: Readonly<Record<number, (bytes: Uint8Array) => string>> = {
  [services.session]: ([, sub]) => `session ${sessionWord(sub)}`,
  [services.reset]: ([, sub]) => `reset ${hex(sub)}`,
  [services.clearCodes]: (bytes) =>
    toHex(bytes.subarray(1)) === 'ffffff' ? 'clear all codes' : `clear codes ${toHex(bytes.subarray(1))}`,
  [services.readCodes]: ([, sub, mask]) =>
    `read codes ${hex(sub)}${mask === undefined ? '' : `, ${hex(mask)}`}`,
  [services.readData]: (bytes) => `read data ${pairs(bytes.subarray(1)).join(', ')}`,
  [services.readMemory]: (bytes) => `read memory ${memoryWords(bytes)}`,
  [services.writeMemory]: (bytes) => `write memory ${memoryWords(bytes)}`,
  [services.security]: ([, sub]) => ((sub ?? 0) % 2 === 1 ? 'ask for a seed' : 'send a key'),
  [services.communication]: ([, sub]) => `communication ${hex(sub)}`,
  [services.writeData]: (bytes) => `write data ${toHex(bytes.subarray(1, 3))}`,
  [services.control]: (bytes) => `control output ${toHex(bytes.subarray(1, 3))}`,
  [services.routine]: ([, sub, high, low]) =>
    `${({ 1: 'start', 2: 'stop', 3: 'result of' } as Record<number, string>)[(sub ?? 0) & ~quietBit] ?? 'ask'} routine ${hex(high)}${hex(low)}`,
  [services.testerPresent]: () => 'tester present',
  [services.codeSetting]: ([, sub]) => `codes ${((sub ?? 0) & ~quietBit) === 1 ? 'on' : 'off'}`,
};

/** @example sayMessage(Uint8Array.of(0x7f, 0x22, 0x31)).says // 'read data refused: request out of range' */
export function sayMessage(bytes: Uint8Array): Said {
  const [first] = bytes;
  if (first === undefined) return { kind: 'unknown', says: '' };
  if (first === negative && bytes.length === 3) {
    const asked = serviceWord(bytes[1]!);
    return { kind: 'refusal', says: `${asked} refused: ${refusalWords[bytes[2]!] ?? hex(bytes[2])}` };
  }
  const request = requestWords[first];
  if (request) return { kind: 'request', says: request(bytes) };
  const answered = first - positive;
  if (!(answered in requestWords)) return { kind: 'unknown', says: toHex(bytes) };
  return { kind: 'answer', says: `${serviceWord(answered)}: ${answerWords(answered, bytes)}` };
}

function answerWords(service: number, bytes: Uint8Array): string {
  if (service === services.readCodes && (bytes[1] === 0x02 || bytes[1] === 0x0a)) return codesSay(bytes);
  if (service === services.clearCodes || bytes.length === 1) return 'done';
  return toHex(bytes.subarray(1));
}

function codesSay(answer: Uint8Array): string {
  const codes = toldCodes(answer).map(({ code, failureType, status }) => `${code}-${failureType} ${status}`);
  return codes.length === 0 ? 'no codes' : codes.join(', ');
}

const names: Readonly<Record<number, string>> = {
  [services.session]: 'session',
  [services.reset]: 'reset',
  [services.clearCodes]: 'clear codes',
  [services.readCodes]: 'read codes',
  [services.readData]: 'read data',
  [services.readMemory]: 'read memory',
  [services.writeMemory]: 'write memory',
  [services.security]: 'security',
  [services.communication]: 'communication',
  [services.writeData]: 'write data',
  [services.control]: 'control output',
  [services.routine]: 'routine',
  [services.testerPresent]: 'tester present',
  [services.codeSetting]: 'code setting',
};
const serviceWord = (service: number): string => names[service] ?? `service ${hex(service)}`;
const sessionWord = (sub: number | undefined): string =>
  (({ 1: 'default', 2: 'programming', 3: 'extended' }) as Record<number, string>)[(sub ?? 0) & ~quietBit] ??
  hex(sub);
/** Address and length, by the byte that says how long each is. */
function memoryWords(bytes: Uint8Array): string {
  const lengths = bytes[1] ?? 0;
  const address = 2 + (lengths & 0x0f);
  return `${toHex(bytes.subarray(2, address))}, ${Number(`0x0${toHex(bytes.subarray(address, address + (lengths >> 4)))}`)} bytes`;
}
const hex = (byte: number | undefined): string => (byte ?? 0).toString(16).padStart(2, '0');
const pairs = (bytes: Uint8Array): string[] => toHex(bytes).match(/.{1,4}/g) ?? [];
