/** The word for a module in a language that no table has: it stands over codes time and again (`Jednotka: Airbag`). */
import { readCodeLine } from '../code-line.js';
import { readModuleName } from '../heading.js';
import type { Lines } from '../lines.js';
import { type Line } from '../line.js';
import { type Reading } from '../reading.js';
import { labelOf } from '../vocabulary.js';

const searched = 600;
const labelled = /^\s{0,20}([\p{Lu}\p{Lo}][\p{L} ]{1,24}?)\s{0,9}[:：]\s{0,9}([\p{Lu}\p{Lo}][^:;=|]{1,50})$/u;

const partsOf = (text: string) => {
  const [, label, name] = labelled.exec(text.slice(0, 120)) ?? [];
  return label !== undefined && labelOf(label) === null && readModuleName(name!)
    ? { label, name: name! }
    : null;
};

/** A label that stands at least twice over a code that is set in, and mostly over something that is; null for none. */
export function unknownLabel(lines: Lines): string | null {
  const seen = new Map<string, { all: number; codes: number; over: number }>();
  for (let at = 1; at < Math.min(lines.count, searched); at++) {
    const line = lines.at(at);
    const parts = line.length < 120 && /[:：]/.test(line) ? partsOf(line) : null;
    if (!parts) continue;
    const below = lines.at(at + 1).slice(0, 200);
    const counts = seen.get(parts.label) ?? { all: 0, codes: 0, over: 0 };
    seen.set(parts.label, counts);
    counts.all++;
    if (below.search(/\S/) <= line.search(/\S/)) continue;
    counts.over++;
    if (readCodeLine(below)) counts.codes++;
  }
  for (const [label, { all, codes, over }] of seen) if (codes >= 2 && over > all / 2) return label;
  return null;
}

export function takeUnknownLabel(reading: Reading, line: Line, label: string | null): boolean {
  const parts = label === null ? null : partsOf(line.text);
  if (!parts || parts.label !== label) return false;
  const heading = readModuleName(parts.name)!;
  reading.enter(heading.name, line, { address: heading.address, by: 'heading' });
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}
