/** Tables in a tree: rows of cells with names that stand elsewhere, or that follow from what the cells hold. */
import { readModuleName } from './heading.js';
import { stateOf } from './module-state.js';
import { type Branch, type Field } from './branch.js';
import { isCode, isExact } from './tree-parts.js';
import { labelOf, reachWordOf, statusWordOf } from './vocabulary.js';

const namesOfCells = /^(?:col(?:umn)?s?|headers?|fields?|keys?|head)$/i;
/** A row of more cells is none of codes. */
const mostCells = 24;

/** True for a list of lists that are as long as each other. */
const isTable = ({ list, fields, branches }: Branch): boolean =>
  list &&
  fields.length === 0 &&
  branches.length > 0 &&
  branches.every(
    (row) => row.list && row.branches.length === 0 && row.fields.length === branches[0]!.fields.length,
  );

/** A label of codes; `no codes` is none. */
const namesCodes = (name: string): boolean => labelOf(name)?.role === 'code' && reachWordOf(name) !== 'clean';

const named = (row: Branch, names: readonly (string | null)[]): Branch => ({
  ...row,
  list: false,
  fields: row.fields.flatMap((field, at): Field[] =>
    names[at] == null || field.value === 'null' || field.value === ''
      ? []
      : [{ ...field, key: names[at], value: names[at] === byteName ? inHex(field.value) : field.value }],
  ),
});

const byteName = 'status byte';
const inHex = (figure: string): string => `0x${Number(figure).toString(16).padStart(2, '0')}`;
/** Nothing that is counted comes so often. */
const mostCounted = 24;

/** What the cells of nameless rows hold, by the values of all rows: `["Airbag", "B1318-16", "active"]`; null where no row has a code. */
function namesByValues(rows: readonly Branch[]): readonly (string | null)[] | null {
  const count = rows[0]!.fields.length;
  if (count > mostCells) return null;
  const columns = Array.from({ length: count }, (_, at) =>
    rows.map(({ fields }) => fields[at]!.value).filter((value) => value !== 'null' && value !== ''),
  );
  const most = (values: readonly string[], holds: (value: string) => boolean) =>
    values.length > 0 && 2 * values.filter(holds).length > values.length;
  const code = columns.findIndex((values) => values.some(isExact) && most(values, isCode));
  if (code < 0) return null;
  const status = columns.findIndex(
    (values, at) =>
      at !== code && most(values, (value) => statusWordOf(value) !== null || stateOf(value) !== null),
  );
  const module = columns.findIndex(
    (values, at) =>
      at !== code &&
      at !== status &&
      values.length === rows.length &&
      values.every((value) => /^\p{L}{2}/u.test(value) && readModuleName(value) !== null),
  );
  const type = columns.findIndex(
    (values, at) => at > code && values.length > 0 && values.every((value) => /^[\dA-F]{2}$/i.test(value)),
  );
  // A number up to 255 behind the code, where some are no count: its status byte.
  const byte = columns.findIndex(
    (values, at) =>
      at > code &&
      values.length > 0 &&
      rows.every(({ fields }) => fields[at]!.value === 'null' || fields[at]!.figure === true) &&
      values.every((value) => /^\d{1,3}$/.test(value) && Number(value) < 256) &&
      values.some((value) => Number(value) > mostCounted),
  );
  const text = columns.findIndex(
    (values, at) => ![code, status, module].includes(at) && most(values, (value) => /\p{L}{3}/u.test(value)),
  );
  const places: readonly (readonly [number, string])[] = [
    [code, 'code'],
    [byte, byteName],
    [status, 'status'],
    [module, 'module'],
    [type, 'type'],
    [text, 'text'],
  ];
  return columns.map((_, at) => places.find(([place]) => place === at)?.[1] ?? null);
}

/**
 * The branch with the rows of its tables as objects: `"columns": ["unit", "dtc"], "rows": [["Body", "B1318"]]`, a first
 * row of names, or rows without any.
 */
export function withNamedCells(branch: Branch): Branch {
  const head = branch.branches.find(
    ({ key, list, fields, branches }) =>
      list && branches.length === 0 && fields.length > 1 && namesOfCells.test(key),
  );
  const branches = branch.branches.map((table): Branch => {
    if (!isTable(table)) return table;
    const [first, ...rows] = table.branches;
    const own = first!.fields.map(({ value }) => value);
    if (head !== undefined && head.fields.length === own.length) {
      const names = head.fields.map(({ value }) => value);
      return { ...table, branches: table.branches.map((row) => named(row, names)) };
    }
    // The first row is one of names where it names the codes.
    if (rows.length > 0 && own.some(namesCodes))
      return { ...table, branches: rows.map((row) => named(row, own)) };
    const names = own.length > 1 ? namesByValues(table.branches) : null;
    return names === null ? table : { ...table, branches: table.branches.map((row) => named(row, names)) };
  });
  return withRecords({ ...branch, branches });
}

/** `"codes": ["B1318-16"], "status": ["active"]`: lists side by side, the first of codes, as one list of objects. */
function withRecords(branch: Branch): Branch {
  const isPlain = ({ list, fields, branches }: Branch) => list && branches.length === 0 && fields.length > 0;
  const codes = branch.branches.find(
    (one) => isPlain(one) && one.fields.every(({ value }) => isExact(value)),
  );
  if (codes === undefined) return branch;
  const beside = branch.branches.filter(
    (one) =>
      one !== codes &&
      isPlain(one) &&
      one.fields.length === codes.fields.length &&
      /^(?:status|byte|type|text|count)$/.test(labelOf(one.key)?.role ?? ''),
  );
  if (beside.length === 0) return branch;
  const records = codes.fields.map((field, at): Branch => ({
    key: '',
    line: field.line,
    list: false,
    fields: [{ ...field, key: 'code' }, ...beside.map((one) => ({ ...one.fields[at]!, key: one.key }))],
    branches: [],
  }));
  return {
    ...branch,
    branches: branch.branches
      .filter((one) => !beside.includes(one))
      .map((one) => (one === codes ? { ...codes, fields: [], branches: records } : one)),
  };
}
