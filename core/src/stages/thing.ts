/** The next thing to do, as it is made: a stage, a sentence, what it stands on and what it waits for. */
import type { StageId } from '../record/index.js';
import type { Said } from '../words/index.js';

export interface NextThing {
  readonly stage: StageId;
  readonly sentence: string;
  /** What comes from the catalogue, by key and parameters, for another language. */
  readonly from: { readonly sentence: Said | null; readonly detail: Said | null };
  /** One more line: why, how long, what each outcome means. */
  readonly detail: string | null;
  /** What is waited for, and until when, where nothing can be done now. */
  readonly waitsFor: string | null;
  readonly waitsUntil: string | null;
}

const textOf = (words: string | Said): string => (typeof words === 'string' ? words : words.says);
const saidOf = (words: string | Said | null): Said | null => (typeof words === 'string' ? null : words);

export const thing = (
  stage: StageId,
  sentence: string | Said,
  detail: string | Said | null = null,
  waitsFor: string | null = null,
  waitsUntil: string | null = null,
): NextThing => ({
  stage,
  sentence: textOf(sentence),
  from: { sentence: saidOf(sentence), detail: saidOf(detail) },
  detail: detail === null ? null : textOf(detail),
  waitsFor,
  waitsUntil,
});
