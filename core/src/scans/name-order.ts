/** Lines that say whose codes they hold at their ends, and names that differ by a word in brackets: set as other lines are. */
import { readCodeLine } from './code-line.js';
import { anyCode, firstLines } from './first-lines.js';
import { readModuleName } from './heading.js';
import type { Lines } from './lines.js';
import { stateOf } from './module-state.js';
import { type Plain } from './plain.js';
import { isFiller, labelOf, type Role, statusWordOf } from './vocabulary.js';

/** Characters of a line that are looked at. */
const width = 300;

const nameAtEnd =
  /^(\s{0,40})(\S.{2,200}?)\s(?:(\p{L}{1,5})\s["“„]([^"“”„]{2,60})["”“]|\((\p{L}[^()]{2,40})\))\s{0,9}$/u;

/** True where every code has a name at the end of its line: `B1318-16 active in "Body"`, `B1318-16 active (Body)`. */
function endsInNames(lines: Lines): boolean {
  let [seen, stated] = [0, 0];
  const names = new Set<string>();
  for (const { line } of firstLines(lines, width)) {
    const own = withNameInFront(line);
    // Each code has one; what stands in brackets behind a name is none.
    if (own === line && anyCode.test(line)) return false;
    if (own === line) continue;
    seen++;
    // What stands in brackets behind codes alone may as well be what they mean.
    if (!line.trimEnd().endsWith(')') || !anyCode.test(line)) stated++;
    names.add(own.slice(0, own.indexOf(':')).trim());
  }
  return seen >= 3 && stated > 0 && names.size < seen;
}

/** Such a line with the name in front. */
const withNameInFront: Plain = (line) => {
  const [, indent, said, word, quoted, held] = nameAtEnd.exec(line) ?? [];
  const name = quoted ?? held;
  if (name === undefined || statusWordOf(name) !== null || stateOf(name) !== null) return line;
  const isSaid = word === undefined ? anyCode.test(said!) || stateOf(said!) !== null : isFiller(word);
  return isSaid && readModuleName(name) !== null ? `${indent!}${name!}:   ${said!}` : line;
};

const nameLast =
  /^(\s{0,40})(\p{L}.{2,80}?)(\s{2,80}[PCBU][0-3][\dA-F]{3}(?:[-:][\dA-F]{2})?(?![\w-]).{0,80}?\s{2,80})(\p{L}(?:\S|\s(?=\S)){1,40})\s{0,9}$/u;

/** `no faults   -   -   Cluster` */
const stateFirst =
  /^(\s{0,40})(\p{L}.{2,60}?)(\s{2,80}(?:-\s{2,80}){0,4})(\p{L}(?:\S|\s(?=\S)){1,40})\s{0,9}$/u;

/** A line whose last column names the module, with the name in front. */
const withNameFirst: Plain = (line) =>
  stateOf(stateFirst.exec(line)?.[2] ?? '') !== null
    ? line.replace(stateFirst, '$1$4$3$2')
    : line.replace(nameLast, '$1$4$3$2');

/**
 * True where every code has words in front and a name that comes again at the end of its line, and lines that say
 * something of a module end with its name too: without those, what stands in front may as well be the names.
 */
function namesLast(lines: Lines): boolean {
  const names = new Set<string>();
  let [seen, stated] = [0, 0];
  for (const { line } of firstLines(lines, width)) {
    if (!anyCode.test(line)) {
      const [, , said, , name] = stateFirst.exec(line) ?? [];
      if (said !== undefined && stateOf(said) !== null && stateOf(name!) === null && readModuleName(name!))
        stated++;
      continue;
    }
    const name = nameLast.exec(line)?.[4];
    if (name === undefined || statusWordOf(name) !== null || !readModuleName(name)) return false;
    names.add(name);
    seen++;
  }
  return seen >= 3 && names.size < seen && stated > 0;
}

const labelAtEnd = /^(\s{0,40})(\S.{0,200}?)\s{3,200}(\p{L}{3,20})\s{0,9}$/u;
const ofFields: ReadonlySet<Role> = new Set(['module', 'code', 'text', 'status', 'type', 'count', 'address']);

/** `B1318-16        Code` as `Code: B1318-16`. */
const withLabelInFront: Plain = (line) => {
  const [, indent, value, label] = labelAtEnd.exec(line.slice(0, width)) ?? [];
  const role = label === undefined ? undefined : labelOf(label)?.role;
  return role !== undefined && ofFields.has(role) && labelOf(value!) === null
    ? `${indent!}${label!}: ${value!}`
    : line;
};

/** True where nearly every line has its label at the end, of a code among them. */
function endsInLabels(lines: Lines): boolean {
  let [all, labelled, codes] = [0, 0, 0];
  for (const { line } of firstLines(lines, width)) {
    if (line.trim() === '') continue;
    all++;
    if (withLabelInFront(line) === line) continue;
    labelled++;
    if (readCodeLine(line)?.before === null) codes++;
  }
  return codes >= 2 && labelled >= 0.8 * all;
}

const nameAndWord = /^(\s{0,20}\p{L}[^():=|]{1,30}?)\s\((\p{Ll}[\p{L} ]{2,14})\)/u;

/** Names that differ by no more than a word in brackets: `Seat (driver)`, `Seat (passenger)`. */
function toldApart(lines: Lines): ReadonlySet<string> {
  const words = new Map<string, Set<string>>();
  for (const { line } of firstLines(lines, 80)) {
    const [, name, word] = nameAndWord.exec(line) ?? [];
    if (name === undefined) continue;
    if (statusWordOf(word!) !== null || stateOf(word!) !== null || labelOf(word!) !== null) continue;
    const own = words.get(name.trim()) ?? new Set();
    words.set(name.trim(), own.add(word!));
  }
  return new Set([...words].filter(([, own]) => own.size > 1).map(([name]) => name));
}

/** What sets the lines of a report as others are: names in front, and with their words; none where that changes nothing. */
export function namesInOrder(lines: Lines, text: string): readonly Plain[] {
  const steps: Plain[] = [];
  if (/["”“)]\s*$/m.test(text) && endsInNames(lines)) steps.push(withNameInFront);
  if (namesLast(lines)) steps.push(withNameFirst);
  if (endsInLabels(lines)) steps.push(withLabelInFront);
  const apart = text.includes('(') ? toldApart(lines) : new Set();
  if (apart.size > 0)
    steps.push((line) =>
      line.replace(nameAndWord, (whole, name: string, word: string) =>
        apart.has(name.trim()) ? `${name} ${word}` : whole,
      ),
    );
  return steps;
}
