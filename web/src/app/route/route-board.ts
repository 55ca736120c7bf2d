/** The routes of a unit side by side: money against days with their spread, and what speaks for and against each. */
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatRadioModule } from '@angular/material/radio';
import type { FactData } from '@dormant-beacon/contract';
import {
  asRoute,
  breakEven,
  compareRoutes,
  type Followed,
  type PlannedRoute,
} from '@dormant-beacon/core/route';
import { recommendRoute, routeAgainst } from '@dormant-beacon/core/stages';
import { percent } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { RangeChart, type Span } from '../chart';
import { Entry, factForm, field, TextField, trouble, type Trouble } from '../entry';
import { Money, shopFeature } from '../session';
import { sayDate } from '../time';
import { UnitDesk } from '../unit';
import { dayAfter, daysUntil, shortDay } from './ready-by';
import { RouteSpreads } from './route-spreads';

@Component({
  selector: 'db-route-board',
  imports: [Entry, MatButtonModule, MatProgressBarModule, MatRadioModule, RangeChart, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './route-board.html',
  styleUrl: './route-board.scss',
})
export class RouteBoard {
  private readonly desk = inject(UnitDesk);
  protected readonly drawn = inject(RouteSpreads);
  protected readonly money = inject(Money);
  private readonly settings = inject(Store).selectSignal(shopFeature.selectSettings);
  protected readonly unit = computed(() => this.desk.unit()!);
  protected readonly percent = percent;

  protected readonly recommended = computed(() =>
    recommendRoute(this.unit().open, this.drawn.spreads(), this.money.round),
  );
  /** The route that is looked at: the chosen one, else the recommended one. */
  protected readonly seen = linkedSignal(() => this.unit().chosen?.id ?? this.recommended()?.id ?? '');

  private readonly figures = computed(() => {
    const { open, plan } = this.unit();
    const rate = this.settings().hourlyRateCents;
    const routes = open.map((own) => {
      const { next: _, ...route } = asRoute(own, plan, rate);
      return route;
    });
    return new Map(compareRoutes({ routes }).routes.map((own) => [own.id, own]));
  });

  protected readonly rows = computed(() => {
    const { open, plan, failed, forbidden, chosen } = this.unit();
    const row = (route: PlannedRoute, own: Followed | null, shut: string | null) => {
      const spread = this.drawn.spreads().find(({ id }) => id === route.id);
      const figures = this.figures().get(route.id);
      return {
        route,
        shut,
        chosen: route.id === chosen?.id,
        needless: (figures?.dominatedBy.length ?? 0) > 0,
        cents: own ? this.money.round(own.cents) : null,
        works: percent(route.succeeds),
        ready: spread?.readyInTime == null ? null : percent(spread.readyInTime),
        by: spread ? this.dayOf(spread.days.p90) : null,
      };
    };
    return [
      ...open.map((own) => row(own.route, own, null)),
      ...plan.routes
        .filter(({ id }) => !open.some(({ route }) => route.id === id))
        .map((route) =>
          row(
            route,
            null,
            forbidden.find(({ id }) => id === route.id)?.why ??
              (failed.includes(route.id) ? 'tried, and failed' : 'closed by a failed try'),
          ),
        ),
    ];
  });

  protected readonly spans = computed((): readonly Span[] =>
    this.unit().open.flatMap(({ route, cents }) => {
      const spread = this.drawn.spreads().find(({ id }) => id === route.id);
      if (!spread) return [];
      return [
        {
          name: [`${route.label}  ${this.money.round(cents)}`, `${percent(route.succeeds)} works`],
          low: spread.days.p10,
          middle: spread.days.p50,
          high: spread.days.p90,
          chosen: route.id === this.seen(),
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
    const { readyBy } = this.unit().plan;
    return readyBy == null ? null : { at: daysUntil(readyBy, this.settings().calendar), says: 'promised' };
  });
  protected readonly tick = (days: number): string =>
    days === 0 ? 'today' : Number.isInteger(days) ? this.dayOf(days) : '';
  protected readonly readyBy = computed(() => {
    const { readyBy } = this.unit().plan;
    return readyBy == null ? null : sayDate(readyBy);
  });

  protected readonly reasons = computed((): readonly string[] => {
    const recommended = this.recommended();
    const { open, plan } = this.unit();
    if (!recommended) return [];
    if (this.seen() === recommended.id) return recommended.reasons.map(({ says }) => says);
    const [own, best] = [this.seen(), recommended.id].map((id) => open.find(({ route }) => route.id === id));
    if (!own || !best) return [];
    const dominatedBy = (this.figures().get(own.route.id)?.dominatedBy ?? []).map(
      (id) => plan.routes.find((route) => route.id === id)!.label,
    );
    const evenAt = breakEven(own, best, plan, this.settings().hourlyRateCents);
    return routeAgainst(own, best, { dominatedBy, evenAt }, this.money.round).map(({ says }) => says);
  });
  protected readonly shut = computed(
    () => this.rows().find(({ route }) => route.id === this.seen())?.shut ?? null,
  );
  protected readonly label = computed(
    () => this.unit().plan.routes.find(({ id }) => id === this.seen())?.label ?? '',
  );
  protected readonly differs = computed(
    () => this.recommended() !== null && this.seen() !== this.recommended()!.id,
  );

  protected readonly reason = field('');
  protected readonly choose = factForm(
    'route-choices',
    { reason: this.reason },
    {
      draft: () => `route choice ${this.unit().id}`,
      read: (): FactData<'route-choices'> | Trouble =>
        this.differs() && this.reason().trim().length < 8
          ? trouble(this.reason, 'Say in a few words why this one is taken.')
          : {
              planId: this.unit().id,
              routeId: this.seen(),
              recommended: this.recommended()?.id ?? null,
              reason: this.differs() ? this.reason().trim() : null,
            },
    },
  );

  private dayOf(days: number): string {
    const { calendar, locale } = this.settings();
    return shortDay(dayAfter(days, calendar), locale);
  }
}
