/** The few glyphs that the product uses, shipped with it; decoration beside words, never alone. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import caution from '@material-symbols/svg-400/rounded/warning.svg';
import print from '@material-symbols/svg-400/rounded/print.svg';
import theme from '@material-symbols/svg-400/rounded/contrast.svg';

const glyphs = { caution, print, theme };
export type GlyphName = keyof typeof glyphs;

@Component({
  selector: 'db-glyph',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg width="24" height="24" [attr.viewBox]="drawing().viewBox" aria-hidden="true">
      <path [attr.d]="drawing().path" />
    </svg>
  `,
  styles: `
    :host {
      display: inline-flex;
      vertical-align: middle;
    }
    svg {
      fill: currentColor;
      vertical-align: middle;
    }
  `,
})
export class Glyph {
  readonly name = input.required<GlyphName>();
  protected readonly drawing = computed(() => drawingOf(glyphs[this.name()]));
}

/** The one path of a file, which is all that these files hold. */
function drawingOf(file: string): { viewBox: string; path: string } {
  return {
    viewBox: / viewBox="([^"]+)"/.exec(file)?.[1] ?? '',
    path: /<path d="([^"]+)"/.exec(file)?.[1] ?? '',
  };
}
