/** A report pasted or dropped, and beside it what was understood, line by line. What is typed survives a reload. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  type OnDestroy,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { mostReportCharacters } from '@dormant-beacon/core/record';
import { type LineMark, patternOf, type ReportPatterns, type Scan } from '@dormant-beacon/core/scans';
import { Store } from '@ngrx/store';
import type { Subscription } from 'rxjs';
import type { ReportAnswer, ReportRequest } from '../../workers/report.worker';
import { newId } from '../api';
import { LibraryDesk, LibraryEvents, libraryFeature } from '../knowledge';
import { jobFeature } from '../job';
import { type Choice, ChoiceOne, keepDraft } from '../entry';
import type { Said } from './line-meaning';
import { headQuestions } from './head-questions';
import { ReportQueue } from './report-queue';
import { ReportRead } from './report-read';
import { WorkerDesk } from '../worker';

export interface EnteredReport {
  readonly text: string;
  readonly marks: readonly LineMark[];
  /** Said where the power is off now: it was printed before that. */
  readonly printed: 'before-power-off' | null;
}

/** Bytes of a file that are read at most. */
const mostFileBytes = 64_000_000;

@Component({
  selector: 'db-report-entry',
  imports: [ChoiceOne, MatButtonModule, ReportRead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="paste" (dragover)="$event.preventDefault()" (drop)="drop($event)">
      <label class="field">
        {{ question() }}
        <textarea
          class="mono"
          rows="9"
          spellcheck="false"
          [value]="text()"
          (input)="type($any($event.target).value)"
          [placeholder]="example"
        ></textarea>
      </label>
      <div class="row">
        <label class="file">
          <input type="file" multiple accept=".txt,.csv,.json,.log,text/*" (change)="choose($event)" />
          Choose files
        </label>
        <span class="quiet">or drop them here. Any layout, table or list, in nine languages.</span>
      </div>
    </div>
    @if (waiting(); as waiting) {
      <p class="quiet">{{ waiting }}</p>
    }
    @if (share() !== null) {
      <p class="row" role="status">
        <progress [value]="share()" max="1"></progress> Reading
        <button mat-button type="button" (click)="stop()">Stop</button>
      </p>
    }
    @if (problem(); as problem) {
      <p class="problem" role="alert">{{ problem }}</p>
    }
    @if (tooLong(); as long) {
      <p class="row">
        <span
          >{{ long.length }} characters; at most {{ most }} are kept. {{ summary() }} What the reader logged
          beside them can be left away.</span
        >
        <button mat-flat-button type="button" (click)="shorten(long)">Keep what was understood</button>
      </p>
    }
    @if (scan(); as scan) {
      <db-report-read
        [text]="text()"
        [scan]="scan"
        [markable]="true"
        [marked]="markedLines()"
        [asked]="questions()"
        (said)="mark($event)"
      />
      @if (powerOff()) {
        <db-choice
          question="The power is off now. When was this printed? A report since then begins the wait again."
          [choices]="moments"
          [(value)]="moment"
        />
      }
      <div class="row">
        <button
          mat-flat-button
          type="button"
          [disabled]="busy() || share() !== null || text().trim() === ''"
          (click)="save.emit({ text: text(), marks: marks(), printed: printed() })"
        >
          {{ saveLabel() }}
        </button>
        <span class="quiet">{{ summary() }}</span>
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 16px;
    }
    textarea {
      font-family: var(--mono);
      font-size: 14px;
      white-space: pre;
      overflow-x: auto;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 14px;
      margin-top: 8px;
    }
  `,
})
export class ReportEntry implements OnDestroy {
  readonly draftName = input.required<string>();
  /** Where files wait that were dropped together: entries that follow one another share it. */
  readonly queueName = input<string>();
  readonly question = input('Paste what the reader printed');
  readonly saveLabel = input.required<string>();
  readonly busy = input(false);
  readonly save = output<EnteredReport>();

  private readonly store = inject(Store);
  private readonly library = inject(LibraryDesk);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  protected readonly powerOff = computed(() => (this.assessment()?.safety.confirmed.size ?? 0) > 0);
  protected readonly moments: readonly Choice[] = [
    { value: 'before', label: 'before the power went off' },
    { value: 'since', label: 'since then, or nobody knows' },
  ];
  protected readonly moment = signal('since');
  protected readonly printed = computed(() =>
    this.powerOff() && this.moment() === 'before' ? ('before-power-off' as const) : null,
  );
  private readonly queue = inject(ReportQueue);
  private readonly place = computed(() => this.queueName() ?? this.draftName());
  private readonly patterns = this.store.selectSignal(libraryFeature.selectReportPatterns);
  private readonly desk = new WorkerDesk<ReportRequest, ReportAnswer>(
    () => new Worker(new URL('../../workers/report.worker', import.meta.url), { type: 'module' }),
  );
  private asked: Subscription | null = null;
  /** A file is being read: the empty field beside it is no reason to stop. */
  private readingFile = false;
  /** The text of the file that was read last, and by which patterns. */
  private ofFile = '';
  private patternsThen: ReportPatterns | null = null;
  /** Files were given here: none that waits may take their place. */
  private begun = false;
  protected readonly example =
    'Restraint control (1 code)\n  B1049-13  Left belt loop   Current\nBody: no codes\nTrailer: no response';
  protected readonly text = signal('');
  protected readonly marks = signal<readonly LineMark[]>([]);
  private readonly draft = keepDraft(() => this.draftName(), { text: this.text, marks: this.marks });
  protected readonly markedLines = computed(() => this.marks().map(({ line }) => line));
  protected readonly scan = signal<Scan | null>(null);
  /** How far a long report is read; null when nothing is under way. */
  protected readonly share = signal<number | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly waiting = computed(() => {
    const files = this.queue.waiting(this.place());
    if (files.length === 0) return null;
    const names = files.map(({ name }) => `“${name}”`).join(', ');
    return `${files.length === 1 ? 'One more file waits' : `${files.length} more files wait`} until this one is saved: ${names}.`;
  });
  protected readonly summary = computed(() => {
    const scan = this.scan();
    if (!scan) return '';
    const unread = (scan.notRead?.length ?? 0) + (scan.notReadMore ?? 0);
    const by = scan.reader ? `Read by ${scan.reader}. ` : '';
    return `${by}${counted(scan.codes.length, 'code')}, ${counted(scan.modules.length, 'module')}${unread > 0 ? `, ${unread === 1 ? 'one line' : `${unread} lines`} not understood, kept as pasted` : ''}.`;
  });

  private readonly job = this.store.selectSignal(jobFeature.selectRecord);
  /** What the report's head says otherwise than the job does. */
  protected readonly questions = computed(() => {
    const [scan, job] = [this.scan(), this.job()];
    return scan && job ? headQuestions(scan, job) : [];
  });

  constructor() {
    this.store.dispatch(LibraryEvents.patternsWanted());
    // A file that waited for the entry before this one.
    const first = effect(() => {
      if (!this.draft.looked()) return;
      first.destroy();
      if (!this.begun && untracked(this.text) === '') untracked(() => this.next());
    });
    effect(() => {
      const [text, marks, patterns] = [this.text(), this.marks(), this.patterns()];
      this.tooLong();
      untracked(() => {
        // What came out of a file was read with the file.
        if (text !== '' && text === this.ofFile && marks.length === 0 && patterns === this.patternsThen)
          return;
        if (text.trim() !== '') return this.read({ source: text, marks, patterns });
        if (this.tooLong() !== null || this.readingFile) return;
        this.stop();
        this.scan.set(null);
        this.problem.set(null);
      });
    });
  }

  ngOnDestroy(): void {
    this.desk.end();
  }

  /** After it was saved: the draft has done its work. */
  clear(): void {
    this.draft.clear();
  }

  /** Reads the next of the files that were dropped together; false where none waits. */
  next(): boolean {
    const file = this.queue.next(this.place());
    void this.take(file);
    return file !== undefined;
  }

  protected readonly most = mostReportCharacters;
  protected readonly tooLong = signal<string | null>(null);

  /** What is too long for a report is read, but not taken over and not kept as a draft. */
  protected type(text: string): void {
    this.marks.set([]);
    this.tooLong.set(text.length > mostReportCharacters ? text : null);
    if (text.length <= mostReportCharacters) return this.text.set(text);
    this.text.set('');
  }

  /** Leaves the lines away that were not understood, and live values where that is not enough. */
  protected shorten(text: string): void {
    const lines = text.split(/\r\n|\r|\n/);
    const understood = (this.scan()?.lines ?? []).filter(({ as }) => as !== 'notRead' && as !== 'ignored');
    const keep = (wanted: typeof understood) => wanted.map(({ line }) => lines[line - 1] ?? '').join('\n');
    const whole = keep(understood);
    this.type(whole.length <= this.most ? whole : keep(understood.filter(({ as }) => as !== 'value')));
  }

  protected mark({ mark, always, word, allOf }: Said): void {
    const line = this.text().split(/\r\n|\r|\n/)[mark.line - 1] ?? '';
    const scan = this.scan();
    const others =
      allOf === null
        ? []
        : (scan?.codes ?? []).flatMap(({ module, line, code }): LineMark[] =>
            module === allOf && line != null && line !== mark.line
              ? [{ line, as: 'code', code, module: mark.module ?? null }]
              : [],
          );
    // What was said of a line before stays, but for what is said anew.
    this.marks.update((marks) => {
      const anew = [...others, mark].map((one) => {
        const before = marks.find(
          (other) => other.line === one.line && other.as === 'code' && one.as === 'code',
        );
        return before ? { ...before, ...one } : one;
      });
      return [...marks.filter((other) => !anew.some((one) => one.line === other.line)), ...anew];
    });
    if (always) void this.teach(patternOf(line, mark, { reader: scan?.reader ?? null, word }));
  }

  private async teach(pattern: ReturnType<typeof patternOf>): Promise<void> {
    if (!pattern) return;
    try {
      await this.library.addPattern({ id: newId(), ...pattern });
    } catch (error) {
      this.problem.set(`It is read so here, but not remembered: ${(error as Error).message}`);
    }
  }

  protected stop(): void {
    this.asked?.unsubscribe();
    this.rest();
  }

  private rest(): void {
    this.readingFile = false;
    this.share.set(null);
  }

  private read(request: ReportRequest): void {
    this.stop();
    this.readingFile = typeof request.source !== 'string';
    this.asked = this.desk.ask(request).subscribe({
      next: (step) => {
        if ('share' in step) return this.share.set(step.share);
        this.rest();
        this.scan.set(step.answer.scan);
        this.problem.set(null);
        if (step.answer.text === null) return;
        [this.ofFile, this.patternsThen] = [step.answer.text, request.patterns];
        this.type(step.answer.text);
      },
      error: (error: Error) => {
        this.rest();
        this.scan.set(null);
        this.problem.set(error.message);
      },
    });
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.takeAll([...(event.dataTransfer?.files ?? [])]);
  }

  protected choose(event: Event): void {
    const field = event.target as HTMLInputElement;
    this.takeAll([...(field.files ?? [])]);
    field.value = '';
  }

  private takeAll([first, ...rest]: readonly File[]): void {
    this.begun = true;
    this.queue.add(this.place(), rest);
    void this.take(first);
  }

  private async take(file: File | undefined): Promise<void> {
    if (!file) return;
    if (file.size > mostFileBytes)
      return this.problem.set(
        `“${file.name}” has ${Math.round(file.size / 1e6)} MB; a report has at most ${mostFileBytes / 1e6}. Is it the right file?`,
      );
    this.read({ source: await file.arrayBuffer(), marks: [], patterns: this.patterns() });
  }
}

const counted = (n: number, noun: string) => `${n} ${noun}${n === 1 ? '' : 's'}`;
