/** What stands beside a simulated car: battery tester and thermometer. */
import { Tray } from '../instruments/index.js';
import { carOfRecord, type PracticeJob } from './from-record.js';
import { provoke, type Trial } from './provoke.js';

export interface Beside {
  readonly volts: number;
  readonly milliohms: number;
  readonly healthPercent: number;
  /** Of the air about the car. */
  readonly celsius: number;
}

export function besideCar(job: PracticeJob, trial: Trial | null): Beside {
  const car = carOfRecord(job);
  provoke(car, trial);
  const tray = new Tray(car, job.hidden.seed ^ job.record.seq);
  return { ...tray.battery(), celsius: tray.celsius() };
}
