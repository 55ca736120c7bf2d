/** How the benchmarks measure and print. */

/** Median of `runs` timings in milliseconds, after `warm` runs that do not count. */
export function medianMs(work: () => unknown, runs: number, warm: number): number {
  for (let n = 0; n < warm; n++) work();
  const times = Array.from({ length: runs }, () => {
    const since = performance.now();
    work();
    return performance.now() - since;
  }).sort((a, b) => a - b);
  return times[Math.floor(runs / 2)]!;
}

/** One line: what, figure with its unit, aim, memory of the process. */
export function line(what: string, figure: string, aim = ''): void {
  const megabytes = Math.round(process.memoryUsage().rss / 1e6);
  process.stdout.write(`${what.padEnd(58)} ${figure.padStart(14)}  ${aim.padEnd(18)} ${megabytes} MB\n`);
}
