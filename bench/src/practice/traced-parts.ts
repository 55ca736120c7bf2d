/** Everything on a car that can be traced, in the order in which it is looked for. */
import type { TraceCase } from '@dormant-beacon/core/trace';
import type { CarFile } from '../vehicle/index.js';
import { loopParts, traceOfLoop } from './loop-case.js';
import { plainParts, traceOfPart } from './part.js';

export interface TracedPart {
  readonly target: string;
  readonly label: string;
}

/** What hangs on modules, then loops, then the modules themselves; each list by its words. */
export function tracedParts(file: CarFile): TracedPart[] {
  const modules = new Set(file.modules.map(({ name }) => name));
  const plain = plainParts(file);
  return [
    plain.filter(({ target }) => !modules.has(target)),
    loopParts(file),
    plain.filter(({ target }) => modules.has(target)),
  ].flatMap((parts) =>
    parts
      .map(({ target, label }) => ({ target, label: label.charAt(0).toUpperCase() + label.slice(1) }))
      .sort((a, b) => a.label.localeCompare(b.label, 'en')),
  );
}

/** Null where there is no such part. */
export function tracedPart(file: CarFile, target: string): { title: string; case: TraceCase } | null {
  const part = tracedParts(file).find((own) => own.target === target);
  return part ? { title: part.label, case: traceOfLoop(file, target) ?? traceOfPart(file, target) } : null;
}
