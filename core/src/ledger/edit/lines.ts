/**
 * What holds a step, as it is typed: a line each. `4 screw T20 2 Nm once, left-hand` is four screws with the drive T20,
 * tightened to 2 Nm, used once, of which it is said that they are left-hand. A thread stands behind its word:
 * `2 bolt 10 thread M6x1 9 Nm`.
 */
import { Refusal } from '../../refusal/index.js';
import { cavityClass } from '../../trace/index.js';
import type { MapFastener, MapPart, MapStep } from '../access-map.js';
import { clipDirections, plugLocks } from '../acts.js';

type Clip = NonNullable<MapStep['clips']>[number];
type Plug = NonNullable<MapStep['plugs']>[number];
type Material = NonNullable<MapPart['materials']>[number];

const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');

/**
 * A drive is the last word before the torque: `T20`, `10`, `M16`.
 * @throws Refusal that names the line
 * @example readFasteners('3 nut 10 9 Nm once')[0].torqueNm // 9
 */
export function readFasteners(text: string): MapFastener[] {
  return linesOf(text).map((line) => {
    const [head = '', ...marks] = line.split(',');
    const words = head.trim().split(/\s+/);
    const count = Number(words.shift());
    if (words[0] === 'x' || words[0] === '×') words.shift();
    const once = words.at(-1) === 'once' && words.pop() !== undefined;
    const torque = words.at(-1) === 'Nm' && words.pop() !== undefined ? Number(words.pop()) : null;
    const threadAt = words.length - 2;
    const thread = words[threadAt] === 'thread' ? words.splice(threadAt, 2)[1]! : null;
    const drive = words.length > 1 && /^[A-Z]*\d[\w/.-]*$/.test(words.at(-1)!) ? words.pop()! : null;
    const kind = words.join(' ');
    if (!Number.isInteger(count) || count < 1 || Number.isNaN(torque) || !/^\p{L}/u.test(kind))
      throw new Refusal(
        '',
        `“${line}” is not understood: type it such as “4 screw T20 2 Nm once, left-hand”`,
      );
    return {
      kind,
      count,
      ...(drive === null ? {} : { drive }),
      ...(thread === null ? {} : { thread }),
      ...(torque === null ? {} : { torqueNm: torque }),
      ...(once ? { oneTime: true } : {}),
      ...(marks.length === 0 ? {} : { mark: marks.join(',').trim() }),
    };
  });
}

export const writeFasteners = (fasteners: readonly MapFastener[] | null | undefined): string =>
  (fasteners ?? [])
    .map(
      ({ kind, drive, thread, count, torqueNm, oneTime, mark }) =>
        [
          count,
          kind,
          drive?.replaceAll(' ', ''),
          thread == null ? null : `thread ${thread.replaceAll(' ', '')}`,
          torqueNm == null ? null : `${torqueNm} Nm`,
          oneTime === true ? 'once' : null,
        ]
          .filter((one) => one != null)
          .join(' ') + (mark ? `, ${mark}` : ''),
    )
    .join('\n');

/** @throws Refusal that names the line @example readClips('5 trim clip upwards')[0].direction // 'upwards' */
export function readClips(text: string): Clip[] {
  return linesOf(text).map((line) => {
    const direction = clipDirections.find((one) => line.endsWith(` ${one}`));
    const [, count, what] =
      /^(\d{1,3})\s+(\S.*?)$/.exec(line.slice(0, -(direction?.length ?? 0)).trim()) ?? [];
    if (direction === undefined || what === undefined)
      throw new Refusal('', `“${line}” is not understood: type it such as “5 trim clip upwards”`);
    return { what, count: Number(count), direction };
  });
}

export const writeClips = (clips: MapStep['clips']): string =>
  (clips ?? []).map(({ what, count, direction }) => `${count} ${what} ${direction}`).join('\n');

/** @throws Refusal that names the line @example readPlugs('X41: secondary lock, latch (squib)')[0].cavity // 'squib' */
export function readPlugs(text: string): Plug[] {
  return linesOf(text).map((line) => {
    const at = line.endsWith(')') ? line.lastIndexOf('(') : -1;
    const cavity = at === -1 ? undefined : line.slice(at + 1, -1);
    const [name = '', ...locks] = (at === -1 ? line : line.slice(0, at)).split(':');
    const words = locks
      .join(':')
      .split(',')
      .map((one) => one.trim())
      .filter((one) => one !== '');
    const known = words.flatMap((word) => plugLocks.find((lock) => lock === word) ?? []);
    const own = cavityClass.options.find((one) => one === cavity);
    if (name.trim() === '' || known.length < words.length || (cavity !== undefined && own === undefined))
      throw new Refusal(
        '',
        `“${line}” is not understood: type it such as “X41: secondary lock, latch (power)”; locks are ${plugLocks.join(', ')}`,
      );
    return {
      name: name.trim(),
      ...(known.length === 0 ? {} : { locks: known }),
      ...(own === undefined ? {} : { cavity: own }),
    };
  });
}

export const writePlugs = (plugs: MapStep['plugs']): string =>
  (plugs ?? [])
    .map(
      ({ name, locks, cavity }) =>
        `${name}${locks?.length ? `: ${locks.join(', ')}` : ''}${cavity ? ` (${cavity})` : ''}`,
    )
    .join('\n');

/** @throws Refusal that names the line @example readMaterials('sealant: round the seal only, 60 min')[0].waitMinutes // 60 */
export function readMaterials(text: string): Material[] {
  return linesOf(text).map((line) => {
    const [name = '', ...rest] = line.split(':');
    const parts = rest.join(':').split(',');
    const minutes = /^\s*(\d{1,5})\s*min$/.exec(parts.at(-1)!)?.[1];
    const rule = (minutes === undefined ? parts : parts.slice(0, -1)).join(',').trim();
    if (name.trim() === '' || rule === '')
      throw new Refusal(
        '',
        `“${line}” is not understood: type it such as “sealant: round the seal only, 60 min”`,
      );
    return { name: name.trim(), rule, ...(minutes === undefined ? {} : { waitMinutes: Number(minutes) }) };
  });
}

export const writeMaterials = (materials: MapPart['materials']): string =>
  (materials ?? [])
    .map(({ name, rule, waitMinutes }) => `${name}: ${rule}${waitMinutes ? `, ${waitMinutes} min` : ''}`)
    .join('\n');

/** A line that ends with `(power)` is a position that needs power. */
export const readPreconditions = (text: string): NonNullable<MapStep['preconditions']> =>
  linesOf(text).map((line) =>
    line.endsWith('(power)') ? { what: line.slice(0, -7).trim(), needsPower: true } : { what: line },
  );
export const writePreconditions = (list: MapStep['preconditions']): string =>
  (list ?? []).map(({ what, needsPower }) => `${what}${needsPower === true ? ' (power)' : ''}`).join('\n');

export const readLines = linesOf;
export const writeLines = (lines: readonly string[] | null | undefined): string => (lines ?? []).join('\n');
