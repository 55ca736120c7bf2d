/** The lines of a text, cut out one by one: a large report is never held twice. */

export class Lines {
  private readonly starts: Int32Array;
  readonly count: number;

  constructor(private readonly text: string) {
    let starts = new Int32Array(1024);
    let count = 0;
    const add = (at: number): void => {
      if (count === starts.length) {
        const wider = new Int32Array(2 * count);
        wider.set(starts);
        starts = wider;
      }
      starts[count++] = at;
    };
    add(text.charCodeAt(0) === 0xfeff ? 1 : 0);
    const nextBreak = text.includes('\r') ? nextOfBoth : nextFeed;
    for (let at = nextBreak(text, 0); at >= 0; at = nextBreak(text, at)) {
      at += text.charCodeAt(at) === 13 && text.charCodeAt(at + 1) === 10 ? 2 : 1;
      add(at);
    }
    this.count = count;
    add(text.length + 1);
    this.starts = starts;
  }

  /** Line `number`, counted from 1, without its line break; empty behind the end. */
  at(number: number): string {
    if (number < 1 || number > this.count) return '';
    const from = this.starts[number - 1]!;
    let to = this.starts[number]! - 1;
    if (to > from && number < this.count && this.text.charCodeAt(to - 1) === 13) to--;
    return this.text.slice(from, to);
  }

  /** The first lines: `most` of them, or all that there are. */
  first(most = this.count): readonly string[] {
    return Array.from({ length: Math.min(this.count, most) }, (_, n) => this.at(n + 1));
  }
}

const nextFeed = (text: string, from: number): number => text.indexOf('\n', from);

/** Where the next line feed or carriage return stands, or -1. */
function nextOfBoth(text: string, from: number): number {
  for (let at = from; at < text.length; at++) {
    const character = text.charCodeAt(at);
    if (character === 10 || character === 13) return at;
  }
  return -1;
}

/** A longer text is read line by line, and never looked at as a whole. */
export const longestWhole = 2_000_000;

/** True where a line holds a letter or a figure. */
export function saysSomething(line: string): boolean {
  for (let at = 0; at < line.length; at++) {
    const c = line.charCodeAt(at);
    if ((c >= 48 && c <= 57) || (c >= 65 && c <= 90) || (c >= 97 && c <= 122)) return true;
    if (c > 127) return /[\p{L}\p{N}]/u.test(line);
  }
  return false;
}

/** Lines are read in pieces of this length at most: the time that rules take grows faster than a line does. */
export const longestPiece = 600;

/** A line as it is read: whole, or where it is very long, in pieces that end between words, long runs of one character shortened. */
export function piecesOf(line: string): readonly string[] {
  if (line.length <= longestPiece) return [line];
  const rest = line.replace(/(.)\1{11,}/gu, (run) => run.slice(0, 12));
  const pieces: string[] = [];
  for (let from = 0; from < rest.length;) {
    const to = from + longestPiece >= rest.length ? rest.length : lastGap(rest, from, from + longestPiece);
    pieces.push(rest.slice(from, to));
    from = to;
  }
  return pieces;
}

/** Where the last word before `to` ends; `to` itself where there is one word only. */
function lastGap(text: string, from: number, to: number): number {
  for (let at = to; at > from + longestPiece / 2; at--) if (' \t|;,'.includes(text.charAt(at - 1))) return at;
  return to;
}
