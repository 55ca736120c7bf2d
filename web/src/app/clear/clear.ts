/** Clear, read again, and give every code its end. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { RouterLink } from '@angular/router';
import { writeCode } from '@dormant-beacon/core/codes';
import { type CodeEnd, codeEnds, standing } from '@dormant-beacon/core/record';
import {
  bornOfWork,
  clearOrder,
  endKey,
  moduleRows,
  moduleWords,
  relightOf,
  relightWords,
} from '@dormant-beacon/core/stages/clear';
import { Store } from '@ngrx/store';
import { FiguresPipe } from '../figures';
import { Caution } from '../frame';
import { More } from '../more';
import { Desk, Entry, factForm, field, plainWords, TextField, trouble, Trouble } from '../entry';
import { Money } from '../money';
import { type EnteredReport, ReportEntry, ScanMatrixView } from '../report';
import { When } from '../time';
import { jobFeature } from '../job';
import { ClearBorn } from './clear-born';
import { MonitorList } from './monitor-list';
import { SilentModules } from './silent-modules';
import { readToldPrice } from './told-price';
import { WorkCodes } from './work-codes';

@Component({
  selector: 'db-clear',
  imports: [
    Caution,
    ClearBorn,
    FiguresPipe,
    MonitorList,
    SilentModules,
    WorkCodes,
    Entry,
    MatButtonModule,
    More,
    ReportEntry,
    RouterLink,
    ScanMatrixView,
    TextField,
    When,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './clear.html',
  styleUrl: './clear.scss',
})
export class Clear {
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  private readonly entry = viewChild(ReportEntry);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  protected readonly stage = computed(() => this.assessment()?.stages.find((stage) => stage.id === 'clear'));
  protected readonly cleared = computed(() => this.assessment()?.clearing);
  protected readonly final = computed(() => this.assessment()?.final);
  /** Those that the work itself made stand apart. */
  protected readonly ends = computed(() => {
    const [record, final, cleared] = [this.record(), this.final(), this.cleared()];
    if (!record || !final || !cleared) return [];
    const made = bornOfWork(record, final);
    return codeEnds(record, final)
      .filter((end) => !end.open || !made.has(endKey(end)))
      .map((end) => {
        const relit = end.open ? relightOf(record, cleared, final, end) : null;
        return { ...end, relit: relit && relightWords[relit] };
      });
  });
  protected readonly scans = computed(() => standing(this.record()?.scans ?? []));
  protected readonly notDriven = computed(() => this.assessment()?.notDriven ?? []);
  /** Modules in the order in which they are cleared, by the last scan before. */
  protected readonly order = computed(() => {
    const last = this.scans().at(-1);
    return last ? clearOrder(last) : [];
  });
  protected readonly modules = computed(() =>
    this.final() ? moduleRows(this.record()!, this.final()!) : [],
  );
  protected readonly moduleWords = moduleWords;
  protected readonly written = writeCode;
  protected readonly busy = signal(false);
  private readonly splitting = signal(false);
  protected readonly reading = signal(false);
  protected readonly ending = field('');
  protected readonly note = field('');
  protected readonly price = field('');
  protected readonly money = inject(Money);
  protected readonly keyOf = ({ module, code, failureType }: CodeEnd) =>
    `${module} ${code} ${failureType ?? ''}`;
  protected readonly form = factForm(
    'code-ends',
    { ending: this.ending, note: this.note, price: this.price },
    {
      draft: () => `code end ${this.record()?.id ?? ''}`,
      read: () => this.read(),
    },
  );

  /** Who cleared: as a rule the reader that read last. */
  protected readonly reader = field('');
  constructor() {
    effect(() => {
      const last = this.scans().at(-1)?.reader ?? '';
      if (untracked(this.reader) === '') this.reader.set(last);
    });
  }

  protected async clear(): Promise<void> {
    const reader = this.reader().trim();
    const sent = await this.desk.enter('clearings', reader === '' ? {} : { reader });
    this.form.say(sent.state === 'refused' ? plainWords(sent.problem.message) : null);
  }

  protected async save({ text, marks, printed }: EnteredReport): Promise<void> {
    this.busy.set(true);
    const sent = await this.desk.enter('scans', {
      kind: 'final',
      text,
      marks: [...marks],
      ...(printed ? { printed } : {}),
    });
    this.busy.set(false);
    if (sent.state === 'saved') {
      this.entry()?.clear();
      this.reading.set(this.entry()?.next() === true);
    }
    this.form.say(
      sent.state === 'refused'
        ? plainWords(sent.problem.message)
        : sent.state === 'waiting'
          ? 'Not saved yet. The report is kept on this device and sent when the server is back.'
          : null,
    );
  }

  /** Another fault than the one that was mended: it becomes a beacon of its own, to be traced and proven. */
  protected async split(end: CodeEnd): Promise<void> {
    // A second tap is the same one.
    if (this.splitting()) return;
    this.splitting.set(true);
    try {
      await this.enterSplit(end);
    } finally {
      this.splitting.set(false);
    }
  }

  private async enterSplit(end: CodeEnd): Promise<void> {
    const code = writeCode(end);
    const beacon = await this.desk.enter('beacons', {
      kind: 'complaint',
      name: `${code} in ${end.module}`,
      seen: 'present',
      thereBefore: 'unknown',
      conditions: [],
      shown: 1,
      exposures: 1,
      restraint: false,
      lamp: null,
      bulbCheck: null,
    });
    if (beacon.state === 'refused') return this.form.say(plainWords(beacon.problem.message));
    const { module, code: name, failureType } = end;
    const ended = await this.desk.enter('code-ends', {
      module,
      code: name,
      failureType,
      end: 'explained',
      note: 'another fault, traced separately',
    });
    this.form.say(ended.state === 'refused' ? plainWords(ended.problem.message) : null);
  }

  /** The end of the code that was chosen. */
  private read(): FactData<'code-ends'> | Trouble {
    const end = this.ends().find((one) => this.keyOf(one) === this.ending());
    if (!end) return trouble(null, 'Say of which code.');
    if (this.note().trim() === '') return trouble(this.note, 'Say why it stays.');
    const { module, code, failureType } = end;
    const priceCents = readToldPrice(this.price);
    if (priceCents instanceof Trouble) return priceCents;
    const note = this.note().trim();
    return {
      module,
      code,
      failureType,
      end: 'out-of-scope',
      note,
      ...(priceCents === null ? {} : { priceCents }),
    };
  }
}
