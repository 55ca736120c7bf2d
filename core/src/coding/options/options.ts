/** The option list of a vehicle and the coding bytes of its modules: either is made from the other by rules. */
import { Refusal } from '../../refusal/index.js';
import { fromHex, toHex } from '../hex.js';
import type { OptionReadRequest, OptionRule, OptionWriteRequest } from '../schema.js';

/** The rules of the same byte and mask: bits that mean one thing together. */
export interface OptionField {
  readonly byte: number;
  readonly mask: number;
  readonly choices: readonly {
    readonly option: string;
    readonly value: number;
    readonly says: string | null;
  }[];
}

/**
 * The fields that rules describe, by byte and mask.
 * @throws Refusal where a value lies outside its mask, two options share bits, or one option of one field would be
 *   told from its absence by nothing
 */
export function optionFields(rules: readonly OptionRule[]): readonly OptionField[] {
  const fields = new Map<string, { byte: number; mask: number; choices: OptionField['choices'][number][] }>();
  const last = new Map<string, number>();
  rules.forEach((rule, n) => {
    const [mask, value] = [parseInt(rule.mask, 16), parseInt(rule.value, 16)];
    if (mask === 0) throw new Refusal(`rules[${n}].mask`, 'a mask of 00 has no bits');
    if ((value & ~mask) !== 0)
      throw new Refusal(`rules[${n}].value`, `${rule.value} has bits outside its mask ${rule.mask}`);
    const key = `${rule.byte}/${mask}`;
    const field = fields.get(key) ?? { byte: rule.byte, mask, choices: [] };
    const same = field.choices.find((choice) => choice.value === value || choice.option === rule.option);
    if (same)
      throw new Refusal(
        `rules[${n}]`,
        same.option === rule.option
          ? `“${rule.option}” is there twice for the same bits`
          : `“${rule.option}” and “${same.option}” are the same bits`,
      );
    field.choices.push({ option: rule.option, value, says: rule.says ?? null });
    fields.set(key, field);
    last.set(key, n);
  });
  for (const [key, { choices }] of fields)
    if (choices.length === 1 && choices[0]!.value === 0)
      throw new Refusal(
        `rules[${last.get(key)}].value`,
        `“${choices[0]!.option}” is alone in its bits: with the value 00 nothing tells it from its absence`,
      );
  return [...fields.values()].sort((a, b) => a.byte - b.byte || b.mask - a.mask);
}

const hexByte = (value: number) => value.toString(16).padStart(2, '0');

/** @throws Refusal where a rule lies beyond the bytes */
function checkReach(rules: readonly OptionRule[], length: number): void {
  const beyond = rules.findIndex(({ byte }) => byte >= length);
  if (beyond >= 0)
    throw new Refusal(
      `rules[${beyond}].byte`,
      `byte ${rules[beyond]!.byte} is beyond the ${length} ${length === 1 ? 'byte' : 'bytes'} given (the first is 0)`,
    );
}

/**
 * The options that coding bytes say are there, in the order of the rules, and fields whose value no rule knows. An
 * option of several fields is there where all of them say so; where only some do, those are unclear.
 * @example readOptions({ rules: [{ option: 'fog-front', byte: 1, mask: '20', value: '20' }], bytes: '00ab' })
 *   // { options: ['fog-front'], unclear: [] }
 */
export function readOptions({ rules, bytes: text }: OptionReadRequest) {
  const bytes = fromHex(text, 'bytes');
  checkReach(rules, bytes.length);
  const fields = optionFields(rules);
  const said = new Map<string, { yes: OptionField[]; all: number }>();
  const unclear = new Set<OptionField>();
  for (const field of fields) {
    const value = bytes[field.byte]! & field.mask;
    const chosen = field.choices.find((choice) => choice.value === value);
    if (!chosen && !(field.choices.length === 1 && value === 0)) unclear.add(field);
    for (const { option } of field.choices) {
      const own = said.get(option) ?? { yes: [], all: 0 };
      own.all += 1;
      if (chosen?.option === option) own.yes.push(field);
      said.set(option, own);
    }
  }
  for (const { yes, all } of said.values())
    if (yes.length > 0 && yes.length < all) for (const field of yes) unclear.add(field);
  const order = [...new Set(rules.map(({ option }) => option))];
  return {
    options: order.filter((option) => said.get(option)!.yes.length === said.get(option)!.all),
    unclear: fields
      .filter((field) => unclear.has(field))
      .map(({ byte, mask }) => ({ byte, mask: hexByte(mask), value: hexByte(bytes[byte]! & mask) })),
  };
}

export interface OptionChange {
  readonly byte: number;
  readonly before: string;
  readonly after: string;
  /** The options that are set, taken away or chosen in this byte. */
  readonly because: readonly string[];
}

/**
 * The coding bytes of a list of options; bits of no rule stay as they are in `base`.
 * @throws Refusal where an option is not known, a field with several has none or two of them, or two fields that share
 *   bits ask for different ones
 */
export function writeOptions({ rules, base, options }: OptionWriteRequest) {
  const before = fromHex(base, 'base');
  checkReach(rules, before.length);
  const fields = optionFields(rules);
  const wanted = new Set(options);
  options.forEach((option, n) => {
    if (!rules.some((rule) => rule.option === option))
      throw new Refusal(`options[${n}]`, `no rule knows “${option}”`);
  });
  const after = before.slice();
  const because = new Map<number, Set<string>>();
  for (const field of fields) {
    const { option, value } = chosenIn(field, wanted);
    const changed = (before[field.byte]! & field.mask) !== value;
    after[field.byte] = (after[field.byte]! & ~field.mask) | value;
    if (!changed) continue;
    because.set(field.byte, (because.get(field.byte) ?? new Set()).add(option));
  }
  for (const field of fields) {
    const { option, value } = chosenIn(field, wanted);
    if ((after[field.byte]! & field.mask) === value) continue;
    const rivals = fields
      .filter((other) => other !== field && other.byte === field.byte && (other.mask & field.mask) !== 0)
      .map((other) => `“${chosenIn(other, wanted).option}”`);
    throw new Refusal(
      'options',
      `“${option}” and ${rivals.join(', ')} ask for different values of the same bits in byte ${field.byte}`,
    );
  }
  const changes: OptionChange[] = [];
  for (const [byte, value] of after.entries())
    if (value !== before[byte])
      changes.push({
        byte,
        before: hexByte(before[byte]!),
        after: hexByte(value),
        because: [...(because.get(byte) ?? [])],
      });
  return { bytes: toHex(after), changes };
}

/** The option that decides a field, and the bits that it asks for. */
function chosenIn({ byte, mask, choices }: OptionField, wanted: ReadonlySet<string>) {
  const asked = choices.filter(({ option }) => wanted.has(option));
  const [only] = choices;
  if (choices.length === 1) return { option: only!.option, value: asked.length === 1 ? only!.value : 0 };
  if (asked.length === 1) return asked[0]!;
  const names = (list: typeof choices) => list.map(({ option }) => `“${option}”`).join(', ');
  throw new Refusal(
    'options',
    asked.length === 0
      ? `byte ${byte}, mask ${hexByte(mask)} needs one of ${names(choices)}; none is chosen`
      : `byte ${byte}, mask ${hexByte(mask)} holds only one of ${names(asked)}`,
  );
}
