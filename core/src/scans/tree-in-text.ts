/** Where a letter or a page has what a program wrote in it: JSON, XML, lists, or keys with values. */
import { anyCode } from './first-lines.js';
import { Lines, longestWhole } from './lines.js';

/** A text in two: lines of the one are blank in the other, so that each keeps its number. */
export interface Parted {
  readonly data: string;
  readonly around: string;
}

interface Form {
  readonly first: RegExp;
  readonly last: RegExp;
}

const forms: readonly Form[] = [
  { first: /^\s*[[{]\s*(?:$|["{[\]}])/, last: /[\]}]\s*$/ },
  { first: /^\s*<(?:\?xml|[A-Za-z])/, last: />\s*$/ },
  { first: /^\s*(?:[\p{L}_$][\p{L}\d_$ ]{0,40}=\s?[[({]|[[({]\s*['"({[])/u, last: /[\])}];?\s*$/ },
  { first: /^\[[^[\]]{1,60}\]\s*$/, last: /^[\p{L}_][\p{L}\d_. -]{0,39}?\s?=/u },
  {
    first: /^[\p{L}_][\p{L}\d_[\]-]{0,60}\.[\p{L}\d_.[\]-]{1,60}\s?=/u,
    last: /^[\p{L}_][\p{L}\d_.[\]-]{0,119}\s?=/u,
  },
];

/** The ways in which a text may fall into such data and what stands above and below it, all codes in the data. */
export function* partedByData(text: string): Generator<Parted> {
  if (text.length > longestWhole || !/[{}<>=]/.test(text)) return;
  const lines = new Lines(text).first();
  for (const { first, last } of forms) {
    const from = lines.findIndex((line) => first.test(line));
    const to = from < 0 ? -1 : lines.findLastIndex((line) => last.test(line));
    if (to < from || to < 0) continue;
    const inside = (at: number) => at >= from && at <= to;
    const around = lines.map((line, at) => (inside(at) ? '' : line));
    if (!around.some((line) => /\S/.test(line)) || around.some((line) => anyCode.test(line))) continue;
    yield { data: lines.map((line, at) => (inside(at) ? line : '')).join('\n'), around: around.join('\n') };
  }
}
