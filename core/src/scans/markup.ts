/** What stands in a line beside its words: quoting, boxes, tags and marks of a text editor, taken off. */
import { statusOfPlural } from './section-words.js';
import { labelOf, statusWordOf } from './vocabulary.js';

const htmlTag =
  /<\/?(?:html|head|title|body|table|thead|tbody|tr|t[dh]|h[1-6]|p|br|hr|ul|ol|li|dl|dt|dd|div|span|small|b|i|em|strong|footer|header|section|main|pre|font|center|a|u)\b[^<>]{0,300}>/gi;
const breaks =
  /<(?:br\s*\/?|\/?(?:p|tr|h[1-6]|li|div|table|ul|ol|footer|header|section|title|html|head|body))\b[^<>]{0,300}>/gi;
const entities: ReadonlyMap<string, string> = new Map(
  Object.entries({
    amp: '&',
    lt: '<',
    gt: '>',
    quot: '"',
    apos: "'",
    nbsp: ' ',
    mdash: '—',
    ndash: '–',
    middot: '·',
    deg: '°',
  }),
);

/** The time of a line in a log. */
const timeInFront =
  /^\s*(?:\d{4}-\d{2}-\d{2}[T ])?\d{1,2}:\d{2}:\d{2}(?:[.,]\d{1,6})?Z?\s+(?=\S)|^\s*(?:\d{4}-\d{2}-\d{2}[T ])?\d{1,2}:\d{2}\s+(?=\p{L})|^\s*\[(?:\d{4}-\d{2}-\d{2}[T ])?\d{1,2}:\d{2}:\d{2}(?:[.,]\d{1,6})?Z?\]\s(?=\s*\S)/u;

const nameInFront = /^\s{0,40}(\p{L}[^:|]{1,40}):\s/u;

/** `Zustand / State: aktiv / active` */
const inTwoLanguages = /^[^:/]{1,40}\s\/\s[^:/]{1,40}:\s/;

const anyMark = /[<>|*`_{·•→➔⇒]|\s[~#]\s|\s\/\s|^\s*\[?\d/;

/** True where there is nothing to take off a line. */
export const isPlain = (line: string): boolean =>
  !anyMark.test(line) && !(line.includes(': ') && (line.includes('; ') || wordOverCode.test(line)));

/** `ACTIVE: Roof C1F02-64` */
const wordOverCode = /^\s{0,40}\p{L}{4,20}:\s{1,9}\p{L}[^:;,=]{1,50}\s[PCBU][0-3][\dA-F]{3}/u;

/**
 * The parts of a line as they are read: one, or several where tags part it.
 * @example segmentsOf('> | Body | B1318 |') // [' Body | B1318 ']
 */
export function segmentsOf(line: string): readonly string[] {
  const first = line.trimStart().charAt(0);
  let text = line;
  if (first === '[' || (first >= '0' && first <= '9')) text = text.replace(timeInFront, '');
  if (text.trimStart().startsWith('>')) text = text.replace(/^\s*(?:>\s?){1,12}/, '');
  // One object after the other.
  if (text.includes('":') && text.includes('{')) return text.split(/(?=\{)/);
  if (text.includes('<') && /<\/?[a-z!?]/i.test(text)) return tagged(text);
  // `AIRBAG: B1318 (active) | BODY: ok | ROOF: no answer`
  if (text.includes('|')) {
    const parts = text.split(/\s\|\s/);
    if (
      parts.length > 2 &&
      parts.every((part) => nameInFront.test(part) && labelOf(nameInFront.exec(part)![1]!) === null)
    )
      return parts.map(unboxed);
  }
  const ofStatus = underStatus(text);
  if (ofStatus) return ofStatus;
  // `Airbag: B1318 (active); Body: ok; Roof: no answer`
  if (text.includes('; ')) {
    const parts = text.split(/;\s/);
    if (parts.every((part) => nameInFront.test(part) && labelOf(nameInFront.exec(part)![1]!) === null))
      return parts.map(unboxed);
  }
  return [unboxed(text)];
}

/** `ACTIVE: Roof C1F02-64; Lamps C2210-54`: each name with its code and the status of all; null for no such line. */
function underStatus(text: string): readonly string[] | null {
  const [, words, rest] = /^\s{0,40}(\p{L}[\p{L} ]{2,24}):\s{1,9}(\p{L}.{4,300})$/u.exec(text) ?? [];
  if (words === undefined) return null;
  const status = statusWordOf(words)?.status ?? statusOfPlural(words.toLowerCase());
  if (!status) return null;
  const parts = rest!.split(/\s{0,9};\s{1,9}/).map((part) => nameAndCode.exec(part));
  return parts.every((part) => part !== null)
    ? parts.map((part) => `${part![1]!}   ${part![2]!}   ${status}`)
    : null;
}
const nameAndCode = /^(\p{L}[^:;,=]{1,50}?)\s{1,9}([PCBU][0-3][\dA-F]{3}(?:-[\dA-F]{2})?)\.?$/u;

function unboxed(text: string): string {
  let own = text;
  if (/[→➔⇒]/.test(own)) own = own.replace(/\s[→➔⇒]\s/g, '   ');
  // `Airbag >> B1318 active`
  const pointed = own.includes('> ') ? own.split(/\s(?:>>|-{1,3}>|={1,3}>)\s/) : [];
  if (
    pointed.length === 2 &&
    /^\s{0,40}\p{L}[^:=|]{1,40}$/u.test(pointed[0]!) &&
    !/[PCBU]\d/i.test(pointed[0]!)
  )
    // `ReadDTC 0x19 02 FF -> ECU 0x7A2 (Restraints)`: what was asked, and whom.
    own = /^\s{0,9}\p{L}{2,12}\s0x/u.test(pointed[1]!)
      ? pointed[1]!
      : `${pointed[0]!.trimEnd()}: ${pointed[1]!}`;
  // `Airbag > B1318 > active`
  else if (/\s>\s/.test(own) && /(?:^|\s)[PCBU][0-3][\dA-F]{3}/i.test(own))
    own = own.replace(/\s>\s/g, '   ');
  // A bar at the edge alone is a mark of quoting.
  if (/^\s*\|[^|]*$/.test(own)) own = own.replace('|', ' ');
  if (/\S\s[·•~#]\s\S/.test(own)) own = own.replace(/(?<=\S\s)[·•~#](?=\s\S)/g, ' ');
  // `B0001 / 13 / stored / Driver loop`: cells of their own, at their places.
  if (/\s\/\s.{1,200}\s\/\s/.test(own) && !inTwoLanguages.test(own)) own = own.replace(/\s\/\s/g, '   ');
  if (own.includes('|')) own = own.replace(/^(\s*)\|(?=.*\|\s*$)|^\|(?=.*\|)/, '$1 ').replace(/\|\s*$/, '');
  // `Airbag            >`: what opens and closes on a screen.
  own = own.replace(/\s{2,80}[>v^]\s*$/, '');
  if (/[*`_]/.test(own))
    own = own.replace(/\*\*|__|`/g, '').replace(/^(\s*)([*_])(?=\S)([^*_]*)\2\s*$/, '$1$3');
  return own;
}

/** `<span>Body</span><span>40</span>` */
const addressSpan = /(\p{L}<\/span\s?>)<span\b[^<>]{0,300}>((?:0x)?[\da-f]{2,3})<\/span\s?>/giu;

const betweenTags =
  /([\p{L}\d]<\/(?:b|i|em|strong|span|small)\s?>)(?=<(?:b|i|em|strong|span|small)\b[^<>]{0,300}>[\p{L}\d])/giu;

const listTag = /<(\/?)(ul|ol)\b[^<>]{0,300}>|<li\b[^<>]{0,300}>/gi;

/** Items of lists, each as far in as lists of its line hold it. */
function inLists(): (tag: string, closing: string, list: string | undefined) => string {
  let depth = 0;
  return (_, closing, list) => {
    if (list === undefined) return `\n${'  '.repeat(depth)}- `;
    depth = Math.max(0, depth + (closing === '' ? 1 : -1));
    return '\n';
  };
}

/** What a page says of itself before it begins. */
const prolog = /^\s{0,200}(?:<\?xml[^<>]{0,300}>\s{0,200})?(?:<![^<>]{0,300}>\s{0,200}){0,4}/;

function tagged(whole: string): readonly string[] {
  const text = whole.replace(prolog, '');
  if (text === '' || /^<[?!]/.test(text)) return [''];
  if (!htmlTag.test(text)) return [text];
  htmlTag.lastIndex = 0;
  return (
    text
      .replace(/<title\b[^<>]{0,300}>[^<]{0,400}<\/title\s*>/gi, '')
      .replace(/<h[1-6]\b[^<>]{0,300}>/gi, '\n## ')
      .replace(/<dt\b[^<>]{0,300}>/gi, '\n## ')
      .replace(listTag, inLists())
      .replace(/<dd\b[^<>]{0,300}>/gi, '\n- ')
      .replace(/<\/t[dh]\s*>\s*(?=<t[dh])/gi, ' | ')
      .replace(breaks, '\n')
      // `<span>Body</span><span>40</span>`: words that no blank parts are parted by their tags.
      .replace(addressSpan, '$1 ($2)')
      .replace(betweenTags, '$1   ')
      // What a tag holds by itself is a field of its own where it is a status: `<b>B1318</b> <i>Stored</i> Supply`.
      .replace(
        /<(b|i|em|strong|span|small|u|font)\b[^<>]{0,300}>([^<>]{2,40})<\/\1\s*>/gi,
        (whole, _, held: string) => (statusWordOf(held) === null ? whole : `   ${held.trim()}   `),
      )
      .replace(htmlTag, '')
      .replace(/&(#\d{1,6}|\w{2,8});/g, (whole, name: string) =>
        name.startsWith('#')
          ? String.fromCodePoint(Math.min(0x10ffff, Number(name.slice(1))))
          : (entities.get(name) ?? whole),
      )
      .split('\n')
      .filter((part) => part.trim() !== '')
  );
}
