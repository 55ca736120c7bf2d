/** Rows of a log that say nothing: once enough of one shape were passed over, the others need no second look. */
import { longestPiece, saysSomething } from './lines.js';
import { type ReadingOrder } from './page-columns.js';

/** So many of a shape are read before others of it are passed over. */
const enough = 8;
/** A longer line hardly has its shape again. */
const longest = 200;
const mostShapes = 4096;
/** Lines below in which the next one that says something is looked for. */
const linesBelow = 4;

/** Every figure the same, and the letters of a number that has some: `7E8` and `0A1`. */
const shapeOf = (text: string): string =>
  text.replace(/[\dA-F]{2,16}|\d|[\da-f]{2,16}/g, (number) =>
    /\d|^(?:[\dA-F]{4}|[\dA-F]{8})$/.test(number) ? zeros.slice(0, number.length) : number,
  );
const zeros = '0'.repeat(16);

/**
 * Lines that nothing understood, by their shape: the text with every figure the same. They count as long as nothing
 * else is understood between them, since what a line means depends on what was read before it; and only where they are
 * read whole, not in parts.
 */
export class IdleLines {
  private readonly seen = new Map<string, number>();

  constructor(private readonly lines: ReadingOrder) {}

  /** True where nothing would understand the line: enough of its shape were tried, and so of the line below it. */
  passes(at: number): boolean {
    if (this.seen.size === 0 || !this.isKnown(this.lines.at(at))) return false;
    for (let next = at + 1; next <= at + linesBelow && next <= this.lines.count; next++) {
      const below = this.lines.at(next).slice(0, longestPiece);
      if (saysSomething(below)) return this.isKnown(below);
    }
    return false;
  }

  /** Nothing understood the line. */
  note(at: number): void {
    const text = this.lines.at(at);
    if (text.length > longest) return;
    const shape = shapeOf(text);
    if (this.seen.size >= mostShapes) this.seen.clear();
    this.seen.set(shape, (this.seen.get(shape) ?? 0) + 1);
  }

  /** Something was understood: what was passed over until now may mean something below it. */
  forget(): void {
    if (this.seen.size > 0) this.seen.clear();
  }

  private isKnown(text: string): boolean {
    return text.length <= longest && (this.seen.get(shapeOf(text)) ?? 0) >= enough;
  }
}
