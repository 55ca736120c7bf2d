/** The frames in a text, line by line: what else stands there is no part of a log. */
import { readLine } from '@dormant-beacon/bench/frames';

/** Empty where there is none. */
export const framesIn = (text: string): string =>
  text
    .split(/\r\n|\n|\r/)
    .filter((line) => line.trimStart().startsWith('(') && typeof readLine(line) !== 'string')
    .join('\n');
