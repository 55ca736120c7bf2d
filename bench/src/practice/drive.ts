/** A drive of the proof at a simulated car: out on the road as it is meant, with the driver's eyes on the cluster. */
import type { ExposureData } from '@dormant-beacon/core/record';
import { carOfRecord, type PracticeJob } from './from-record.js';
import { surroundingsOfDrive } from './provoke.js';
import { driveOut } from './start.js';

export type Drive = Pick<ExposureData, 'conditions' | 'circumstances' | 'provoked'>;

export interface Driven {
  /** Whether what is watched showed: its lamp where the car has it, else whether anything failed. */
  readonly shown: boolean;
  /** Lamps that were on at its end. */
  readonly lit: readonly string[];
}

/** Nothing of it stays: what is entered of it is driven once more. @param watched the name of the beacon that is watched */
export function driven(job: PracticeJob, watched: string, drive: Drive): Driven {
  const car = carOfRecord(job);
  driveOut(car, surroundingsOfDrive(drive));
  const lamps = car.beacons();
  const lit = lamps.flatMap(({ name, state: is }) => (is === 'lit' ? [name] : []));
  const own = lamps.find(({ name }) => sameWords(name, watched));
  return { shown: own ? own.state === 'lit' : lit.length > 0 || car.failing.length > 0, lit };
}

const wordsOf = (text: string): string =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .join(' ')
    .trim();
const sameWords = (a: string, b: string): boolean => wordsOf(a) === wordsOf(b);
