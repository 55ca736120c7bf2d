/** What a drawn report is about: modules as they were reached, and their codes. */
import type { Reach, ReaderWords, Status } from './words.js';

export type Draw = () => number;

export interface DrawnCode {
  readonly code: string;
  readonly failureType: string | null;
  readonly status: Status;
  readonly text: string;
  readonly count: number;
}

export interface DrawnModule {
  readonly name: string;
  readonly address: string;
  readonly reach: Reach;
  readonly codes: readonly DrawnCode[];
}

export const pickOf = <T>(draw: Draw, list: readonly T[]): T => list[Math.floor(draw() * list.length)]!;

export const shuffled = <T>(draw: Draw, list: readonly T[]): T[] =>
  list
    .map((one) => ({ one, at: draw() }))
    .sort((a, b) => a.at - b.at)
    .map(({ one }) => one);

const types = ['11', '12', '13', '15', '16', '1A', '1B', '29', '49', '4A', '54', '64', '87', '96', '00'];
const reaches: readonly Reach[] = ['silent', 'not-fitted', 'unsupported', 'timed-out', 'refused'];

export function drawModules(
  draw: Draw,
  words: ReaderWords,
  statuses: readonly Status[],
  typed: boolean,
): DrawnModule[] {
  const seen = new Set<string>();
  const code = (): DrawnCode => {
    let made;
    do {
      const digits = Math.floor(draw() * 0x4000);
      made = `${pickOf(draw, ['B', 'B', 'B', 'C', 'U', 'P'])}${digits.toString(16).toUpperCase().padStart(4, '0')}`;
    } while (seen.has(made));
    seen.add(made);
    return {
      code: made,
      failureType: typed && draw() < 0.85 ? pickOf(draw, types) : null,
      status: pickOf(draw, statuses),
      text: pickOf(draw, words.texts),
      count: 1 + Math.floor(draw() * 60),
    };
  };
  const count = 2 + Math.floor(draw() * 6);
  const wide = draw() < 0.3;
  return shuffled(draw, words.modules)
    .slice(0, count)
    .map((name, at) => {
      const codes = at === 0 || draw() < 0.5 ? Array.from({ length: 1 + Math.floor(draw() * 4) }, code) : [];
      const reach = codes.length > 0 || draw() < 0.4 ? 'answered' : pickOf(draw, reaches);
      const address = (wide ? 0x720 + at * 9 : 0x10 + at * 11).toString(16).toUpperCase();
      return { name, address, reach, codes };
    });
}
