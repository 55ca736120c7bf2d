/** One lamp's drawing, beside its name. */
import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Lamp } from './lamps';

@Component({
  selector: 'db-lamp',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 32 32" aria-hidden="true">
      <path class="line" [attr.d]="lamp().line" />
      @if (lamp().fill; as fill) {
        <path class="fill" [attr.d]="fill" />
      }
      @if (lamp().text; as text) {
        <text x="16" [attr.y]="text === 'OFF' ? 31 : 19.5" text-anchor="middle">{{ text }}</text>
      }
    </svg>
  `,
  styles: `
    :host {
      display: inline-flex;
    }
    svg {
      width: 40px;
      height: 40px;
    }
    .line {
      fill: none;
      stroke: currentColor;
      stroke-width: 2;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .fill {
      fill: currentColor;
    }
    text {
      fill: currentColor;
      font: 700 8px var(--body);
    }
  `,
})
export class LampGlyph {
  readonly lamp = input.required<Lamp>();
}
