/** Notes and photos of a stage: what the next hand has to know, beside the stage's own entries. */
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { type StageId, standing } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import { Entry, factForm, field, TextField, trouble, type Trouble } from '../entry';
import { jobFeature, Waits } from '../job';
import { More } from '../more';
import { Photos } from '../photo';
import { peopleFeature } from '../session';
import { sayWhen } from '../time';

@Component({
  selector: 'db-stage-notes',
  imports: [Entry, MatButtonModule, More, Photos, TextField, Waits],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of notes(); track one.id) {
      <p class="note">
        {{ one.text }}<db-waits [entry]="one.id" /> <small>{{ one.by }}</small>
      </p>
    }
    <db-more label="A note for the next hand">
      <db-entry [form]="form" label="A note for the next hand">
        <db-text label="What the next hand has to know" [lines]="3" [most]="1000" [field]="note" />
        @if (form.problem()) {
          <p class="problem" role="alert">{{ form.problem() }}</p>
        }
        <button mat-stroked-button type="submit" data-key="s">Enter the note</button>
      </db-entry>
    </db-more>
    <db-more label="Photos">
      <db-photos [stage]="stage()" />
    </db-more>
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
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
    button {
      justify-self: start;
    }
  `,
})
export class StageNotes {
  readonly stage = input.required<StageId>();
  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  protected readonly notes = computed(() =>
    standing(this.record()?.notes ?? [])
      .filter(({ stage }) => stage === this.stage())
      .map(({ id, text, observedAt, personId }) => ({
        id,
        text,
        by: `${this.people().find((person) => person.id === personId)?.name ?? 'somebody'}, ${sayWhen(observedAt)}`,
      })),
  );
  protected readonly note = field('');
  protected readonly form = factForm(
    'notes',
    { note: this.note },
    {
      draft: () => `note ${this.record()?.id ?? ''} ${this.stage()}`,
      read: (): FactData<'notes'> | Trouble =>
        this.note().trim() === ''
          ? trouble(this.note, 'Write what the next hand has to know.')
          : { stage: this.stage(), text: this.note().trim() },
    },
  );
}
