/** What the plan asks and warns of: the answer after a disturbing test, contradictions, batches of the dead car. */
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { testName } from '@dormant-beacon/core/words';
import type { NextTests, TraceCase } from '@dormant-beacon/core/trace';
import { Desk } from '../entry';
import { FiguresPipe } from '../figures';

@Component({
  selector: 'db-plan-bar',
  imports: [FiguresPipe, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (asks(); as label) {
      <div class="ask" role="group" aria-label="Does the fault still show?">
        <strong>Does the fault still show?</strong>
        <p class="quiet">{{ label }}: that moved something, and what is read next may be of a changed car.</p>
        <div class="answers">
          <button mat-flat-button type="button" (click)="answer(plan().asks!.after, true)">
            It still shows
          </button>
          <button mat-flat-button type="button" (click)="answer(plan().asks!.after, false)">
            It is gone
          </button>
        </div>
      </div>
    }
    @if (plan().hidden) {
      <div class="ask">
        <strong>The fault does not show now.</strong>
        <p class="quiet">
          What is read meanwhile does not count. Make it show as it did before: cold, water, load, movement.
        </p>
        <div class="answers">
          <button mat-flat-button type="button" (click)="answer(null, true)">It shows again</button>
        </div>
      </div>
    } @else if (!plan().asks && comesAndGoes()) {
      <div class="goes">
        <p class="quiet">{{ comesAndGoes() | figures }}</p>
        <button mat-stroked-button type="button" (click)="answer(null, false)">It does not show now</button>
      </div>
    }
    @if (plan().contradiction) {
      <p class="notice">
        These readings do not fit one fault in this circuit.
        @if (again(); as test) {
          Take back “{{ test }}” and read it again.
        }
        If it stays, widen the circuit or weigh two faults at once.
      </p>
    }
    @if (plan().chatter.length > 0) {
      <p class="notice">
        {{ plan().chatter.join(', ') }} never comes to rest in this circuit, even when all is sound: mend the
        circuit in the library before its volts are believed.
      </p>
    }
    @if (batch(); as batch) {
      <p class="notice">{{ batch | figures }}</p>
    }
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      margin-bottom: 10px;
    }
    .ask {
      display: grid;
      gap: 8px;
      padding: 14px;
      border-left: 4px solid var(--ember);
      border-radius: 4px 14px 14px 4px;
      background: var(--raised);
    }
    .ask strong {
      font-size: 20px;
    }
    .goes {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      justify-content: space-between;
      gap: 8px 16px;
    }
    .goes p {
      margin: 0;
      flex: 1 1 200px;
    }
    .answers {
      display: flex;
      gap: 8px;
    }
    .answers button {
      flex: 1;
      min-height: 56px;
    }
    .notice {
      padding: 10px 14px;
      border-radius: 10px;
      background: var(--raised);
    }
  `,
})
export class PlanBar {
  readonly case = input.required<TraceCase>();
  readonly plan = input.required<NextTests>();
  readonly traceId = input.required<string>();
  /** In which alone its beacons show, and whether they come and go. */
  readonly conditions = input<readonly string[]>([]);
  readonly intermittent = input(false);

  private readonly desk = inject(Desk);
  protected readonly problem = signal<string | null>(null);

  /** What is said of a fault that is not always there; null where it is. */
  protected readonly comesAndGoes = computed((): string | null => {
    const when = this.conditions();
    if (when.length > 0)
      return `It shows in these conditions: ${when.join(', ')}. A good reading in others clears little.`;
    return this.intermittent() ? 'It comes and goes. A good reading while it is away clears little.' : null;
  });
  protected readonly asks = computed(() => {
    const { asks } = this.plan();
    return asks ? this.labelOf(asks.after) : null;
  });
  protected readonly again = computed(() => {
    const { again } = this.plan();
    return again === null ? null : this.labelOf(again);
  });
  protected readonly batch = computed(() => {
    const { batch } = this.plan();
    if (!batch || batch.tests.length < 2) return null;
    const meanwhile = batch.meanwhile.slice(0, 2).map((id) => this.labelOf(id));
    const wait = `One power-down of ${batch.minutes} min serves ${batch.tests.length} tests: ${batch.tests.map((id) => this.labelOf(id)).join('; ')}.`;
    return meanwhile.length > 0 ? `${wait} While it waits: ${meanwhile.join('; ')}.` : wait;
  });

  private labelOf(test: string): string {
    return testName(
      this.case().tests.find(({ id }) => id === test),
      test,
    );
  }

  protected async answer(after: string | null, shows: boolean): Promise<void> {
    const sent = await this.desk.enter('epochs', { traceId: this.traceId(), after, shows });
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }
}
