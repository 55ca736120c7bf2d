/** Modules that do not answer at the end: each gets its end. Those that were only not read are read again. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { moduleRows } from '@dormant-beacon/core/stages/clear';
import { Store } from '@ngrx/store';
import { Entry, factForm, field, TextField, trouble, Trouble } from '../entry';
import { jobFeature, Waits } from '../job';
import { Money } from '../money';
import { readToldPrice } from './told-price';

@Component({
  selector: 'db-silent-modules',
  imports: [Entry, MatButtonModule, TextField, Waits],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (unread().length > 0) {
      <p class="quiet">Not read: {{ unread().join(', ') }}. Read again.</p>
    }
    @if (silent().length > 0) {
      <h2>Silent at the end</h2>
      <ul>
        @for (row of silent(); track row.module) {
          <li>
            <strong>{{ row.module }}</strong>
            @if (row.end; as end) {
              <span>{{ end.note }}{{ costs(end.priceCents) }} <db-waits [entry]="end.id" /></span>
            } @else if (chosen() === row.module) {
              <db-entry [form]="form" [label]="'Why ' + row.module + ' stays silent'">
                <db-text
                  label="Why it stays silent"
                  example="such as water in it, customer told"
                  [most]="200"
                  [field]="note"
                />
                <db-text
                  [label]="'Told what it costs, ' + money.currency"
                  keys="decimal"
                  [mono]="true"
                  [field]="price"
                />
                @if (form.problem()) {
                  <p class="problem" role="alert">{{ form.problem() }}</p>
                }
                <button mat-flat-button type="submit">It stays silent</button>
              </db-entry>
            } @else {
              <span class="ember">does not answer</span>
              <button
                mat-button
                type="button"
                [attr.aria-label]="'It stays silent …, ' + row.module"
                (click)="chosen.set(row.module)"
              >
                It stays silent …
              </button>
            }
          </li>
        }
      </ul>
    }
  `,
  styles: `
    h2,
    p {
      margin: 0 0 8px;
    }
    ul {
      display: grid;
      gap: 8px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 14px;
      align-items: center;
      min-height: 48px;
    }
    .ember {
      color: var(--ember);
      font-weight: 650;
    }
    db-entry {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: end;
    }
  `,
})
export class SilentModules {
  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  protected readonly money = inject(Money);
  private readonly rows = computed(() => {
    const [record, final] = [this.record(), this.assessment()?.final];
    return record && final ? moduleRows(record, final) : [];
  });
  protected readonly silent = computed(() => this.rows().filter(({ after }) => after.kind === 'silent'));
  protected readonly unread = computed(() =>
    this.rows()
      .filter(({ asks }) => asks === 'read')
      .map(({ module }) => module),
  );
  protected readonly costs = (cents: number | null | undefined): string =>
    cents == null ? '' : `, costs about ${this.money.say(cents)}`;
  protected readonly chosen = field('');
  protected readonly note = field('');
  protected readonly price = field('');
  protected readonly form = factForm(
    'module-ends',
    { chosen: this.chosen, note: this.note, price: this.price },
    { draft: () => `module end ${this.record()?.id ?? ''}`, read: () => this.read() },
  );

  private read(): FactData<'module-ends'> | Trouble {
    const note = this.note().trim();
    if (note === '') return trouble(this.note, 'Say why it stays silent.');
    const priceCents = readToldPrice(this.price);
    if (priceCents instanceof Trouble) return priceCents;
    return {
      module: this.chosen(),
      end: 'out-of-scope',
      note,
      ...(priceCents === null ? {} : { priceCents }),
    };
  }
}
