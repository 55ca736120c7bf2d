/** Bypasses and openings that must not stay in the car: put in, and taken out again. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { openTemporaries, temporaryWords } from '@dormant-beacon/core/stages';
import { originOf, standing, type Temporary } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import {
  type Choice,
  ChoiceOne,
  Desk,
  Entry,
  factForm,
  field,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { FiguresPipe } from '../figures';
import { When } from '../time';
import { jobFeature } from '../job';

@Component({
  selector: 'db-temporaries',
  imports: [ChoiceOne, Entry, FiguresPipe, MatButtonModule, TextField, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Temporary states in the car</h2>
    <ul class="plain-list">
      @for (one of inCar(); track one.id) {
        <li>
          <strong>{{ words[one.kind] }}</strong> · {{ one.where | figures }}
          <small>since {{ one.recordedAt | when }}; the car neither leaves nor drives with it</small>
          <button mat-stroked-button type="button" (click)="takeOut(one)">It is taken out</button>
        </li>
      } @empty {
        <li class="quiet">None.</li>
      }
    </ul>
    @if (adding()) {
      <db-entry [form]="form">
        <db-choice question="What was put in?" [choices]="kinds" [field]="kind" />
        <db-text
          label="Where"
          example="such as in the place of the left seat bag, plug C101"
          [field]="where"
        />
        @if (traces().length > 0) {
          <db-choice question="For which trace? (optional)" [choices]="traces()" [field]="trace" />
        }
        <div class="row">
          <button mat-flat-button type="submit">It is put in</button>
          <button mat-button type="button" (click)="adding.set(false)">Not now</button>
        </div>
      </db-entry>
    } @else {
      <button mat-button type="button" (click)="adding.set(true)">Something was put in …</button>
    }
    @if (form.problem()) {
      <p class="problem" role="alert">{{ form.problem() }}</p>
    }
  `,
  styles: `
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
    db-entry {
      display: grid;
      gap: 12px;
    }
    .row {
      display: flex;
      gap: 10px;
    }
    li button {
      margin-top: 6px;
    }
  `,
})
export class Temporaries {
  private readonly desk = inject(Desk);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  protected readonly words = temporaryWords;
  protected readonly kinds: readonly Choice[] = Object.entries(temporaryWords).map(([value, label]) => ({
    value,
    label,
  }));
  protected readonly inCar = computed(() => (this.record() ? openTemporaries(this.record()!) : []));
  protected readonly adding = field(false);
  protected readonly kind = field('');
  protected readonly where = field('');
  protected readonly trace = field('');
  protected readonly traces = computed<readonly Choice[]>(() => {
    const record = this.record();
    if (!record) return [];
    return standing(record.traces).map((trace) => ({
      value: originOf(record.traces, trace),
      label: trace.title,
    }));
  });
  protected readonly form = factForm(
    'temporaries',
    {
      adding: this.adding,
      kind: this.kind,
      where: this.where,
      trace: this.trace,
    },
    {
      draft: () => `temporary ${this.record()?.id ?? ''}`,
      read: () => this.read(),
      then: () => this.adding.set(false),
    },
  );

  private read(): FactData<'temporaries'> | Trouble {
    if (this.kind() === '') return trouble(this.kind, 'Say what was put in.');
    if (this.where().trim() === '') return trouble(this.where, 'Say where it was put in.');
    return {
      kind: this.kind() as FactData<'temporaries'>['kind'],
      where: this.where().trim(),
      ...(this.trace() === '' ? {} : { traceId: this.trace() }),
    };
  }

  protected async takeOut({ id, kind, where }: Temporary): Promise<void> {
    const sent = await this.desk.enter('temporaries', { kind, where, removes: id });
    this.form.say(sent.state === 'refused' ? sent.problem.message : null);
  }
}
