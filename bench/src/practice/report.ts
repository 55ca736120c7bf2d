/** A car read through the link, as its reader prints it. */
import { fromHex, writeLine } from '../frames/index.js';
import { Link } from '../link/index.js';
import { toldCodes } from '../services/index.js';
import type { Car } from '../vehicle/index.js';

export interface CarReport {
  /** As it is pasted elsewhere. */
  readonly text: string;
  /** Every frame of it, as a log. */
  readonly log: string;
}

const sentence = (label: string): string => label.charAt(0).toUpperCase() + label.slice(1);

/** How it was read: as usual; by a printout that calls a silent module clean; with an adapter that gets no answer. */
export type ReadWith = 'usual' | 'lies' | 'bad-adapter';

export function reportOf(car: Car, reader: ReadWith = 'usual'): CarReport {
  const link = new Link(car);
  const { modules, name } = car.file;
  const { monitors } = car;
  const request = fromHex('1902af');
  const answers =
    reader === 'bad-adapter'
      ? modules.map(() => ({ bytes: null }))
      : link.ask(modules.map((module) => ({ module: module.name, bytes: request })));
  const lines = modules.flatMap(({ name: module, label }, n) => {
    const { bytes } = answers[n]!;
    if (!bytes) return [`${sentence(label)}: ${reader === 'lies' ? 'no codes' : 'no response'}`];
    const codes = toldCodes(bytes).map(({ code, failureType, status }) => {
      const text = monitors.find(
        (own) => own.module === module && own.code === code && own.failureType === failureType,
      )?.text;
      return `  ${code}-${failureType} ${text ?? ''} (${status})`;
    });
    return codes.length === 0 ? [`${sentence(label)}: no codes`] : [sentence(label), ...codes];
  });
  return {
    text: ['Reader: Bench link', `Vehicle: ${name}`, '', ...lines, ''].join('\n'),
    log: link.log.map(writeLine).join('\n'),
  };
}
