/** Keys of the car, counted: which start it, and which do not. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { Entry, factForm, field, numberOrNull, TextField, trouble, type Trouble } from '../entry';
import { CodeDesk } from './code-desk';

@Component({
  selector: 'db-keys-form',
  imports: [Entry, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (keys(); as own) {
      <p class="sum">{{ own.start }} start the car, {{ own.doNotStart }} do not.</p>
    }
    <db-entry [form]="form" label="The keys of the car">
      <div class="grid">
        <db-text label="Keys that start it" keys="numeric" [field]="start" />
        <db-text label="Keys that do not" keys="numeric" [field]="doNot" />
      </div>
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-stroked-button type="submit">Enter the keys</button>
    </db-entry>
  `,
  styles: `
    :host,
    .grid {
      display: grid;
      gap: 12px;
    }
    .grid {
      grid-template-columns: repeat(2, minmax(120px, 240px));
    }
    .sum {
      font-weight: 600;
    }
    button {
      justify-self: start;
    }
  `,
})
export class KeysForm {
  private readonly desk = inject(CodeDesk);
  protected readonly keys = computed(() => this.desk.coding()?.keys ?? null);
  protected readonly start = field('');
  protected readonly doNot = field('');
  protected readonly form = factForm(
    'coding-entries',
    { start: this.start, doNot: this.doNot },
    {
      draft: () => `keys ${this.desk.coding()?.id ?? ''}`,
      read: (): FactData<'coding-entries'> | Trouble => {
        const [start, doNotStart] = [numberOrNull(this.start()), numberOrNull(this.doNot()) ?? 0];
        if (start === null || !Number.isInteger(start))
          return trouble(this.start, 'Try each key, and count those that start it.');
        if (!Number.isInteger(doNotStart)) return trouble(this.doNot, 'A whole number.');
        return { codingId: this.desk.coding()!.id, entry: { what: 'keys', start, doNotStart } };
      },
    },
  );
}
