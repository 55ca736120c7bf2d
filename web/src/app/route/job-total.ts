/** All units of the job together: money, date, and whether the car is worth it. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { inventoryOf } from '@dormant-beacon/core/record';
import { asRoute, centsOfShare, chanceReady, jobSum } from '@dormant-beacon/core/route';
import { percent } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { jobFeature } from '../job';
import { Money } from '../money';
import { shopFeature } from '../session';
import { UnitDesk } from '../unit';
import { daysUntil } from './ready-by';

@Component({
  selector: 'db-job-total',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (sum(); as all) {
      <p>
        <strong
          >{{ count() === 1 ? 'This unit' : 'All ' + count() + ' units' }}:
          {{ money.round(all.expectedCents) }}</strong
        >
        to the end, {{ money.round(all.p90Cents) }} at most in nine of ten{{
          all.readyInTime === null ? '' : ', ready in time in ' + percent(all.readyInTime)
        }}{{ all.ofValue === null ? '' : '; ' + percent(all.ofValue) + ' of what the car is worth' }}.
      </p>
      @if (all.totalLoss) {
        <p class="problem">
          That is above the share of the car’s value at which it counts as a total loss. Speak with the
          insurer before anything is ordered.
        </p>
      }
    }
  `,
})
export class JobTotal {
  private readonly desk = inject(UnitDesk);
  private readonly store = inject(Store);
  protected readonly money = inject(Money);
  protected readonly percent = percent;
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  protected readonly count = computed(() => this.desk.units().length);
  /** The chosen route of each unit; where none is chosen yet, the cheapest. */
  protected readonly sum = computed(() => {
    const record = this.record();
    const units = this.desk.units().filter(({ open }) => open.length > 0);
    const value = record ? (inventoryOf(record)?.vehicleValueCents ?? null) : null;
    if (units.length < 2 && value === null) return null;
    const { hourlyRateCents, calendar, totalLossAt } = this.settings();
    return jobSum(
      units.map(({ open, chosen, plan }) => {
        const own = open.find(({ route }) => route.id === chosen?.id) ?? open[0]!;
        const days = plan.readyBy == null ? null : daysUntil(plan.readyBy, calendar);
        const route = asRoute(own, plan, hourlyRateCents);
        return {
          expectedCents: own.cents,
          p90Cents: centsOfShare(route, 0.9),
          expectedDays: own.days,
          readyInTime: days === null ? null : chanceReady(route, days),
        };
      }),
      value === null ? null : { vehicleValueCents: value, totalLossAt },
    );
  });
}
