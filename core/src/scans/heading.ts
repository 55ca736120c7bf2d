/** Module headings: from the line a reader prints to the module's bare name and address. */
import { plainWord } from '../codes/index.js';
import { remembered } from './remembered.js';
import { count, moduleLabel } from './words.js';

export interface Heading {
  readonly name: string;
  readonly address: string | null;
}

const softwareNumber =
  /[\s,;–—-]*\b(?:sw|hw|software|hardware|softwarestand|logiciel|programa|ver(?:sion)?|rev|v|part(?: no\.?)?|p\/n|teile(?:nummer|-?nr\.?)?|ref)\b\.?\s*(?:no\.?|nr\.?|n°)?[:=]?\s*[a-z]*-?\d[\w.\-/]*|[\s,;–—-]*\bv\d[\w.]*/gi;

/**
 * The module's name without numbering, brackets, counts and software numbers, or null where nothing that
 * could be a name is left.
 *
 * @example readHeading('== [44] Restraint control (ACM), SW 0410 - 3 codes ==') // Restraint control, 44
 */
export const readHeading = remembered((line: string): Heading | null => {
  const bare = line.replace(/^[\s=#*>_~+|.•–—-]+|[\s=#*<_~+|.:–—-]+$/g, '');
  const address = readAddress(bare);
  const inside = /^[[(<{]\s*([^\])>}]*[a-z][^\])>}]*)[\])>}]$/i.exec(bare);
  const text = inside ? inside[1]! : bare.replace(/\s*[[({<][^\])}>]*[\])}>]?\s*/g, ' ');
  let name = plainStart(text.replace(count, ' ').replace(softwareNumber, ' '));
  name = name
    .replace(/[\s:=,;.–—-]+$/g, '')
    .replace(/\s+/g, ' ')
    .trim();
  if (!/\p{L}{2}/u.test(name) || name.length > 60) return null;
  return { name, address };
});

function plainStart(text: string): string {
  let name = text.trim();
  for (let again = true; again;) {
    const before = name;
    name = name
      .replace(/^(?:0x[0-9a-f]+|\d{1,3}|\d[a-f]|[a-f]\d)\s*[.):–—-]*\s+(?=\S)/i, '')
      .replace(/^[.:–—-]+\s*/, '')
      .replace(
        /^(?:address|addr|adresse|adr|dirección|direccion)\.?\s*(?:0x)?[0-9a-f]{2,3}\s*[:–—-]*\s*(?=\S)/i,
        '',
      );
    const label = moduleLabel.exec(plainWordKeepingLength(name));
    if (label && /\p{L}{2}/u.test(name.slice(label[0].length))) name = name.slice(label[0].length);
    again = name !== before;
  }
  return name;
}

/** Without accents, character for character, so that positions stay those of the original. */
function plainWordKeepingLength(text: string): string {
  return [...text].map((c) => c.normalize('NFD')[0] ?? c).join('');
}

function readAddress(text: string): string | null {
  const match =
    /[[(]\s*(?:0x)?([0-9a-f]{2,3})h?\s*[\])]/i.exec(text) ??
    /\b0x([0-9a-f]{2,3})\b/i.exec(text) ??
    /^(?:address|addr|adresse|adr|direccion)\.?\s*([0-9a-f]{2})\b/i.exec(plainWord(text)) ??
    /^([0-9]{2})\s+(?=\p{L})/u.exec(text);
  return match ? match[1]!.toUpperCase() : null;
}
