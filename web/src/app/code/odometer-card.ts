/** The distance in every store: car and donor, before and after, what it may be and why. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { readDistance, showDistance, showDistanceRange } from '@dormant-beacon/core/units';
import { type Choice, Entry, factForm, field, Pick, TextField, trouble, type Trouble } from '../entry';
import { Caution } from '../frame';
import { More } from '../more';
import { CodeDesk } from './code-desk';

@Component({
  selector: 'db-odometer-card',
  imports: [Caution, Entry, MatButtonModule, More, Pick, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (card(); as card) {
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">Store</th>
            <th scope="col">Car before</th>
            <th scope="col">Donor</th>
            <th scope="col">Car after</th>
          </tr>
        </thead>
        <tbody>
          @for (row of card.stores; track row.store) {
            <tr>
              <th scope="row">{{ row.store }}</th>
              <td class="mono">{{ km(row.before) }}</td>
              <td class="mono">{{ km(row.donor) }}</td>
              <td class="mono" [class.wrong]="row.verdict === 'below' || row.verdict === 'above'">
                {{ km(row.after) }}{{ words[row.verdict] }}
              </td>
            </tr>
          }
        </tbody>
      </table>
      <p>{{ allowed() }}</p>
      @if (card.disagree) {
        <p class="problem">
          The stores of this car did not agree before anything was done: a mark may be lit. Find out which is
          right before one of them is written.
        </p>
      }
      @if (card.mayRise) {
        <db-caution
          >The donor shows more than this car has driven. Powered in the car as it is, its distance may spread
          to the other stores: write it before it is plugged in.</db-caution
        >
      }
      <db-more label="Enter a distance" [open]="asked()">
        <db-entry [form]="form" label="A distance">
          <div class="grid">
            <db-pick label="Where" [choices]="stores()" [field]="store" />
            <db-pick label="Which" [choices]="moments" [field]="which" />
            <db-text label="Shown, km" keys="numeric" [mono]="true" [field]="shown" />
          </div>
          @if (form.problem()) {
            <p class="problem" role="alert">{{ form.problem() }}</p>
          }
          <button mat-stroked-button type="submit">Enter the distance</button>
        </db-entry>
        <db-entry [form]="driving" label="Driven in this job">
          <db-text label="Driven since it came in, km" keys="numeric" [mono]="true" [field]="driven" />
          @if (driving.problem()) {
            <p class="problem" role="alert">{{ driving.problem() }}</p>
          }
          <button mat-stroked-button type="submit">Enter what was driven</button>
        </db-entry>
      </db-more>
    }
  `,
  styles: `
    :host,
    .grid {
      display: grid;
      gap: 12px;
    }
    .grid {
      grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
    }
    .wrong {
      color: var(--red);
    }
    db-entry + db-entry {
      margin-top: 18px;
    }
    button {
      justify-self: start;
    }
  `,
})
export class OdometerCardView {
  private readonly desk = inject(CodeDesk);
  protected readonly card = computed(() => this.desk.coding()?.odometer ?? null);
  /** A store that has to be read now. */
  protected readonly asked = computed(() => {
    const coding = this.desk.coding();
    const stores = this.card()?.stores ?? [];
    return coding?.fitted === true
      ? coding.phase === 'do' && coding.next === null
      : stores.some(({ before }) => before === null);
  });
  protected readonly words = { open: '', agrees: '', below: ', too low', above: ', not explained' } as const;
  protected readonly moments: readonly Choice[] = [
    { value: 'car before', label: 'this car, before' },
    { value: 'donor before', label: 'the donor' },
    { value: 'car after', label: 'this car, after' },
  ];
  protected readonly stores = computed((): readonly Choice[] =>
    (this.card()?.stores ?? []).map(({ store }) => ({ value: store, label: store })),
  );
  protected readonly allowed = computed(() => {
    const { least, most } = this.card() ?? { least: null, most: null };
    if (least === null || most === null)
      return 'Read at least one store of this car first: nothing says yet how far it has gone.';
    return `It may show ${showDistanceRange(least, most, 'km')} afterwards: the highest that this car’s own stores and papers show${most > least ? `, and ${showDistance(most - least, 'km')} driven in this job` : ''}.`;
  });
  protected readonly store = field('');
  protected readonly which = field('car before');
  protected readonly shown = field('');
  protected readonly driven = field('');
  protected readonly form = factForm(
    'coding-entries',
    { store: this.store, which: this.which, shown: this.shown },
    { draft: () => `distance ${this.desk.coding()?.id ?? ''}`, read: () => this.read() },
  );
  protected readonly driving = factForm(
    'coding-entries',
    { driven: this.driven },
    {
      draft: () => `driven ${this.desk.coding()?.id ?? ''}`,
      read: (): FactData<'coding-entries'> | Trouble => {
        const km = readDistance(this.driven());
        return km === null
          ? trouble(this.driven, 'Whole kilometres, please.')
          : { codingId: this.desk.coding()!.id, entry: { what: 'driven', km } };
      },
    },
  );

  protected km(distance: number | null): string {
    return distance === null ? 'not read' : showDistance(distance, 'km');
  }

  private read(): FactData<'coding-entries'> | Trouble {
    const km = readDistance(this.shown());
    const [of, moment] = this.which().split(' ') as ['car' | 'donor', 'before' | 'after'];
    if (this.store() === '') return trouble(this.store, 'Say where it is shown.');
    if (km === null) return trouble(this.shown, 'Whole kilometres, please.');
    return {
      codingId: this.desk.coding()!.id,
      entry: { what: 'odometer', store: this.store(), of, moment, km },
    };
  }
}
