/** Exposures in the conditions in which it used to show, until it counts as dormant. */
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { lackingText } from '@dormant-beacon/core/stages';
import { percent, showDistance, temperatureIn } from '@dormant-beacon/core/units';
import { type Exposure, originOf, standing } from '@dormant-beacon/core/record';
import { proofOf } from '@dormant-beacon/core/proof';
import { trialWords } from '@dormant-beacon/core/proof/schedule';
import { Store } from '@ngrx/store';
import { byContent, Desk } from '../entry';
import { FiguresPipe } from '../figures';
import { Dated, sayWhen } from '../time';
import { selectJobPolicy, shopFeature } from '../session';
import { jobFeature, Waits } from '../job';
import { showedWords } from '../words';
import { DormancyCurve } from './dormancy-curve';
import { DriveForm, type Watched } from './drive-form';
import { ProofPlan } from './proof-plan';
import { ToldList } from './told-list';

@Component({
  selector: 'db-prove',
  imports: [
    Dated,
    DormancyCurve,
    DriveForm,
    FiguresPipe,
    MatButtonModule,
    ProofPlan,
    RouterLink,
    ToldList,
    Waits,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './prove.html',
  styleUrl: './prove.scss',
})
export class Prove {
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  private readonly policy = this.store.selectSignal(selectJobPolicy);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  protected readonly stage = computed(() => this.assessment()?.stages.find((stage) => stage.id === 'prove'));
  protected readonly proofs = computed(() => {
    const record = this.record();
    if (!record) return [];
    return standing(record.beacons).flatMap((beacon) => {
      const proof = proofOf(record, beacon, this.policy());
      return proof ? [{ beacon, id: originOf(record.beacons, beacon), proof }] : [];
    });
  });
  protected readonly chosen = linkedSignal<string | null>(
    byContent(() => (this.proofs().find(({ proof }) => !proof.dormant) ?? this.proofs()[0])?.id ?? null),
  );
  protected readonly now = computed(() => this.proofs().find(({ id }) => id === this.chosen()) ?? null);
  protected readonly lacking = computed(() => this.now()?.proof.lacking.map(lackingText) ?? []);
  protected readonly exposures = computed(() => {
    const now = this.now();
    if (!now) return [];
    const counts = new Map(now.proof.clean.map(({ exposure, counts }) => [exposure.id, counts]));
    return standing(this.record()!.exposures)
      .filter((exposure) => exposure.beaconId === now.id)
      .map((exposure) => {
        const { id, shown, coldStart, conditions, observedAt, reportedBy, drives, provoked } = exposure;
        const by = reportedBy === 'customer' ? 'the customer' : 'the shop';
        return {
          id,
          shown,
          says: [
            shown ? 'showed again' : 'stayed dark',
            ...(coldStart ? ['cold start'] : []),
            ...(drives == null ? [] : [`over ${drives} drives`]),
            ...(provoked == null ? [] : [trialWords[provoked].toLowerCase()]),
            ...conditions,
            ...this.measured(exposure),
          ].join(', '),
          about: [
            sayWhen(observedAt),
            by,
            ...(shown ? [] : [`counts ${Math.round(100 * (counts.get(id) ?? 0)) / 100}`]),
          ].join(' · '),
        };
      })
      .reverse();
  });

  protected readonly watched = computed(() =>
    this.proofs().map(({ id, beacon, proof }): Watched => ({
      id,
      beacon,
      returned: proof.returned !== null,
    })),
  );
  protected readonly watchedNow = computed(
    () => this.watched().find(({ id }) => id === this.chosen()) ?? null,
  );
  protected readonly showed = computed(() => {
    const { beacon } = this.now()!;
    const counted = beacon.exposures > 0 || beacon.often == null;
    return `${counted ? 'It showed' : 'The customer saw it'} ${showedWords(beacon)}.`;
  });
  /** What the chance before any drive rests on. */
  protected readonly achieved = computed(() => {
    const { cured, repairs } = this.now()!.proof;
    if (repairs.length > 1)
      return `${repairs.length === 2 ? 'Two' : repairs.length} causes were mended; before any drive it was ${percent(cured)} sure that ${repairs.length === 2 ? 'both' : 'all'} repairs hold.`;
    const { cure } = repairs[0]!;
    const sure = `The repair alone made it ${percent(cured)}`;
    if (!cure) return `${sure}.`;
    return cure.like > 0
      ? `${sure}: of ${cure.like} like it in this shop ${cure.held} held.`
      : `${sure}: so many like it usually hold. This shop has none like it to go by yet.`;
  });
  protected readonly percent = percent;
  protected readonly problem = signal<string | null>(null);

  private measured({ circumstances }: Exposure): string[] {
    const { celsius, soakHours, wet, road, load, minutes, km } = circumstances ?? {};
    return [
      ...(celsius == null
        ? []
        : [
            `${Math.round(temperatureIn(celsius, this.settings().temperatureUnit))} °${this.settings().temperatureUnit} outside`,
          ]),
      ...(soakHours == null ? [] : [`off for ${soakHours} h before`]),
      ...(wet == null ? [] : [wet === 'standing' ? 'standing water' : wet]),
      ...(road == null ? [] : [`${road} road`]),
      ...(load == null
        ? []
        : [load === 'none' ? 'unloaded' : load === 'some' ? 'part loaded' : 'fully loaded']),
      ...(minutes == null ? [] : [`${minutes} min`]),
      ...(km == null ? [] : [showDistance(km, 'km')]),
    ];
  }

  protected async takeBack(id: string): Promise<void> {
    const sent = await this.desk.withdraw(id);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }
}
