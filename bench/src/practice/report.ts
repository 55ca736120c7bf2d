/** A car read through the link, as its reader prints it. */
import { readCodeBytes, statusOfByte } from '@dormant-beacon/core/codes';
import { fromHex, toHex, writeLine } from '../frames/index.js';
import { Link } from '../link/index.js';
import type { Car } from '../vehicle/index.js';

export interface CarReport {
  /** As it is pasted elsewhere. */
  readonly text: string;
  /** Every frame of it, as a log. */
  readonly log: string;
}

const sentence = (label: string): string => label.charAt(0).toUpperCase() + label.slice(1);

export function reportOf(car: Car): CarReport {
  const link = new Link(car);
  const { modules, monitors, name } = car.file;
  const answers = link.ask(modules.map((module) => ({ module: module.name, bytes: fromHex('1902af') })));
  const lines = modules.flatMap(({ name: module, label }, n) => {
    const { bytes } = answers[n]!;
    if (!bytes) return [`${sentence(label)}: no response`];
    const codes: string[] = [];
    for (let at = 3; at + 4 <= bytes.length; at += 4) {
      const read = readCodeBytes(toHex(bytes.subarray(at, at + 3)));
      if (!read) continue;
      const text = monitors.find(
        (own) => own.module === module && own.code === read.code && own.failureType === read.failureType,
      )?.text;
      codes.push(`  ${read.code}-${read.failureType} ${text ?? ''} (${statusOfByte(bytes[at + 3]!)})`);
    }
    return codes.length === 0 ? [`${sentence(label)}: no codes`] : [sentence(label), ...codes];
  });
  return {
    text: ['Reader: Bench link', `Vehicle: ${name}`, '', ...lines, ''].join('\n'),
    log: link.log.map(writeLine).join('\n'),
  };
}
