/** What a module says of itself: numbers in the schemes of the made-up world, the same for the same seed. */
import { randomNumbers } from '@dormant-beacon/core/random';
import type { DataItem } from '../services/index.js';

export const identifiers = {
  part: 0xf187,
  serial: 0xf18c,
  vin: 0xf190,
  software: 0xf195,
  supply: 0x0101,
  odometer: 0x0102,
  coding: 0x0110,
  /** Live values of what a module watches, in the order of its monitors. */
  firstLive: 0x0300,
} as const;

/** Alike in every module: identity, its supply in hundredths of a volt, the distance in kilometres. */
export const usualData: readonly DataItem[] = [
  { did: identifiers.part, name: 'part number', length: 11 },
  { did: identifiers.serial, name: 'serial number', length: 8 },
  {
    did: identifiers.vin,
    name: 'vehicle identification',
    length: 17,
    write: { in: ['extended', 'programming'], unlocked: true },
  },
  { did: identifiers.software, name: 'software', length: 4 },
  { did: identifiers.supply, name: 'supply, hundredths of a volt', length: 2 },
  {
    did: identifiers.odometer,
    name: 'distance, kilometres',
    length: 3,
    write: { in: ['extended', 'programming'], unlocked: true },
  },
];

const letters = 'ABCDEFGHJKLMNPRSTUVWXYZ';
const figures = '0123456789';

/** Text as bytes, filled with blanks. */
export const ascii = (text: string, length: number): Uint8Array =>
  Uint8Array.from({ length }, (_, n) => text.charCodeAt(n) || 0x20);

export interface CarIdentity {
  readonly vin: string;
  readonly km: number;
}

/** Seventeen signs as the demo has them; the makes are made up, and so is every number. */
export function identityOf(name: string, seed: number): CarIdentity {
  const random = randomNumbers(seed ^ hash(name));
  const pick = (from: string) => from[Math.floor(from.length * random.uniform())]!;
  const make = name
    .toUpperCase()
    .replace(/[^A-Z]|[IOQ]/g, '')
    .slice(0, 3);
  const vin = `${make}${Array.from({ length: 8 }, () => pick(letters)).join('')}${Array.from({ length: 6 }, () => pick(figures)).join('')}`;
  return { vin, km: 20_000 + Math.floor(150_000 * random.uniform()) };
}

/** What is written in a module of that car. */
export function moduleData(module: string, car: CarIdentity, seed: number): Map<number, Uint8Array> {
  const random = randomNumbers(seed ^ hash(module));
  const number = (length: number) =>
    Array.from({ length }, () => figures[Math.floor(10 * random.uniform())]).join('');
  const initials = module.slice(0, 2).toUpperCase();
  return new Map([
    [identifiers.part, ascii(`${initials}-${number(4)}-${number(2)}A`, 11)],
    [identifiers.serial, ascii(number(8), 8)],
    [identifiers.vin, ascii(car.vin, 17)],
    [identifiers.software, ascii(`${number(2)}.${number(1)}`, 4)],
    [identifiers.odometer, kilometreBytes(car.km)],
  ]);
}

/** A distance in three bytes. */
export const kilometreBytes = (km: number): Uint8Array =>
  Uint8Array.of((km >> 16) & 0xff, (km >> 8) & 0xff, km & 0xff);
export const kilometresOf = (bytes: Uint8Array): number => (bytes[0]! << 16) | (bytes[1]! << 8) | bytes[2]!;

const hash = (text: string): number =>
  [...text].reduce((sum, letter) => Math.imul(sum ^ letter.charCodeAt(0), 0x0100_0193), 0x811c_9dc5);
