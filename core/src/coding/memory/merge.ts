/**
 * Original and donor become the image that goes into the car. The result begins as the donor, whose hardware goes in;
 * the recipe says what comes from the original; mirrors and checksums follow.
 */
import { Refusal } from '../../refusal/index.js';
import { fromHex, showAddress, toHex } from '../hex.js';
import { bytesAt, copyOf, type Image, readSegments, writeAt, writeSegments } from './image.js';
import { checkLayout, type ChecksumReading, readChecksums, sameBytes, storesOf } from './layout.js';
import { sealChecksums } from './write-field.js';
import { type MergeRefusal, refusalsOf } from './merge-rules.js';
import type {
  Layout,
  LayoutField,
  MergeFacts,
  MergeRequest,
  Recipe,
  RecipeSource,
  RecipeSources,
} from '../schema.js';

/** A run of bytes that differ from the donor’s, and what they belong to. */
export interface ByteChange {
  readonly address: number;
  readonly before: string;
  readonly after: string;
  /** The field, or the checksum, by name. */
  readonly because: string;
}

export interface FieldChange {
  readonly field: string;
  readonly before: string;
  readonly after: string;
}

export interface Merged {
  readonly image: Image;
  readonly changes: readonly FieldChange[];
  readonly checksums: readonly ChecksumReading[];
  /** Every byte that changed, fields, mirrors and checksums alike, in the order of their addresses. */
  readonly bytes: readonly ByteChange[];
}

export type MergeOutcome =
  | { readonly merged: Merged; readonly refusals: readonly [] }
  | { readonly merged: null; readonly refusals: readonly MergeRefusal[] };

/**
 * Merges two images by a recipe. What the rules forbid is answered, all of it, and then nothing is merged.
 * @throws Refusal where the layout contradicts itself, or the recipe names a field that there is not, bytes of another
 *   length, or bytes that an image does not hold
 */
export function merge(
  layout: Layout,
  original: Image,
  donor: Image,
  recipe: Recipe,
  facts: MergeFacts = {},
): MergeOutcome {
  checkLayout(layout);
  const sources = sourcesOf(layout, recipe);
  const image = copyOf(donor);
  layout.fields.forEach((field, n) => {
    const source = sources.get(field.name);
    for (const [k, store] of storesOf(field).entries())
      if (!bytesAt(donor, store, field.length))
        throw new Refusal(
          k === 0 ? `layout.fields[${n}].address` : `layout.fields[${n}].mirrors[${k - 1}]`,
          `the donor’s image does not hold “${field.name}” at ${showAddress(store)}`,
        );
    if (source === undefined) return;
    const bytes = sourceBytes(field, source, original, donor);
    for (const store of storesOf(field)) writeAt(image, store, bytes);
  });
  sealChecksums(layout, image);
  const refusals = refusalsOf({ layout, original, donor, result: image, sources, facts });
  if (refusals.length > 0) return { merged: null, refusals };
  return { merged: reportOf(layout, donor, image), refusals: [] };
}

/** The recipe by field. @throws Refusal on a field that the layout does not have */
function sourcesOf({ fields }: Layout, recipe: Recipe): RecipeSources {
  const sources = new Map(Object.entries(recipe));
  for (const name of sources.keys())
    if (!fields.some((field) => field.name === name))
      throw new Refusal(`recipe.${name}`, 'the layout has no such field');
  return sources;
}

function sourceBytes(field: LayoutField, source: RecipeSource, original: Image, donor: Image): Uint8Array {
  const path = `recipe.${field.name}`;
  if (typeof source === 'object') {
    const bytes = fromHex(source.set, `${path}.set`);
    if (bytes.length !== field.length)
      throw new Refusal(`${path}.set`, `expected ${field.length} bytes, got ${bytes.length}`);
    return bytes;
  }
  const bytes = bytesAt(source === 'original' ? original : donor, field.address, field.length);
  if (!bytes)
    throw new Refusal(path, `the ${source}’s image does not hold ${showAddress(field.address)} and on`);
  // A copy: the donor’s bytes lie in the image that is written to.
  return bytes.slice();
}

function reportOf(layout: Layout, donor: Image, image: Image): Merged {
  const runs: ByteChange[] = [];
  const compare = (because: string, address: number, length: number) => {
    const [before, after] = [bytesAt(donor, address, length)!, bytesAt(image, address, length)!];
    for (let n = 0; n < length; n++) {
      if (before[n] === after[n]) continue;
      let end = n;
      while (end < length && before[end] !== after[end]) end += 1;
      const part = (bytes: Uint8Array) => toHex(bytes.subarray(n, end));
      runs.push({ address: address + n, before: part(before), after: part(after), because });
      n = end;
    }
  };
  const changes: FieldChange[] = [];
  for (const field of layout.fields) {
    const stores = storesOf(field);
    for (const store of stores) compare(field.name, store, field.length);
    const changed = stores.find(
      (store) => !sameBytes(bytesAt(donor, store, field.length)!, bytesAt(image, store, field.length)!),
    );
    if (changed !== undefined)
      changes.push({
        field: field.name,
        before: toHex(bytesAt(donor, changed, field.length)!),
        after: toHex(bytesAt(image, changed, field.length)!),
      });
  }
  const checksums = readChecksums(image, layout);
  for (const [n, sum] of (layout.checksums ?? []).entries())
    compare(sum.name, sum.at, (checksums[n]!.held ?? '').length / 2);
  return { image, changes, checksums, bytes: runs.sort((a, b) => a.address - b.address) };
}

/** `merge` as the command and the API speak it. @throws Refusal with the first of the refusals */
export function mergeImages(request: MergeRequest) {
  const original = readSegments(request.original, 'original');
  const donor = readSegments(request.donor, 'donor');
  const { merged, refusals } = merge(request.layout, original, donor, request.recipe, request);
  if (!merged) throw new Refusal(refusals[0]!.path, refusals[0]!.reason);
  const { image, changes, checksums, bytes } = merged;
  return {
    segments: writeSegments(image),
    changes,
    checksums: checksums.map(({ name, valid }) => ({ name, valid: valid === true })),
    bytes,
  };
}
