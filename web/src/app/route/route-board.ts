/** The routes of a unit side by side: money against days with their spread, one to be looked at. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatRadioModule } from '@angular/material/radio';
import { percent } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { RangeChart, type Span } from '../chart';
import { FiguresPipe } from '../figures';
import { Money } from '../money';
import { shopFeature } from '../session';
import { tickDay } from '../time';
import { dayAfter, daysUntil } from './ready-by';
import { RouteView } from './route-view';

@Component({
  selector: 'db-route-board',
  imports: [FiguresPipe, MatProgressBarModule, MatRadioModule, RangeChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './route-board.html',
  styleUrl: './route-board.scss',
})
export class RouteBoard {
  protected readonly view = inject(RouteView);
  private readonly money = inject(Money);
  private readonly settings = inject(Store).selectSignal(shopFeature.selectSettings);
  protected readonly drawn = this.view.drawn;

  protected readonly spans = computed((): readonly Span[] =>
    this.view.unit().open.flatMap(({ route, cents }) => {
      const spread = this.drawn.spreads().find(({ id }) => id === route.id);
      if (!spread) return [];
      return [
        {
          name: [`${route.label}  ${this.money.round(cents)}`, `${percent(route.succeeds)} works`],
          low: spread.days.p10,
          middle: spread.days.p50,
          high: spread.days.p90,
          chosen: route.id === this.view.seen(),
        },
      ];
    }),
  );
  protected readonly spoken = computed(() =>
    this.spans()
      .map(({ name, low, high }) => `${name.join(', ')}: ${this.dayOf(low)} to ${this.dayOf(high)}`)
      .join('; '),
  );
  protected readonly mark = computed(() => {
    const { readyBy } = this.view.unit().plan;
    return readyBy == null ? null : { at: daysUntil(readyBy, this.settings().calendar), says: 'to be ready' };
  });
  protected readonly tick = (days: number): string =>
    days === 0 ? 'today' : Number.isInteger(days) ? this.dayOf(days) : '';

  /** The weekday and the day alone: which month it is stands in the list. */
  private dayOf(days: number): string {
    const { calendar } = this.settings();
    return tickDay(dayAfter(days, calendar));
  }
}
