/** The car of a practice job as it stands: its hidden fault, and everything that the record says was done since. */
import { type JobRecord, standing } from '@dormant-beacon/core/record';
import { fromHex } from '../frames/index.js';
import { Car, carFile } from '../vehicle/index.js';
import type { HiddenCase } from './draw.js';
import { mend } from './mend.js';

/** Seconds of driving before it came in, on a drive of the proof, and between two entries. */
const before = 20;
const drive = 120;
const between = 5;

/** A job on a simulated car, with what is hidden in it. */
export interface PracticeJob {
  readonly record: JobRecord;
  readonly hidden: HiddenCase;
}

/** Of a record, what was done to the car. */
type Done = Pick<JobRecord, 'clearings' | 'repairs' | 'exposures' | 'scans' | 'temporaries'>;

/**
 * The same record gives the same car: nothing of it is kept anywhere else.
 *
 * @param hidden what was drawn when the job was opened
 */
export function carOfRecord(record: Done, hidden: HiddenCase): Car {
  const car = new Car(carFile(hidden.car)!, { seed: hidden.seed, faults: [hidden.fault] });
  car.run(before);
  const steps = [
    ...standing(record.clearings).map(({ seq }) => ({ seq, act: () => clearAll(car) })),
    ...standing(record.repairs).map(({ seq, element }) => ({ seq, act: () => mend(car, element ?? null) })),
    ...standing(record.exposures).map(({ seq }) => ({ seq, act: () => newStart(car, drive) })),
    ...standing(record.scans).map(({ seq }) => ({ seq, act: () => car.run(between) })),
    ...record.temporaries.map(({ seq, kind, where, removes }) => ({
      seq,
      act: () => (kind === 'unplugged' ? part(car, where, removes == null) : undefined),
    })),
  ].sort((a, b) => a.seq - b.seq);
  for (const { act } of steps) act();
  car.run(between);
  return car;
}

function clearAll(car: Car): void {
  for (const { name } of car.file.modules) car.ask(name, fromHex('14ffffff'));
  car.run(between);
}

function newStart(car: Car, seconds: number): void {
  const { state } = car.standing;
  car.set({ ...state, ignition: 'off' });
  car.set({ ...state, ignition: 'on' });
  car.run(seconds);
}

/** By the plugs that its words name. */
function part(car: Car, where: string, open: boolean): void {
  const words = new Set(where.toUpperCase().split(/[^\p{L}\p{N}]+/u));
  const plugs = new Set(
    car.file.circuit.elements.flatMap((element) =>
      'connector' in element && element.connector && words.has(element.connector) ? [element.connector] : [],
    ),
  );
  const { state } = car.standing;
  const now = (state.unplugged ?? []).filter((plug) => !plugs.has(plug));
  car.set({ ...state, unplugged: open ? [...now, ...plugs] : now });
  car.run(between);
}
