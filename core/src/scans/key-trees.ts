/** Lines of keys and values as a tree: in sections, or with paths for keys. */
import { type Branch } from './branch.js';
import { withNamedCells } from './tree-tables.js';

/** `[ecu.lamps]` over `title=Front lamps`: a branch for each section. */
export function sectionTree(text: string): Branch | null {
  const top: Branch = { key: '', line: 1, list: false, fields: [], branches: [] };
  for (const [at, whole] of text.split('\n').entries()) {
    const line = whole.trim();
    if (line === '' || /^[;#]/.test(line)) continue;
    const section = /^\[([^[\]]{1,60})\]$/.exec(line)?.[1];
    if (section !== undefined) {
      top.branches.push({ key: section, line: at + 1, list: false, fields: [], branches: [] });
      continue;
    }
    const [, key, value] = /^([\p{L}_][\p{L}\d_. -]{0,39}?)\s{0,9}=\s{0,9}(.{0,1000})$/u.exec(line) ?? [];
    if (key === undefined || top.branches.length === 0) return null;
    top.branches.at(-1)!.fields.push({ key, value: value!, line: at + 1 });
  }
  return top.branches.length >= 2 ? top : null;
}

const pathed = /^([\p{L}_][\p{L}\d_.[\]-]{0,119})\s{0,9}=\s{0,9}(.{0,1000})$/u;
/** No path of a report is longer. */
const mostSteps = 8;
const mostPaths = 20_000;

/** `airbag.codes[0] = B1318-16`, `ecu.body.dtc.1.status=stored`: what the paths lead to; null where a line has none. */
export function pathTree(text: string): Branch | null {
  const top: Branch = { key: '', line: 1, list: false, fields: [], branches: [] };
  const known = new Map<string, Branch>([['', top]]);
  const fieldAt = new Map<string, { own: Branch; field: Branch['fields'][number]; over: string }>();
  let [lines, nested] = [0, 0];
  for (const [at, whole] of text.split('\n', mostPaths + 1).entries()) {
    const line = whole.trim();
    if (line === '' || /^[;#!]/.test(line)) continue;
    const [, path, value] = pathed.exec(line) ?? [];
    const steps = path?.split(/[.[\]]{1,2}/).filter((step) => step !== '') ?? [];
    if (steps.length === 0 || steps.length > mostSteps || at >= mostPaths) return null;
    lines++;
    if (steps.length > 1) nested++;
    const key = steps.pop()!;
    const own = branchAt(known, steps, at + 1, /^\d+$/.test(key));
    const field = {
      key: own.list ? '' : key,
      value: value!.replace(/^(["'])(.*)\1$/, '$2'),
      line: at + 1,
    };
    own.fields.push(field);
    fieldAt.set(path!, { own, field, over: steps.at(-1) ?? key });
  }
  // `dtc.1=B1318` with `dtc.1.status=stored`: the value is a field of what has others.
  const moved = new Set<Branch['fields'][number]>();
  for (const [path, { field, over }] of fieldAt) {
    if (known.get(path)?.fields.unshift({ ...field, key: over }) !== undefined) moved.add(field);
  }
  if (moved.size > 0)
    for (const own of new Set([...fieldAt.values()].map((one) => one.own)))
      own.fields.splice(0, Infinity, ...own.fields.filter((field) => !moved.has(field)));
  return lines >= 3 && 2 * nested > lines ? settled(top) : null;
}

/** The branch to which steps lead, made where it is new. */
function branchAt(known: Map<string, Branch>, steps: readonly string[], line: number, list: boolean): Branch {
  const path = steps.join('.');
  const before = known.get(path);
  if (before) return before;
  const over = branchAt(known, steps.slice(0, -1), line, /^\d+$/.test(steps.at(-1)!));
  const branch: Branch = { key: over.list ? '' : steps.at(-1)!, line, list, fields: [], branches: [] };
  known.set(path, branch);
  over.branches.push(branch);
  return branch;
}

const settled = (branch: Branch): Branch =>
  withNamedCells({ ...branch, branches: branch.branches.map(settled) });
