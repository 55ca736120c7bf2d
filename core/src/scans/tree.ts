/** JSON, XML and sections of keys as one kind of tree, with the line on which each part stands. */
import { type Node, parseTree } from 'jsonc-parser';
import { SaxesParser } from 'saxes';
import { type Branch } from './branch.js';
import { pathTree, sectionTree } from './key-trees.js';
import { longestWhole } from './lines.js';
import { jsonOfLiteral } from './literals.js';
import { withNamedCells } from './tree-tables.js';

/** A report is no deeper; what is, is read line by line. */
const deepest = 60;

/** The tree of a text that is JSON, XML or sections of keys as a whole; null for any other. */
export function treeOf(text: string): Branch | null {
  if (text.length > longestWhole) return null;
  const source = text.replace(/^\uFEFF/, '');
  const first = /\S/.exec(source.slice(0, 1000))?.[0];
  const sections = first === '[' || first === ';' || first === '#' ? sectionTree(source) : null;
  if (sections !== null) return sections;
  if (first === '{' || first === '[') {
    if (depthOf(source) > deepest) return null;
    return jsonTree(source) ?? literalTree(source);
  }
  const paths = pathTree(source);
  if (paths !== null) return paths;
  if (literalAhead.test(source.slice(0, 1000))) return literalTree(source);
  return first === '<' &&
    /^\s*<(?:\?xml|(?!!|html|body|table|div|p\b|h\d|pre|ul|tr|td|span)[A-Za-z])/i.test(source)
    ? xmlTree(source)
    : null;
}

/** `codes = [`, `const scan = {`, `(` in front of quotes */
const literalAhead =
  /^\s*(?:(?:(?:export|const|let|var)\s){0,2}[\p{L}_$][\p{L}\d_$]{0,60}\s?=\s?[[({]|\(\s{0,20}[[({'"])/u;

/** The tree of what a program prints of its lists and maps. */
function literalTree(source: string): Branch | null {
  if (source.length > longestLiteral || depthOf(source) > deepest) return null;
  const json = jsonOfLiteral(source);
  return json === null ? null : jsonTree(json);
}
/** No program prints more of them for people. */
const longestLiteral = 200_000;

/** How deep brackets are nested. */
function depthOf(text: string): number {
  let [depth, most] = [0, 0];
  let quoted = false;
  for (let at = 0; at < text.length; at++) {
    const sign = text.charCodeAt(at);
    if (quoted && sign === 92) at++;
    else if (sign === 34) quoted = !quoted;
    else if (!quoted && (sign === 123 || sign === 91)) most = Math.max(most, ++depth);
    else if (!quoted && (sign === 125 || sign === 93)) depth--;
  }
  return most;
}

function jsonTree(text: string): Branch | null {
  try {
    JSON.parse(text);
  } catch {
    return null;
  }
  const root = parseTree(text);
  if (!root || (root.type !== 'object' && root.type !== 'array')) return null;
  // As a part of something, a list of rows is named as any other.
  const only: Branch = { key: '', line: 1, list: true, fields: [], branches: [] };
  return withNamedCells({ ...only, branches: [branchOf('', root, linesOf(text))] }).branches[0]!;
}

/** The line of each place, for places that are asked for in rising order. */
function linesOf(text: string): (at: number) => number {
  const breaks: number[] = [];
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) breaks.push(at);
  let passed = 0;
  return (at) => {
    while (passed < breaks.length && breaks[passed]! < at) passed++;
    return passed + 1;
  };
}

function branchOf(key: string, node: Node, lineAt: (at: number) => number): Branch {
  const branch: Branch = {
    key,
    line: lineAt(node.offset),
    list: node.type === 'array',
    fields: [],
    branches: [],
  };
  for (const child of node.children ?? []) {
    const [name, value] = node.type === 'object' ? [child.children![0]!, child.children![1]] : [null, child];
    if (!value) continue;
    const own = name === null ? '' : String(name.value);
    if (value.type === 'object' || value.type === 'array') branch.branches.push(branchOf(own, value, lineAt));
    else {
      const field = { key: own, value: String(value.value), line: lineAt(value.offset) };
      branch.fields.push(value.type === 'number' ? { ...field, figure: true } : field);
    }
  }
  return withNamedCells(branch);
}

/** `d:ecu` without the space of names that it is from. */
const localName = (name: string): string => name.slice(name.indexOf(':') + 1);

function xmlTree(source: string): Branch | null {
  const parser = new SaxesParser();
  // A declaration stands first, or the parser refuses it.
  const text = source.trimStart();
  const above = source.slice(0, source.length - text.length).split('\n').length - 1;
  const top: Branch = { key: '', line: 1, list: false, fields: [], branches: [] };
  const open: { branch: Branch; words: string }[] = [{ branch: top, words: '' }];
  let failed = false;
  parser.on('error', () => {
    failed = true;
  });
  parser.on('opentag', ({ name, attributes }) => {
    if (failed || open.length > deepest) {
      failed = true;
      return;
    }
    const line = parser.line + above;
    const fields = Object.entries(attributes).map(([key, value]) => ({ key: localName(key), value, line }));
    const branch = { key: localName(name), line, list: false, fields, branches: [] };
    open.push({ branch, words: '' });
  });
  parser.on('text', (words) => {
    open.at(-1)!.words += words;
  });
  parser.on('closetag', () => {
    if (failed || open.length < 2) return;
    const { branch, words } = open.pop()!;
    const over = open.at(-1)!.branch;
    const said = words.trim();
    // `<code>B1318</code>` is a field; an element with attributes keeps what it holds as one of its own.
    if (said !== '' && branch.branches.length === 0 && branch.fields.length === 0)
      over.fields.push({ key: branch.key, value: said, line: branch.line });
    else {
      if (said !== '') branch.fields.push({ key: '', value: said, line: branch.line });
      over.branches.push(branch);
    }
  });
  for (let at = 0; at < text.length && !failed; at += 65_536) parser.write(text.slice(at, at + 65_536));
  if (!failed) parser.close();
  const [root] = top.branches;
  // A page for people is read as one, however strictly it is written.
  return failed || !root || /^html$/i.test(root.key) ? null : root;
}
