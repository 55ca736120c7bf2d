/** The few glyphs that the product uses, shipped with it; decoration beside words, never alone. */
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { DomSanitizer } from '@angular/platform-browser';
import caution from '@material-symbols/svg-400/rounded/warning.svg';
import print from '@material-symbols/svg-400/rounded/print.svg';
import theme from '@material-symbols/svg-400/rounded/contrast.svg';

const glyphs = { caution, print, theme };
export type GlyphName = keyof typeof glyphs;

@Component({
  selector: 'db-glyph',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<span aria-hidden="true" [innerHTML]="svg()"></span>`,
  styles: `
    :host {
      display: inline-flex;
      vertical-align: middle;
    }
    span {
      display: inline-flex;
      width: 24px;
      height: 24px;
      fill: currentColor;
      vertical-align: middle;
    }
  `,
})
export class Glyph {
  readonly name = input.required<GlyphName>();
  private readonly sanitizer = inject(DomSanitizer);
  /** Safe: the text is one of our own files, taken in at build. */
  protected readonly svg = computed(() =>
    this.sanitizer.bypassSecurityTrustHtml(
      glyphs[this.name()]
        .replace(/ (?:width|height)="\d+"/g, '')
        .replace('<svg', '<svg width="24" height="24"'),
    ),
  );
}
