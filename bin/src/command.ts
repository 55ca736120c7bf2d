/** The command itself, apart from the process that it runs in. */
import { isRefusal, Refusal } from '@dormant-beacon/core/refusal';
import { type Options, type Verb, verbs } from './verbs.js';

export interface Call {
  readonly area: string;
  readonly verb: Verb;
  readonly name: string;
  readonly file: string | null;
  readonly lines: boolean;
  readonly help: boolean;
  /** What there is to ask of, in the place of an answer. */
  readonly list: boolean;
  readonly options: Options;
}

/** The call that the arguments ask for, or the text of the general help. @throws Refusal on what is not known */
export function readArguments(args: readonly string[]): Call | string {
  const words: string[] = [];
  const flags = new Map<string, string>();
  for (let n = 0; n < args.length; n++) {
    const arg = args[n]!;
    if (!arg.startsWith('--')) words.push(arg);
    else if (arg === '--help' || arg === '--lines' || arg === '--list') flags.set(arg, '');
    else if (arg.includes('=')) flags.set(arg.slice(0, arg.indexOf('=')), arg.slice(arg.indexOf('=') + 1));
    else flags.set(arg, args[++n] ?? '');
  }
  const [area, name, file, ...more] = words;
  if (area === undefined) {
    if (flags.has('--help')) return generalHelp();
    throw new Refusal('', 'give an area and a verb; "beacon --help" lists them');
  }
  const verb = verbs[area]?.[name ?? ''];
  if (!verb) {
    const known = verbs[area] ? Object.keys(verbs[area]).map((v) => `${area} ${v}`) : Object.keys(verbs);
    throw new Refusal(`${area} ${name ?? ''}`.trim(), `not known; there is ${known.join(', ')}`);
  }
  if (more.length > 0) throw new Refusal(more[0]!, 'one file at most');
  for (const flag of flags.keys())
    if (
      flag !== '--help' &&
      flag !== '--lines' &&
      !(flag === '--list' && verb.list) &&
      !verb.options.includes(flag.slice(2) as keyof Options)
    )
      throw new Refusal(flag, `not known for "${area} ${name}"`);
  return {
    area,
    verb,
    name: name!,
    file: file === undefined || file === '-' ? null : file,
    lines: flags.has('--lines'),
    help: flags.has('--help'),
    list: flags.has('--list'),
    options: {
      ...(flags.has('--as') ? { as: flags.get('--as')! } : {}),
      ...(flags.has('--code') ? { code: flags.get('--code')! } : {}),
      ...(flags.has('--cases') ? { cases: whole('--cases', flags.get('--cases')!, 1) } : {}),
      ...(flags.has('--seed') ? { seed: whole('--seed', flags.get('--seed')!, 0) } : {}),
    },
  };
}

function whole(flag: string, text: string, least: number): number {
  const value = Number(text);
  if (text === '' || !Number.isInteger(value) || value < least || value > 1e6)
    throw new Refusal(flag, `expected a whole number of at least ${least}, got "${text}"`);
  return value;
}

/**
 * The answer to one whole input: a line of JSON, or the bytes of a file.
 * @param input text, or for a verb that reads a file its bytes
 * @throws Refusal where the input is wrong
 */
export function answer({ verb, options }: Call, input: string | Uint8Array): string | Uint8Array {
  const answered = verb.run(verb.input === 'json' ? parse(String(input)) : input, options);
  return answered instanceof Uint8Array ? answered : JSON.stringify(answered);
}

/** As `answer`, also for what is read piece by piece. @throws Refusal where the input is wrong */
export async function answerLater(call: Call, input: string | Uint8Array): Promise<string | Uint8Array> {
  const { verb, options } = call;
  return verb.later ? JSON.stringify(await verb.later(input, options)) : answer(call, input);
}

/** What is answered where a file has to stand in JSON: its text. @throws Refusal of a binary */
function asJson(answered: unknown, { as }: Options): unknown {
  if (!(answered instanceof Uint8Array)) return answered;
  if (as === 'bin') throw new Refusal('--as', 'a binary is no text: write it without --lines');
  return new TextDecoder().decode(answered);
}

/** The answer to one line of `--lines`; a wrong request answers on its line. */
export function answerLine({ verb, options }: Call, line: string): string {
  try {
    return JSON.stringify(asJson(verb.run(parse(line), options), options));
  } catch (error) {
    if (!isRefusal(error)) throw error;
    return JSON.stringify({ error: { path: error.path, message: error.reason } });
  }
}

function parse(text: string): unknown {
  if (text.trim() === '') throw new Refusal('', 'the input is empty; expected JSON');
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    throw new Refusal('', `not valid JSON: ${(error as Error).message.replace(/\s+/g, ' ')}`);
  }
}

function generalHelp(): string {
  const list = Object.entries(verbs).flatMap(([area, own]) =>
    Object.entries(own).map(([name, verb]) => `  beacon ${`${area} ${name}`.padEnd(16)} ${verb.says}`),
  );
  return [
    'beacon AREA VERB [FILE]: one calculation; input from FILE or standard input, one JSON value out.',
    '',
    ...list,
    '',
    '--lines   one JSON request a line in, one answer a line out',
    '--help    behind an area and verb: an example input and output',
    'Exit: 0 done, 2 the input is wrong (standard error says where and why), 1 our own fault.',
  ].join('\n');
}

/** Help for one verb, with its example run as it stands. */
export async function verbHelp({ area, name, verb }: Call): Promise<string> {
  const own = verb.exampleOptions ?? {};
  const input = verb.input === 'json' ? JSON.stringify(verb.example, null, 2) : String(verb.example);
  const answered = verb.later
    ? await verb.later(verb.example, own)
    : asJson(verb.run(verb.example, own), own);
  const output = typeof answered === 'string' ? answered : JSON.stringify(answered, null, 2);
  const options = verb.options.map((option) => `--${option} ${String(own[option] ?? 'VALUE')}`).join(' ');
  return [
    `beacon ${area} ${name} ${options ? `${options} ` : ''}${verb.list ? '[--list | FILE]' : '[FILE]'}: ${verb.says}`,
    '',
    'Example input:',
    input,
    '',
    'Its output:',
    output,
  ].join('\n');
}
