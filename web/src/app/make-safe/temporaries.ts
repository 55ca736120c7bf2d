/** Bypasses and openings that must not stay in the car: put in, and taken out again. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import {
  openTemporaries,
  originOf,
  standing,
  type Temporary,
  temporaryWords,
} from '@dormant-beacon/core/job';
import { Store } from '@ngrx/store';
import { type Choice, ChoiceOne, Desk, keepDraft, TextField } from '../entry';
import { When } from '../time';
import { jobFeature } from '../job';

@Component({
  selector: 'db-temporaries',
  imports: [ChoiceOne, MatButtonModule, TextField, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Temporary states in the car</h2>
    <ul class="plain-list">
      @for (one of inCar(); track one.id) {
        <li>
          <strong>{{ words[one.kind] }}</strong> · {{ one.where }}
          <small>since {{ one.recordedAt | when }}; the car neither leaves nor drives with it</small>
          <button mat-stroked-button type="button" (click)="takeOut(one)">It is taken out</button>
        </li>
      } @empty {
        <li class="quiet">None.</li>
      }
    </ul>
    @if (adding()) {
      <form (submit)="putIn($event)">
        <db-choice question="What was put in?" [choices]="kinds" [(value)]="kind" />
        <db-text
          label="Where"
          example="such as in the place of the left seat bag, plug C101"
          [(value)]="where"
        />
        @if (traces().length > 0) {
          <db-choice question="For which trace? (optional)" [choices]="traces()" [(value)]="trace" />
        }
        <div class="row">
          <button mat-flat-button type="submit">It is put in</button>
          <button mat-button type="button" (click)="adding.set(false)">Not now</button>
        </div>
      </form>
    } @else {
      <button mat-button type="button" (click)="adding.set(true)">Something was put in …</button>
    }
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
    form {
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
  protected readonly adding = signal(false);
  protected readonly kind = signal('');
  protected readonly where = signal('');
  protected readonly trace = signal('');
  protected readonly traces = computed<readonly Choice[]>(() => {
    const record = this.record();
    if (!record) return [];
    return standing(record.traces).map((trace) => ({
      value: originOf(record.traces, trace),
      label: trace.title,
    }));
  });
  protected readonly problem = signal<string | null>(null);
  private readonly draft = keepDraft(() => `temporary ${this.record()?.id ?? ''}`, {
    adding: this.adding,
    kind: this.kind,
    where: this.where,
  });

  protected async putIn(event: Event): Promise<void> {
    event.preventDefault();
    if (this.kind() === '' || this.where().trim() === '')
      return this.problem.set('Say what was put in, and where.');
    const data = {
      kind: this.kind(),
      where: this.where().trim(),
      ...(this.trace() === '' ? {} : { traceId: this.trace() }),
    } as FactData<'temporaries'>;
    if (!(await this.entered(data))) return;
    this.adding.set(false);
    this.where.set('');
    this.draft.clear();
  }

  protected async takeOut({ id, kind, where }: Temporary): Promise<void> {
    await this.entered({ kind, where, removes: id });
  }

  private async entered(data: FactData<'temporaries'>): Promise<boolean> {
    const sent = await this.desk.enter('temporaries', data);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
    return sent.state !== 'refused';
  }
}
