// What a check script says: a line for each check, and how many held.
let [passed, failed] = [0, 0];

/** @param {string} what @param {boolean} holds @param {string} [shown] where it does not hold */
export function check(what, holds, shown = '') {
  if (holds) passed += 1;
  else failed += 1;
  process.stdout.write(`${holds ? 'ok  ' : 'FAIL'} ${what}${holds || shown === '' ? '' : `\n${shown}`}\n`);
}

/** The closing line, and the exit code that goes with it. */
export function closeChecks() {
  process.stdout.write(`${passed} checks passed, ${failed} failed\n`);
  process.exitCode = failed === 0 ? 0 : 1;
}
