/** What a module of a car can be asked: its data, routines and outputs by their numbers. */
import type { ModuleFile } from '../services/index.js';
import type { ModuleOfCar } from './car-file.js';
import { identifiers, usualData } from './identity.js';
import type { ModuleMemory } from './memory.js';

/** Routines that every module has. */
export const routines = { selfTest: 0x0202, teachStops: 0x0203, teachKeys: 0x0204 } as const;
/** The first lamp of its that is taken in hand. */
export const firstOutput = 0x0400;

/** By which the key of a module follows from its seed: no secret, as its scheme is none. */
export const secretOf = (address: number): number => 0x5eed ^ address;

export function fileOf(
  { name, address }: ModuleOfCar,
  outputs: readonly string[],
  live: number,
  memory: ModuleMemory | null,
): ModuleFile {
  const [vin, coding] = [memory?.fieldOf('vin'), memory?.fieldOf('option')];
  const routine = (id: number, title: string, unlocked: boolean, seconds: number) => ({
    id,
    name: title,
    in: ['extended' as const],
    unlocked,
    options: 0,
    seconds,
  });
  return {
    name,
    address,
    secret: secretOf(address),
    data: [
      ...usualData.map((item) =>
        item.did === identifiers.vin && vin ? { ...item, length: vin.length } : item,
      ),
      ...(coding
        ? [
            {
              did: identifiers.coding,
              name: 'coding of its options',
              length: coding.length,
              write: { in: ['extended' as const, 'programming' as const], unlocked: true },
            },
          ]
        : []),
      ...Array.from({ length: live }, (_, n) => ({
        did: identifiers.firstLive + n,
        name: 'live value, hundredths',
        length: 2,
      })),
    ],
    memory: memory !== null,
    routines: [
      routine(routines.selfTest, 'self-test', false, 2),
      routine(routines.teachStops, 'teach end stops', false, 4),
      routine(routines.teachKeys, 'teach keys', true, 4),
    ],
    outputs: outputs.map((output, n) => ({ did: firstOutput + n, name: output, length: 1, unlocked: false })),
  };
}
