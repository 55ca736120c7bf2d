/** Hints of a case: written with it, else where it hangs, then what it is. */
import type { ElementKind } from '@dormant-beacon/core/circuit';
import { carFile } from '../vehicle/index.js';
import type { HiddenCase } from './hidden.js';
import { partOf, plainParts } from './part.js';
import { writtenCase } from './written.js';

const kindWords: Partial<Record<ElementKind, string>> = {
  contact: 'a pin of a plug',
  wire: 'a line',
  ground: 'a ground',
  fuse: 'a fuse',
  lamp: 'a lamp',
  switch: 'a switch',
  sensor: 'a sensor',
  moduleOutput: 'an output of a module',
  moduleInput: 'an input of a module',
  relay: 'a relay',
  motor: 'a motor',
};

/** @param number 1 or 2 */
export function hintOf({ car, faults, foreign, written }: HiddenCase, number: 1 | 2): string {
  const told = written == null ? undefined : writtenCase(written);
  if (told) return told.hints[number - 1]!;
  const file = carFile(car)!;
  const [fault] = faults;
  if (foreign != null)
    return number === 1
      ? 'Nothing is wrong with its wiring. What do the codes say of the modules themselves?'
      : `The ${file.modules.find(({ name }) => name === foreign)?.label ?? foreign} does not belong to this car.`;
  if (number === 1) {
    const part = plainParts(file).find(({ target }) =>
      partOf(file, target).elements.some(({ id }) => id === fault?.element),
    );
    return `It hangs on this part: ${part?.label ?? 'the supply'}.`;
  }
  const kind = file.circuit.elements.find(({ id }) => id === fault?.element)?.kind;
  return `It is ${(kind && kindWords[kind]) ?? 'a part of a module'}.`;
}
