/** What a module was asked and what it answered, line by line; first why it refused, or why nobody answered. */
import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { CarLine } from '@dormant-beacon/contract';
import { FiguresPipe } from '../figures';

@Component({
  selector: 'db-car-talk',
  imports: [FiguresPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (problem() ?? said()?.refused; as why) {
      <p class="problem" role="alert">{{ why }}</p>
    }
    @if (said(); as said) {
      @if (said.talk.length > 0) {
        <ol aria-label="What the module was asked, and what it answered" tabindex="0">
          @for (one of said.talk; track $index) {
            <li>
              {{ one.asked }}<br /><span class="quiet">{{ one.answered | figures }}</span>
            </li>
          }
        </ol>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    p {
      margin: 0;
    }
    p::first-letter {
      text-transform: uppercase;
    }
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
  readonly said = input.required<Pick<CarLine, 'talk' | 'refused'> | null>();
  readonly problem = input.required<string | null>();
}
