/** Which warranties cover the car today, and by how many days or how far the others are missed. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { standing } from '@dormant-beacon/core/record';
import { type Coverage, coverageOf } from '@dormant-beacon/core/route';
import { showDistance } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { jobFeature } from '../job';
import { shopFeature } from '../session';
import { sayDay } from '../time';
import { today } from './ready-by';

@Component({
  selector: 'db-coverage-lines',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (line of lines(); track line.name) {
      <p [class.good]="line.covered">
        <strong>{{ line.name }}</strong> {{ line.says }}
      </p>
    } @empty {
      <p class="quiet">No warranty or campaign is entered. Ask before anything is paid for.</p>
    }
  `,
  styles: `
    .good strong {
      color: var(--calm);
    }
  `,
})
export class CoverageLines {
  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  protected readonly lines = computed(() => {
    const kept = standing(this.record()?.coverages ?? []).at(-1);
    if (!kept) return [];
    return coverageOf({
      inService: kept.inService,
      on: today(this.settings().timeZone),
      odometer: this.record()!.vehicle.odometerKm ?? 0,
      covers: kept.covers,
    }).covers.map((own) => ({ ...own, says: this.says(own) }));
  });

  private says({ covered, until, daysOver, distanceOver }: Coverage): string {
    if (covered) return `covers the car until ${sayDay(until)}. Ask for it before anything is bought.`;
    const days = daysOver === 1 ? 'a day ago' : `${daysOver} days ago`;
    return `${[
      ...(daysOver > 0 ? [`ran out on ${sayDay(until)}, ${days}`] : []),
      ...(distanceOver > 0 ? [`ended ${showDistance(distanceOver, this.settings().distanceUnit)} ago`] : []),
    ].join('; ')}.`;
  }
}
