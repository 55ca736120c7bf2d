/** A report of twenty megabytes in a process of its own: time, and memory beside the text itself. */
import { decodeReport, readingReport } from '@dormant-beacon/core/scans';
import { largeReport } from '../src/testing/large-report.js';
import { line } from './measure.js';

const { text, codes } = largeReport(20_000_000);
const bytes = new TextEncoder().encode(text);
const settle = () => {
  for (let n = 0; n < 3; n++) globalThis.gc?.();
  return process.memoryUsage.rss();
};
const before = settle();
let most = before;
const since = performance.now();
const steps = readingReport(decodeReport(bytes).text);
for (let step = steps.next(); ; step = steps.next()) {
  most = Math.max(most, process.memoryUsage.rss());
  if (!step.done) continue;
  if (step.value.codes.length !== codes) throw new Error(`${step.value.codes.length} of ${codes} codes`);
  break;
}
line(
  `report of ${codes} codes, ${Math.round(bytes.length / 1e6)} MB, once, cold`,
  `${(performance.now() - since).toFixed(0)} ms`,
  'aim under 2000 ms',
);
line(
  'most memory while it was read, decoded text and bytes included',
  `${Math.round((most - before + bytes.length) / 1e6)} MB`,
  'aim under 80 MB',
);

// What a stranger may send: one million characters of one thing, in one line and in many.
const odd: Readonly<Record<string, string>> = {
  letters: 'x',
  blanks: ' ',
  cells: '<td>',
  codes: 'B1049-13 ',
  semicolons: 'a;',
  brackets: '(',
  labels: 'a: ',
  words: 'no response ',
  'codes without a heading': 'B1049-13 - left - belt - loop\n',
};
let worst = { what: '', ms: 0 };
for (const [what, unit] of Object.entries(odd))
  for (const width of [1_000_000, 80]) {
    const row = unit.repeat(Math.ceil(width / unit.length));
    // A heading above spares the search for the cell that names the module.
    const heading = what === 'codes without a heading' ? '' : 'Body\n';
    const report = `${heading}${`${row}\n`.repeat(Math.ceil(1_000_000 / row.length))}`;
    const begun = performance.now();
    const reading = readingReport(report);
    while (!reading.next().done);
    const ms = performance.now() - begun;
    if (ms > worst.ms) worst = { what: `${what}, ${width === 80 ? 'lines of 80' : 'one line'}`, ms };
  }
line(
  `1 MB of one thing, the worst of eighteen: ${worst.what}`,
  `${worst.ms.toFixed(0)} ms`,
  'aim under 1000 ms',
);

// What stands between the lines of a report where somebody pastes a log: rows that say nothing.
const noise: Readonly<Record<string, (n: number) => string>> = {
  'rows of known words': (n) => `log row ${n} of nothing`,
  'times and numbers': (n) =>
    `2026-11-14 12:${(n % 60) + 10}:04.${(n % 900) + 100} INFO session ${(n * 2654435761).toString(16).padStart(10, '0')} heartbeat ok`,
  'frames of a link': (n) => `00:${n % 60}.${n} 7E8 06 41 0C ${(n % 90) + 10} 00 00 AA AA`,
};
const timeOf = (report: string): number => {
  const begun = performance.now();
  const reading = readingReport(report);
  while (!reading.next().done);
  return performance.now() - begun;
};
for (const [what, row] of Object.entries(noise)) {
  const rows = Array.from({ length: 20_000 }, (_, n) => row(n));
  const ms = timeOf(['Body', '  B1318-16 Supply (active)', ...rows].join('\n'));
  line(`20,000 lines that say nothing: ${what}`, `${ms.toFixed(0)} ms`);
}

// Live values alone, as a reader logs them without naming the module.
const sensors = ['belt switch', 'signal supply', 'left lamp', 'door circuit', 'rear sensor'];
const values = Array.from(
  { length: 20_000 },
  (_, n) => `   ${sensors[n % sensors.length]} ${n % 24}      ${((n * 7) % 2000) / 100} V`,
);
line('20,000 live values of no module', `${timeOf(values.join('\n')).toFixed(0)} ms`);
