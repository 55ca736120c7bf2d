/** Which way each unit is put right: routes in money and days, the choice, the customer's word, orders and repairs. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { jobFeature } from '../job';
import { More } from '../more';
import { UnitDesk, UnitTabs } from '../unit';
import { Approvals } from './approvals';
import { CoverageLines } from './coverage-lines';
import { CoveragePanel } from './coverage-panel';
import { JobTotal } from './job-total';
import { PairPanel } from './pair-panel';
import { PlanForm } from './plan-form';
import { QuotePanel } from './quote-panel';
import { RouteBoard } from './route-board';
import { RouteChoice } from './route-choice';
import { RouteSpreads } from './route-spreads';
import { RouteView } from './route-view';
import { UnitForm } from './unit-form';
import { UnitStepPanel } from './unit-step';

@Component({
  selector: 'db-route',
  imports: [
    Approvals,
    CoverageLines,
    CoveragePanel,
    JobTotal,
    More,
    PairPanel,
    PlanForm,
    QuotePanel,
    RouteBoard,
    RouteChoice,
    UnitForm,
    UnitStepPanel,
    UnitTabs,
  ],
  providers: [RouteSpreads, RouteView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './route.html',
  styleUrl: './route.scss',
})
export class RoutePage {
  protected readonly desk = inject(UnitDesk);
  private readonly store = inject(Store);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  protected readonly adding = signal(false);
  protected readonly pairs = computed(() => this.desk.unit()?.plan.sort === 'lamp-unit');

  protected entered(id: string | null): void {
    this.adding.set(false);
    this.desk.choose(id);
  }
}
