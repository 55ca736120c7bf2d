/** What stands in a line beside its words: quoting, boxes, tags and marks of a text editor, taken off. */

const htmlTag =
  /<\/?(?:html|head|title|body|table|thead|tbody|tr|t[dh]|h[1-6]|p|br|hr|ul|ol|li|div|span|small|b|i|em|strong|footer|header|section|main|pre|font|center|a|u)\b[^<>]{0,300}>/gi;
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
const timeInFront = /^\s*(?:\d{4}-\d{2}-\d{2}[T ])?\d{1,2}:\d{2}:\d{2}(?:[.,]\d{1,6})?Z?\s+(?=\S)/;

const anyMark = /[<>|*`_{]|^\s*\d/;

/** True where there is nothing to take off a line. */
export const isPlain = (line: string): boolean => !anyMark.test(line);

/**
 * The parts of a line as they are read: one, or several where tags part it.
 * @example segmentsOf('> | Body | B1318 |') // [' Body | B1318 ']
 */
export function segmentsOf(line: string): readonly string[] {
  const first = line.trimStart().charAt(0);
  let text = line;
  if (first >= '0' && first <= '9') text = text.replace(timeInFront, '');
  if (first === '>') text = text.replace(/^\s*(?:>\s?){1,12}/, '');
  // One object after the other.
  if (text.includes('":') && text.includes('{')) return text.split(/(?=\{)/);
  if (text.includes('<') && /<\/?[a-z!?]/i.test(text)) return tagged(text);
  return [unboxed(text)];
}

function unboxed(text: string): string {
  let own = text;
  if (own.includes('|')) own = own.replace(/^(\s*)\|(?=.*\|\s*$)/, '$1 ').replace(/\|\s*$/, '');
  if (/[*`_]/.test(own))
    own = own.replace(/\*\*|__|`/g, '').replace(/^(\s*)([*_])(?=\S)([^*_]*)\2\s*$/, '$1$3');
  return own;
}

function tagged(text: string): readonly string[] {
  if (/^\s*<\?xml|^\s*<!/.test(text)) return [''];
  if (!htmlTag.test(text)) return [text];
  htmlTag.lastIndex = 0;
  return text
    .replace(/<title\b[^<>]{0,300}>[^<]{0,400}<\/title\s*>/gi, '')
    .replace(/<h[1-6]\b[^<>]{0,300}>/gi, '\n## ')
    .replace(/<li\b[^<>]{0,300}>/gi, '\n- ')
    .replace(/<\/t[dh]\s*>\s*(?=<t[dh])/gi, ' | ')
    .replace(breaks, '\n')
    .replace(htmlTag, '')
    .replace(/&(#\d{1,6}|\w{2,8});/g, (whole, name: string) =>
      name.startsWith('#')
        ? String.fromCodePoint(Math.min(0x10ffff, Number(name.slice(1))))
        : (entities.get(name) ?? whole),
    )
    .split('\n')
    .filter((part) => part.trim() !== '');
}
