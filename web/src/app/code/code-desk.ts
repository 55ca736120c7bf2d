/** The units that are coded, for every part of the page: the one under the hands, and the server's moment. */
import { computed, inject, Injectable, signal } from '@angular/core';
import type { FactData } from '@dormant-beacon/contract';
import type { CodingEntry } from '@dormant-beacon/core/coding';
import { standing } from '@dormant-beacon/core/record';
import type { Coding } from '@dormant-beacon/core/stages';
import { Store } from '@ngrx/store';
import { Desk } from '../entry';
import { jobFeature, ServerClock } from '../job';
import { peopleFeature } from '../session';

@Injectable()
export class CodeDesk {
  private readonly store = inject(Store);
  private readonly clock = inject(ServerClock);
  private readonly entries = inject(Desk);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  private readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  private readonly personId = this.store.selectSignal(peopleFeature.selectPersonId);
  readonly record = this.store.selectSignal(jobFeature.selectRecord);
  readonly codings = computed<readonly Coding[]>(() => this.assessment()?.codings ?? []);
  readonly uncoded = computed(() => this.assessment()?.uncoded ?? []);
  readonly aims = computed(() => this.assessment()?.aims ?? []);
  readonly units = computed(() => this.assessment()?.units ?? []);
  readonly temporaries = computed(() => this.assessment()?.temporaries ?? []);
  private readonly chosen = signal<string | null>(null);
  /** The unit under the hands: the one that was chosen, else the first that is not done. */
  readonly coding = computed<Coding | null>(() => {
    const all = this.codings();
    return (
      all.find(({ id }) => id === this.chosen()) ??
      all.find(({ phase }) => phase === 'save' || phase === 'do') ??
      all[0] ??
      null
    );
  });
  /** The server's moment; the device's own while the server is away. */
  readonly now = computed(() => this.clock.now() ?? new Date().toISOString());
  readonly isLead = computed(() => this.people().find(({ id }) => id === this.personId())?.role === 'lead');

  choose(id: string): void {
    this.chosen.set(id);
  }

  /** Entries of a unit of one kind that stand. */
  entriesOf<W extends CodingEntry['what']>(
    coding: Coding,
    what: W,
  ): readonly Extract<CodingEntry, { what: W }>[] {
    return standing(this.record()?.codingEntries ?? []).flatMap(({ codingId, entry }) =>
      codingId === coding.id && entry.what === what ? [entry as Extract<CodingEntry, { what: W }>] : [],
    );
  }

  /** What was entered with one tap. @returns what is wrong with it; null where nothing is */
  async enter(entry: CodingEntry): Promise<string | null> {
    const coding = this.coding();
    if (!coding) return null;
    return this.told(await this.entries.enter('coding-entries', { codingId: coding.id, entry }));
  }

  /** The bridge on the rail: put in, or taken out. */
  async bridge(where: string, removes: string | null): Promise<string | null> {
    const data: FactData<'temporaries'> = {
      kind: 'calibration-bridge',
      where,
      ...(removes ? { removes } : {}),
    };
    return this.told(await this.entries.enter('temporaries', data));
  }

  private told(sent: Awaited<ReturnType<Desk['enter']>>): string | null {
    return sent.state === 'refused' ? sent.problem.message : null;
  }
}
