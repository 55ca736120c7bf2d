/** The car that is taken apart, for every part of its page: where it stands, and whether a step may be done now. */
import { computed, inject, Injectable } from '@angular/core';
import { itemsOf, type MapItem } from '@dormant-beacon/core/ledger';
import { standing } from '@dormant-beacon/core/record';
import { powerAt } from '@dormant-beacon/core/restraints';
import { labelOf, safetyOf, type Strip, whyGuarded } from '@dormant-beacon/core/stages';
import { Store } from '@ngrx/store';
import { jobFeature, ServerClock } from '../job';
import { peopleFeature, selectJobPolicy } from '../session';

@Injectable()
export class StripDesk {
  private readonly store = inject(Store);
  private readonly clock = inject(ServerClock);
  private readonly policy = this.store.selectSignal(selectJobPolicy);
  private readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  readonly record = this.store.selectSignal(jobFeature.selectRecord);
  readonly strip = computed<Strip | null>(() => this.assessment()?.strip ?? null);
  private readonly items = computed(
    () => new Map((this.strip() ? itemsOf(this.strip()!.map) : []).map((item) => [item.id, item])),
  );
  /** The server's moment; the device's own while the server is away. */
  readonly now = computed(() => this.clock.now() ?? new Date().toISOString());
  private readonly safe = computed(() => {
    const now = this.clock.now();
    if (now === null) return false;
    const jumped = this.clock.jumpedAt();
    return powerAt(safetyOf(this.record()!, this.policy(), jumped === null ? [] : [jumped]), now) === 'safe';
  });

  item(id: string): MapItem | undefined {
    return this.items().get(id);
  }

  label(id: string): string {
    return labelOf(this.strip()!, id);
  }

  /** Why it is not done while the car is live; null where it may be done now. */
  guard(id: string): string | null {
    const item = this.items().get(id);
    const why = item === undefined ? null : whyGuarded(this.record()!, item);
    return why !== null && !this.safe() ? why : null;
  }

  /** A step that needs power, on a car whose power is off. */
  needsPower(id: string): boolean {
    const item = this.items().get(id);
    const off = (this.assessment()?.safety.confirmed.size ?? 0) > 0;
    return off && item !== undefined && 'power' in item && item.power === 'on';
  }

  /** What made the old part fail is dealt with before the new one goes in. */
  readonly rootFirst = computed(() =>
    (this.assessment()?.units ?? []).flatMap(({ step, plan }) =>
      step !== 'done' && plan.checkFirst ? [plan.checkFirst] : [],
    ),
  );

  personName(personId: string): string {
    return this.people().find(({ id }) => id === personId)?.name ?? 'somebody';
  }

  readonly photos = computed(() => {
    const record = this.record()!;
    const of = new Map<string, { id: string; address: string; caption: string }[]>();
    for (const { id, attachmentId, caption, step } of standing(record.photos)) {
      if (step == null) continue;
      const address = `/api/jobs/${record.id}/attachments/${attachmentId}`;
      of.set(step, [...(of.get(step) ?? []), { id, address, caption: caption ?? '' }]);
    }
    return of;
  });
}
