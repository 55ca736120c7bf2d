/** One line of a report, as the rules read it. */
import { plainWord } from '../codes/index.js';

/**
 * One line of the report: its number from 1, its text as it is read, its place in the order of reading, and as it is
 * printed, with what stands around it.
 */
export class Line {
  private plain: string | null = null;

  constructor(
    readonly number: number,
    readonly text: string,
    readonly at: number = number,
    readonly printed: string = text,
  ) {}

  get word(): string {
    return (this.plain ??= plainWord(this.text));
  }

  get indent(): number {
    const { text } = this;
    let width = 0;
    for (let at = 0; at < text.length; at++) {
      const c = text.charCodeAt(at);
      if (c === 9) width += 4;
      else if (c === 32 || c === 0xa0) width++;
      else return width;
    }
    return -1;
  }
}
