/** The routes of the unit that is worked on as the page looks at them: which one is recommended, seen, and why. */
import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import type { RouteCountRows } from '@dormant-beacon/contract';
import {
  asRoute,
  breakEven,
  compareRoutes,
  type Followed,
  type PlannedRoute,
} from '@dormant-beacon/core/route';
import { recommendRoute, routeAgainst } from '@dormant-beacon/core/stages/routes';
import { percent } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { LibraryDesk } from '../knowledge';
import { Money } from '../money';
import { shopFeature } from '../session';
import { UnitDesk } from '../unit';
import { sayWeekday } from '../time';
import { dayAfter } from './ready-by';
import { RouteSpreads } from './route-spreads';

@Injectable()
export class RouteView {
  private readonly desk = inject(UnitDesk);
  readonly drawn = inject(RouteSpreads);
  private readonly money = inject(Money);
  private readonly settings = inject(Store).selectSignal(shopFeature.selectSettings);
  readonly unit = computed(() => this.desk.unit()!);

  /** What came of each kind of route in this shop; without the server, none is shown. */
  private readonly counts = signal<RouteCountRows>([]);

  constructor() {
    inject(LibraryDesk)
      .routeCounts()
      .then(
        (counts) => this.counts.set(counts),
        () => undefined,
      );
  }

  readonly recommended = computed(() =>
    recommendRoute(this.unit().open, this.drawn.spreads(), this.money.round),
  );
  /** The route that is looked at: the chosen one, else the recommended one. */
  readonly seen = linkedSignal(() => this.unit().chosen?.id ?? this.recommended()?.id ?? '');

  private readonly figures = computed(() => {
    const { open, plan } = this.unit();
    const rate = this.settings().hourlyRateCents;
    const routes = open.map((own) => {
      const { next: _, ...route } = asRoute(own, plan, rate);
      return route;
    });
    return new Map(compareRoutes({ routes }).routes.map((own) => [own.id, own]));
  });

  readonly rows = computed(() => {
    const { open, plan, failed, forbidden, chosen } = this.unit();
    const row = (route: PlannedRoute, own: Followed | null, shut: string | null) => {
      const spread = this.drawn.spreads().find(({ id }) => id === route.id);
      return {
        route,
        shut,
        chosen: route.id === chosen?.id,
        recommended: route.id === this.recommended()?.id,
        here: this.hereOf(route),
        cents: own ? this.money.round(own.cents) : null,
        ready: spread?.readyInTime == null ? null : percent(spread.readyInTime),
        by: spread ? this.dayOf(spread.days.p90) : null,
      };
    };
    const why = ({ id }: PlannedRoute): string =>
      forbidden.find((own) => own.id === id)?.why ??
      (failed.includes(id) ? 'tried, and failed' : 'closed by a failed try');
    return [
      ...open.map((own) => row(own.route, own, null)),
      ...plan.routes
        .filter(({ id }) => !open.some(({ route }) => route.id === id))
        .map((route) => row(route, null, why(route))),
    ];
  });

  /** Outcomes of this shop, such as “3 of 4 here”. */
  private hereOf({ kind }: PlannedRoute): string | null {
    const { sort } = this.unit().plan;
    const seen = this.counts().find((own) => own.sort === sort && own.kind === kind);
    return seen ? `${seen.succeeded} of ${seen.succeeded + seen.failed} here` : null;
  }

  /** Whether the route that is looked at is open. */
  readonly open = computed(() => this.unit().open.some(({ route }) => route.id === this.seen()));
  readonly label = computed(() => this.unit().plan.routes.find(({ id }) => id === this.seen())?.label ?? '');
  readonly differs = computed(() => this.recommended() !== null && this.seen() !== this.recommended()!.id);

  /** What speaks for the recommended route, or against another one. */
  readonly reasons = computed((): readonly string[] => {
    const recommended = this.recommended();
    const { open, plan } = this.unit();
    if (!recommended) return [];
    if (!this.differs()) return recommended.reasons.map(({ says }) => says);
    const [own, best] = [this.seen(), recommended.id].map((id) => open.find(({ route }) => route.id === id));
    if (!own || !best) return [];
    const dominatedBy = (this.figures().get(own.route.id)?.dominatedBy ?? []).map(
      (id) => plan.routes.find((route) => route.id === id)!.label,
    );
    const evenAt = breakEven(own, best, plan, this.settings().hourlyRateCents);
    return routeAgainst(own, best, { dominatedBy, evenAt }, this.money.round).map(({ says }) => says);
  });

  private dayOf(days: number): string {
    const { calendar } = this.settings();
    return sayWeekday(dayAfter(days, calendar));
  }
}
