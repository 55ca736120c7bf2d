/** Something that comes off although the map does not have it. */
import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { nextBag } from '@dormant-beacon/core/stages';
import { Entry, factForm, field, numberOrNull, TextField, trouble, type Trouble } from '../entry';
import { StripDesk } from './strip-desk';

@Component({
  selector: 'db-own-step',
  imports: [Entry, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form" label="Something that the map does not have">
      <db-text label="What comes off" example="such as the bracket of a tow bar" [field]="label" />
      <db-text label="Where" example="such as left rear corner" [most]="80" [field]="zone" />
      <div class="pair">
        <db-text label="Held by" example="such as bolt 13" [most]="80" [field]="kind" />
        <db-text label="How many" keys="numeric" [field]="count" />
      </div>
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-stroked-button type="submit">It is off</button>
    </db-entry>
  `,
  styles: `
    .pair {
      display: grid;
      grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
      gap: 12px;
    }
    button {
      justify-self: start;
    }
  `,
})
export class OwnStep {
  private readonly desk = inject(StripDesk);
  readonly entered = output();
  protected readonly label = field('');
  protected readonly zone = field('');
  protected readonly kind = field('');
  protected readonly count = field('');
  protected readonly form = factForm(
    'ledger-entries',
    { label: this.label, zone: this.zone, kind: this.kind, count: this.count },
    {
      draft: () => `own step ${this.desk.strip()?.id ?? ''}`,
      read: () => this.read(),
      then: () => this.entered.emit(),
    },
  );

  private read(): FactData<'ledger-entries'> | Trouble {
    if (this.label().trim() === '') return trouble(this.label, 'Say what comes off.');
    if (this.zone().trim() === '')
      return trouble(this.zone, 'Say where: it decides the bag, and what is guarded.');
    const count = numberOrNull(this.count());
    if (this.kind().trim() !== '' && (count === null || !Number.isInteger(count) || count < 1))
      return trouble(this.count, 'How many of them?');
    const strip = this.desk.strip()!;
    const zone = this.zone().trim();
    return {
      planId: strip.id,
      step: `own-${strip.entries.length + 1}`,
      as: 'off',
      own: { label: this.label().trim(), zone },
      bag: this.kind().trim() === '' ? null : nextBag(strip, zone),
      counts: this.kind().trim() === '' ? [] : [{ kind: this.kind().trim(), count: count! }],
    };
  }
}
