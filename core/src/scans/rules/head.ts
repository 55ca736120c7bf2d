/** What stands around the codes: titles, fields of the head, totals, live values and ambient conditions. */
import { bareFields, countOf, noteField, readValue, readerIn } from '../header-field.js';
import { type Lines } from '../lines.js';
import { pairsOf } from '../pairs.js';
import { type Line } from '../line.js';
import { type Reading } from '../reading.js';
import {
  isPartsList,
  isTitle,
  labelOf,
  languageOf,
  reachWordOf,
  saysNothingAnswered,
  statusWordOf,
  tokensOf,
} from '../vocabulary.js';
import { type Page, readsAsCode } from './page.js';

/** The reader that a report names in its first lines. */
export function readerOf(lines: Lines): string | null {
  let titled: string | null = null;
  for (let at = 1; at <= Math.min(lines.count, 40); at++) {
    const line = lines.at(at).slice(0, 200);
    const labelled = pairsOf(line).find(({ label }) => label?.role === 'reader');
    if (labelled) return labelled.value.trim();
    if (readsAsCode(line)) break;
    titled ??= isTitle(line) ? readerIn(line).reader : null;
  }
  return titled;
}

/** The language of the words of a report's first lines. */
export function languageIn(lines: Lines): string | null {
  const words: string[] = [];
  for (let at = 1; at <= Math.min(lines.count, 120); at++)
    words.push(...tokensOf(lines.at(at).slice(0, 200)));
  return languageOf(words);
}

/** Ambient conditions and live values: all that is set in below their heading. */
export function takeBlock(reading: Reading, line: Line): boolean {
  if (reading.block === null) return false;
  const boxed = boxedPair.exec(line.text);
  if (line.indent <= reading.block && boxed === null) {
    reading.block = null;
    return false;
  }
  const value = readValue(boxed === null ? line.text : `${boxed[1]!}: ${boxed[2]!}`);
  if (value && reading.module !== null) reading.addValue(value.label, value.value, line);
  else reading.mark(line, 'detail');
  return true;
}

/** `| Speed | 38 km/h |` */
const boxedPair = /^\s{0,40}\|\s{0,40}(\p{L}[^|:]{1,40}?)\s{0,40}\|\s{0,40}([^|]{1,60}?)\s{0,40}\|\s{0,9}$/u;

/** `[ Back ]   [ Print ]`, `Vehicle > All systems > Faults`: what stands around a report on a screen. */
export function takeScreen(reading: Reading, line: Line): boolean {
  const { text } = line;
  if (text.length > 160) return false;
  const buttons =
    text.includes('[') && /^\s{0,80}(?:\[\s?\p{L}[^\]]{1,30}\](?:\s{1,80}|$)){2,8}$/u.test(text);
  if (!buttons && !(text.includes(' > ') && /\p{L}\s>\s[^>]{2,40}\s>\s\p{L}/u.test(text))) return false;
  if (buttons && text.split(/[[\]]/).some((part) => statusWordOf(part) !== null)) return false;
  reading.mark(line, 'header');
  return true;
}

/** `Parts ordered` over numbers that are no codes, up to a blank line or a name as far in. */
export function takePartsList(reading: Reading, line: Line): boolean {
  if (reading.inParts !== null) {
    if (line.indent <= reading.inParts && !/\d/.test(line.text)) reading.inParts = null;
    else {
      reading.mark(line, 'header');
      return true;
    }
  }
  if (line.text.length > 60 || /\d/.test(line.text)) return false;
  if (!isPartsList(line.text.trim().replace(/:$/, ''))) return false;
  reading.inParts = line.indent;
  reading.open = null;
  reading.mark(line, 'header');
  return true;
}

export function takeEnvironment(reading: Reading, line: Line): boolean {
  if (reading.module === null || line.text.length > 60) return false;
  // `Environment data of B0002`
  const bare = line.text.replace(/[:\s]{1,200}$/, '').trim();
  const ofCode =
    /^(\p{L}[\p{L} ]{3,30}?)(?:\s\p{L}{2,4})?\s[(]?[PCBUpcbu][0-3][\da-fA-F]{3}(?:[-:]?[\da-fA-F]{2})?[)]?$/u.exec(
      bare,
    );
  if (labelOf(ofCode?.[1] ?? bare)?.role !== 'environment') return false;
  reading.block = line.indent;
  reading.mark(line, 'detail');
  return true;
}

export function takeValue(reading: Reading, line: Line, { lines }: Page): boolean {
  const value = readValue(line.text);
  if (!value) return false;
  // `TRAILER.....7A` among headings like it is an address, no current.
  if (
    (reading.module === null || line.indent <= reading.moduleIndent) &&
    /\.{3}\s?[\dA-F]{2}\s*$/.test(line.text)
  )
    return false;
  // Of no module, they stand among others like them.
  if (reading.module === null && ![line.at - 1, line.at + 1].some((at) => readValue(lines.at(at))))
    return false;
  if (reading.open && line.indent <= reading.open.indent) reading.open = null;
  reading.addValue(value.label, value.value, line);
  return true;
}

/** `Fault 2 of 3` over the fields of one: what was open before ends. */
export function takeRecordCount(reading: Reading, line: Line): boolean {
  const word = recordCount.exec(line.text)?.[1];
  if (word === undefined || labelOf(word)?.role !== 'code' || /(?<!\d)0(?!\d)/.test(line.text)) return false;
  reading.open = null;
  reading.namedInBlock = false;
  reading.mark(line, 'header');
  return true;
}
const recordCount = new RegExp(String.raw`^\W{0,60}(\p{L}{3,20})\s(?:n[ro°]?\.?\s)?${countOf}\W{0,60}$`, 'u');

export function takeNothingAnswered(reading: Reading, line: Line): boolean {
  if (line.text.length > 90 || !saysNothingAnswered(line.text)) return false;
  reading.noModuleAnswered = true;
  reading.mark(line, 'header');
  return true;
}

/** `5 faults in 3 modules`: what the report itself counts. */
export function takeTotal(reading: Reading, line: Line): boolean {
  // `7 modules: 2 with faults, 1 did not answer`
  const counted = /^\s{0,9}\d{1,3}\s(\p{L}{3,20}):\s\d/u.exec(line.text)?.[1];
  // `12 modules asked, 10 answered`
  const several = /^\s{0,9}\d{1,3}\s(\p{L}{3,20})\s[^:]{3,60}[,;]\s\d{1,3}\s\p{L}/u.exec(line.text)?.[1];
  if ([counted, several].some((word) => word !== undefined && labelOf(word)?.role === 'module')) {
    reading.mark(line, 'header');
    return true;
  }
  const count =
    /^\W*(\d{1,5})\s+(\p{L}[\p{L} ]{1,24}?)\s+(?:in|en|dans|nas?|nelle|w|em|i)\s+(\d{1,4})\s+(\p{L}+)/u.exec(
      line.text,
    );
  if (!count || reachWordOf(`${count[1]!} ${count[2]!}`) === null) return false;
  reading.promise(Number(count[1]), line, null);
  reading.open = null;
  reading.mark(line, 'header');
  return true;
}

export function takeFields(reading: Reading, line: Line): boolean {
  const fields = bareFields(line.text);
  if (fields.length === 0) return false;
  for (const { role, value } of fields) noteField(reading, role, value);
  reading.mark(line, 'header');
  return true;
}

/** A title may name the reader (`Oddlight R2 diagnostic report   software 4.18`). */
export function takeTitle(reading: Reading, line: Line): boolean {
  const { text } = line;
  if (text.trim().length > 140 || !isTitle(text)) return false;
  noteTitle(reading, text);
  reading.open = null;
  reading.mark(line, 'header');
  return true;
}

function noteTitle(reading: Reading, text: string): void {
  if (reading.codes.length > 0) return;
  const { reader, software } = readerIn(text);
  if (reader !== null) reading.titleReader ??= reader;
  if (software !== null) reading.meta.readerSoftware ??= software;
}
