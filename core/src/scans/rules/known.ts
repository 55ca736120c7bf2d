/** Modules that were named before and are named again over their codes. */
import { splitCells } from '../cells.js';
import { readModuleName } from '../heading.js';
import { type Line } from '../line.js';
import { type Reading } from '../reading.js';
import { isAll, isAsking, isTitle, labelOf } from '../vocabulary.js';

/** A module that was named before and is named again over its codes: `Airbag - fault list`, `dtc 15`. */
export function takeKnownModule(reading: Reading, line: Line): boolean {
  const name = line.text.length < 80 ? known(reading, line, line.text.trim()) : null;
  if (name === null) return false;
  reading.enter(name, line);
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}

/** A number or an address before a name. */
const inFrontOfName = /^[[(]?(?:0[xX])?[\da-fA-F]{1,4}[hH]?(?:\.\d{1,2}){0,3}[\])]?[\s.:)–-]{1,9}(?=\p{L})/u;

function known(reading: Reading, line: Line, bare: string): string | null {
  const [first, ...rest] = bare.split(/\s[-–—:]\s/);
  if (rest.length === 1 && isTitle(rest[0]!)) {
    const name = readModuleName(first!)?.name;
    return name === undefined ? null : (reading.named(name)?.name ?? null);
  }
  // `DTC list Airbag`
  const words = bare.split(' ');
  for (let count = 1; count <= Math.min(3, words.length - 1); count++) {
    const first = words.slice(0, count).join(' ');
    const own = reading.named(words.slice(count).join(' '));
    if (own && (isTitle(first) || labelOf(first)?.role === 'code')) return own.name;
  }
  // `Airbag codes:`
  const ending = /^(\p{L}.{1,50}?)\s(\p{L}{2,20}):?$/u.exec(bare);
  const named = ending && labelOf(ending[2]!)?.role === 'code' ? reading.named(ending[1]!) : null;
  if (named) return named.name;
  const plain = bare.replace(inFrontOfName, '');
  if (reading.mayName(bare) || reading.mayName(plain)) {
    const whole = /[:;=|]/.test(bare) || splitCells(bare).length > 1 ? null : readModuleName(bare);
    const same =
      whole === null || (reading.open && line.indent > reading.open.indent)
        ? null
        : reading.named(whole.name);
    if (same !== null && same.name !== reading.module) return same.name;
    const again = plain === bare ? null : (whole ?? readModuleName(bare));
    const own = again?.address ? reading.named(again.name) : null;
    if (own && (own.address ?? again!.address) === again!.address) return own.name;
  }
  const [, word, address] = /^(\p{L}{2,12})\s(?:0[xX]|\$)?([\da-fA-F]{2,4})[hH]?$/u.exec(bare) ?? [];
  if (!word || !/^(?:code|module|address|text)$/.test(labelOf(word)?.role ?? '')) return null;
  return reading.namedAt(address!.toUpperCase());
}

const prompted = /^\s{0,20}[>$»]\s{1,4}(\p{L}.{2,60})$/u;

/** `> Airbag auslesen`, `$ read airbag`: what was asked at a prompt; the answer stands below. */
export function takePrompted(reading: Reading, line: Line): boolean {
  if (!/[>$»]/.test(line.printed)) return false;
  const words = (prompted.exec(line.text) ?? prompted.exec(line.printed))?.[1]?.trim().split(/\s+/);
  if (words === undefined || words.length < 2 || !words.every((word) => /^\p{L}/u.test(word))) return false;
  const name = (
    isAsking(words[0]!) ? words.slice(1) : isAsking(words.at(-1)!) ? words.slice(0, -1) : []
  ).join(' ');
  const heading = isTitle(name) || labelOf(name) !== null || isAll(name) ? null : readModuleName(name);
  if (!heading) return false;
  reading.enter(heading.name, line, { address: heading.address });
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}
