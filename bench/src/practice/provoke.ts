/** A condition brought to the car by hand while it is read or measured, and the one of a drive. */
import { conditionOfTrial } from '@dormant-beacon/core/proof';
import type { ExposureData } from '@dormant-beacon/core/record';
import { type Car, type Condition, conditions, type Surroundings } from '../vehicle/index.js';

export type Trial = NonNullable<ExposureData['provoked']>;

/** Where a car is while a condition holds. */
const surroundingsIn: Readonly<Record<Condition, Surroundings>> = {
  cold: { celsius: -5 },
  hot: { celsius: 45 },
  rain: { wet: 'rain' },
  'rough road': { road: 'rough' },
  'long drive': { minutes: 60 },
  'under load': { load: 'full' },
};

export const surroundingsOf = (condition: Condition): Surroundings => surroundingsIn[condition];

const isCondition = (word: string): word is Condition => (conditions as readonly string[]).includes(word);

/** As a trial by hand has it. @example provokedBy('hose') // { wet: 'rain' } */
export function provokedBy(trial: Trial): Surroundings {
  const condition = conditionOfTrial(trial);
  return isCondition(condition) ? surroundingsIn[condition] : {};
}

/** Seconds for which it is kept up before anything is read. */
const trialSeconds = 10;

/** The car while a trial is made at it; null leaves it as it stands. */
export function provoke(car: Car, trial: Trial | null): void {
  if (trial === null) return;
  const { state } = car.standing;
  car.set({ ...state, around: { ...state.around, ...provokedBy(trial) } });
  car.run(trialSeconds);
}

/** A drive as it was entered: what was ticked, what was tried by hand, and what was measured before all else. */
export function surroundingsOfDrive({
  conditions: ticked,
  circumstances,
  provoked,
}: Pick<ExposureData, 'conditions' | 'circumstances' | 'provoked'>): Surroundings {
  const { celsius, wet, road, load, minutes } = circumstances ?? {};
  const measured = Object.entries({ celsius, wet, road, load, minutes }).filter(([, value]) => value != null);
  return {
    ...Object.assign(
      {},
      ...ticked
        .map((word) => word.toLowerCase())
        .filter(isCondition)
        .map(surroundingsOf),
    ),
    ...(provoked == null ? {} : provokedBy(provoked)),
    ...Object.fromEntries(measured),
    running: true,
  };
}
