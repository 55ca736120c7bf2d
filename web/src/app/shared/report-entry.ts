/** A report pasted or dropped, and beside it what was understood, line by line. What is typed survives a reload. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  type OnDestroy,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { mostReportCharacters } from '@dormant-beacon/core/job';
import type { Scan } from '@dormant-beacon/core/scans';
import type { ReportAnswer, ReportRequest } from '../../workers/report.worker';
import { keepDraft } from './draft';
import { ReportRead } from './report-read';

@Component({
  selector: 'db-report-entry',
  imports: [MatButtonModule, ReportRead],
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
          <input type="file" accept=".txt,.csv,.json,.log,text/*" (change)="choose($event)" />
          Choose a file
        </label>
        <span class="quiet">or drop one here. Any layout, four languages.</span>
      </div>
    </div>
    @if (problem(); as problem) {
      <p class="problem" role="alert">{{ problem }}</p>
    }
    @if (scan(); as scan) {
      <db-report-read [text]="text()" [scan]="scan" />
      <div class="row">
        <button mat-flat-button type="button" [disabled]="busy()" (click)="save.emit(text())">
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
  readonly question = input('Paste what the reader printed');
  readonly saveLabel = input.required<string>();
  readonly busy = input(false);
  readonly save = output<string>();

  private readonly worker = new Worker(new URL('../../workers/report.worker', import.meta.url), {
    type: 'module',
  });
  private ticket = 0;
  protected readonly example =
    'Restraint control (1 code)\n  B1049-13  Left belt loop   Current\nBody: no codes\nTrailer: no response';
  protected readonly text = signal('');
  private readonly draft = keepDraft(() => this.draftName(), { text: this.text });
  protected readonly scan = signal<Scan | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly summary = computed(() => {
    const scan = this.scan();
    if (!scan) return '';
    const unread = (scan.notRead?.length ?? 0) + (scan.notReadMore ?? 0);
    return `${scan.codes.length} codes, ${scan.modules.length} modules${unread > 0 ? `, ${unread === 1 ? 'one line' : `${unread} lines`} not understood, kept as pasted` : ''}.`;
  });

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<ReportAnswer>) => {
      if (data.ticket !== this.ticket) return;
      this.scan.set('scan' in data ? data.scan : null);
      this.problem.set('problem' in data ? data.problem : null);
    };
    effect(() => {
      const text = this.text();
      untracked(() => this.read(text));
    });
  }

  ngOnDestroy(): void {
    this.worker.terminate();
  }

  /** After it was saved: the draft has done its work. */
  clear(): void {
    this.draft.clear();
  }

  /** What is too long for a report is not taken over, and not kept as a draft. */
  protected type(text: string): void {
    if (text.length <= mostReportCharacters) return this.text.set(text);
    this.scan.set(null);
    this.problem.set(
      `The report has ${text.length} characters; at most ${mostReportCharacters} are taken. Is it the right file?`,
    );
  }

  private read(text: string): void {
    this.ticket += 1;
    if (text.trim() !== '')
      return this.worker.postMessage({ ticket: this.ticket, text } satisfies ReportRequest);
    this.scan.set(null);
    this.problem.set(null);
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    void this.take(event.dataTransfer?.files[0]);
  }

  protected choose(event: Event): void {
    const field = event.target as HTMLInputElement;
    void this.take(field.files?.[0]).then(() => (field.value = ''));
  }

  private async take(file: File | undefined): Promise<void> {
    if (!file) return;
    if (file.size > 4 * mostReportCharacters)
      return this.problem.set(
        `“${file.name}” has ${Math.round(file.size / 1e6)} MB; a report has at most 4. Is it the right file?`,
      );
    this.type(await file.text());
  }
}
