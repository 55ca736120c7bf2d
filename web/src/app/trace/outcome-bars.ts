/** What a test may read, how likely each is, and what it would leave: two or three bars at a glance. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { meaningsOf } from '@dormant-beacon/core/stages';
import { percent } from '@dormant-beacon/core/units';
import type { ForeseenOutcome, TraceCase, TraceTest } from '@dormant-beacon/core/trace';
import { FiguresPipe } from '../figures';

/** More are no help to whoever chooses a test. */
const mostShown = 3;

@Component({
  selector: 'db-outcome-bars',
  imports: [FiguresPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of shown(); track $index) {
      <span class="share"><i [style.width.%]="100 * one.chance"></i></span>
      <span class="mono">{{ percent(one.chance) }}</span>
      <span
        ><b>{{ one.reads | figures }}</b> leaves {{ one.leaves }}</span
      >
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 44px 3.2em minmax(0, 1fr);
      gap: 2px 8px;
      align-items: baseline;
      padding: 4px 0;
      font-size: 14px;
      font-weight: 400;
      color: var(--quiet);
    }
    .share {
      align-self: start;
      height: 6px;
      margin-top: 7px;
      border-radius: 3px;
      background: var(--line);
      overflow: hidden;
    }
    i {
      display: block;
      height: 100%;
      background: var(--calm);
    }
    .mono {
      font-size: 13px;
      text-align: right;
    }
    b {
      font-weight: 600;
      color: var(--ink);
    }
    @media (forced-colors: active) {
      i {
        background: CanvasText;
        forced-color-adjust: none;
      }
    }
  `,
})
export class OutcomeBars {
  readonly case = input.required<TraceCase>();
  readonly test = input.required<TraceTest>();
  readonly outcomes = input.required<readonly ForeseenOutcome[]>();
  protected readonly shown = computed(() =>
    meaningsOf(this.case(), this.test(), this.outcomes()).slice(0, mostShown),
  );
  protected readonly percent = percent;
}
