/** What every module said before anything was touched: read once, kept as it is. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { baselineOf, scansToExplain, standing } from '@dormant-beacon/core/record';
import { mayBePowered } from '@dormant-beacon/core/stages';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { peopleFeature } from '../session';
import { beforePower, Caution } from '../frame';
import { More } from '../more';
import { Desk, Entry, factForm, field, plainWords, TextField, trouble, type Trouble } from '../entry';
import { FrameLog, framesIn } from '../frames';
import { type EnteredReport, ReportEntry, ReportQueue, ReportRead, ScanMatrixView } from '../report';
import { sayWhen, When } from '../time';
import { RecordsDesk, jobFeature } from '../job';

@Component({
  selector: 'db-baseline',
  imports: [
    Caution,
    Entry,
    FrameLog,
    MatButtonModule,
    More,
    ReportEntry,
    ReportRead,
    RouterLink,
    ScanMatrixView,
    TextField,
    When,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (baseline(); as scan) {
      <p class="quiet about">
        {{ about() }}
        @if (!text()) {
          <button mat-button type="button" (click)="showText(scan.id)">Show the report as pasted</button>
        }
      </p>
      <db-report-read [scan]="scan.scan" [text]="text()" />
      @if (frames(); as log) {
        <db-more label="What was said on the link">
          <db-frame-log [text]="log" />
        </db-more>
      }
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      @if (scans().length > 1) {
        <db-scan-matrix [scans]="scans()" />
      }
      @if (again()) {
        <db-report-entry
          class="again"
          [draftName]="'further scan ' + record()!.id"
          [queueName]="'baseline ' + record()!.id"
          question="Paste the further report; the baseline stays as it is"
          saveLabel="Save as a further scan"
          [busy]="busy()"
          (save)="save($event, 'interim')"
        />
      } @else {
        <p class="again">
          <button mat-stroked-button type="button" (click)="again.set(true)">Read again</button>
          <span class="quiet">to see what stays, or with another reader as a control</span>
        </p>
      }
    } @else if (waiver(); as signed) {
      <p class="about">
        No baseline: signed as impossible on {{ signed.observedAt | when }}, because {{ signed.reason }}.
      </p>
    } @else if (record(); as job) {
      @if (powered() !== 'not-asked') {
        <db-caution class="power"
          >{{ beforePower }} If it may not be powered, the lead signs that below.</db-caution
        >
      }
      @if (powered() === 'ask' || powered() === 'no') {
        <p class="about">
          {{
            powered() === 'ask'
              ? 'May it be powered? The five looks come first.'
              : 'The last look says: not yet.'
          }}
          <a [routerLink]="['/jobs', job.id, 'take-in']">To the looks</a>
        </p>
      }
      <db-report-entry
        [draftName]="'baseline ' + job.id"
        saveLabel="Save as the baseline"
        [busy]="busy()"
        (save)="save($event, 'baseline')"
      />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <db-more label="No baseline can be had?">
        <p class="quiet">
          A dead battery, or a car that is unsafe to power. The lead signs the reason; it stands in the
          hand-back.
        </p>
        <db-entry [form]="form">
          <db-text class="field" label="Baseline impossible because …" [most]="500" [field]="reason" />
          <button mat-button type="submit">
            {{ person()?.role === 'lead' ? 'Sign it' : 'Only the lead can sign this' }}
          </button>
        </db-entry>
      </db-more>
    }
  `,
  styles: `
    .again {
      margin-top: 20px;
    }
    p.again {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 12px;
    }
    .power {
      margin-bottom: 16px;
    }
    .about {
      margin-bottom: 16px;
    }
    .problem {
      margin-top: 14px;
    }
    db-more {
      margin-top: 26px;
    }
    db-entry {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
      margin-top: 8px;
    }
    .field {
      flex: 1;
      min-width: 260px;
    }
  `,
})
export class Baseline {
  private readonly desk = inject(Desk);
  private readonly records = inject(RecordsDesk);
  private readonly store = inject(Store);
  private readonly entry = viewChild(ReportEntry);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  protected readonly person = this.store.selectSignal(peopleFeature.selectPerson);
  protected readonly baseline = computed(() => (this.record() ? baselineOf(this.record()!) : undefined));
  /** Scans from before anything was cleared. */
  protected readonly scans = computed(() => (this.record() ? scansToExplain(this.record()!) : []));
  private readonly queue = inject(ReportQueue);
  /** Of several files that were dropped together the next one waits: it is a further scan. */
  private readonly queued = computed(
    () => this.baseline() && this.queue.waiting(`baseline ${this.record()!.id}`).length > 0,
  );
  /** A further report is being entered. */
  protected readonly again = signal(false);
  protected readonly waiver = computed(() => standing(this.record()?.waivers ?? [])[0]);
  protected readonly beforePower = beforePower;
  protected readonly powered = computed(() => (this.record() ? mayBePowered(this.record()!) : 'not-asked'));
  protected readonly reason = field('');
  protected readonly form = factForm(
    'waivers',
    { reason: this.reason },
    {
      draft: () => `waiver ${this.record()?.id ?? ''}`,
      read: (): FactData<'waivers'> | Trouble =>
        this.reason().trim() === ''
          ? trouble(this.reason, 'Say why no baseline can be had.')
          : { reason: this.reason().trim() },
    },
  );
  protected readonly about = computed(() => {
    const fact = this.baseline()!;
    const { readerSoftware, supplyVolts } = fact.scan;
    const parts = [
      `Baseline of ${sayWhen(fact.observedAt)}`,
      `read by ${fact.reader || 'an unnamed reader'}`,
      readerSoftware ? `software ${readerSoftware}` : null,
      supplyVolts ? `supply ${supplyVolts} V` : null,
    ];
    return `${parts.filter(Boolean).join(', ')}. It stays as it is.`;
  });
  protected readonly busy = signal(false);
  protected readonly text = signal('');
  /** Of the link, behind the report; empty where it has none. */
  protected readonly frames = computed(() => framesIn(this.text()));

  constructor() {
    effect(() => {
      if (this.queued()) this.again.set(true);
    });
    // What was said of a report that waited is over when a scan has arrived.
    effect(() => {
      if (this.scans().length > 0) this.form.say(null);
    });
  }

  protected async save({ text, marks, printed }: EnteredReport, kind: 'baseline' | 'interim'): Promise<void> {
    this.busy.set(true);
    // The entry that was saved: by the time the answer is here, another may stand in its place.
    const entry = this.entry();
    const sent = await this.desk.enter('scans', {
      kind,
      text,
      marks: [...marks],
      ...(printed ? { printed } : {}),
    });
    this.busy.set(false);
    if (sent.state === 'saved') {
      entry?.clear();
      // The baseline's own entry goes; the one for further scans takes what waits.
      if (kind === 'interim') this.again.set(entry?.next() === true);
    }
    this.form.say(
      sent.state === 'refused'
        ? plainWords(sent.problem.message)
        : sent.state === 'waiting'
          ? 'Not saved yet. The report is kept on this device and sent when the server is back.'
          : null,
    );
  }

  protected async showText(scanId: string): Promise<void> {
    try {
      this.text.set(await this.records.reportText(this.record()!.id, scanId));
    } catch (error) {
      this.form.say((error as Error).message);
    }
  }
}
