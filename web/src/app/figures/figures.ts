/** Figures of sentences as the shop's country writes them: with a comma, or with a point. */
import { Pipe, type PipeTransform, signal } from '@angular/core';
import { figureIn, figuresIn } from '@dormant-beacon/core/figures';

const locale = signal('en-GB');

/** As the shop has chosen; British writing until that is known. */
export function writeFigures(by: { readonly locale: string }): void {
  locale.set(by.locale);
}

/** What Intl and the charts write figures by. */
export const figuresLocale = locale.asReadonly();

/**
 * Of a sentence, or of a figure alone.
 * @example sayFigures('near 4.9 V') // 'near 4,9 V' in a shop that writes commas
 */
export function sayFigures(text: string): string {
  return figureIn(figuresIn(text, locale()), locale());
}

/** Of a sentence, or a bare number. It looks again whenever its page does: the shop's choice may come later. */
@Pipe({ name: 'figures', pure: false })
export class FiguresPipe implements PipeTransform {
  transform(sentence: string | number | null | undefined): string {
    return sayFigures(String(sentence ?? ''));
  }
}
