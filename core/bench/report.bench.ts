/** A report of twenty megabytes in a process of its own: time, and memory beside the text itself. */
import { decodeReport, readingReport } from '../src/scans/index.js';
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
