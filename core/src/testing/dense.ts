/** An independent solution of resistor networks for specs: nodal matrix, Gauss with partial pivoting. */
import type { Element } from '../circuit/index.js';

/** Volts of every point against ground, null where no path leads there. */
export function denseVolts(elements: readonly Element[]): Map<string, number | null> {
  const tied = new Set(['gnd']);
  for (let grew = true; grew;) {
    grew = false;
    for (const { pins } of elements) {
      if (tied.has(pins[0]!) === tied.has(pins[1]!)) continue;
      pins.forEach((pin) => tied.add(pin));
      grew = true;
    }
  }
  const names = [...tied].filter((point) => point !== 'gnd');
  const size = names.length;
  const rows = names.map(() => new Array<number>(size + 1).fill(0));
  const at = (point: string) => names.indexOf(point);
  for (const element of elements) {
    if (element.kind !== 'resistor' && element.kind !== 'battery') throw new Error(`no ${element.kind} here`);
    const [a, b] = element.pins.map(at) as [number, number];
    if (!tied.has(element.pins[0]!)) continue;
    const g = 1 / element.ohms;
    for (const [from, to, sign] of [
      [a, b, 1],
      [b, a, -1],
    ] as const) {
      if (from < 0 || a === b) continue;
      rows[from]![from]! += g;
      if (to >= 0) rows[from]![to]! -= g;
      if (element.kind === 'battery') rows[from]![size]! += sign * g * element.volts;
    }
  }
  for (let k = 0; k < size; k++) {
    const pivot = rows
      .slice(k)
      .reduce((best, row, i) => (Math.abs(row[k]!) > Math.abs(rows[best]![k]!) ? k + i : best), k);
    [rows[k], rows[pivot]] = [rows[pivot]!, rows[k]!];
    for (let r = k + 1; r < size; r++) {
      const factor = rows[r]![k]! / rows[k]![k]!;
      if (factor !== 0) for (let c = k; c <= size; c++) rows[r]![c]! -= factor * rows[k]![c]!;
    }
  }
  const volts = new Array<number>(size).fill(0);
  for (let k = size - 1; k >= 0; k--) {
    let sum = rows[k]![size]!;
    for (let c = k + 1; c < size; c++) sum -= rows[k]![c]! * volts[c]!;
    volts[k] = sum / rows[k]![k]!;
  }
  const answer = new Map<string, number | null>([['gnd', 0]]);
  for (const { pins } of elements)
    for (const pin of pins) if (!answer.has(pin)) answer.set(pin, tied.has(pin) ? volts[at(pin)]! : null);
  return answer;
}
