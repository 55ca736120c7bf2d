/** A small coding book and the memory of its unit: the example of the library’s editor, and what specs work with. */
import type { CodingBook } from '../index.js';

/** VIN 0–2, distance 3–5 and once more 6–8, keys 9–10, crash record 11, coding byte 12, sum 13–14. */
export const bodyBook: CodingBook = {
  title: 'Body module',
  make: 'Ostrel',
  model: 'Marn wagon',
  unit: 'Body module',
  carries: [
    {
      id: 'image',
      kind: 'identity',
      how: 'save',
      does: 'Read out the memory of the old unit and keep it here',
    },
    { id: 'vin', kind: 'identity', how: 'write', does: 'Write this car’s VIN' },
    {
      id: 'distance',
      kind: 'odometer',
      how: 'write',
      does: 'Write this car’s distance',
      routes: ['used', 'clone'],
    },
    { id: 'keys', kind: 'pairing', how: 'teach', does: 'Teach every key of this car' },
    {
      id: 'maker',
      kind: 'guarantee',
      how: 'declare',
      does: 'Tell the maker’s service that the unit changed',
    },
  ],
  odometerStores: ['Cluster', 'Body module'],
  layout: {
    fields: [
      { name: 'vin', address: 0, length: 3, encoding: 'ascii', role: 'vin' },
      { name: 'distance', address: 3, length: 3, encoding: 'uint', mirrors: [6], role: 'odometer' },
      { name: 'keys', address: 9, length: 2, role: 'pairing' },
      { name: 'crash', address: 11, length: 1, role: 'crash' },
      { name: 'coding', address: 12, length: 1, encoding: 'bits', role: 'option' },
    ],
    checksums: [{ name: 'sum', from: 0, to: 12, kind: 'sum16', at: 13 }],
  },
  options: {
    field: 'coding',
    rules: [
      { option: 'fog-front', byte: 0, mask: '01', value: '01', says: 'front fog lamps' },
      { option: 'left-hand', byte: 0, mask: '06', value: '02' },
      { option: 'right-hand', byte: 0, mask: '06', value: '04' },
    ],
  },
  trim: {
    scheme: { name: 'four and one', alphabet: '0123456789A', length: 4, checks: [[1, 2, 3, 4]] },
    positions: ['left', 'right'],
  },
  procedures: [
    {
      id: 'zero',
      title: 'Zero point',
      source: 'service data, sheet 12',
      before: ['supply', 'seat-empty'],
      supply: { least: 12.6, most: 14 },
      socket: {
        name: 'Service plug',
        rows: [4, 4],
        pins: [3, 7],
        confirmVolts: 12,
        source: 'service data, sheet 12',
      },
      caution: 'Nobody sits in the seat.',
      abort: 'Ignition off, bridge out, wait a minute',
      steps: [
        { id: 'bridge', does: 'Place the bridge', bridge: 'in' },
        { id: 'hold', does: 'Wait', seconds: { least: 30, most: 120 }, sign: 'the lamp flashes twice' },
        { id: 'out', does: 'Take the bridge out', bridge: 'out' },
      ],
    },
  ],
};

interface Memory {
  readonly vin?: string;
  readonly km?: number;
  readonly keys?: string;
  readonly crash?: string;
  readonly coding?: string;
}

/** The file of a unit’s memory by `bodyBook`, as raw bytes. */
export function bodyMemory({
  vin = 'LUA',
  km = 84_210,
  keys = 'a1b2',
  crash = 'ff',
  coding = '03',
}: Memory): Uint8Array {
  const distance = km.toString(16).padStart(6, '0');
  const text = `${hexOf(vin)}${distance}${distance}${keys}${crash}${coding}`;
  const bytes = Uint8Array.from(text.match(/../g)!, (pair) => parseInt(pair, 16));
  const sum = bytes.reduce((total, byte) => total + byte, 0);
  return Uint8Array.of(...bytes, sum >> 8, sum & 0xff);
}

const hexOf = (text: string) =>
  Array.from(text, (character) => character.charCodeAt(0).toString(16).padStart(2, '0')).join('');
