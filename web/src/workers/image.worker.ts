/** Reads, compares and merges memory images beside the page. */
import '../page-policy';
import type { ImageForm, Layout, MergeFacts, Recipe } from '@dormant-beacon/core/coding';
import {
  comparing,
  type Comparison,
  type Image,
  merge,
  type Merged,
  type MergeRefusal,
  readingImage,
  writeImage,
} from '@dormant-beacon/core/coding/memory';
import type { Work } from '@dormant-beacon/core/progress';
import { serve } from './serve';

export type ImageRequest =
  | { readonly do: 'read'; readonly file: Uint8Array; readonly form: ImageForm }
  | { readonly do: 'compare'; readonly first: Image; readonly second: Image }
  | {
      readonly do: 'merge';
      readonly layout: Layout;
      readonly original: Image;
      readonly donor: Image;
      readonly recipe: Recipe;
      readonly facts: MergeFacts;
      readonly form: ImageForm;
    };

export interface MergeAnswer {
  readonly merged: Merged | null;
  /** The file of the merged image; null where it is refused. */
  readonly file: Uint8Array | null;
  readonly refusals: readonly MergeRefusal[];
}

export type ImageAnswer = Image | Comparison | MergeAnswer;

serve<ImageRequest, ImageAnswer>(work);

function* work(request: ImageRequest): Work<ImageAnswer> {
  switch (request.do) {
    case 'read':
      return yield* readingImage(request.file, request.form);
    case 'compare':
      return yield* comparing(request.first, request.second);
    case 'merge': {
      const { layout, original, donor, recipe, facts, form } = request;
      const { merged, refusals } = merge(layout, original, donor, recipe, facts);
      yield { done: 1, total: 2 };
      return { merged, refusals, file: merged && writeImage(merged.image, form) };
    }
  }
}
