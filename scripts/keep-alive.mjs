// Starts a program again that has ended unasked: at once the first time, later and later while it keeps ending.
import { setTimeout as sleep } from 'node:timers/promises';

const longestWait = 30;
/** A program that has run for so long is taken for well: its next end is a first one again. */
const wellAfterMs = 60_000;

/**
 * @param {object} program
 * @param {() => Promise<unknown>} program.exited settles when the program that runs now has ended
 * @param {() => Promise<void>} program.begin starts it again; settles when it answers
 * @param {(seconds: number) => void} program.told that it has ended, and after how many seconds it is started again
 * @param {(error: unknown) => void} program.failed it could not be started; it is tried again
 * @returns {{ end(): void }}
 */
export function keepAlive({ exited, begin, told, failed }) {
  let ending = false;
  const watch = async () => {
    for (let wait = 1; ;) {
      const since = Date.now();
      await exited();
      if (ending) return;
      if (Date.now() - since > wellAfterMs) wait = 1;
      told(wait);
      await sleep(1000 * wait, undefined, { ref: true });
      wait = Math.min(longestWait, 2 * wait);
      if (ending) return;
      await begin().catch((error) => ending || failed(error));
    }
  };
  void watch();
  return { end: () => void (ending = true) };
}
