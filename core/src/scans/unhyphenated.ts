/** Words that a narrow page breaks at the ends of its lines, put together again. */
import { anyCode } from './first-lines.js';
import { type ReadingOrder } from './page-columns.js';

/** Longer reports are no narrow pages. */
const mostLines = 4000;

const broken = /\p{Ll}-\s{0,9}$/u;
const carriedOn = /^\s{1,40}(\p{Ll}{2,24}[.,;:)]{0,2})(?=\s|$)/u;
/** `Front- and rear lamp`, `links- oder rechts`: the hyphen stays. */
const isJoining = /^\s{1,40}(?:and|or|und|oder|et|ou|y|o|e|en|of|och|eller|i|lub)\s/u;

/**
 * Lines of which each holds the whole of its last word, the next without the part that stood there; as they are where no
 * word is broken.
 * @example of `no commu-` over `  nication`: `no communication` over nothing
 */
export function unhyphenated(order: ReadingOrder): ReadingOrder {
  if (order.count > mostLines) return order;
  const joined = new Map<number, string>();
  for (let at = 1; at < order.count; at++) {
    const line = joined.get(at) ?? order.at(at);
    if (!broken.test(line)) continue;
    const next = order.at(at + 1);
    const [whole, part] = carriedOn.exec(next) ?? [];
    if (part === undefined || isJoining.test(next) || anyCode.test(part)) continue;
    joined.set(at, line.trimEnd().slice(0, -1) + part);
    const rest = next.slice(whole!.length).trim();
    joined.set(at + 1, rest === '' ? '' : `${/^\s*/.exec(next)![0]}${rest}`);
  }
  return joined.size === 0
    ? order
    : {
        count: order.count,
        at: (at) => joined.get(at) ?? order.at(at),
        numberOf: (at) => order.numberOf(at),
      };
}
