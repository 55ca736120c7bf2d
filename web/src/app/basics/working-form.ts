/** A function that was seen working, and those entered before. */
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { standing } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import { Desk, Entry, factForm, field, TextField, trouble, type Trouble } from '../entry';
import { Suggest } from '../suggest';
import { jobFeature } from '../job';

@Component({
  selector: 'db-working-form',
  imports: [Entry, MatButtonModule, Suggest, TextField],
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
    <db-entry [form]="form">
      <db-text label="What works?" example="such as right tail lamp" [field]="works" />
      <db-suggest label="Which module runs it?" [known]="modules()" [field]="module" />
      <button mat-stroked-button type="submit">It works</button>
    </db-entry>
    @if (form.problem()) {
      <p class="problem" role="alert">{{ form.problem() }}</p>
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
    db-entry {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
    }
    db-text,
    db-suggest {
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
  protected readonly works = field('');
  protected readonly module = field('');
  protected readonly form = factForm(
    'workings',
    {
      works: this.works,
      module: this.module,
    },
    {
      draft: () => `working ${this.record()?.id ?? ''}`,
      read: () => this.read(),
    },
  );

  private read(): FactData<'workings'> | Trouble {
    const [works, module] = [this.works().trim(), this.module().trim()];
    if (works === '') return trouble(this.works, 'Say what works.');
    if (module === '') return trouble(this.module, 'Say which module runs it.');
    return { function: works, module };
  }

  protected async takeBack(id: string): Promise<void> {
    const sent = await this.desk.withdraw(id);
    this.form.say(sent.state === 'refused' ? sent.problem.message : null);
  }
}
