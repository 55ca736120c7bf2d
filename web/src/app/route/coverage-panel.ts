/** What may still cover the car, and by how many days or how far it is missed. Looked at before anything is paid for. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { standing } from '@dormant-beacon/core/record';
import { kilometresOf } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { DateField } from '../dates';
import { Entry, factForm, field, fieldFrom, numberOrNull, TextField, trouble, type Trouble } from '../entry';
import { jobFeature } from '../job';
import { shopFeature } from '../session';
import { CoverageLines } from './coverage-lines';

@Component({
  selector: 'db-coverage-panel',
  imports: [CoverageLines, DateField, Entry, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-coverage-lines />
    <db-entry [form]="form" label="A warranty or campaign">
      <db-date label="In service since" [field]="inService" />
      <db-text label="Warranty or campaign" example="such as lamp units, extended" [field]="name" />
      <div class="pair">
        <db-text label="Months" keys="numeric" [field]="months" />
        <db-text [label]="'Up to, ' + unit() + '; empty for any'" keys="numeric" [field]="distance" />
      </div>
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-stroked-button type="submit">Add it</button>
    </db-entry>
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .pair {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(140px, 1fr));
      gap: 12px;
    }
    button {
      justify-self: start;
    }
  `,
})
export class CoveragePanel {
  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  private readonly kept = computed(() => standing(this.record()?.coverages ?? []).at(-1) ?? null);
  protected readonly unit = computed(() => this.settings().distanceUnit);
  protected readonly inService = fieldFrom(() => this.kept()?.inService ?? '');
  protected readonly name = field('');
  protected readonly months = field('');
  protected readonly distance = field('');
  protected readonly form = factForm(
    'coverages',
    { inService: this.inService, name: this.name, months: this.months, distance: this.distance },
    {
      draft: () => `coverage ${this.record()?.id ?? ''}`,
      corrects: () => this.kept()?.id ?? null,
      read: (): FactData<'coverages'> | Trouble => {
        const [months, distance] = [numberOrNull(this.months()), numberOrNull(this.distance())];
        if (this.inService() === '') return trouble(this.inService, 'Say when the car was put into service.');
        if (this.name().trim() === '') return trouble(this.name, 'Name the warranty or campaign.');
        if (months === null || !Number.isInteger(months) || months < 0)
          return trouble(this.months, 'Type for how many months it runs.');
        if (Number.isNaN(distance))
          return trouble(this.distance, 'Type the distance as a number, or nothing.');
        return {
          inService: this.inService(),
          covers: [
            ...(this.kept()?.covers ?? []),
            {
              name: this.name().trim(),
              months,
              distance: distance === null ? null : Math.round(kilometresOf(distance, this.unit())),
            },
          ],
        };
      },
    },
  );
}
