/** Part numbers as they are compared: case and separators aside, base and suffix apart, misreadings told. */

/** @example normalNumber(' vq-4471 02b') // 'VQ447102B' */
export function normalNumber(written: string): string {
  return written.toUpperCase().replace(/[^\p{L}\p{N}]/gu, '');
}

export interface NumberParts {
  readonly base: string;
  /** Letters after the last figure: a revision, as a rule. */
  readonly suffix: string;
}

/** @example numberParts('VQ-4471-02B') // { base: 'VQ447102', suffix: 'B' } */
export function numberParts(written: string): NumberParts {
  const normal = normalNumber(written);
  const [, base, suffix] = /^(.*\p{N})(\p{L}{0,3})$/u.exec(normal) ?? [];
  return base === undefined ? { base: normal, suffix: '' } : { base, suffix: suffix ?? '' };
}

/** Whether two numbers are one slip apart: a character other, missing, too many, or two of them swapped. */
export function isOneOff(one: string, other: string): boolean {
  const [a, b] = [normalNumber(one), normalNumber(other)];
  if (a === b || Math.abs(a.length - b.length) > 1) return false;
  let start = 0;
  while (start < Math.min(a.length, b.length) && a[start] === b[start]) start++;
  const rest = (text: string, skip: number) => text.slice(start + skip);
  if (a.length !== b.length)
    return rest(a, a.length > b.length ? 1 : 0) === rest(b, b.length > a.length ? 1 : 0);
  const swapped = a[start] === b[start + 1] && a[start + 1] === b[start];
  return rest(a, 1) === rest(b, 1) || (swapped && rest(a, 2) === rest(b, 2));
}
