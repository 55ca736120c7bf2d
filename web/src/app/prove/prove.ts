/** Exposures in the conditions in which it used to show, until it counts as dormant. */
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { RouterLink } from '@angular/router';
import { lackingText } from '@dormant-beacon/core/stages';
import { percent } from '@dormant-beacon/core/units';
import { originOf, standing } from '@dormant-beacon/core/record';
import { proofOf } from '@dormant-beacon/core/proof';
import { Store } from '@ngrx/store';
import type { Sent } from '../api';
import {
  asChoices,
  type Choice,
  ChoiceMany,
  ChoiceOne,
  byContent,
  Desk,
  Entry,
  entryForm,
  field,
  type Stamp,
  TextField,
  Tick,
  trouble,
  type Trouble,
  usualConditions,
} from '../entry';
import { sayWhen, When } from '../time';
import { peopleFeature, selectJobPolicy } from '../session';
import { jobFeature, Waits } from '../job';
import { DormancyCurve } from './dormancy-curve';

@Component({
  selector: 'db-prove',
  imports: [
    ChoiceMany,
    ChoiceOne,
    DormancyCurve,
    Entry,
    MatButtonModule,
    RouterLink,
    TextField,
    Tick,
    Waits,
    When,
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
  private readonly role = this.store.selectSignal(peopleFeature.selectPerson);
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
        const { id, shown, coldStart, conditions, observedAt, reportedBy, drives } = exposure;
        const by = reportedBy === 'customer' ? 'the customer' : 'the shop';
        return {
          id,
          shown,
          says: [
            shown ? 'showed again' : 'stayed dark',
            ...(coldStart ? ['cold start'] : []),
            ...(drives == null ? [] : [`over ${drives} drives`]),
            ...conditions,
          ].join(', '),
          about: [sayWhen(observedAt), by, ...(shown ? [] : [`counts ${counts.get(id) ?? 0}`])].join(' · '),
        };
      })
      .reverse();
  });

  protected readonly what: readonly Choice[] = [
    { value: 'clean', label: 'It stayed dark' },
    { value: 'shown', label: 'It showed again' },
  ];
  protected readonly from: readonly Choice[] = [
    { value: 'technician', label: 'the shop' },
    { value: 'customer', label: 'the customer' },
  ];
  protected readonly checks: readonly Choice[] = [
    { value: 'cold', label: 'it was a cold start' },
    { value: 'bulb', label: 'bulb check seen at ignition on' },
    { value: 'monitor', label: 'the reader says its monitor ran' },
  ];
  protected readonly conditionChoices = computed(() =>
    asChoices([...new Set([...(this.now()?.beacon.conditions ?? []), ...usualConditions])]),
  );
  protected readonly outcome = field('clean');
  /** The desk enters what the customer reports, nothing else. */
  protected readonly fromDesk = computed(() => this.role()?.role === 'desk');
  protected readonly saidBy = field('technician');
  protected readonly reportedBy = computed(() => (this.fromDesk() ? 'customer' : this.saidBy()));
  protected readonly drives = field('1');
  protected readonly checked = field<readonly string[]>([]);
  protected readonly conditions = field<readonly string[]>([]);
  protected readonly all = field(true);
  protected readonly form = entryForm(
    {
      outcome: this.outcome,
      saidBy: this.saidBy,
      drives: this.drives,
      checked: this.checked,
      conditions: this.conditions,
      all: this.all,
    },
    {
      draft: () => `drive ${this.record()?.id ?? ''}`,
      read: () => this.read(),
      enter: (drives, stamp) => this.enterAll(drives, stamp),
    },
  );
  protected readonly percent = percent;

  /** One drive tells about every beacon that is watched, unless it is said of one alone. */
  private read(): FactData<'exposures'>[] | Trouble {
    const shown = this.outcome() === 'shown';
    const customer = this.reportedBy() === 'customer';
    const drives = Number(this.drives());
    if (customer && !(Number.isInteger(drives) && drives >= 1 && drives <= 500))
      return trouble(this.drives, 'Over how many drives? A whole number from 1 to 500.');
    const targets =
      shown || !this.all() ? [this.now()!] : this.proofs().filter(({ proof }) => !proof.returned);
    return targets.map(({ id }) => ({
      beaconId: id,
      shown,
      coldStart: this.checked().includes('cold'),
      conditions: [...this.conditions()],
      bulbCheck: this.checked().includes('bulb') ? 'passed' : 'not-seen',
      monitorRan: this.checked().includes('monitor'),
      reportedBy: customer ? 'customer' : 'technician',
      drives: customer && drives > 1 ? drives : null,
    }));
  }

  private async enterAll(drives: readonly FactData<'exposures'>[], stamp: Stamp): Promise<Sent<unknown>> {
    let waits = false;
    for (const [n, drive] of drives.entries()) {
      const sent = await this.desk.enter('exposures', drive, null, stamp.of(n));
      if (sent.state === 'refused') return sent;
      waits ||= sent.state === 'waiting';
    }
    return waits ? { state: 'waiting' } : { state: 'saved', answer: null };
  }

  protected async takeBack(id: string): Promise<void> {
    const sent = await this.desk.withdraw(id);
    this.form.say(sent.state === 'refused' ? sent.problem.message : null);
  }
}
