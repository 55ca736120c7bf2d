/** A second press: modules one below the other, with headings, lines of codes and states in as many forms as shops see. */
import { randomNumbers } from '@dormant-beacon/core/random';
import type { Truth } from '../truth.js';
import { type Draw, type DrawnCode, type DrawnModule, drawModules, pickOf } from './facts.js';
import { type ReaderWords, readerWords, type Status } from './words.js';

interface Said extends DrawnCode {
  readonly at: number;
  /** The status as this report says it. */
  readonly word: string;
  readonly mark: string;
}

/** What one report keeps to. */
interface Habit {
  readonly words: ReaderWords;
  readonly label: (key: 'module' | 'address' | 'code' | 'status' | 'text') => string;
}

type Heading = (name: string, module: DrawnModule, habit: Habit, at: number) => string;

const headings: readonly Heading[] = [
  (name) => name,
  (name) => name.toUpperCase(),
  (name) => `${name}:`,
  (name) => `> ${name}`,
  (name) => `=== ${name} ===`,
  (name, { address }) => `[${address}] ${name}`,
  (name, { address }) => `${name} (${address})`,
  (name, { address }) => `# ${name} [${address}]`,
  (name, { address }) => `0x${address} ${name}`,
  (name, _, { label }) => `${label('module')}: ${name}`,
  (name, { address }, { label }) => `${label('module')} ${address} - ${name}`,
  (name, { address }, { label }) => `${name}, ${label('address')} ${address}`,
  (name, _, __, at) => `${at + 1}. ${name}`,
];

/** Headings that say how many codes stand below. */
const counted: readonly Heading[] = [
  (name, { codes }, { words }) => `${name} - ${words.entries(codes.length)}`,
  (name, { codes }, { words }) => `${name} | ${words.entries(codes.length)}`,
  (name, { codes }, { words }) => `${name} ........ ${words.entries(codes.length)}`,
  (name, { codes }, { words }) => `${name} (${words.entries(codes.length)})`,
];

const whole = ({ code, failureType }: DrawnCode) => (failureType === null ? code : `${code}-${failureType}`);
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

type CodeForm = (code: Said, habit: Habit) => readonly string[];

const codeForms: readonly CodeForm[] = [
  (code) => [`${whole(code)}   ${code.text.padEnd(52)} ${code.word}`],
  (code) => [`${whole(code).replace('-', ':')} - ${code.text} - ${code.word}`],
  (code) => [`${code.word}   ${whole(code)}   ${code.text}`],
  (code) => [`${whole(code)} (${code.word}) ${code.text}`],
  (code) => [`${code.at + 1}) ${whole(code)}   ${code.word}`],
  (code) => [`${whole(code)} ${code.text}: ${code.word}`],
  (code) => [whole(code), `  ${code.text}`, `  ${code.word}`],
  (code) => [`${whole(code)} [${code.mark}] ${code.text}`],
  (code) => [`${code.mark}  ${whole(code)}  ${code.text}`],
  (code) => [`${code.text} (${whole(code)}): ${code.word}`],
  (code) => [`${whole(code)} ${code.word}, ${code.text}`],
  (code) => [`${whole(code)} = ${code.word}`],
  (code) => [`${whole(code)} / ${code.word} / ${code.text}`],
  (code) => [`${whole(code)}   ${code.word}   ${code.text}   ${code.count}x`],
  (code) => [`${whole(code)} ${code.text}. ${capital(code.word)}.`],
  (code) => [`${whole(code)}; ${code.word}; ${code.text}`],
  (code) => [`${whole(code)} | ${code.text} | ${code.word}`],
  (code, { label }) => [`${label('code')}: ${whole(code)}   ${label('status')}: ${code.word}`],
  (code, { label }) => [
    `${label('code')}: ${whole(code)}`,
    `${label('text')}: ${code.text}`,
    `${label('status')}: ${code.word}`,
  ],
];
/** Of those, the ones with a mark of the legend. */
const withMark: ReadonlySet<number> = new Set([7, 8]);

const bullets = ['', '', '- ', '* ', '• '];
const indents = ['  ', '    ', '\t'];

/** @example drawnBlocks(7).text */
export function drawnBlocks(seed: number): { text: string; truth: Truth } {
  const numbers = randomNumbers(seed);
  const draw: Draw = () => numbers.uniform();
  const words = readerWords[pickOf(draw, Object.keys(readerWords))]!;
  const statuses: readonly Status[] = ['active', 'stored'];
  const modules = drawModules(draw, words, statuses, true);
  const labels = new Map<string, string>();
  const habit: Habit = {
    words,
    label: (key) => {
      if (!labels.has(key)) labels.set(key, pickOf(draw, words[key]));
      return labels.get(key)!;
    },
  };
  const shout = pickOf(draw, [(word: string) => word, capital, (word: string) => word.toUpperCase()]);
  const wordOf = Object.fromEntries(
    statuses.map((status) => [status, shout(pickOf(draw, words.statuses[status]))]),
  );
  const marks = pickOf(draw, [
    ['A', 'M'],
    ['P', 'N'],
    ['*', 'o'],
    ['1', '0'],
  ]);
  const form = Math.floor(draw() * codeForms.length);
  const heading = pickOf(draw, draw() < 0.3 ? counted : headings);
  const showsCount = counted.includes(heading);
  const [bullet, indent, parted] = [pickOf(draw, bullets), pickOf(draw, indents), draw() < 0.5];
  const [beside, between] = [draw() < 0.5, pickOf(draw, [': ', ' - ', '   '])];
  const lines: string[] = [];
  if (draw() < 0.5) lines.push(`${pickOf(draw, words.title)}   2026-03-14`, '');
  if (withMark.has(form)) {
    const sign = pickOf(draw, [' = ', '=', ': ', ' - ']);
    const entries = statuses.map((status, at) => `${marks[at]!}${sign}${wordOf[status]!}`);
    lines.push(entries.join(pickOf(draw, ['  ', ', ', '; '])), '');
  }
  for (const [at, module] of modules.entries()) {
    const { name, codes, reach } = module;
    const state = shout(pickOf(draw, words.reaches[reach === 'answered' ? 'clean' : reach]));
    const title = heading(name, module, habit, at);
    if (codes.length > 0) lines.push(title);
    else if (showsCount && reach !== 'answered') lines.push(title.replace(words.entries(0), state));
    else if (showsCount) lines.push(title);
    else if (beside && !/[=:\]]$/.test(title)) lines.push(`${title}${between}${state}`);
    else lines.push(title, `${indent}${bullet}${state}`);
    for (const [n, code] of codes.entries()) {
      const said = {
        ...code,
        at: n,
        word: wordOf[code.status]!,
        mark: marks[statuses.indexOf(code.status)]!,
      };
      const [first, ...rest] = codeForms[form]!(said, habit);
      lines.push(`${indent}${bullet}${first!}`, ...rest.map((line) => `${indent}${line}`));
    }
    if (parted) lines.push('');
  }
  return {
    text: `${lines.join('\n').trimEnd()}\n`,
    truth: {
      codes: modules.flatMap(({ name, codes }) =>
        codes.map(({ code, failureType, status }) => ({ module: name, code, failureType, status })),
      ),
      modules: modules.map(({ name, reach }) => ({ name, reach })),
    },
  };
}
