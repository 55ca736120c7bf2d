/**
 * Whether something is about a system that may hurt someone: from the words, the module that reported it, the code and
 * the place of the work. What names a restraint item is guarded as one, whatever else it names.
 */
import { guardWords, harmless, nearPlaces } from './guard-words.js';
import { type Guard, type GuardKind, type GuardRequest, guardKinds } from './schema.js';

const labels: Readonly<Record<keyof GuardRequest, string>> = {
  complaint: 'the complaint',
  module: 'the module that reported it',
  code: 'the code',
  text: 'the code’s text',
  part: 'the part',
  work: 'the work',
};

/**
 * @example
 * guardOf({ complaint: 'lamp with a red figure, yellow plug under the seat' }).guard // 'restraint'
 */
export function guardOf(asked: GuardRequest): Guard {
  const found = (Object.keys(labels) as (keyof GuardRequest)[]).flatMap((field) =>
    asked[field] == null ? [] : reasonsIn(field, asked[field]),
  );
  const guard = guardKinds.find((kind) => found.some((one) => one.kind === kind)) ?? 'none';
  return { guard, why: found.filter(({ kind }) => kind === guard).map(({ why }) => why) };
}

interface Reason {
  readonly kind: GuardKind;
  readonly why: string;
}

function reasonsIn(field: keyof GuardRequest, text: string): Reason[] {
  if (field === 'code') return reasonsOfCode(text);
  const { any, kinds, places, harmless: harmlessWords } = (ready ??= patterns());
  const plain = plainText(text);
  // Nearly every text names nothing: one look at all words together spares a look for each.
  if (!any.test(` ${plain} `) && misspelled(plain, plain) === null) return [];
  // A harmless word hides nothing but itself: two blanks keep its neighbours apart.
  const left = harmlessWords.reduce((rest, word) => rest.replace(word, '  '), ` ${plain} `);
  const named = kinds.flatMap(({ kind, words }) => {
    const word = words.find(({ pattern }) => pattern.test(left));
    return word ? [{ kind, why: `${labels[field]} names “${word.word.replaceAll('*', '')}”` }] : [];
  });
  const spelled = misspelled(left, plain);
  if (spelled !== null && !named.some(({ kind }) => kind === 'restraint'))
    named.push({ kind: 'restraint', why: `${labels[field]} seems to name “${spelled}”` });
  const near =
    field === 'work' || field === 'part' ? places.find(({ pattern }) => pattern.test(left)) : undefined;
  if (near && field === 'work' && !named.some(({ kind }) => kind === 'restraint'))
    named.push({
      kind: 'restraint',
      why: `the work lies where restraint items are hidden (${near.word.replaceAll('*', '')})`,
    });
  return named;
}

/** Codes whose number alone says what they are about. Source: SAE J2012, groups of body, chassis and hybrid codes. */
function reasonsOfCode(text: string): Reason[] {
  const code = text.trim().toUpperCase();
  if (/^B00[0-9A-F]{2}/.test(code)) return [{ kind: 'restraint', why: `${code} is a code of restraints` }];
  if (/^P0[A-D][0-9A-F]{2}/.test(code))
    return [{ kind: 'high-voltage', why: `${code} is a code of hybrid and electric drive` }];
  if (/^C0[0-9A-F]{3}/.test(code)) return [{ kind: 'brake', why: `${code} is a code of the chassis` }];
  return [];
}

/** Small letters without accents and marks that are not seen, one blank between words. */
function plainText(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/[\p{M}\p{Cf}]/gu, '')
    .toLowerCase()
    .replace(/ß/g, 'ss')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}

/** Stems that are found however they are broken up or misspelled by one letter. */
const stems = [
  ...['airbag', 'seatbelt', 'pretensioner', 'restraint', 'clockspring', 'gurtstraffer', 'sicherheitsgurt'],
  ...['pretensionneur', 'cinturon', 'pretensor'],
];

function misspelled(left: string, plain: string): string | null {
  // Letters parted one by one, or by signs: `a-i-r-b-a-g`.
  const squeezed = plain.replace(/(?<=\b\p{L}) (?=\p{L}\b)/gu, '');
  for (const word of new Set([...left.split(' '), ...squeezed.split(' ')])) {
    if (word.length < 5) continue;
    const stem = stems.find((one) => Math.abs(one.length - word.length) <= 1 && oneApart(one, word));
    if (stem !== undefined) return stem;
  }
  return null;
}

/** True where two words differ by one letter at most: another, one more, one less, two turned round. */
function oneApart(a: string, b: string): boolean {
  let from = 0;
  while (from < a.length && a[from] === b[from]) from++;
  let [endA, endB] = [a.length, b.length];
  while (endA > from && endB > from && a[endA - 1] === b[endB - 1]) {
    endA--;
    endB--;
  }
  const [restA, restB] = [a.slice(from, endA), b.slice(from, endB)];
  if (restA.length <= 1 && restB.length <= 1) return true;
  return restA.length === 2 && restB.length === 2 && restA[0] === restB[1] && restA[1] === restB[0];
}

interface Word {
  readonly word: string;
  readonly pattern: RegExp;
}

/** `*` alone is any one word; at the end of a word it is the rest of it. */
const patternOf = (word: string): RegExp => new RegExp(`(?<= )${sourceOf(word)}(?= )`, 'u');

const sourceOf = (word: string): string =>
  word
    .split(' ')
    .map((part) => (part === '*' ? '\\S{1,20}' : part.replaceAll('*', '\\S{0,30}')))
    .join(' ');

/** Any of many words: those that begin anywhere in a word are looked for as they stand, so that few places are tried. */
function anyOf(words: readonly string[]): RegExp {
  const inside = words.filter((word) => word.startsWith('*'));
  const leading = words.filter((word) => !word.startsWith('*'));
  const open = (word: string) => sourceOf(word.slice(1));
  return new RegExp(
    `(?:${inside.map(open).join('|')}|(?<= )(?:${leading.map(sourceOf).join('|')})(?= ))`,
    'u',
  );
}

const made = (words: readonly string[]): Word[] => words.map((word) => ({ word, pattern: patternOf(word) }));
/** Made when the first words are looked at. */
function patterns() {
  return {
    any: anyOf([...Object.values(guardWords).flat(), ...nearPlaces]),
    kinds: (['restraint', 'high-voltage', 'brake', 'steering'] as const).map((kind) => ({
      kind,
      words: made(guardWords[kind]),
    })),
    places: made(nearPlaces),
    harmless: harmless.map((word) => new RegExp(patternOf(word).source, 'gu')),
  };
}
let ready: ReturnType<typeof patterns> | null = null;
