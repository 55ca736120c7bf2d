/** What the names of a report's modules have in common, and what is therefore no part of them. */
import { plainWord } from '../codes/index.js';
import { isAsking, isFiller, labelOf } from './vocabulary.js';

/** A module as its line names it. */
interface Named {
  readonly name: string;
  readonly address?: string | null | undefined;
}

/** What is left of a name, and the address that was in it. */
export interface Shortened {
  readonly name: string;
  readonly address: string | null;
}

/** By the name as it was printed. */
type Renamed = ReadonlyMap<string, Shortened>;

const bare = (name: string): Shortened => ({ name, address: null });

/**
 * Names without what the report prints with all of them, by the names as they are printed; none for those that stay.
 * @example shorterNames([{ name: 'select airbag' }, { name: 'select seat' }, { name: 'select roof' }]).get('select seat')?.name // 'seat'
 */
export function shorterNames(modules: readonly Named[]): Renamed {
  const names = modules.map(({ name }) => name);
  return new Map([
    ...withoutLetters(modules),
    ...withoutCounts(names),
    ...withoutWord(names),
    ...withoutAddresses(names),
  ]);
}

const lettersAsAddress = /^(?:(\p{L}{2,12})\s)?([A-F]{2})\s(?:[-–]\s)?(\p{L}.{1,60})$/u;

/** `ECU CE Headlamp`, `Headlamp/CE` where most others have an address: two letters are one too. */
function withoutLetters(modules: readonly Named[]): Renamed {
  const addressed = modules.filter(({ address }) => address != null).length;
  if (addressed < 3 || 2 * addressed <= modules.length) return new Map();
  return new Map(
    modules.flatMap(({ name, address: own }): [string, Shortened][] => {
      const turned = name.replace(/^(.{2,60})\/([A-F]{2})$/, '$2 $1');
      const [, label, address, rest] = lettersAsAddress.exec(turned) ?? [];
      if (rest === undefined || own != null) return [];
      if (label !== undefined && labelOf(label)?.role !== 'module') return [];
      return [[name, { name: rest, address: address! }]];
    }),
  );
}

/** `Scanner list 1 - doors`, `Scanner list 2 - lamps` */
function withoutCounts(names: readonly string[]): Renamed {
  const byStart = new Map<string, string[]>();
  for (const name of names) {
    const [, start, figure] = /^(\p{L}[\p{L} ]{2,24}\s)(\d{1,2})\s[-–:]\s/u.exec(name) ?? [];
    const own = start === undefined ? [] : (byStart.get(start) ?? []);
    if (start !== undefined && Number(figure) === own.length + 1) byStart.set(start, [...own, name]);
  }
  return new Map(
    [...byStart.values()]
      .filter(({ length }) => length > 1)
      .flat()
      .map((name) => [name, bare(name.replace(/^[\p{L} ]{1,40}\d{1,2}\s[-–:]\s/u, ''))]),
  );
}

/** `connect airbag`, `connect cluster` beside `airbag`: what is done with each is no part of the names. */
function withoutWord(names: readonly string[]): Renamed {
  const known = new Set(names.map(plainWord));
  const byWord = new Map<string, string[]>();
  for (const name of names) {
    const word = /^(\p{L}{3,20})\s(?=\S)/u.exec(name)?.[1];
    if (word !== undefined) byWord.set(word, [...(byWord.get(word) ?? []), name]);
  }
  const renamed = new Map<string, Shortened>();
  for (const [word, own] of byWord) {
    const rest = (name: string) => name.slice(word.length).trim();
    if (own.length < 3) continue;
    // `select airbag`, `select cluster`
    const asks = own.length === names.length && isAsking(word);
    if (!asks && !own.some((name) => known.has(plainWord(rest(name))))) continue;
    // `connecting to airbag`, `open session airbag`
    const firsts = new Set(own.map((name) => rest(name).split(' ', 1)[0]!));
    for (const name of own) {
      const [first, ...others] = rest(name).split(' ');
      // `BEGIN Memoria de asiento`: a capital begins the name itself.
      const between = isFiller(first!) && !/^\p{Lu}\p{Ll}/u.test(first!);
      const asked = asks && others.length > 0 && (between || firsts.size === 1);
      renamed.set(name, bare(asked ? others.join(' ') : rest(name)));
    }
  }
  return renamed;
}

/** `airbag 58`, `cluster 60`, `sliding door RH 4A`: where names end so throughout, it is their addresses. */
function withoutAddresses(names: readonly string[]): Renamed {
  const own = names.flatMap((name) => {
    const [, rest, address] = /^(.{2,78})\s([\da-fA-F]{2})$/.exec(name) ?? [];
    return address !== undefined && /\d/.test(address) && /\p{L}{2}/u.test(rest!)
      ? [{ name, rest: rest!, address: address.toUpperCase() }]
      : [];
  });
  const apart = (values: readonly string[]) => new Set(values.map(plainWord)).size === values.length;
  const throughout =
    own.length >= 3 &&
    2 * own.length > names.length &&
    apart(own.map(({ address }) => address)) &&
    apart(own.map(({ rest }) => rest));
  return new Map(throughout ? own.map(({ name, rest, address }) => [name, { name: rest, address }]) : []);
}
