// Logs that do not fill the disk: the present one and three before it.
import { existsSync, renameSync, statSync } from 'node:fs';

const largest = 5_000_000;
const kept = 3;

/** Puts a log aside that has grown large. @param {string} file @returns {boolean} whether it did */
export function rotate(file) {
  if (!existsSync(file) || statSync(file).size < largest) return false;
  for (let n = kept - 1; n >= 1; n--)
    if (existsSync(`${file}.${n}`)) renameSync(`${file}.${n}`, `${file}.${n + 1}`);
  renameSync(file, `${file}.1`);
  return true;
}
