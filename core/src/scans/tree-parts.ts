/** What the branches of a tree are: codes, lists of them, modules and their names, by what they hold and how they are called. */
import { isCodeBytes, readCode } from '../codes/index.js';
import { readCodeLine } from './code-line.js';
import { longestName, readModuleName } from './heading.js';
import { stateOf } from './module-state.js';
import { moduleStates } from './module-states.js';
import { Line } from './line.js';
import { type Branch, type Field } from './branch.js';
import { isNameKey, labelOf, reachWordOf, type Role, statusWordOf, tokensOf } from './vocabulary.js';

export const roleOf = (key: string): Role | undefined => labelOf(key)?.role;

/** `fault`, `dtc.0`, `fout1`: a key of a code. */
export const namesCode = (key: string): boolean => roleOf(key.replace(/[._ -]?\d{1,3}$/, '')) === 'code';

/** The field that holds a code and nothing else; one that is called a part number or the like holds none. */
export const codeField = ({ list, fields }: Branch): Field | undefined =>
  list
    ? undefined
    : (fields.find(({ key, value }) => isCode(value) && roleOf(key) === 'code') ??
      fields.find(({ key, value }) => isExact(value) && mayHoldCode(key)));

/** A key that nobody knows, or an identifier. */
export const mayHoldCode = (key: string): boolean => [undefined, 'address'].includes(roleOf(key));

export const isExact = (value: string): boolean => readCode(value)?.repaired === false;
export const isCode = (value: string): boolean => readCode(value) !== null || isCodeBytes(value);

const known = new WeakMap<Branch, boolean>();

/** True for a code with what belongs to it. */
export function isCodeBranch(branch: Branch): boolean {
  let is = known.get(branch);
  if (is === undefined) known.set(branch, (is = isExact(branch.key) || codeField(branch) !== undefined));
  return is;
}

/** True for a list of codes: by its name, or since nothing else is in it. */
export function listsCodes(branch: Branch): boolean {
  const role = roleOf(branch.key);
  const empty = branch.branches.length === 0 && branch.fields.length === 0;
  if ((role === 'code' || role === 'codeCount') && codeField(branch) === undefined)
    return empty || holdsCodes(branch);
  return !empty && holdsCodes(branch) && branch.branches.every(isCodeBranch);
}

/** True where codes stand right in it. */
const holdsCodes = (branch: Branch): boolean =>
  branch.branches.some(isCodeBranch) ||
  (branch.list && branch.fields.some(({ value }) => isExact(value) || readCodeLine(value) !== null)) ||
  branch.fields.some(({ key }) => isExact(key));

/** `dtc.0=B1318,active`: fields that are called codes hold them, with more. */
export const namesCodes = ({ list, fields, branches }: Branch): boolean =>
  !list &&
  (fields.some(({ key, value }) => namesCode(key) && readCodeLine(value) !== null) ||
    branches.some((child) => wordsOfCode(child) !== undefined));

/** `<fault nr="1">B1318 Loop (active)</fault>`: an element that is called a code, with words in it. */
export const wordsOfCode = (branch: Branch): Field | undefined =>
  !branch.list && namesCode(branch.key) && !isCodeBranch(branch)
    ? branch.fields.find(({ key, value }) => key === '' && readCodeLine(value) !== null)
    : undefined;

/** An object beside the codes of a module that tells how far it was reached. */
export const saysOfContact = (branch: Branch): boolean =>
  !branch.list && roleOf(branch.key) === 'result' && !isCodeBranch(branch) && !listsCodes(branch);

/** A field that tells of a module, whatever it says: its state, the contact with it, or its codes. */
export const tellsOfModule = ({ key }: Field): boolean =>
  /^(?:result|status|code|codeCount)$/.test(roleOf(key) ?? '') || isContact(key);

/** `"stored": []` */
export const isOfStatus = ({ list, key }: Branch): boolean => list && statusWordOf(spaced(key)) !== null;

export const isEmpty = ({ fields, branches }: Branch): boolean =>
  fields.length === 0 && branches.length === 0;

/** A module of which nothing is said but who it is. */
export const isBare = ({ fields, branches }: Branch): boolean =>
  branches.length === 0 &&
  fields.every(
    ({ key }) => isNameKey(key) || /^(?:module|address|ident|readerSoftware)$/.test(roleOf(key) ?? ''),
  );

/** `faults=0`: how many there are. */
export const countedIn = (value: string): 'clean' | 'holdsCodes' | null =>
  /^\d+$/.test(value.trim()) ? (Number(value) === 0 ? 'clean' : 'holdsCodes') : null;

export const lineOf = ({ line, key, value }: Field): Line => new Line(line, `${key}: ${value}`);

/** `"B1318-16": "stored"` as it would stand in a line. */
export const spelled = ({ key, value }: Field): string => (key === '' ? value : `${key}   ${value}`);

/** The words of a key: `noReply`, `no_reply`. */
export const spaced = (key: string): string => key.replace(/(?<=\p{Ll})(?=\p{Lu})|_/gu, ' ');

/** A key that names a module: no list's name (`dtcList`), and no label. */
export const isName = (key: string): boolean =>
  /\p{L}{2}/u.test(key) &&
  !isExact(key) &&
  labelOf(key) === null &&
  !tokensOf(spaced(key)).some((word) => namesCode(word)) &&
  readModuleName(key) !== null;

/** It says of which module it is: `{"module": "Roof"}`, `<unit name="Roof">`. */
export const namesModule = ({ key, fields }: Branch): boolean =>
  fields.some((field) => roleOf(field.key) === 'module') ||
  (roleOf(key) === 'module' && fields.some((field) => isNameKey(field.key)));

/** A code in a list of all codes says itself whose it is. */
export const namesItsModule = (branch: Branch): boolean =>
  isCodeBranch(branch) && branch.fields.some(({ key }) => roleOf(key) === 'module');

/** `ok`, `online`, `answered`: what is said of the contact by yes or no. */
export const isContact = (key: string): boolean => {
  const reach = reachWordOf(key);
  return reach === 'read' || reach === 'clean';
};

/** `"Airbag": {"B1318-16": "active"}`: a map of codes under a name is that module itself, unless what it stands in has a name. */
export const isNamedMap = (child: Branch, { fields }: Branch): boolean =>
  !child.list &&
  child.branches.length === 0 &&
  isName(child.key) &&
  !fields.some(({ key }) => isNameKey(key) || roleOf(key) === 'module');

const otherNames: ReadonlySet<string> = new Set(['label', 'title', 'caption', 'display', 'designation']);

/** The name of a module: a field that is called so, or its key in a map of modules. */
export function nameOf({ key, fields, branches }: Branch): string | null {
  const own =
    fields.find((field) => isNameKey(field.key)) ??
    fields.find((field) => roleOf(field.key) === 'module' && /\p{L}{2}/u.test(field.value)) ??
    fields.find((field) => otherNames.has(field.key.toLowerCase())) ??
    // `<unit id="Restraints">`
    fields.find(
      ({ key: name, value }) =>
        roleOf(name) === 'address' && /\p{L}{3}/u.test(value) && readModuleName(value),
    ) ??
    fields.find((field) => roleOf(field.key) === 'text' && stateOf(field.value) === null) ??
    branches
      .find((child) => !child.list && roleOf(child.key) === 'module')
      ?.fields.find(({ key: name }) => isNameKey(name) || otherNames.has(name.toLowerCase()));
  // `"m": "Airbag"`: a short key that nobody knows, where one alone holds what can be a name.
  const short = fields.filter(
    ({ key: name, value }) =>
      /^\p{L}{1,2}$/u.test(name) &&
      labelOf(name) === null &&
      /^\p{Lu}/u.test(value) &&
      stateOf(value) === null &&
      readCodeLine(value) === null &&
      readModuleName(value) !== null,
  );
  if (!own && short.length === 1) return readModuleName(short[0]!.value)!.name;
  if (own && /\p{L}{2}/u.test(own.value) && own.value.length <= longestName)
    return readModuleName(own.value)?.name ?? own.value.trim();
  // `[module 0x15 Restraints]`
  if (isName(key)) return /\d/.test(key) ? (readModuleName(key)?.name ?? key) : key;
  // `"a": {"faults": …}`: in a map the key is the name, however short.
  return /^\p{L}$/u.test(key) ? key : null;
}

/** `["Airbag: B1318 active", "Roof: no answer"]`: each string names its module. */
export const isSpokenList = ({ list, fields, branches }: Branch): boolean =>
  list &&
  branches.length === 0 &&
  fields.length > 1 &&
  fields.some(({ value }) => readCodeLine(value) !== null) &&
  fields.every(
    ({ value }) =>
      readModuleName(readCodeLine(value)?.before ?? '') !== null ||
      (readCodeLine(value) === null && moduleStates(value)[0]?.name != null),
  );

/** How a branch is built: whether it is a list, its tag, and its keys. */
export const buildOf = ({ list, key, fields, branches }: Branch): string =>
  [list ? 'list' : key, ...new Set([...fields, ...branches].map((own) => own.key))].join('\n');

/** Modules of more builds than that are built like nothing. */
export const mostBuilds = 40;

/** Built like one of those: a list too, the same tag, or half of the keys in common. */
export function alike(build: string, others: ReadonlySet<string>): boolean {
  if (others.has(build)) return true;
  const [tag, ...keys] = build.split('\n');
  return [...others].some((other) => {
    const [otherTag, ...otherKeys] = other.split('\n');
    if (tag === 'list' || otherTag === 'list') return tag === otherTag;
    const common = keys.filter((key) => otherKeys.includes(key)).length;
    return (
      (tag !== '' && tag === otherTag) ||
      (common > 0 && 2 * common >= Math.min(keys.length, otherKeys.length))
    );
  });
}
