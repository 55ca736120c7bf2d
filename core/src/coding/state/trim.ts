/**
 * Trim codes: what a maker measured of one injector, sensor or actuator and printed on its label, with check characters
 * that tell a misread label. One is kept for each position.
 */
import type { TrimScheme } from '../schema.js';

/** The check characters of a code of `scheme.length` characters of the alphabet. */
export function trimCheck({ alphabet, checks }: TrimScheme, code: string): string {
  return checks
    .map((weights) => {
      let sum = 0;
      for (const [n, character] of [...code].entries())
        sum += alphabet.indexOf(character) * weights[n % weights.length]!;
      return alphabet[sum % alphabet.length]!;
    })
    .join('');
}

export type TrimReading =
  | { readonly verdict: 'right'; readonly code: string }
  | { readonly verdict: 'length'; readonly code: string; readonly expected: number }
  | { readonly verdict: 'character'; readonly code: string; readonly at: number }
  /** `near`: codes that differ in one character, or two neighbours, and whose check characters fit. */
  | { readonly verdict: 'check'; readonly code: string; readonly near: readonly string[] };

/**
 * What was typed from a label. Spaces and dashes do not count, small letters stand for capitals where the alphabet has
 * no small ones, and what `misread` names is put right.
 */
export function readTrim(scheme: TrimScheme, typed: string): TrimReading {
  const { alphabet, length, checks, misread } = scheme;
  const put = new Map(Object.entries(misread ?? {}));
  const small = /[a-z]/.test(alphabet);
  const code = [...typed.replace(/[\s-]/g, '')]
    .map((character) => (small ? character : character.toUpperCase()))
    .map((character) => (alphabet.includes(character) ? character : (put.get(character) ?? character)))
    .join('');
  const at = [...code].findIndex((character) => !alphabet.includes(character));
  if (at >= 0) return { verdict: 'character', code, at };
  const expected = length + checks.length;
  if (code.length !== expected) return { verdict: 'length', code, expected };
  if (holds(scheme, code)) return { verdict: 'right', code };
  return { verdict: 'check', code, near: nearCodes(scheme, code) };
}

const holds = (scheme: TrimScheme, code: string) =>
  trimCheck(scheme, code.slice(0, scheme.length)) === code.slice(scheme.length);

function nearCodes(scheme: TrimScheme, code: string): string[] {
  const near = new Set<string>();
  for (let n = 0; n < code.length; n++) {
    for (const character of scheme.alphabet) near.add(code.slice(0, n) + character + code.slice(n + 1));
    if (n > 0) near.add(code.slice(0, n - 1) + code[n]! + code[n - 1]! + code.slice(n + 1));
  }
  near.delete(code);
  return [...near].filter((other) => holds(scheme, other));
}

export interface TrimPosition {
  readonly position: string;
  /** Read from the label of the part that is in the car there. */
  readonly label: string;
  /** Kept by the module for the position; null where it was not read. */
  readonly kept: string | null;
}

export interface TrimFinding {
  readonly position: string;
  readonly verdict: 'same' | 'write' | 'swapped' | 'twice';
  /** Of `swapped`: the position for which the module keeps this label. Of `twice`: where the same label was typed. */
  readonly with: string | null;
}

/**
 * Labels against what the module keeps, position by position. Two parts that changed places show as `swapped`; a label
 * typed for two positions is asked about, for no two parts share one.
 */
export function compareTrims(positions: readonly TrimPosition[]): readonly TrimFinding[] {
  return positions.map(({ position, label, kept }) => {
    const twin = positions.find((other) => other.position !== position && other.label === label);
    if (twin) return { position, verdict: 'twice', with: twin.position };
    if (kept === label) return { position, verdict: 'same', with: null };
    const home = positions.find((other) => other.position !== position && other.kept === label);
    return home
      ? { position, verdict: 'swapped', with: home.position }
      : { position, verdict: 'write', with: null };
  });
}
