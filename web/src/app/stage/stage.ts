/** A stage that has no bench of its own yet: what it waits for, its caution, photos, and what was done there, as notes. */
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type StageId, standing } from '@dormant-beacon/core/job';
import { Store } from '@ngrx/store';
import { Caution } from '../frame';
import { Desk, keepDraft } from '../entry';
import { Photos } from '../photo';
import { sayWhen } from '../time';
import { jobFeature } from '../job';

const asks: Partial<Record<StageId, { readonly about: string; readonly caution: string }>> = {
  match: {
    about:
      'Compare the part with the unit that came out before money is spent, and again when the box is opened: connector, hand, ratings, numbers, build dates.',
    caution: 'A fired restraint unit, or one from a crashed donor, is never fitted.',
  },
  strip: {
    about: 'What was taken off and put back: fasteners, connectors, routing, and the try before closing.',
    caution:
      'Near a pyrotechnic unit or impact sensor, prying, drilling or hammering needs make-safe first, whatever the job is about.',
  },
  code: {
    about:
      'What was carried over, written or taught. A note here closes the question for the part that was fitted.',
    caution:
      'Crash data is evidence: it is read, never changed. Odometer and keys follow the law and the vehicle.',
  },
};

@Component({
  selector: 'db-stage',
  imports: [Caution, MatButtonModule, Photos],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (stage(); as stage) {
      <p class="why">{{ why() }}</p>
      @if (text(); as text) {
        <p class="quiet">{{ text.about }}</p>
        <db-caution>{{ text.caution }}</db-caution>
      }
      @for (one of notes(); track one.id) {
        <p class="note">
          {{ one.text }}<small>{{ one.at }}</small>
        </p>
      }
      <form (submit)="save($event)">
        <label class="field"
          >What was done, and by whom
          <textarea
            rows="3"
            maxlength="1000"
            [value]="note()"
            (input)="note.set($any($event.target).value)"
          ></textarea>
        </label>
        @if (problem()) {
          <p class="problem" role="alert">{{ problem() }}</p>
        }
        <button mat-flat-button type="submit" data-key="s">Enter the note</button>
      </form>
      <h2>Photos</h2>
      <db-photos [stage]="id()" />
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 16px;
      max-width: 760px;
    }
    .why {
      font-weight: 600;
    }
    .note {
      padding: 10px 14px;
      border-radius: 10px;
      background: var(--raised);
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
    form {
      display: grid;
      gap: 12px;
    }
    form button {
      justify-self: start;
    }
    h2 {
      margin: 8px 0 0;
    }
  `,
})
export class StagePage {
  readonly id = input.required<StageId>();
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  protected readonly stage = computed(() => this.assessment()?.stages.find(({ id }) => id === this.id()));
  protected readonly text = computed(() => asks[this.id()]);
  protected readonly why = computed(() => {
    const { state, reason } = this.stage()!;
    const tail = reason ? `: ${reason}` : '';
    return {
      done: 'Done.',
      open: `Open${tail}.`,
      waiting: `Waiting${tail}.`,
      closed: `Closed${tail}.`,
      'not-needed': `Not needed${tail}.`,
    }[state];
  });
  protected readonly notes = computed(() =>
    standing(this.record()?.notes ?? [])
      .filter(({ stage }) => stage === this.id())
      .map(({ id, text, observedAt }) => ({ id, text, at: sayWhen(observedAt) })),
  );
  protected readonly note = signal('');
  protected readonly problem = signal<string | null>(null);
  private readonly draft = keepDraft(() => `note ${this.record()?.id ?? ''} ${this.id()}`, {
    note: this.note,
  });

  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    if (this.note().trim() === '') return this.problem.set('Write what was done.');
    const sent = await this.desk.enter('notes', { stage: this.id(), text: this.note().trim() });
    if (sent.state === 'refused') return this.problem.set(sent.problem.message);
    this.problem.set(null);
    this.draft.clear();
  }
}
