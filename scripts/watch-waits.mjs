// Asks an address again and again, in a process of its own, and tells how long each answer took when it is told to end.
import { setTimeout as sleep } from 'node:timers/promises';

const [address = '', every = '25'] = process.argv.slice(2);
/** @type {number[]} */
const waits = [];
let unanswered = 0;
process.on('message', () => {
  process.send?.({ waits, unanswered });
  process.disconnect();
  process.exit(0);
});
for (;;) {
  const since = performance.now();
  const answer = await fetch(address).catch(() => null);
  if (answer === null) unanswered += 1;
  else await answer.arrayBuffer();
  waits.push(performance.now() - since);
  await sleep(Number(every));
}
