/** Something that cures or dries before it is closed over: its time, and what it holds. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import {
  type Choice,
  Entry,
  factForm,
  field,
  numberOf,
  Pick,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { StripDesk } from './strip-desk';

@Component({
  selector: 'db-wait-form',
  imports: [Entry, MatButtonModule, Pick, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form" label="A time to cure or dry">
      <db-text label="What cures or dries" example="such as paint on the seam" [field]="what" />
      <db-text label="Minutes" keys="numeric" [field]="minutes" />
      <db-pick label="Nothing is closed over" [choices]="choices()" [field]="over" />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-stroked-button type="submit">Start its time</button>
    </db-entry>
  `,
  styles: `
    button {
      justify-self: start;
    }
  `,
})
export class WaitForm {
  private readonly desk = inject(StripDesk);
  protected readonly what = field('');
  protected readonly minutes = field('');
  protected readonly over = field('');
  protected readonly choices = computed((): readonly Choice[] => [
    { value: '', label: 'anything that is off' },
    ...[...this.desk.strip()!.off.values()].map(({ id, label }) => ({ value: id, label })),
  ]);
  protected readonly form = factForm(
    'cure-waits',
    { what: this.what, minutes: this.minutes, over: this.over },
    { draft: () => `wait ${this.desk.strip()?.id ?? ''}`, read: () => this.read() },
  );

  private read(): FactData<'cure-waits'> | Trouble {
    const minutes = numberOf(this.minutes());
    if (this.what().trim() === '') return trouble(this.what, 'Say what cures or dries.');
    if (!(minutes > 0))
      return trouble(this.minutes, 'For how many minutes? The sheet of the material says it.');
    return { planId: this.desk.strip()!.id, what: this.what().trim(), minutes, over: this.over() || null };
  }
}
