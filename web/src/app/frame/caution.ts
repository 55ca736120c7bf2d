/** A caution at the step that it concerns. */
import { ChangeDetectionStrategy, Component } from '@angular/core';
import { Glyph } from './glyph';

@Component({
  selector: 'db-caution',
  imports: [Glyph],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<db-glyph name="caution" /><span><ng-content /></span>`,
  host: { role: 'note' },
  styles: `
    :host {
      display: flex;
      gap: 12px;
      padding: 10px 14px;
      border-left: 4px solid var(--red);
      border-radius: 0 10px 10px 0;
      background: var(--raised);
      font-size: 15px;
    }
    db-glyph {
      color: var(--red);
    }
  `,
})
export class Caution {}
