/** What to do next to prove it soonest: each exposure with its time, and as a file for a calendar. */
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Proof } from '@dormant-beacon/core/proof';
import { proofSchedule, type ScheduledStep } from '@dormant-beacon/core/proof/schedule';
import type { Beacon } from '@dormant-beacon/core/record';
import { percent, showCents } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { FiguresPipe } from '../figures';
import { downloadBytes } from '../file';
import { writtenClock } from '@dormant-beacon/core/calendar';
import { selectJobPolicy, shopFeature } from '../session';
import { jobFeature } from '../job';
import { calendarOf } from './calendar';

const shownSteps = 8;
/** From so many on nobody follows a list. */
const manySteps = 30;

@Component({
  selector: 'db-proof-plan',
  imports: [FiguresPipe, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>The shortest way to the proof</h2>
    @let plan = schedule();
    @if (plan.steps === null) {
      <p class="quiet">
        Nothing that the shop can do proves it within two months: it shows too seldom. Let the customer drive
        it and tell.
      </p>
    } @else {
      @if (many()) {
        <p>
          It shows so seldom that each drive tells little: {{ plan.steps.length }} are needed, until
          {{ last() }}. A second test of its cause would tell more. Or hand it back, and let the customer
          drive it and tell.
        </p>
      }
      <ol>
        @for (step of steps(); track step.at) {
          <li>
            <span class="mono when">{{ step.when }}</span>
            <span>
              {{ step.label | figures }}
              <small class="quiet">counts {{ step.counts | figures }}; then {{ step.sure }} sure</small>
            </span>
            @if ($first) {
              <button mat-stroked-button type="button" (click)="taken.emit(step.step)">Fill in</button>
            }
          </li>
        }
      </ol>
      @if (more() > 0) {
        <p class="quiet">And {{ more() }} more; all of them are in the calendar file.</p>
      }
      <p class="quiet">{{ costs() | figures }}</p>
      <button mat-stroked-button type="button" (click)="download()">Calendar file</button>
    }
    @if (plan.waitFor.length > 0) {
      <p class="quiet">
        This cannot be brought about; wait for it, then enter it:
        {{ plan.waitFor.join(', ') }}.
      </p>
    }
  `,
  styles: `
    ol {
      display: grid;
      gap: 8px;
      margin: 0 0 10px;
      padding: 0;
      list-style: none;
    }

    li {
      display: grid;
      grid-template-columns: 172px minmax(0, 1fr) auto;
      gap: 12px;
      align-items: center;
      min-height: 48px;
    }

    small {
      display: block;
      font-size: 14px;
    }

    :host {
      display: block;
      margin-bottom: 22px;
    }

    h2 {
      margin-top: 0;
    }

    p {
      margin: 0 0 12px;
    }

    @media (max-width: 480px) {
      li {
        grid-template-columns: minmax(0, 1fr) auto;
      }

      .when {
        grid-column: 1 / -1;
      }
    }
  `,
})
export class ProofPlan {
  private readonly store = inject(Store);
  readonly beacon = input.required<Beacon>();
  readonly proof = input.required<Proof>();
  /** The step that is about to be entered. */
  readonly taken = output<ScheduledStep>();
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  private readonly policy = this.store.selectSignal(selectJobPolicy);
  protected readonly schedule = computed(() =>
    proofSchedule(this.record()!, this.beacon(), this.proof(), this.policy(), {
      now: new Date(Date.now()).toISOString(),
    }),
  );
  protected readonly many = computed(() => (this.schedule().steps?.length ?? 0) > manySteps);
  private readonly shown = computed(() => (this.many() ? 3 : shownSteps));
  protected readonly steps = computed(() =>
    (this.schedule().steps ?? []).slice(0, this.shown()).map((step) => ({
      step,
      at: step.at,
      label: step.label,
      when: writtenClock(step.at),
      counts: Math.round(100 * step.counts) / 100,
      sure: percent(step.probability),
    })),
  );
  protected readonly more = computed(() => Math.max(0, (this.schedule().steps?.length ?? 0) - this.shown()));
  protected readonly last = computed(() => writtenClock(this.schedule().steps!.at(-1)!.at));
  protected readonly costs = computed(() => {
    const { cents, optimal } = this.schedule();
    const { currency, locale } = this.settings();
    const work = cents === 0 ? 'It costs the shop nothing.' : `Work: ${showCents(cents, currency, locale)}.`;
    return optimal ? `${work} Nothing cheaper reaches the target.` : work;
  });

  protected download(): void {
    const { number, vehicle } = this.record()!;
    const text = calendarOf(this.schedule().steps ?? [], {
      number,
      vehicle: `${vehicle.make} ${vehicle.model}`,
      beacon: this.beacon().name,
    });
    downloadBytes(`${number}-proof.ics`, new TextEncoder().encode(text), 'text/calendar');
  }
}
