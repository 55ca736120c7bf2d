/** The big clock, the steps with who confirmed them, and what revokes them. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import type { Bay, FactData } from '@dormant-beacon/contract';
import { inventoryOf } from '@dormant-beacon/core/record';
import { safetyOf } from '@dormant-beacon/core/stages';
import { counted } from '@dormant-beacon/core/units';
import { powerAt, type PowerWord, type SafetyStepKind, stepWords } from '@dormant-beacon/core/restraints';
import { Store } from '@ngrx/store';
import { FiguresPipe } from '../figures';
import { peopleFeature, selectJobPolicy } from '../session';
import { Caution } from '../frame';
import { More } from '../more';
import { Desk, Entry, entryForm, field, TextField, trouble, type Trouble } from '../entry';
import { sayLeft, sayWhen, When } from '../time';
import { RecordsDesk, jobFeature, ServerClock } from '../job';

/** What a step’s note is asked as; a step that is not here takes none. */
const notesAsked: Partial<Record<SafetyStepKind, string>> = {
  'ignition-off': 'Where the key is (optional)',
  'fuses-pulled': 'Which fuses, in which carrier or under which lid; what chart and lid say',
  'second-supply-off': 'Which qualified person',
  'hv-locked-out': 'Which qualified person',
  'hv-absence-checked': 'Which qualified person, with which tester',
};

@Component({
  selector: 'db-power-panel',
  imports: [
    Caution,
    Entry,
    FiguresPipe,
    MatButtonModule,
    MatProgressBarModule,
    More,
    RouterLink,
    TextField,
    When,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './power-panel.html',
  styleUrl: './power-panel.scss',
})
export class PowerPanel {
  private readonly desk = inject(Desk);
  private readonly records = inject(RecordsDesk);
  private readonly store = inject(Store);
  private readonly clock = inject(ServerClock);
  private readonly policy = this.store.selectSignal(selectJobPolicy);
  private readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);

  protected readonly course = computed(() => {
    const jumped = this.clock.jumpedAt();
    return safetyOf(this.record()!, this.policy(), jumped === null ? [] : [jumped]);
  });
  /** What holds now; with the server away nothing is said to be safe. */
  protected readonly word = computed<PowerWord>(() => {
    const now = this.clock.now();
    if (now !== null) return powerAt(this.course(), now);
    return this.course().until === null ? 'live' : 'waiting';
  });
  protected readonly share = computed(() => {
    const [now, { from, until }] = [this.clock.now(), this.course()];
    if (this.word() !== 'waiting' || now === null || from === null || until === null) return null;
    return (Date.parse(now) - Date.parse(from)) / (Date.parse(until) - Date.parse(from));
  });
  protected readonly words = computed(() => {
    const [{ from, until, minutes, source, missing }, now] = [this.course(), this.clock.now()];
    const rule = source === null ? 'because no service data gives a time for this model' : `by the ${source}`;
    switch (this.word()) {
      case 'waiting':
        return {
          word: 'WAITING',
          clock: now === null ? '--:--' : sayLeft(Date.parse(until!) - Date.parse(now)),
          detail:
            now === null
              ? 'The server cannot be asked: how long it still takes is not known here. Keep the power off.'
              : `${counted(minutes, 'minute')}, ${rule}. Counted by the server since ${sayWhen(from)}; safe to open ${sayWhen(until)}.`,
        };
      case 'safe':
        return {
          word: 'SAFE',
          clock: `since ${timeOf(until!)}`,
          detail: `Plugs may be opened and units moved. Look at the isolation again ${sayWhen(this.course().checkAt)} at the latest.`,
        };
      case 'check':
        return {
          word: 'LOOK AGAIN',
          clock: 'isolation',
          detail:
            'Eight hours have gone by, or the car was handed over: go and look before anything is opened.',
        };
      default:
        return {
          word: 'LIVE',
          clock: '',
          detail: `Nothing is opened. ${missing.length === 0 ? '' : `${missing.length} to confirm before the wait begins.`}`,
        };
    }
  });

  protected readonly fuses = signal(false);
  protected readonly waiting = signal(false);
  /** Fuses that the vehicle’s file names. */
  protected readonly filedFuses = computed(() => inventoryOf(this.record()!)?.fuses ?? []);
  protected readonly steps = computed(() => {
    const { confirmed, missing } = this.course();
    const byFuses = confirmed.has('fuses-pulled') || this.fuses();
    const kinds: SafetyStepKind[] = [
      'placed',
      'asleep',
      ...(byFuses
        ? (['fuses-pulled', 'silent', 'ignition-off'] as const)
        : (['ignition-off', 'battery-off'] as const)),
      ...(this.record()!.vehicle.highVoltage === true
        ? (['second-supply-off', 'hv-locked-out', 'hv-absence-checked'] as const)
        : []),
      ...(this.policy().secondPerson ? (['seen-by-second'] as const) : []),
      ...(byFuses ? [] : (['silent'] as const)),
    ];
    const needed = byFuses
      ? kinds.filter(
          (kind) =>
            ['asleep', 'fuses-pulled', 'silent', 'ignition-off'].includes(kind) && !confirmed.has(kind),
        )
      : missing;
    const first =
      confirmed.has('placed') || confirmed.size > 0 ? kinds.find((kind) => needed.includes(kind)) : 'placed';
    return kinds.map((step) => {
      const by = confirmed.get(step);
      const fact = this.record()!.safeties.findLast((own) => own.step === step);
      return {
        step,
        ...stepWords[step],
        ...(step === 'placed' && !by && confirmed.size > 0
          ? { detail: 'Not confirmed: what was forgotten costs a new wait.' }
          : {}),
        note: by ? (fact?.note ?? '') : '',
        by: by ? `${this.nameOf(by.personId)} ${timeOf(by.at)}` : '',
        next: step === first,
        optional: !needed.includes(step) && step !== 'placed',
        asksNote: notesAsked[step] ?? null,
      };
    });
  });

  protected readonly notes = signal<Partial<Record<SafetyStepKind, string>>>({});
  protected readonly minutes = field('');
  protected readonly source = field('');
  protected readonly busy = signal(false);
  protected readonly form = entryForm(
    { minutes: this.minutes, source: this.source },
    {
      draft: null,
      read: (): FactData<'safeties'> | Trouble => {
        const minutes = Number(this.minutes().trim());
        return Number.isInteger(minutes) && minutes >= 1
          ? { step: 'wait-set', minutes, source: this.source().trim() || null }
          : trouble(this.minutes, 'Type the minutes as the service data gives them, such as 10.');
      },
      // Confirmed now or not at all: no clock is kept to be sent later.
      enter: (data) => this.desk.confirm(data),
    },
  );
  private readonly others = signal<readonly Bay[]>([]);
  protected readonly meanwhile = computed(() =>
    this.others()
      .filter(({ jobId, done, waitsUntil }) => jobId !== this.record()?.id && !done && waitsUntil === null)
      .slice(0, 3),
  );

  constructor() {
    void this.records.bays().then(
      (bays) => this.others.set(bays),
      () => undefined,
    );
  }

  protected write(step: SafetyStepKind, note: string): void {
    this.notes.update((notes) => ({ ...notes, [step]: note }));
  }

  protected confirmStep(step: SafetyStepKind): Promise<void> {
    return this.confirm({ step, note: this.notes()[step]?.trim() || null });
  }

  protected async confirm(data: FactData<'safeties'>): Promise<void> {
    // A second tap while the first is on its way states nothing new.
    if (this.busy()) return;
    this.busy.set(true);
    const sent = await this.desk.confirm(data).finally(() => this.busy.set(false));
    this.form.say(sent.state === 'refused' ? sent.problem.message : null);
    if (sent.state === 'saved') this.notes.set({});
  }

  private nameOf(personId: string): string {
    return (
      this.people()
        .find(({ id }) => id === personId)
        ?.name.split(' ')[0] ?? 'someone'
    );
  }
}

const timeOf = (iso: string): string => sayWhen(iso).replace(/^today /, '');

/** `21:40`, or `1:05:00` from an hour on. */
