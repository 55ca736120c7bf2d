/** The demo: what the people of the made-up shop have entered, in order. */
import { arrivals } from './jobs/arrivals.js';
import { j0104 } from './jobs/j-0104.js';
import { j0131 } from './jobs/j-0131.js';
import { j0145 } from './jobs/j-0145.js';
import { yardCalls } from './inventory.js';
import { libraryCalls } from './library.js';
import type { Call } from './world.js';

export { stockRows } from './inventory.js';
export { readingFor, type TraceNote, traceNotes } from './notes.js';
export { accounts, type Call, people, shownAccounts } from './world.js';

/** The highest number in the demo: the next job gets one more. */
export const lastJobNumber = 147;

const numbers = new Map<string, number>();

/** Every write of the demo, told back from `now`. */
export function calls(now: Date): readonly Call[] {
  const stories = [j0104(now), j0131(now), j0145(now), ...arrivals(now)];
  for (const story of stories) numbers.set(story.calls[0]!.key, story.number);
  return [
    ...libraryCalls(),
    ...yardCalls('Harbour Salvage', 1400, 7),
    ...yardCalls('North Yard', 1000, 11),
    ...yardCalls('Mill Lane Parts', 600, 13),
    ...stories.flatMap((story) => story.calls),
  ];
}

/** The number on which the job counter must stand before a call, or null where the call opens no job. */
export function jobNumberBefore(call: Call): number | null {
  const number = numbers.get(call.key);
  return number === undefined ? null : number - 1;
}
