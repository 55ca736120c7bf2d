/** One answer at take-in that spares the call about a fuse: up to how much small parts may cost. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { standing } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import { centsOrNull, Entry, factForm, field, TextField, trouble, type Trouble } from '../entry';
import { jobFeature, Waits } from '../job';
import { Money } from '../money';

@Component({
  selector: 'db-small-parts',
  imports: [Entry, MatButtonModule, TextField, Waits],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Small parts</h2>
    @if (agreed(); as own) {
      <p>
        {{ own.by }} agreed to fuses, bulbs and clips up to {{ money.say(own.ceilingCents!) }} each.
        <db-waits [entry]="own.id" />
      </p>
    } @else {
      <db-entry [form]="form" label="A limit for small parts">
        <db-text
          [label]="'A fuse, bulb or clip without a call, up to, ' + money.currency"
          keys="decimal"
          [mono]="true"
          [field]="ceiling"
        />
        @if (form.problem()) {
          <p class="problem" role="alert">{{ form.problem() }}</p>
        }
        <button mat-stroked-button type="submit">The customer agrees</button>
      </db-entry>
    }
  `,
  styles: `
    db-entry {
      display: grid;
      gap: 10px;
    }
    button {
      justify-self: start;
    }
  `,
})
export class SmallParts {
  protected readonly money = inject(Money);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  protected readonly agreed = computed(
    () =>
      standing(this.record()?.approvals ?? []).findLast(
        ({ smallParts, answer, ceilingCents }) =>
          smallParts === true && answer === 'yes' && ceilingCents != null,
      ) ?? null,
  );
  protected readonly ceiling = field('');
  protected readonly form = factForm(
    'approvals',
    { ceiling: this.ceiling },
    {
      draft: () => `small parts ${this.record()?.id ?? ''}`,
      read: (): FactData<'approvals'> | Trouble => {
        const ceilingCents = centsOrNull(this.ceiling());
        if (ceilingCents === null || !(ceilingCents > 0))
          return trouble(this.ceiling, 'The limit is an amount such as 30 or 29.50.');
        const by = this.record()?.head.customer;
        if (!by) return trouble(this.ceiling, 'Enter the customer’s name first, under the car.');
        return {
          item: 'fuses, bulbs and clips',
          answer: 'yes',
          ceilingCents,
          origin: 'any',
          how: 'here',
          by,
          smallParts: true,
        };
      },
    },
  );
}
