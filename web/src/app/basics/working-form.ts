/** A function that was seen working, and those entered before. */
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { standing } from '@dormant-beacon/core/job';
import { Store } from '@ngrx/store';
import { Desk, keepDraft, TextField } from '../entry';
import { jobFeature } from '../job';

@Component({
  selector: 'db-working-form',
  imports: [MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (one of seen(); track one.id) {
        <li>
          <span>{{ one.function }} · {{ one.module }}</span>
          <button mat-button type="button" (click)="takeBack(one.id)">Take back</button>
        </li>
      }
    </ul>
    <form (submit)="save($event)">
      <db-text label="What works?" example="such as right tail lamp" [(value)]="works" />
      <db-text label="Which module runs it?" options="working-modules" [(value)]="module" />
      <datalist id="working-modules">
        @for (name of modules(); track name) {
          <option [value]="name"></option>
        }
      </datalist>
      <button mat-stroked-button type="submit">It works</button>
    </form>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      align-items: center;
      justify-content: space-between;
    }
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
    }
    db-text {
      flex: 1;
      min-width: 220px;
    }
  `,
})
export class WorkingForm {
  readonly modules = input.required<readonly string[]>();
  private readonly desk = inject(Desk);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  protected readonly seen = computed(() => standing(this.record()?.workings ?? []));
  protected readonly works = signal('');
  protected readonly module = signal('');
  protected readonly problem = signal<string | null>(null);
  private readonly draft = keepDraft(() => `working ${this.record()?.id ?? ''}`, {
    works: this.works,
    module: this.module,
  });

  protected async save(submit: Event): Promise<void> {
    submit.preventDefault();
    const [works, module] = [this.works().trim(), this.module().trim()];
    if (works === '' || module === '') return this.problem.set('Say what works, and which module runs it.');
    const sent = await this.desk.enter('workings', { function: works, module });
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
    if (sent.state !== 'refused') this.draft.clear();
  }

  protected async takeBack(id: string): Promise<void> {
    const sent = await this.desk.withdraw(id);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }
}
