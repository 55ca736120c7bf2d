/** What the names of a report's modules have in common, and what is therefore no part of them. */
import { plainWord } from '../codes/index.js';
import { isAsking, isFiller } from './vocabulary.js';

/** A new name for each module whose own has more in it than its name. */
export type Renamed = ReadonlyMap<string, string>;

const none: Renamed = new Map();

/**
 * Names without what the report prints with all of them.
 * @example shorterNames(['connect airbag', 'connect cluster', 'connect seat', 'airbag']).get('connect airbag') // 'airbag'
 */
export function shorterNames(names: readonly string[]): Renamed {
  const counted = withoutCounts(names);
  return new Map([...counted, ...withoutWord(names), ...withoutAddresses(names)]);
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
      .map((name) => [name, name.replace(/^[\p{L} ]{1,40}\d{1,2}\s[-–:]\s/u, '')]),
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
  const renamed = new Map<string, string>();
  for (const [word, own] of byWord) {
    const rest = (name: string) => name.slice(word.length).trim();
    if (own.length < 3) continue;
    // `select airbag`, `select cluster`
    const asks = own.length === names.length && isAsking(word);
    if (!asks && !own.some((name) => known.has(plainWord(rest(name))))) continue;
    // `connecting to airbag`
    for (const name of own) {
      const [first, ...others] = rest(name).split(' ');
      renamed.set(name, asks && others.length > 0 && isFiller(first!) ? others.join(' ') : rest(name));
    }
  }
  return renamed;
}

/** `airbag 58`, `cluster 60`, `sliding door RH 4A`: where names end so throughout, it is their addresses. */
function withoutAddresses(names: readonly string[]): Renamed {
  const own = names.flatMap((name) => {
    const [, rest, address] = /^(.{2,78})\s([\da-fA-F]{2})$/.exec(name) ?? [];
    return address !== undefined && /\d/.test(address) && /\p{L}{2}/u.test(rest!)
      ? [{ name, rest: rest!, address }]
      : [];
  });
  const apart = (values: readonly string[]) => new Set(values.map(plainWord)).size === values.length;
  return own.length >= 3 &&
    2 * own.length > names.length &&
    apart(own.map(({ address }) => address)) &&
    apart(own.map(({ rest }) => rest))
    ? new Map(own.map(({ name, rest }) => [name, rest]))
    : none;
}
