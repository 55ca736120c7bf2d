/** The command line: what a technician would type, understood or left as words to look for. */
import { readCode, writeCode, wordTable } from '@dormant-beacon/core/codes';
import { readTyped, type TypedReading } from '@dormant-beacon/core/units';
import { type StageId, stageIds } from '@dormant-beacon/core/record';

export type Command =
  | { readonly kind: 'job'; readonly number: string }
  | { readonly kind: 'code'; readonly code: string }
  | { readonly kind: 'stage'; readonly stage: StageId }
  | { readonly kind: 'reading'; readonly point: string; readonly typed: TypedReading }
  | { readonly kind: 'words'; readonly words: string };

/** Short words for stages. They open a page; a typed word never declares a state. */
const stageWords: Readonly<Record<string, StageId>> = wordTable({
  in: 'take-in',
  base: 'baseline',
  safe: 'make-safe',
  proof: 'prove',
  print: 'hand-back',
  back: 'hand-back',
});

/**
 * Reads `J-0142` or `142`, `B1049`, a stage's name, or a point with a reading (`c2.1 0.02 v`); anything else
 * are words to look for.
 *
 * @example readCommand('/ c31.2 4,8 v') // { kind: 'reading', point: 'c31.2', typed: { kind: 'value', value: 4.8, unit: 'V' } }
 */
export function readCommand(text: string): Command | null {
  const words = text.replace(/^\s*\/?\s*/, '').trim();
  if (words === '') return null;
  const job = /^j-?0*(\d{1,6})$/i.exec(words) ?? /^0*(\d{2,6})$/.exec(words);
  if (job) return { kind: 'job', number: `J-${job[1]!.padStart(4, '0')}` };
  const code = readCode(words);
  if (code && !code.repaired) return { kind: 'code', code: writeCode(code) };
  const name = words.toLowerCase().replace(/\s+/g, '-');
  const stage = stageIds.find((id) => id === name) ?? stageWords[name];
  if (stage) return { kind: 'stage', stage };
  const gap = words.search(/\s/);
  const point = gap === -1 ? '' : words.slice(0, gap);
  const typed = /[a-z]/i.test(point) ? readTyped(words.slice(gap + 1)) : null;
  if (typed && typed.kind !== 'notRead') return { kind: 'reading', point, typed };
  return { kind: 'words', words };
}
