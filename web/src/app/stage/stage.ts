/** A stage that has no bench of its own yet: what it waits for, its caution, photos, and what was done there, as notes. */
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { type StageId, standing } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import { Caution } from '../frame';
import { Entry, factForm, field, TextField, trouble, type Trouble } from '../entry';
import { Photos } from '../photo';
import { sayWhen } from '../time';
import { jobFeature, Waits } from '../job';

const asks: Partial<Record<StageId, { readonly about: string; readonly caution: string }>> = {
  code: {
    about:
      'What was carried over, written or taught. A note here closes the question for the part that was fitted.',
    caution:
      'Crash data is evidence: it is read, never changed. Odometer and keys follow the law and the vehicle.',
  },
};

@Component({
  selector: 'db-stage',
  imports: [Caution, Entry, MatButtonModule, Photos, TextField, Waits],
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
          {{ one.text }}<db-waits [entry]="one.id" /><small>{{ one.at }}</small>
        </p>
      }
      <db-entry [form]="form">
        <db-text label="What was done, and by whom" [lines]="3" [most]="1000" [field]="note" />
        @if (form.problem()) {
          <p class="problem" role="alert">{{ form.problem() }}</p>
        }
        <button mat-flat-button type="submit" data-key="s">Enter the note</button>
      </db-entry>
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
    db-entry {
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
  protected readonly note = field('');
  protected readonly form = factForm(
    'notes',
    { note: this.note },
    {
      draft: () => `note ${this.record()?.id ?? ''} ${this.id()}`,
      read: (): FactData<'notes'> | Trouble =>
        this.note().trim() === ''
          ? trouble(this.note, 'Write what was done.')
          : { stage: this.id(), text: this.note().trim() },
    },
  );
}
