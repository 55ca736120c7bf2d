/** What programs write around the words of a report: logs, pages of forums and papers, statements of a database. */
import { readCode } from '../codes/index.js';
import { splitCells } from './cells.js';
import { anyCode, countFirst, eachCode, firstLines } from './first-lines.js';
import { readModuleName } from './heading.js';
import { type Lines } from './lines.js';
import { type ReadingOrder } from './page-columns.js';
import { blank, type Plain, when } from './plain.js';
import { isAsking, isNameKey, labelOf, reachWordOf, statusWordOf } from './vocabulary.js';

const logged =
  /^\s{0,9}\p{Lu}\p{Ll}{2}\s{1,2}\d{1,2}\s\d{2}:\d{2}:\d{2}\s\S{1,40}\s[\w./-]{1,40}(?:\[\d{1,7}\])?:\s(?=\S)/u;

/** What stands in front of each line of a system's log: when, where and by which program; null for no such log. */
export const loggerIn = (lines: Lines): RegExp | null =>
  countFirst(lines, 120, (line) => logged.test(line)) >= 3 ? logged : null;

const transferred = /(?:=[\dA-F]{2}){1,8}/g;
const anyTransferred = /=(?:C[2-9A-F]|[DE][\dA-F])=[89AB][\dA-F]/;

/** `T=C3=BCr`: letters as a mail carries them. */
const withoutTransferSigns: Plain = (line) =>
  line.includes('=')
    ? line.replace(transferred, (signs) => {
        try {
          return decodeURIComponent(signs.replace(/=/g, '%'));
        } catch {
          return signs;
        }
      })
    : line;

const forumTag =
  /\[\/?(?:b|i|u|s|list|quote|code|size|color|center|indent|spoiler|table|tr|th|td|h\d)(?:=[^\][]{1,40})?\]/gi;

/** `[b]Airbag[/b]`, `[*]B1318`: the signs of a forum. */
const withoutForumTags: Plain = (line) =>
  line.includes('[') ? line.replace(/\[\*\]/g, '- ').replace(forumTag, '') : line;

/** `Airbag & B1318 & active \\`: a row of a paper's table. */
const withBars: Plain = (line) =>
  /^\s*\\(?:begin|end)\{|^\s*\\hline\s*$/.test(line)
    ? ''
    : line
        .replace(/\\\\\s*(?:\\hline\s*)?$/, '')
        .replace(/^\s*\\(?:sub)*section\*?\{([^{}]{1,80})\}\s*$/, '$1')
        .replace(/\s&\s|\s&$/g, ' | ');

const paperRow = /^[^&]{1,200}&.{1,300}\\\\\s*(?:\\hline\s*)?$/;

const inserted =
  /^\s{0,9}INSERT\sINTO\s["`]?(\w{1,40})["`]?\s?\(([^()]{1,400})\)\s?VALUES\s?\((.{1,1000})\)\s?;?\s*$/i;

/** `INSERT INTO dtc (module, code) VALUES ('Body', 'B1318');`: each column with its value. */
const asFields: Plain = (line) => {
  const [, table, names, values] = inserted.exec(line) ?? [];
  if (table === undefined) return line;
  const columns = names!.split(',').map((name) => name.trim().replace(/^["`]|["`]$/g, ''));
  const held = [...values!.matchAll(/'((?:[^']|''){0,400})'|([^',\s]{1,40})/g)].map(([, text, bare]) =>
    (text ?? bare!).replace(/''/g, "'"),
  );
  if (held.length !== columns.length) return line;
  const said = reachWordOf(table.replace(/_/g, ' '));
  const module = columns.findIndex((name) => labelOf(name)?.role === 'module');
  if (said !== null && columns.length === 1 && module === 0)
    return `${held[0]!}: ${table.replace(/_/g, ' ')}`;
  return columns.map((name, at) => `${name}: ${held[at]!}`).join('   ');
};

const coloned = /(?<![\w.-])[PCBUpcbu][0-3][\da-fA-F]{3}(?:-[\da-fA-F]{2})?:\p{L}[^:]{2,40}:\S/u;

/** `Airbag:B1318-16:active:driver loop` */
const withoutColons: Plain = (line) => (anyCode.test(line) ? line.replace(/:(?=\S)/g, '   ') : line);

const recordSign = /^([A-Z]{1,4})[;|\t+](?=\S)/;

/** True where a sign in front of each line says what kind it is: `SG;15;Airbag` over `F;B1318;active`. */
function hasRecordSigns(lines: Lines): boolean {
  const seen = new Map<string, number>();
  let [all, coded] = [0, 0];
  for (const { line } of firstLines(lines, 200)) {
    if (line.trim() === '') continue;
    all++;
    const sign = recordSign.exec(line)?.[1];
    if (sign === undefined) continue;
    seen.set(sign, (seen.get(sign) ?? 0) + 1);
    if (anyCode.test(line)) coded++;
  }
  const signed = [...seen.values()].reduce((sum, count) => sum + count, 0);
  return (
    coded > 0 &&
    signed >= 4 &&
    signed >= all - 2 &&
    seen.size <= 6 &&
    [...seen.values()].filter((count) => count > 1).length >= 2
  );
}

/** The line without its sign; an address and a name stand as in other headings. */
const withoutSign: Plain = (line) => {
  const [sign] = recordSign.exec(line) ?? [];
  if (sign === undefined) return line;
  const behind = line.slice(sign.length);
  // `MOD+58+RESTRAINTS'`
  const rest = sign.endsWith('+') ? behind.replace(/'\s*$/, '').replace(/\+/g, ';') : behind;
  const [first, second, ...more] = rest.split(/[;|\t]/);
  return more.every((cell) => cell.trim() === '') &&
    /^(?:0x)?[\dA-F]{2,3}$/i.test(first!) &&
    /\p{L}{2}/u.test(second ?? '')
    ? `[${first!}] ${second!}`
    : splitCells(rest).join('   ');
};

/** Roles of labels that stand over what they say, each on a line of its own. */
const overValue: ReadonlySet<string> = new Set([
  'module',
  'address',
  'code',
  'status',
  'type',
  'text',
  'result',
  'count',
]);

const bareLabel = (line: string): string => line.trim().replace(/:$/, '');

/** The role of a label that stands alone on its line, over what it says; null for anything else. */
function roleOver(line: string): string | null {
  if (line.length > 40 || statusWordOf(line.trim()) !== null || reachWordOf(line.trim()) !== null)
    return null;
  const role = labelOf(bareLabel(line))?.role;
  return role !== undefined && overValue.has(role) ? role : null;
}

/** A line in which nothing stands. */
const nothing = '~~~';

/** `Code` over `B1318-16` over `Status` over `active`: each label in front of what stands below it; else the lines as they are. */
export function withLabelsBeside(order: ReadingOrder, lines: Lines): ReadingOrder {
  let [labels, codes] = [0, 0];
  for (const { at, line } of firstLines(lines, 60)) {
    const role = roleOver(line);
    if (role === null) continue;
    const below = lines
      .at(at + 1)
      .slice(0, 60)
      .trim();
    if (below === '' || roleOver(below) !== null || (role === 'code' && readCode(below) === null))
      return order;
    labels++;
    if (role === 'code') codes++;
  }
  if (codes < 2 || labels < 4) return order;
  return {
    ...order,
    at: (at) => {
      const own = order.at(at);
      if (roleOver(own) !== null) return `${bareLabel(own)}: ${order.at(at + 1).trim()}`;
      return roleOver(order.at(at - 1)) === null ? own : nothing;
    },
  };
}

const counted = /^\(\d{1,6}\srows?\)\s*$/;

/** True where a database says how many rows it printed. */
export const countsRows = (lines: Lines): boolean => countFirst(lines, 40, (line) => counted.test(line)) > 0;

/** Its `t` and `f` between bars as words, and that number as nothing. */
export const withYesAndNo: Plain = (line) =>
  counted.test(line)
    ? nothing
    : line.replace(/(?<=\|\s{1,40})([tf])(?=\s{0,40}(?:\||$))/g, (_, letter: string) =>
        letter === 't' ? 'yes' : 'no',
      );

const addressAlone = /^(?:0[xX])?(?=[A-F]?\d)[\dA-F]{2}[hH]?$/;
const countAlone = /^\d{1,2}$/;

/** A name over its address, and the number of its codes below that where there is one: cells copied off a page. */
const isHeadOver = (above: string, address: string): boolean =>
  addressAlone.test(address) &&
  /^\p{L}[\p{L}\d ./-]{2,50}$/u.test(above) &&
  labelOf(above) === null &&
  statusWordOf(above) === null &&
  readModuleName(above) !== null;

/** `Airbag`, `58` and `2` below each other as `Airbag (58): 2 codes`; else the lines as they are. */
export function withAddressesBelow(order: ReadingOrder, lines: Lines): ReadingOrder {
  const addresses = new Set<string>();
  for (const { at, line } of firstLines(lines, 60)) {
    const below = lines
      .at(at + 1)
      .slice(0, 8)
      .trim();
    if (!isHeadOver(line.trim(), below)) continue;
    if (addresses.has(below)) return order;
    addresses.add(below);
  }
  if (addresses.size < 3) return order;
  const isHead = (at: number): boolean => isHeadOver(order.at(at).trim(), order.at(at + 1).trim());
  return {
    ...order,
    at: (at) => {
      const own = order.at(at);
      if (isHead(at)) {
        const count = order.at(at + 2).trim();
        const codes = countAlone.test(count) ? `: ${count} codes` : '';
        return `${own.trim()} (${order.at(at + 1).trim()})${codes}`;
      }
      const isOfHead = isHead(at - 1) || (countAlone.test(own.trim()) && isHead(at - 2));
      return isOfHead ? nothing : own;
    },
  };
}

const edge = /^\s{0,40}(?:BEGIN|END):(\w{1,30})\s*$/;

/** `BEGIN:UNIT` over `NAME:Body`: a module, its name and its end; else the lines as they are. */
export function withoutEdges(order: ReadingOrder, lines: Lines): ReadingOrder {
  if (countFirst(lines, 80, (line) => edge.test(line)) < 2) return order;
  return {
    ...order,
    at: (at) => {
      const own = order.at(at);
      if (edge.test(own)) return '';
      const [, key, value] = /^\s{0,40}(\w{2,20}):(\S.{0,80})$/.exec(own) ?? [];
      const begins = key === undefined || !isNameKey(key) ? undefined : edge.exec(order.at(at - 1))?.[1];
      return begins !== undefined && labelOf(begins)?.role === 'module' ? `${begins}: ${value!}` : own;
    },
  };
}

const step =
  /^(\s{0,20}(?:\[?(?:\d{4}-\d{2}-\d{2}[T ])?\d{1,2}:\d{2}(?::\d{2}(?:[.,]\d{1,6})?)?\]?\s{1,4})?)(\p{L}{3,12})(?=\s{2,9}\p{Lu}|:\s{1,9}\p{Lu})/u;
const isStep = (line: string): boolean => isAsking(step.exec(line)?.[2] ?? '');

/** `09:02:12 query    Body ..... reply`: what was done in front of each name, taken off. */
const withoutStep: Plain = (line) =>
  isStep(line) ? line.replace(step, (_, time: string, word: string) => time + blank(word)) : line;

/** How each line is read, where a program has written the report. */
export function programSteps(lines: Lines, text: string): readonly Plain[] {
  return [
    ...when(anyTransferred.test(text), withoutTransferSigns),
    ...when(text.includes('[/'), withoutForumTags),
    ...when(text.includes('\\\\') && countFirst(lines, 400, (line) => paperRow.test(line)) >= 2, withBars),
    ...when(countFirst(lines, 1500, (line) => inserted.test(line)) >= 2, asFields),
    ...when(
      eachCode(lines, 200, ({ line }) => coloned.test(line)),
      withoutColons,
    ),
    ...when(hasRecordSigns(lines), withoutSign),
    ...when(countFirst(lines, 80, isStep) >= 3, withoutStep),
  ];
}
