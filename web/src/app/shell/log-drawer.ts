/** The logbook of a job: what was entered, by whom, when; an entry can be taken back by a correcting one. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { LogEntry } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { FiguresPipe } from '../figures';
import { peopleFeature } from '../session';
import { When } from '../time';
import { asChoices, Desk, Pick } from '../entry';
import { RecordsDesk } from '../job';

const fixed = new Set(['job', 'head', 'import', 'scans', 'waivers']);

@Component({
  selector: 'db-log-drawer',
  imports: [FiguresPipe, MatButtonModule, Pick, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="top">
      <h2>Log</h2>
      <button mat-button type="button" (click)="closed.emit()">Close</button>
    </div>
    <div class="narrow">
      <db-pick label="Stage" [choices]="stageChoices()" [(value)]="stage" />
      <db-pick label="Person" [choices]="personChoices()" [(value)]="personId" />
    </div>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
    @if (flaw(); as found) {
      <p class="problem" role="alert">
        This record was changed outside the product and proves nothing any more: {{ found }}. Tell the lead.
      </p>
    }
    <ol>
      @for (entry of shown(); track entry.seq) {
        <li [class.gone]="isGone(entry)">
          <span class="mono quiet seq">{{ entry.seq }}</span>
          <span>
            {{ entry.says | figures }}
            <small
              >{{ nameOf(entry.personId) }} · {{ entry.observedAt | when
              }}{{ entry.device === null ? '' : ', device ' + entry.device }}</small
            >
          </span>
          @if (canTakeBack(entry)) {
            <button
              mat-button
              type="button"
              (click)="takeBack(entry)"
              [attr.aria-label]="'Take back: ' + entry.says"
            >
              Take back
            </button>
          }
        </li>
      }
    </ol>
    <p class="quiet">
      The whole story as a file:
      <a [href]="'/api/jobs/' + jobId() + '/story.zip'" download>archive, signed</a>,
      <a [href]="'/api/jobs/' + jobId() + '/story.csv'" download>table</a>
    </p>
  `,
  styles: `
    :host {
      flex: 1;
      min-width: 0;
      padding: 12px 12px 24px 0;
    }
    .top {
      display: flex;
      justify-content: space-between;
      align-items: center;
    }
    .narrow {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 10px;
      margin-bottom: 8px;
    }
    ol {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 28px minmax(0, 1fr) auto;
      gap: 6px;
      padding: 8px 0;
      font-size: 15px;
      overflow-wrap: anywhere;
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
    .seq {
      font-size: 14px;
    }
    .gone {
      color: var(--quiet);
      text-decoration: line-through;
    }
    @media (max-width: 1000px) {
      :host {
        padding: 8px 16px 24px;
      }
    }
  `,
})
export class LogDrawer {
  readonly jobId = input.required<string>();
  readonly seq = input.required<number>();
  readonly closed = output();

  private readonly records = inject(RecordsDesk);
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  private readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  private readonly person = this.store.selectSignal(peopleFeature.selectPerson);
  protected readonly entries = signal<readonly LogEntry[]>([]);
  protected readonly stage = signal('');
  protected readonly personId = signal('');
  protected readonly stageChoices = computed(() => [
    { value: '', label: 'all' },
    ...asChoices([...new Set(this.entries().map(({ stage }) => stage))].sort()),
  ]);
  protected readonly personChoices = computed(() => [
    { value: '', label: 'all' },
    ...[...new Set(this.entries().map(({ personId }) => personId))].map((value) => ({
      value,
      label: this.nameOf(value),
    })),
  ]);
  protected readonly shown = computed(() =>
    this.entries().filter(
      (entry) =>
        (this.stage() === '' || entry.stage === this.stage()) &&
        (this.personId() === '' || entry.personId === this.personId()),
    ),
  );
  /** What the record cannot prove, where something was changed behind it. */
  protected readonly flaw = signal<string | null>(null);
  protected readonly problem = signal<string | null>(null);

  constructor() {
    effect(() => {
      this.seq();
      void this.read(this.jobId());
    });
  }

  protected nameOf(personId: string): string {
    return this.people().find((person) => person.id === personId)?.name ?? 'someone';
  }

  protected isGone(entry: LogEntry): boolean {
    return (
      entry.withdrawn ||
      this.entries().some((other) => other.corrects !== null && other.corrects === entry.factId)
    );
  }

  protected canTakeBack(entry: LogEntry): boolean {
    const person = this.person();
    const own = person?.role === 'lead' || person?.id === entry.personId;
    return own && entry.factId !== null && !fixed.has(entry.kind) && !this.isGone(entry);
  }

  protected async takeBack(entry: LogEntry): Promise<void> {
    const sent = await this.desk.withdraw(entry.factId!);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }

  private async read(jobId: string): Promise<void> {
    try {
      const { entries, flaw } = await this.records.logbook(jobId);
      this.entries.set([...entries].reverse());
      this.flaw.set(flaw);
      this.problem.set(null);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}
