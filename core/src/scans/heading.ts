/** Module headings: from the line a reader prints to the module's bare name and address. */
import { countOf } from './header-field.js';
import { remembered } from './remembered.js';
import {
  isArticle,
  isFigureWord,
  isOrdinal,
  isOnlyLabel,
  isFiller,
  isOthers,
  isVerb,
  isWithin,
  labelOf,
  moduleLabelLength,
  reachWordOf,
  statusWordOf,
  tokensOf,
} from './vocabulary.js';

export interface Heading {
  readonly name: string;
  readonly address: string | null;
  /** It says by a label or an address that it is a module's heading. */
  readonly labelled: boolean;
}

const softwareNumber =
  /[\s,;–—-]{1,200}(?:sw|hw|software|hardware|softwarestand|logiciel|programa|ver(?:sion)?|rev|part(?: no\.?)?|p\/n|teile(?:nummer|-?nr\.?)?|ref)\b\.?\s?(?:no\.?|nr\.?|n°)?[:=]?\s?[a-z]{0,4}-?\d[\w.\-/]{0,200}|[\s,;–—-]{1,200}v\d[\w.]{0,200}/gi;
const trailingCount = /(?:[\s,:–—-]{1,200}|\()\d{1,4}\s?(?:x\s)?(\p{L}[\p{L} ]{1,24})\)?\s{0,200}$/u;
const bracket = /\s{0,200}[[({<]([^\])}>]{0,60})[\])}>]?\s{0,200}/g;
const hex = /^(?:0x|\$)?([\da-f]{2,4})h?$/i;
/** No name of a module is longer. */
export const longestName = 80;
/** `Screen 1 of 3` in front of a name. */
const countedInFront = new RegExp(String.raw`^\p{L}{2,12}\s${countOf}[\s:–—-]{1,200}(?=\p{L})`, 'u');
/** A line with more is made of fields. */
const mostColons = 8;

/** `ECU 10 "Engine control" opened`: what was done with the module stands behind its quoted name. */
const behindQuotes = /^([^"“”„]{0,40}["“„][^"“”„]{2,60}["”“])\s{1,9}\p{Ll}{2,20}\s{0,9}$/u;

/**
 * The module's name without numbering, brackets, counts and software numbers, or null where nothing that
 * could be a name is left.
 *
 * @example readHeading('== [44] Restraint control (ACM), SW 0410 - 3 codes ==')?.name // 'Restraint control'
 */
export const readHeading = remembered((line: string): Heading | null => {
  if (line.length > 200 || (line.includes(':') && line.split(':').length > mostColons)) return null;
  // `ECU 0x7A2 (Restraints)`
  const held = line.includes('(')
    ? /^\s*(\p{L}{2,20})\s(?:0[xX]|\$)([\da-fA-F]{2,4})\s?\((\p{L}[^()]{1,50})\)\W*$/u.exec(line)
    : null;
  const named = held && labelOf(held[1]!)?.role === 'module' ? readHeading(held[3]!) : null;
  if (named && reachWordOf(named.name) === null)
    return { name: named.name, address: held![2]!.toUpperCase(), labelled: true };
  // `2A;Airbag;2;`
  const [, before, between] =
    (line.includes(';')
      ? /^\s*(?:0[xX])?([\da-fA-F]{2,3});(\p{L}[^;]{1,50});\d{0,3};?\s*$/u.exec(line)
      : null) ?? [];
  const inCells = between === undefined ? null : readHeading(between);
  if (inCells) return { ...inCells, address: before!.toUpperCase(), labelled: true };
  // `Airbag | 15`
  const [, apart, numbered] =
    (line.includes('|') ? /^\s*(\p{L}[^|]{1,50}?)\s\|\s((?:0[xX])?[\da-fA-F]{2,3})\s*$/u.exec(line) : null) ??
    [];
  const parted = apart === undefined || !/\d|^[A-F]{2}$/.test(numbered!) ? null : readHeading(apart);
  if (parted) return { ...parted, address: numbered!.replace(/^0x/i, '').toUpperCase(), labelled: true };
  const quoted = /['"“„‘”’]/.test(line);
  const unruled = (quoted ? line.replace(behindQuotes, '$1') : line)
    .replace(/^[^\p{L}\p{N}[({<'"“„‘$]{1,60}/u, '')
    .replace(/^\[[^\p{L}\d]{1,4}\]\s*/u, '')
    .replace(/[\s=#*<_~+|.:–—-]{1,200}$/, '');
  const bare = quoted ? unruled.replace(/(?<=^|\s)['"“„‘]([^'"]{2,60})['"”’](?=\s|$)/g, '$1') : unruled;
  const figured = /\d/.test(bare);
  const counted = figured && countedInFront.exec(bare);
  if (counted) return readHeading(bare.slice(counted[0].length));
  let address: string | null = null;
  const inside = /^[[(<{]\s{0,200}([^\])>}]{0,200}\p{L}[^\])>}]{0,200})[\])>}]$/u.exec(bare);
  let text = (inside && reachWordOf(inside[1]!) === null ? inside[1]! : bare).replace(
    bracket,
    (_, held: string) => {
      address ??= addressIn(held);
      return ' ';
    },
  );
  text = text.replace(/^[^\p{L}\p{N}]{1,40}(?=[\p{L}\p{N}])/u, '');
  if (text.includes('@'))
    text = text.replace(/@\s?(?:0x|\$)?([\da-f]{2,4})h?\b/i, (_, found: string) => {
      address ??= found.toUpperCase();
      return ' ';
    });
  if (/[,;]|\s\s/.test(text))
    text = text.replace(
      /(?:[,;]\s{0,3}|\s{2,200})(\p{L}{2,12}(?:\s\p{L}{2,8})?)\.?[\s:]{1,3}(?:0[xX]|\$)?([\da-fA-F]{2,4})[hH]?(?=\s|,|;|$)/u,
      (whole, label: string, found: string) => {
        if (labelOf(label)?.role !== 'address') return whole;
        address ??= found.toUpperCase();
        return '';
      },
    );
  if (figured)
    text = text.replace(
      /\s(?:0x([\da-f]{2,4})|(?=[a-f]{0,2}\d)([\da-f]{2,3})h)\s{0,9}$/i,
      (_, plain: string | undefined, suffixed: string | undefined) => {
        address ??= (plain ?? suffixed!).toUpperCase();
        return '';
      },
    );
  // `Headlamp/4A`
  if (text.includes('/'))
    text = text.replace(/(?<=\p{L}{3})\/(?=[\da-fA-F]?\d)([\da-fA-F]{2})\s{0,9}$/u, (_, found: string) => {
      address ??= found.toUpperCase();
      return '';
    });
  text = withoutIdentity(text);
  // `Airbag addr 15`
  text = text.replace(
    /\s(\p{L}{2,8})\.?\s(?:0[xX]|\$)?([\da-fA-F]{2,4})[hH]?\s{0,9}$/u,
    (whole, label: string, found: string) => {
      if (!/\d|^[A-F]{2}$/.test(found) || labelOf(label)?.role !== 'address') return whole;
      address ??= found.toUpperCase();
      return '';
    },
  );
  // `RESTRAINTS......58`: what stands there may be an address or a count.
  if (text.includes('...')) text = text.replace(/\.{3,200}\s{0,9}[\da-f]{1,3}$/i, '');
  // `Faults in Restraint control`
  const codes = /^(\p{L}{2,20})\s(\p{L}{1,6})\s(?=\p{Lu})/u.exec(text.trim());
  if (codes && isWithin(codes[2]!) && labelOf(codes[1]!)?.role === 'code')
    text = text.trim().slice(codes[0].length);
  // `Faults Airbag:`
  const of = /^(\p{L}{4,20})\s(?=\p{Lu}\p{Ll})/u.exec(text.trim());
  if (of && line.trimEnd().endsWith(':') && labelOf(of[1]!)?.role === 'code')
    text = text.trim().slice(of[0].length);
  const start = plainStart(text);
  address ??= start.address;
  const name = withoutCount(figured ? start.name.replace(softwareNumber, ' ') : start.name)
    .replace(/[\s:=,;./–—-]{1,200}$/, '')
    .replace(/\s+/g, ' ')
    .trim()
    .replace(/^(\p{L}{2,3}(?=\s\p{L}{2})|\p{L}(?=\s\p{Ll}{3}))\s/u, (whole, word: string) =>
      isArticle(word) ? '' : whole,
    );
  if (!/\p{L}{2}/u.test(name) || name.length > longestName) return null;
  return { name, address, labelled: start.labelled || address !== null };
});

/** A field of the part itself: its label and its number. */
const identity = /^(\p{L}[\p{L}/ ]{0,18}?)\.?[\s:#]{1,3}[A-Z\d][\w./-]{0,24}$/iu;

/** `Airbag module   part B0231-12   cal. P0044`: what stands behind the name in columns of its own. */
function withoutIdentity(whole: string): string {
  const text = whole.includes(', ') ? withoutFields(whole) : whole;
  if (!/\s\s/.test(text)) return text;
  const [name, ...fields] = text.split(/\s{2,200}/);
  while (fields.length > 0) {
    const [, label] = identity.exec(fields.at(-1)!) ?? [];
    const role = label === undefined ? undefined : labelOf(label)?.role;
    const isNumber = (role === 'ident' || role === 'readerSoftware') && /\d/.test(fields.at(-1)!);
    const alone = labelOf(fields.at(-1)!.replace(/\.$/, ''))?.role === 'ident';
    if (!isNumber && !alone && !isNoNumber(fields.at(-1)!)) break;
    fields.pop();
  }
  return [name, ...fields].join('  ');
}

/** `Airbag unit, part 5-B0472, recall U1300`: the name without the fields behind its commas. */
export const withoutFields = (text: string): string =>
  text
    .split(', ')
    .filter((part, at) => at === 0 || !isNumberField(part.trim()))
    .join(', ');

const isNumberField = (part: string): boolean =>
  labelOf(/^(\p{L}{2,16}\.?)\s\S{1,24}$/u.exec(part)?.[1] ?? '')?.role === 'ident';

/** `part no. not read`: the label of such a field, and that it was not read. */
export function isNoNumber(field: string): boolean {
  const words = field.split(' ');
  return [1, 2, 3].some(
    (count) =>
      count < words.length &&
      labelOf(words.slice(0, count).join(' '))?.role === 'ident' &&
      (reachWordOf(words.slice(count).join(' ')) !== null || /^[-–—]$/.test(words.slice(count).join(' '))),
  );
}

/** The address that a bracket holds: `(0x58)`, `[15]`, `<Adresse 7C4>`. */
function addressIn(held: string): string | null {
  const own = held.trim();
  const direct = hex.exec(own);
  if (direct && /\d|^0x/i.test(own)) return direct[1]!.toUpperCase();
  const labelled = /^(.{2,20}?)[\s:.=]+(?:0x|\$)?([\da-f]{2,4})h?$/i.exec(own);
  return labelled && labelOf(labelled[1]!)?.role === 'address' ? labelled[2]!.toUpperCase() : null;
}

function withoutCount(text: string): string {
  const count = trailingCount.exec(text);
  if (count && reachWordOf(`1 ${count[1]!}`) !== null) return text.slice(0, count.index);
  // `Restraint has 2`, `airbag module says`
  const words = text.split(' ');
  for (let at = 1; at < words.length; at++)
    if (
      isVerb(words[at]!) &&
      // `Portes AR`: a word of two letters at the end is a side.
      (at < words.length - 1 || words[at]!.length > 2) &&
      words
        .slice(at + 1)
        .every((word) => /^\d{0,3}$/.test(word) || isFiller(word) || isVerb(word) || isFigureWord(word))
    )
      return words.slice(0, at).join(' ');
  // `RESTRAINTS  002`
  const dashed = /\s[–—-]\s\d{1,3}$|\s{2,80}0\d{2}$/.exec(text);
  if (dashed) return text.slice(0, dashed.index);
  const inWords = /[\s,:–—-]{1,200}\s(\p{L}{2,9})\s(\p{L}{2,24})\s{0,200}$/u.exec(text);
  return inWords && isFigureWord(inWords[1]!) && reachWordOf(`1 ${inWords[2]!}`) !== null
    ? text.slice(0, inWords.index)
    : text;
}

/** What is left behind numbering, labels and an address at the start. */
function plainStart(text: string): { name: string; address: string | null; labelled: boolean } {
  let name = text.trim();
  let address: string | null = null;
  let labelled = false;
  for (let again = true; again;) {
    const before = name;
    name = name
      .replace(/^(?:\d{1,2}|[A-Z])(?:\.\d{1,2}){1,3}\.?\s+(?=\p{L})/u, '')
      .replace(/^(?:nr|no|n°|nº|lp|poz|pos|item)\.?\s?\d{1,3}[.:)]?\s+(?=\p{L})/iu, '');
    name = name
      .replace(/^\d{1,3}\s?%\s+(?=\p{L})/u, '')
      .replace(/^\d{1,3}\/\d{1,3}[.:)]?\s+(?=\p{L})/u, '')
      .replace(/^\d\s[-–—]\s(?=\p{L})/u, '')
      .replace(/^[IVX]{1,5}\.\s+(?=\p{L})/u, '')
      .replace(/^[.:–—-]+\s*/, '')
      .replace(/^\(?\d{1,3}[.)]\s+(?=\S)/, '');
    const number =
      /^(?:0[xX]([\da-fA-F]{2,4})|\$([\da-fA-F]{2,4})|([\da-fA-F]{2,3})[hH]?)(?:\s{0,9}[.):/–—-]{1,9}\s{0,9}|\s{1,99})(?=\p{L})/u.exec(
        name,
      );
    if (number && (labelled || /^0x|^\$/i.test(name) || /^\d/.test(name) || /^[a-f]\d/i.test(name))) {
      const found = (number[1] ?? number[2] ?? number[3])!.toUpperCase();
      if (labelled || found.length > 1) address ??= found;
      name = name.slice(number[0].length);
    } else name = name.replace(/^\d\s+(?=\p{L})/u, '');
    const label = /^(\p{L}[\p{L}.]{1,12})[\s:.]+(?=(?:0[xX]|\$)?[\da-fA-F]{2,4}[hH]?\b)/u.exec(name);
    if (label && labelOf(label[1]!)?.role === 'address') {
      labelled = true;
      name = name.slice(label[0].length);
    }
    // `En el módulo Airbag se han leído 2 averías`
    const within = /^(\p{L}{1,6})\s(\p{L}{2,5})\s/u.exec(name);
    if (within && isWithin(within[1]!) && isArticle(within[2]!)) name = name.slice(within[1]!.length + 1);
    const length = moduleLabelLength(name);
    const rest = name.slice(length);
    if (
      length > 0 &&
      /\p{L}{2}/u.test(rest) &&
      (/^\s*[:=.#–—-]/.test(rest) ||
        /^\s*(?:n[ro°]?\.?\s*)?[\d$(]/i.test(rest) ||
        (/^\s+\p{Lu}/u.test(rest) && !isPreposition(rest)) ||
        /^\s+[a-f]\d/i.test(rest))
    ) {
      labelled = true;
      name = rest.replace(/^\s*(?:n[ro°]\.?\s*(?=\d))?[:=.#–—-]*\s*/i, '');
    }
    again = name !== before;
  }
  return { name, address, labelled };
}

/** `SISTEMA DE ALUMBRADO`: the label is a part of the name. */
const isPreposition = (rest: string): boolean => {
  const [first, ...others] = rest.trim().split(/\s+/);
  return others.length > 0 && /^\p{L}{1,3}$/u.test(first!) && isFiller(first!);
};

/**
 * A heading whose name can be a module's: no label of a column, no word of a status or state.
 */
export const readModuleName = remembered((text: string): Heading | null => {
  const heading = readHeading(text);
  if (!heading) return null;
  const { name, labelled } = heading;
  if (/^(?:no|nr|n°|nº|lp|pos|item|num)\.?\s?\d{1,4}$/i.test(name)) return null;
  // `Fault codes before work`
  const [first, second, ...more] = name.split(' ');
  if (second !== undefined && more.length > 0 && labelOf(`${first!} ${second}`)?.role === 'code') return null;
  if (isFigureWord(name) || isOrdinal(name) || statusWordOf(name) !== null || reachWordOf(name) !== null)
    return null;
  if (!labelled && (isOnlyLabel(name) || isPlate(name) || isNumbered(name))) return null;
  // `ID 0x58`: an address alone.
  if (heading.address !== null && labelOf(name)?.role === 'address') return null;
  // `rest is`
  if (second !== undefined && more.length === 0 && isVerb(second) && isOthers(first!)) return null;
  // `19 02 FF`: bytes.
  if (/^(?:[\da-f]{2}\s){1,40}[\da-f]{2}$/i.test(name)) return null;
  // `of 4`
  if (second !== undefined && /^\d{1,3}$/.test(second) && more.length === 0 && isFiller(first!)) return null;
  // `Registro de`
  if (
    more.length === 0 &&
    second !== undefined &&
    /^\p{Ll}{2,3}$/u.test(second) &&
    isArticleLike(second) &&
    // `Espejo der.` is cut short.
    !/\.\s{0,9}$/.test(text)
  )
    return null;
  // Two sentences are no name; `Ant. links` is one.
  if (name.includes('. ') && /\p{L}{5}\.\s+\p{Lu}/u.test(name)) return null;
  // `Nov, Drover, battery 12.2 V after charging`
  if (/,[^,]*,|\d\s?(?:V|km|mil?)(?![\p{L}\d])/u.test(name)) return null;
  return tokensOf(name).length > 9 || /\s:\s|[=:]\s/.test(name) ? null : heading;
});

/** A short word that goes with what follows: `de`. */
const isArticleLike = (word: string): boolean =>
  isArticle(word) || isWithin(word) || /^(?:of|de|di|da|do|von|van|av|af|du|des|del)$/i.test(word);

/** `Work order B1234`: a label of a thing, and its number. */
function isNumbered(name: string): boolean {
  const [, label] = /^(\p{L}[\p{L} ]{2,24}?)\s[A-Z]?\d{3,8}$/iu.exec(name) ?? [];
  return label !== undefined && labelOf(label)?.role === 'ident';
}

/** `Kennzeichen LR 20 FWN`: a label of the car, and its plate. */
function isPlate(name: string): boolean {
  const [, label, plate] = /^(\p{L}{4,24})\s([\p{Lu}\d][\p{Lu}\d -]{2,10}[\p{Lu}\d])$/u.exec(name) ?? [];
  return (
    plate !== undefined && /\d/.test(plate) && /\p{Lu}/u.test(plate) && labelOf(label!)?.role === 'ident'
  );
}
