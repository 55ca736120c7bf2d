/** How far the plan looks: two steps ahead, two faults at once. */
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { JobEvents, jobFeature, type PlanOptions, usualPlan } from '../job';
import { Tick } from '../entry';

@Component({
  selector: 'db-plan-depth',
  imports: [Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="options">
      @if (options().twoSteps || !followed()) {
        <db-tick [value]="options().twoSteps" (valueChange)="choose('twoSteps')"
          >Look two steps ahead</db-tick
        >
      }
      <db-tick [value]="options().pairs" (valueChange)="choose('pairs')">Weigh two faults at once</db-tick>
    </div>
  `,
  styles: `
    .options {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 20px;
    }
    .options label {
      display: inline-flex;
      align-items: center;
      gap: 8px;
      min-height: 40px;
      font-size: 15px;
      cursor: pointer;
    }
    .options input {
      width: 20px;
      height: 20px;
      accent-color: var(--ember);
    }
  `,
})
export class PlanDepth {
  readonly traceId = input.required<string>();
  /** Its front-runners are followed to the end already: two steps would be less. */
  readonly followed = input(false);

  private readonly store = inject(Store);
  private readonly chosen = this.store.selectSignal(jobFeature.selectPlanOptions);
  protected readonly options = computed((): PlanOptions => this.chosen()[this.traceId()] ?? usualPlan);

  protected choose(option: keyof PlanOptions): void {
    const options = { ...this.options(), [option]: !this.options()[option] };
    this.store.dispatch(JobEvents.planOptionsChosen({ traceId: this.traceId(), options }));
  }
}
