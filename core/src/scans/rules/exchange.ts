/** A log of what was asked of modules and what they answered: `REQ door_fl ReadDTC`, `RSP door_fl DTC=B1318`. */
import { readModuleName } from '../heading.js';
import type { Lines } from '../lines.js';
import { Line } from '../line.js';
import { type Reading } from '../reading.js';
import { reachWordOf } from '../vocabulary.js';

const asking: ReadonlySet<string> = new Set(['req', 'request', 'tx', 'send', 'sent', 'ask', 'query']);
const answering: ReadonlySet<string> = new Set(['rsp', 'resp', 'response', 'rx', 'recv', 'reply', 'answer']);

const exchange =
  /^\s{0,9}(?:\[?[\d:.,T-]{5,26}Z?\]?\s{1,9})?(?<word>\p{L}{2,8})[\s:>]{1,4}(?<name>\p{L}[\p{L}\p{N}_.-]{1,39})(?<rest>\s.{0,400})?$/u;

const partsOf = (text: string) => {
  const parts = exchange.exec(text.slice(0, 500))?.groups;
  return parts
    ? { word: parts['word']!.toLowerCase(), name: parts['name']!, rest: parts['rest'] ?? '' }
    : null;
};

/** Lines by which a log is known. */
const looked = 200;

/** True where a report is such a log: in it modules are asked, and answer. */
export function isExchange(lines: Lines): boolean {
  let [asked, answered] = [0, 0];
  for (let at = 1; at <= Math.min(lines.count, looked); at++) {
    const parts = partsOf(lines.at(at));
    if (parts && asking.has(parts.word)) asked++;
    if (parts && answering.has(parts.word)) answered++;
  }
  return asked >= 2 && answered >= 2;
}

/** What is left to be read of a line of such a log, behind who answered; null where nothing is. */
export function answerIn(reading: Reading, line: Line): Line | null {
  const parts = partsOf(line.text);
  if (!parts) return line;
  const { word, name, rest } = parts;
  if (asking.has(word)) {
    reading.mark(line, 'header');
    return null;
  }
  const reach = reachWordOf(word);
  const failed = reach === 'timed-out' || reach === 'refused' || reach === 'silent';
  const heading = answering.has(word) || failed ? readModuleName(name) : null;
  if (!heading) return line;
  reading.enter(heading.name, line, { address: heading.address });
  if (failed) reading.say(reach);
  if (failed || rest.trim() === '') {
    reading.open = null;
    reading.mark(line, 'module');
    return null;
  }
  return new Line(line.number, rest, line.at);
}
