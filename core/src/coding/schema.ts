/** Images, layouts and recipes: the one definition of their data. */
import * as z from 'zod';
import { checksumKinds } from './kinds.js';

const hex = z
  .string()
  .max(2 * 16 * 1024 * 1024)
  .regex(/^(?:[0-9a-fA-F]{2})*$/, 'expected hexadecimal digits, two for each byte');
const address = z.int().min(0).max(0xffff_ffff);
const name = z.string().trim().min(1).max(80);

export const segment = z.strictObject({ address, bytes: hex });
const segmentList = z.array(segment).max(65_536);
/** Either the list itself or what `image read` answers. */
export const segments = z.union([segmentList, z.strictObject({ segments: segmentList })]);
export type Segments = z.infer<typeof segments>;

export const fieldEncodings = ['uint', 'bcd', 'ascii', 'bits', 'bytes'] as const;
/** What a field means to the rules: the distance, whose car it is, its keys, its crash record, what is fitted. */
export const fieldRoles = ['odometer', 'vin', 'pairing', 'crash', 'option', 'other'] as const;
export type FieldRole = (typeof fieldRoles)[number];

export const layoutField = z.strictObject({
  name,
  address,
  length: z.int().min(1).max(65_536),
  encoding: z.enum(fieldEncodings).nullish(),
  /** Of a number; left out, big. */
  order: z.enum(['big', 'little']).nullish(),
  /** What one count of a number stands for: kilometres, say, of an odometer that counts in tenths is 0.1. */
  scale: z.number().gt(0).max(1e6).nullish(),
  /** Where the module keeps the same bytes once more. */
  mirrors: z.array(address).max(16).nullish(),
  role: z.enum(fieldRoles).nullish(),
});
export type LayoutField = z.infer<typeof layoutField>;

export const layoutChecksum = z.strictObject({
  name,
  from: address,
  /** The last byte that counts. */
  to: address,
  kind: z.enum(checksumKinds),
  at: address,
  order: z.enum(['big', 'little']).nullish(),
});
export type LayoutChecksum = z.infer<typeof layoutChecksum>;

export const layout = z.strictObject({
  fields: z.array(layoutField).max(500),
  checksums: z.array(layoutChecksum).max(64).nullish(),
});
export type Layout = z.infer<typeof layout>;

/** Where a field's bytes come from; left out, they stay the donor's. */
export const recipeSource = z.union([z.enum(['original', 'donor']), z.strictObject({ set: hex })]);
export type RecipeSource = z.infer<typeof recipeSource>;
/** Where each field of a recipe is taken from, by its name. */
export type RecipeSources = ReadonlyMap<string, RecipeSource>;
export const recipe = z.record(name, recipeSource);
export type Recipe = z.infer<typeof recipe>;

/** What a merge may know beside the two images, in kilometres. */
export const mergeFacts = z.strictObject({
  /** By whose authority pairing data may come from elsewhere. */
  override: z.strictObject({ authority: z.string().trim().min(8).max(500) }).nullish(),
  /** The distance that this car’s own records show. */
  recordedOdometer: z.number().min(0).max(10_000_000).nullish(),
  drivenInJob: z.number().min(0).max(100_000).nullish(),
  acceptBrokenChecksum: z.boolean().nullish(),
});
export type MergeFacts = z.infer<typeof mergeFacts>;

export const mergeRequest = z.strictObject({
  layout,
  original: segments,
  donor: segments,
  recipe,
  ...mergeFacts.shape,
});
export type MergeRequest = z.infer<typeof mergeRequest>;

const byte = z.string().regex(/^[0-9a-fA-F]{2}$/, 'expected one byte in hexadecimal, such as 20');
export const optionRule = z.strictObject({
  option: name,
  byte: z.int().min(0).max(65_535),
  mask: byte,
  value: byte,
  /** What the option does, in a few words. */
  says: z.string().trim().min(1).max(200).nullish(),
});
export type OptionRule = z.infer<typeof optionRule>;
export const optionRules = z.array(optionRule).max(2000);

/** The options of a car as a file: `{ "options": ["fog-front"] }`. */
export const optionList = z.strictObject({ options: z.array(name).max(2000) });

const coding = hex.min(2).max(131_072);
export const optionReadRequest = z.strictObject({ rules: optionRules, bytes: coding });
export type OptionReadRequest = z.infer<typeof optionReadRequest>;
export const optionWriteRequest = z.strictObject({
  rules: optionRules,
  base: coding,
  ...optionList.shape,
});
export type OptionWriteRequest = z.infer<typeof optionWriteRequest>;

/** How check characters are made: the characters’ values, weighted by place, added up modulo the alphabet’s size. */
export const trimScheme = z.strictObject({
  name: z.string().trim().min(1).max(80),
  /** Every character that a label may have; its place here is its value. */
  alphabet: z
    .string()
    .min(2)
    .max(64)
    .refine((text) => new Set(text).size === text.length, 'a character is there twice'),
  /** Characters before the check characters. */
  length: z.int().min(1).max(40),
  /** One check character for each list of weights; a list shorter than the code begins anew. */
  checks: z
    .array(z.array(z.int().min(0).max(97)).min(1).max(40))
    .min(1)
    .max(4),
  /** What is easily read for what, such as O for 0: only alphabets that have just one of the two. */
  misread: z.record(z.string().length(1), z.string().length(1)).nullish(),
});
export type TrimScheme = z.infer<typeof trimScheme>;
