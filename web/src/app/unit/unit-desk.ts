/** The unit that is worked on: chosen once, for the route page and the match page alike. */
import { computed, inject, Injectable, signal } from '@angular/core';
import { type UnitRoutes, type UnitStep } from '@dormant-beacon/core/stages';
import { Store } from '@ngrx/store';
import { jobFeature } from '../job';

@Injectable({ providedIn: 'root' })
export class UnitDesk {
  private readonly assessment = inject(Store).selectSignal(jobFeature.selectAssessment);
  private readonly chosen = signal<string | null>(null);
  readonly units = computed<readonly UnitRoutes[]>(() => this.assessment()?.units ?? []);
  /** The one that was chosen; until then the first that asks for something. */
  readonly unit = computed<UnitRoutes | null>(() => {
    const units = this.units();
    return (
      units.find(({ id }) => id === this.chosen()) ??
      units.find(({ step }) => step !== 'done' && !waiting.has(step)) ??
      units.find(({ step }) => step !== 'done') ??
      units[0] ??
      null
    );
  });

  choose(id: string | null): void {
    this.chosen.set(id);
  }
}

const waiting: ReadonlySet<UnitStep> = new Set(['asked', 'ordered', 'away']);

/** Where a unit stands, in a word or two. */
export const stepWords: Readonly<Record<UnitStep, string>> = {
  choose: 'choose a route',
  'none-open': 'no route left',
  ask: 'ask the customer',
  asked: 'waits for an answer',
  declined: 'declined',
  order: 'to be ordered',
  ordered: 'ordered',
  pack: 'to be packed',
  away: 'sent away',
  bench: 'at the bench',
  original: 'enter the original',
  'open-box': 'open the box',
  wrong: 'does not fit',
  verify: 'make sure first',
  fit: 'ready to fit',
  done: 'done',
};
