/** What a text says of a module, wherever it stands. */
import {
  labelOf,
  type ReachWord,
  reachWordOf,
  saysFailed,
  saysNo,
  saysNoLink,
  saysNothing,
  saysYes,
  statusWordOf,
} from './vocabulary.js';

/** What a text says of a module and nothing else; dashes alone are of no code. */
export function stateOf(text: string, legend?: ReadonlyMap<string, ReachWord>): ReachWord | null {
  const bare = text.trim();
  const own = legend?.get(bare) ?? legend?.get(bare.replace(/^[[(]|[\])]$/g, ''));
  if (own) return own;
  // `n/a (no response)`: why stands in the bracket.
  const held = bare.length < 80 ? /^\S[^()]{0,40}?\s?\(([^()]{3,40})\)$/.exec(bare)?.[1] : undefined;
  const why = held === undefined ? null : reachWordOf(held);
  const told = held === undefined ? null : reachWordOf(bare.slice(0, bare.indexOf('(')));
  if (told !== null && why !== null && isUnread.has(why)) return why;
  // `no answer (asked on both lines)`
  if (told !== null && why === null && isUnread.has(told)) return told;
  // `not available, no response`: the plainer one counts. `read, no codes`: what says more.
  const parts = bare.length < 80 ? bare.split(/,\s{0,9}|\s[-–—]\s/).map((part) => reachWordOf(part)) : [];
  const parted = parts.length > 1 && parts.every((part) => part !== null);
  if (parted && parts.includes('silent')) return 'silent';
  const said = reachWordOf(
    bare.replace(/^(\p{L}[\p{L} ]{2,20})\s*[:=]\s*/u, (whole, key: string) => {
      const role = labelOf(key)?.role;
      return role === 'status' || role === 'result' ? '' : whole;
    }),
  );
  if (said !== null) return said;
  if (bare.length < 24 && saysNothing(bare)) return 'clean';
  // `DTC count 0`
  const [, label, figure] = /^(\p{L}[\p{L} ]{2,20})\s(\d{1,4})$/u.exec(bare) ?? [];
  const counted =
    label !== undefined && labelOf(label)?.role === 'codeCount' ? Number(figure) : countsIn(bare);
  if (counted !== null) return counted > 0 ? 'holdsCodes' : 'clean';
  if (parted) return parts.find((part) => part !== 'read') ?? 'read';
  return /^(?:[-–—]{1,6}|\{\s*\}|\[\s*\])$/.test(bare) ? 'clean' : null;
}

/** `4 stored, 1 current`: how many codes there are, counted by status; null where that is not all that is said. */
function countsIn(text: string): number | null {
  if (text.length > 80 || !/^\d/.test(text)) return null;
  const parts = text
    .split(/\s{0,9}[,;/+]\s{0,9}/)
    .map((part) => /^(\d{1,4})\s(\p{L}[\p{L} ]{2,20})$/u.exec(part));
  return parts.every((part) => part !== null && statusWordOf(part[2]!) !== null)
    ? parts.reduce((sum, part) => sum + Number(part![1]), 0)
    : null;
}

/** What says that a module was not read, and why. */
export const isUnread: ReadonlySet<ReachWord> = new Set(['silent', 'timed-out', 'refused', 'not-fitted']);

/** Why a module was not read, where one part of a text says so: `unknown, no answer`. */
export const unreadIn = (text: string): ReachWord | null =>
  text
    .split(/[,;]\s{1,9}/)
    .map((part) => reachWordOf(part))
    .find((one) => one !== null && isUnread.has(one)) ?? null;

/**
 * What stands under a label or column that tells whether a module was reached.
 * @param link it tells of the contact alone: `none` is no answer there, and no clean module
 */
export function stateOfResult(
  text: string,
  link: boolean,
  legend?: ReadonlyMap<string, ReachWord>,
): ReachWord | null {
  const bare = text.trim();
  const own = legend?.get(bare);
  if (own) return own;
  if (saysNo(bare) || saysFailed(bare) || /^(?:-+|✗|✘|0)$/.test(bare) || (link && saysNoLink(bare)))
    return 'silent';
  if (link && (saysYes(bare) || bare === '1')) return 'read';
  return stateOf(text, legend);
}
