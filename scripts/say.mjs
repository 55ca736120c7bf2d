// What the scripts tell the person at the terminal.

/** A sentence that ends the script: what is wrong, and what to do. */
export class Stop extends Error {}

// A terminal that is closed takes no more words; what runs goes on.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);

/** @param {string} text */
export function say(text) {
  process.stdout.write(`${text}\n`);
}

/**
 * Runs a script's main part; a `Stop` ends it with its sentence, anything else with its trace.
 * @param {() => Promise<void>} main
 */
export async function runScript(main) {
  try {
    await main();
  } catch (error) {
    if (error instanceof Stop) process.stderr.write(`\n${error.message}\n`);
    else if (/** @type {NodeJS.ErrnoException} */ (error).code === 'ENOSPC')
      process.stderr.write(
        '\nThe disk is full. Make room, then start again; nothing that was saved is lost.\n',
      );
    else if (/^(?:EACCES|ENOTDIR|EROFS|EPERM)$/.test(/** @type {NodeJS.ErrnoException} */ (error).code ?? ''))
      process.stderr.write(
        `\n${/** @type {NodeJS.ErrnoException} */ (error).path ?? 'A folder'} cannot be used (${/** @type {NodeJS.ErrnoException} */ (error).code}). Choose another place for the data: BEACON_DATA=… npm start\n`,
      );
    else process.stderr.write(`\n${/** @type {Error} */ (error).stack}\n`);
    process.exitCode = 1;
  }
}
