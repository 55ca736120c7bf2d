/** A job's frame: its rail, its path, the bench with the next thing to do, the log. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatTooltipModule } from '@angular/material/tooltip';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { factsOf, originOf, standing } from '@dormant-beacon/core/record';
import { stateWords } from '@dormant-beacon/core/names';
import { type Stage, temporaryWords } from '@dormant-beacon/core/stages';
import { FiguresPipe } from '../figures';
import { CarStrip } from '../simulated';
import { Store } from '@ngrx/store';
import { filter, map, startWith } from 'rxjs';
import { Events } from '../api';
import { Desk } from '../entry';
import { peopleFeature } from '../session';
import { CommandSlot, PersonPicker, ThemeSwitch } from '../frame';
import { Lens } from '../lens';
import { sayWhen, When } from '../time';
import { JobEvents, jobFeature, Waits } from '../job';
import { LogDrawer } from './log-drawer';

/** `hand-back` as `Hand back`. */
export function stageName(id: string): string {
  const words = id.replaceAll('-', ' ');
  return words.charAt(0).toUpperCase() + words.slice(1);
}

@Component({
  selector: 'db-job-shell',
  imports: [
    CarStrip,
    CommandSlot,
    FiguresPipe,
    Lens,
    LogDrawer,
    MatButtonModule,
    MatProgressBarModule,
    MatTooltipModule,
    PersonPicker,
    RouterLink,
    RouterLinkActive,
    RouterOutlet,
    ThemeSwitch,
    Waits,
    When,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './job-shell.html',
  styleUrl: './job-shell.scss',
})
export class JobShell {
  readonly jobId = input.required<string>();

  private readonly store = inject(Store);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  protected readonly reason = this.store.selectSignal(jobFeature.selectReason);
  protected readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  protected readonly planning = this.store.selectSignal(jobFeature.selectPlanning);
  protected readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  private readonly person = this.store.selectSignal(peopleFeature.selectPerson);
  private readonly router = inject(Router);
  /** The stage on the bench. */
  protected readonly here = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(() => this.router.url),
      startWith(this.router.url),
      map((url) => url.split(/[/?#]/)[3] ?? ''),
    ),
  );
  protected readonly logOpen = signal(false);
  protected readonly planShare = computed(() => {
    const shares = Object.values(this.planning());
    return shares.length === 0 ? null : Math.min(...shares);
  });
  protected readonly lenses = computed(() => {
    const record = this.record();
    if (!record) return [];
    const beacons = standing(record.beacons);
    return this.assessment()!.lenses.map((lens) => {
      const beacon = beacons.find((other) => originOf(record.beacons, other) === lens.beaconId)!;
      const when = beacon.conditions.length > 0 ? `, ${beacon.conditions.join(', ')}` : '';
      return {
        ...lens,
        entryId: beacon.id,
        note:
          lens.kind === 'complaint' && lens.state === 'lit'
            ? `present${when}`
            : stateWords[lens.state] + when,
      };
    });
  });
  /** What must not be forgotten in the car: bypasses, open plugs, the power that is off. */
  protected readonly tags = computed(() => {
    const now = this.assessment();
    if (!now) return [];
    const { confirmed } = now.safety;
    return [
      ...now.temporaries.map(({ kind, where }) => `${temporaryWords[kind]}: ${where}`),
      ...(confirmed.has('battery-off') ? ['battery negative off'] : []),
      ...(confirmed.has('fuses-pulled') && !confirmed.has('battery-off') ? ['restraint fuses out'] : []),
    ].map((tag) => tag.charAt(0).toUpperCase() + tag.slice(1));
  });
  /** A learner reads the job, not who entered what. */
  protected readonly readsLog = computed(() => this.person()?.role !== 'learner');
  protected readonly logLine = computed(() => {
    const record = this.record();
    if (!record) return 'Log';
    const facts = factsOf(record);
    const last = facts.reduce((a, b) => (b.seq > (a?.seq ?? 0) ? b : a), facts[0]);
    const name = this.people()
      .find((person) => person.id === last?.personId)
      ?.name.split(' ')[0];
    return `Log · ${record.seq} ${record.seq === 1 ? 'entry' : 'entries'}${last && name ? `, last by ${name} ${sayWhen(last.observedAt)}` : ''}`;
  });

  constructor() {
    const events = inject(Events);
    effect(() => this.store.dispatch(JobEvents.opened({ jobId: this.jobId() })));
    events.moved
      .pipe(takeUntilDestroyed())
      .subscribe((event) => this.store.dispatch(JobEvents.moved({ event })));
    events.reconnected
      .pipe(takeUntilDestroyed())
      .subscribe(() =>
        this.store.dispatch(
          this.record() ? JobEvents.missedSomething() : JobEvents.opened({ jobId: this.jobId() }),
        ),
      );
    const desk = inject(Desk);
    effect(() => {
      const requests = desk.pending();
      untracked(() => this.store.dispatch(JobEvents.pendingChanged({ requests })));
    });
    desk.savedLater
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.store.dispatch(JobEvents.missedSomething()));
  }

  protected nameOf(stage: Stage): string {
    return stageName(stage.id);
  }

  protected noteOf(stage: Stage): string | null {
    if (stage.state === 'not-needed') return stage.reason ?? 'not needed';
    if (stage.until) return `${stage.reason}, until ${sayWhen(stage.until)}`;
    return stage.reason;
  }
}
