/** The body module of the Ostrel Marn: what it carries, and the layout of its memory. */
import type { CodingBook } from '@dormant-beacon/core/coding';

const foreign = ['used', 'clone', 're-code'] as const;

export const marnBody: CodingBook = {
  title: 'Body module of the Marn',
  make: 'Ostrel',
  model: 'Marn wagon',
  unit: 'body module',
  carries: [
    {
      id: 'memory',
      kind: 'identity',
      how: 'save',
      does: 'Read out the memory of the old module and keep it here',
    },
    {
      id: 'labels',
      kind: 'identity',
      how: 'save',
      does: 'Photograph its label, both plugs and their colours',
    },
    { id: 'vin', kind: 'identity', how: 'write', does: 'Write this car’s VIN', routes: [...foreign] },
    {
      id: 'distance',
      kind: 'odometer',
      how: 'write',
      does: 'Write this car’s distance before the module is plugged in',
      routes: [...foreign],
    },
    { id: 'options', kind: 'options', how: 'write', does: 'Write the coding bytes of this car’s options' },
    {
      id: 'keys',
      kind: 'pairing',
      how: 'teach',
      does: 'Teach every key of this car',
      routes: ['new', 'used', 're-code'],
    },
    {
      id: 'windows',
      kind: 'calibration',
      how: 'teach',
      does: 'Teach the end stops: run each window down, then up, and hold',
    },
    {
      id: 'service',
      kind: 'guarantee',
      how: 'declare',
      does: 'Tell the maker’s service which module is in the car now',
    },
  ],
  odometerStores: ['Cluster', 'Body module'],
  layout: {
    fields: [
      { name: 'VIN', address: 0x00, length: 17, encoding: 'ascii', mirrors: [0x100], role: 'vin' },
      { name: 'Part number', address: 0x14, length: 11, encoding: 'ascii' },
      { name: 'Distance', address: 0x40, length: 3, encoding: 'uint', mirrors: [0x140], role: 'odometer' },
      { name: 'Keys', address: 0x80, length: 16, role: 'pairing' },
      { name: 'Crash record', address: 0xa0, length: 16, role: 'crash' },
      { name: 'Coding', address: 0xc0, length: 4, encoding: 'bits', role: 'option' },
      { name: 'Lamp trim', address: 0xd0, length: 8 },
    ],
    checksums: [
      { name: 'Main', from: 0x00, to: 0xef, kind: 'crc16-ccitt-false', at: 0xf0 },
      { name: 'Second block', from: 0x100, to: 0x15f, kind: 'crc8', at: 0x160 },
    ],
  },
  options: {
    field: 'Coding',
    rules: [
      { option: 'fog lamps', byte: 0, mask: '01', value: '01', says: 'front fog lamps' },
      { option: 'rain sensor', byte: 0, mask: '02', value: '02', says: 'rain and light sensor' },
      { option: 'left-hand drive', byte: 0, mask: '0c', value: '04' },
      { option: 'right-hand drive', byte: 0, mask: '0c', value: '08' },
      { option: 'trailer', byte: 1, mask: '10', value: '10', says: 'trailer socket' },
      { option: 'alarm', byte: 1, mask: '20', value: '20', says: 'alarm with its own horn' },
      { option: 'halogen headlamps', byte: 2, mask: '03', value: '00' },
      { option: 'discharge headlamps', byte: 2, mask: '03', value: '01' },
    ],
  },
};

export const marnVin = 'OMRWL8H24J0038815';

interface Memory {
  readonly vin: string;
  readonly km: number;
  /** What the second store shows, where it is not the same. */
  readonly secondKm?: number;
  /** First byte of its keys. */
  readonly keys: number;
  readonly crash?: string;
  readonly coding: readonly number[];
  readonly broken?: true;
}

const crc16 = (bytes: Uint8Array): number => {
  let value = 0xffff;
  for (const byte of bytes) {
    value ^= byte << 8;
    for (let bit = 0; bit < 8; bit++) value = value & 0x8000 ? ((value << 1) ^ 0x1021) & 0xffff : value << 1;
  }
  return value;
};
const crc8 = (bytes: Uint8Array): number => {
  let value = 0;
  for (const byte of bytes) {
    value ^= byte;
    for (let bit = 0; bit < 8; bit++) value = (value & 0x80 ? (value << 1) ^ 0x07 : value << 1) & 0xff;
  }
  return value;
};

/** Memory of such a module, 512 bytes; its checksums are worked out here anew, apart from the product’s own. */
export function marnMemory({ vin, km, secondKm = km, keys, crash, coding, broken }: Memory): Uint8Array {
  const bytes = new Uint8Array(512).fill(0xff);
  const text = (at: number, own: string) => bytes.set(new TextEncoder().encode(own), at);
  const distance = (at: number, own: number) => bytes.set([own >> 16, (own >> 8) & 0xff, own & 0xff], at);
  text(0x00, vin);
  text(0x100, vin);
  text(0x14, 'OM-6610-11C');
  distance(0x40, km);
  distance(0x140, secondKm);
  bytes.set(
    Array.from({ length: 16 }, (_, n) => (keys * (n + 3) + 17 * n) & 0xff),
    0x80,
  );
  if (crash) text(0xa0, crash.padEnd(16, '\0'));
  bytes.set(coding, 0xc0);
  bytes.set([12, 14, 13, 12, 90, 91, 88, 90], 0xd0);
  const main = crc16(bytes.subarray(0x00, 0xf0));
  bytes.set([main >> 8, main & 0xff], 0xf0);
  bytes[0x160] = crc8(bytes.subarray(0x100, 0x160));
  if (broken) bytes[0xd3]! ^= 0x10;
  return bytes;
}

/** The images of J-0138: the old module, the donor that was chosen, and a trap each. */
export const marnImages = {
  'old-module': marnMemory({ vin: marnVin, km: 118_291, keys: 0x5a, coding: [0x05, 0x30, 0x00, 0x00] }),
  'donor-mill-lane': marnMemory({
    vin: 'OMRWL8H21J0040817',
    km: 96_012,
    keys: 0x31,
    coding: [0x05, 0x10, 0x00, 0x00],
  }),
  'donor-with-crash-record': marnMemory({
    vin: 'OMRWL8H2XJ0039902',
    km: 214_000,
    keys: 0x77,
    crash: 'F1 87MS 32KMH',
    coding: [0x07, 0x30, 0x01, 0x00],
  }),
  'donor-broken-checksum': marnMemory({
    vin: 'OMRWL8H23J0041120',
    km: 61_400,
    keys: 0x13,
    coding: [0x05, 0x00, 0x00, 0x00],
    broken: true,
  }),
  'stores-disagree': marnMemory({
    vin: marnVin,
    km: 118_291,
    secondKm: 97_300,
    keys: 0x5a,
    coding: [0x05, 0x30, 0x00, 0x00],
  }),
} as const satisfies Readonly<Record<string, Uint8Array>>;
