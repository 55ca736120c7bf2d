/** What was asked of a module and what it answered, line by line. */
import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { CarLine } from '@dormant-beacon/contract';

@Component({
  selector: 'db-car-talk',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (talk().length > 0) {
      <ol aria-label="What the module was asked, and what it answered" tabindex="0">
        @for (one of talk(); track $index) {
          <li>
            {{ one.asked }}<br /><span class="quiet">{{ one.answered }}</span>
          </li>
        }
      </ol>
    }
  `,
  styles: `
    ol {
      max-height: 220px;
      margin: 0;
      padding-left: 28px;
      overflow: auto;
    }
    li {
      overflow-wrap: anywhere;
    }
  `,
})
export class CarTalk {
  readonly talk = input.required<CarLine['talk']>();
}
