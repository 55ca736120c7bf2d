/** What needs power before what needs the car dead: as few changes of the supply as the way allows. */
import { type AccessGraph } from './graph.js';

export type StepPower = 'on' | 'dead' | null;

export interface PowerBatch {
  /** Null where nothing in it asks for either. */
  readonly power: StepPower;
  readonly steps: readonly number[];
}

/**
 * The steps of an order in batches of one state of the supply, beginning with the one that the car is in. In each batch everything
 * is done that can be: no other way of switching to and fro makes fewer changes.
 *
 * @param order can be done as it stands
 */
export function powerBatches(
  { needs }: Pick<AccessGraph, 'needs'>,
  order: readonly number[],
  powerOf: (step: number) => StepPower,
  begins: 'on' | 'dead' = 'on',
): readonly PowerBatch[] {
  const asked = new Set(order.map(powerOf));
  if (!asked.has('on') && !asked.has('dead'))
    return order.length === 0 ? [] : [{ power: null, steps: order }];
  const within = new Set(order);
  const done = new Set<number>();
  const can = (step: number) =>
    needs[step]!.length === 0 ||
    // What the order leans on outside it is there already.
    needs[step]!.some((way) => way.every((need) => done.has(need) || !within.has(need)));
  const batches: { power: StepPower; steps: number[] }[] = [];
  let state: 'on' | 'dead' = asked.has(begins) ? begins : begins === 'on' ? 'dead' : 'on';
  for (let left = [...order], idle = 0; left.length > 0 && idle < 2;) {
    const steps: number[] = [];
    for (let before = -1; before !== steps.length;) {
      before = steps.length;
      for (const step of left) {
        if (done.has(step) || !can(step)) continue;
        const power = powerOf(step);
        if (power !== null && power !== state) continue;
        done.add(step);
        steps.push(step);
      }
    }
    left = left.filter((step) => !done.has(step));
    idle = steps.length === 0 ? idle + 1 : 0;
    if (steps.length > 0) batches.push({ power: state, steps });
    state = state === 'on' ? 'dead' : 'on';
  }
  return batches;
}
