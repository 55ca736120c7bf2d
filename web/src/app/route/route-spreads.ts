/** The spread of each open route of a unit, drawn in a worker that ends with its page; one drawing at a time. */
import { DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { RouteSpread } from '@dormant-beacon/core/route';
import type { UnitRoutes } from '@dormant-beacon/core/stages';
import { Store } from '@ngrx/store';
import type { Subscription } from 'rxjs';
import type { RoutesRequest } from '../../workers/routes.worker';
import { byContent } from '../entry';
import { shopFeature } from '../session';
import { UnitDesk } from '../unit';
import { WorkerDesk } from '../worker';
import { daysUntil } from './ready-by';

/** The same plan gives the same picture. */
const seed = 20;

@Injectable()
export class RouteSpreads {
  private readonly desk = inject(UnitDesk);
  private readonly settings = inject(Store).selectSignal(shopFeature.selectSettings);
  private readonly worker = new WorkerDesk<RoutesRequest, readonly RouteSpread[]>(
    () => new Worker(new URL('../../workers/routes.worker', import.meta.url), { type: 'module' }),
  );
  private asked: Subscription | null = null;
  readonly spreads = signal<readonly RouteSpread[]>([]);
  /** How far the drawing is, from 0 to 1; null while it rests. */
  readonly share = signal<number | null>(null);
  readonly problem = signal<string | null>(null);

  private readonly request = byContent(() => {
    const unit = this.desk.unit();
    return unit === null || unit.open.length === 0 ? null : this.requestOf(unit);
  });

  constructor() {
    effect(() => {
      const request = this.request();
      untracked(() => this.draw(request));
    });
    inject(DestroyRef).onDestroy(() => {
      this.asked?.unsubscribe();
      this.worker.end();
    });
  }

  private requestOf({ plan, failed, forbidden }: UnitRoutes): RoutesRequest {
    const { hourlyRateCents, calendar } = this.settings();
    const { unit, sort, routes, readyBy, downtimeCentsPerDay } = plan;
    return {
      plan: {
        unit,
        sort,
        routes,
        readyBy: readyBy ?? null,
        downtimeCentsPerDay,
      },
      options: {
        hourlyRateCents,
        failed,
        forbidden: forbidden.map(({ id }) => id),
        readyWithinDays: readyBy == null ? null : daysUntil(readyBy, calendar),
        seed,
      },
    };
  }

  private draw(request: RoutesRequest | null): void {
    this.asked?.unsubscribe();
    this.problem.set(null);
    if (request === null) {
      this.spreads.set([]);
      return;
    }
    this.share.set(0);
    this.asked = this.worker.ask(request).subscribe({
      next: (step) => {
        if ('share' in step) return this.share.set(step.share);
        this.spreads.set(step.answer);
        this.share.set(null);
      },
      error: (problem: Error) => {
        this.share.set(null);
        this.problem.set(problem.message);
      },
    });
  }
}
