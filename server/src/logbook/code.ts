/** The code on a printed hand-back: how far the logbook went, and the beginning of its hash there. */

const digits = 16;

/** @example codeOf(31, '9f3a20c17b44e05d…') // '31-9F3A 20C1 7B44 E05D' */
export function codeOf(seq: number, hash: string): string {
  return `${seq}-${hash
    .slice(0, digits)
    .toUpperCase()
    .replace(/(.{4})(?=.)/g, '$1 ')}`;
}

/** What a code says, however it is spaced; null where it is none. */
export function readCode(code: string): { readonly seq: number; readonly hash: string } | null {
  const match = /^\s*(\d{1,6})\s*-\s*((?:[0-9a-f]\s*){16})$/iu.exec(code);
  return match ? { seq: Number(match[1]), hash: match[2]!.replace(/\s/gu, '').toLowerCase() } : null;
}
