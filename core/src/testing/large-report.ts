/** A report of any length, for measuring: modules with codes, live values and the reader's own log. */
import { randomNumbers } from '../random/index.js';

const letters = ['P', 'C', 'B', 'U'];
const words = [
  'Left',
  'right',
  'rear',
  'lamp',
  'circuit',
  'sensor',
  'supply',
  'switch',
  'door',
  'signal',
  'belt',
];
const statuses = ['Current', 'Stored', 'Pending', 'History'];

/** About `bytes` characters of report, the same for the same seed. */
export function largeReport(bytes: number, seed = 1): { readonly text: string; readonly codes: number } {
  const { uniform } = randomNumbers(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(uniform() * list.length)]!;
  const hex = (width: number) =>
    Math.floor(uniform() * 16 ** width)
      .toString(16)
      .toUpperCase()
      .padStart(width, '0');
  const parts: string[] = [
    'ODDLIGHT R2  diagnostic report   software 4.18',
    'Date: 2026-11-17 08:12   Voltage: 12.4 V',
    '',
  ];
  let length = 0;
  let codes = 0;
  const add = (line: string): void => {
    parts.push(line);
    length += line.length + 1;
  };
  for (let module = 1; length < bytes; module++) {
    add(`[${hex(2)}] Module K${module} control (8 codes)`);
    for (let n = 0; n < 8; n++, codes++)
      add(
        `   ${pick(letters)}${Math.floor(uniform() * 4)}${hex(3)}-${hex(2)}   ${pick(words)} ${pick(words)} ${pick(words)}   ${pick(statuses)}`,
      );
    for (let n = 0; n < 24; n++)
      add(`   ${pick(words)} ${pick(words)} ${n}      ${(uniform() * 20).toFixed(2)} V`);
    for (let n = 0; n < 48; n++)
      add(
        `   ${(module * 48 + n).toString(16).padStart(6, '0')}: ${Array.from({ length: 16 }, () => hex(2)).join(' ')}`,
      );
    add('');
  }
  return { text: parts.join('\n'), codes };
}
