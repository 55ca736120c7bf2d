/** The end of every sheet's form: what it amounts to, what is wrong with it, and the way to keep it. */
import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { FiguresPipe } from '../../figures';

@Component({
  selector: 'db-sheet-end',
  imports: [FiguresPipe, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (says(); as says) {
      <p class="says" aria-live="polite">{{ says | figures }}</p>
    }
    @if (problem(); as problem) {
      <p class="problem" role="alert">{{ problem }}</p>
    }
    <button mat-flat-button type="submit">{{ keep() }}</button>
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
      justify-items: start;
    }
    p {
      justify-self: stretch;
    }
    .says {
      padding: 12px 16px;
      border-radius: 12px;
      background: var(--ground);
      font-size: 18px;
    }
  `,
})
export class SheetEnd {
  readonly says = input<string | null>(null);
  readonly problem = input.required<string | null>();
  readonly keep = input('Keep the sheet');
}
