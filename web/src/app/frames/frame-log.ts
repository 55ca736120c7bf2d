/** A log of timed frames as requests and answers in words, replayed at any speed; what is not understood stays as bytes. */
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { decodeLog } from '@dormant-beacon/bench/link';
import { counted } from '@dormant-beacon/core/units';
import { type Choice, ChoiceOne, field } from '../entry';

/** Milliseconds between two looks at the clock of a replay. */
const stepMs = 50;
const mostProblems = 5;
/** Rows at once. */
const page = 300;

@Component({
  selector: 'db-frame-log',
  imports: [ChoiceOne, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row">
      <db-choice question="How fast?" [choices]="speeds" [field]="speed" />
      @if (until() === null) {
        <button mat-stroked-button type="button" [disabled]="messages().length === 0" (click)="play()">
          Replay it
        </button>
      } @else {
        <button mat-stroked-button type="button" (click)="stop()">Show all of it</button>
      }
      <span class="quiet" role="status">{{ about() }}</span>
    </div>
    <div class="list" tabindex="0" role="region" aria-label="What was said on the link" #list>
      @for (one of shown(); track one.n) {
        <div class="said" [class.refusal]="one.kind === 'refusal'">
          <span class="mono">{{ one.seconds }}</span>
          <span class="mono">{{ one.id }}</span>
          <span class="words" [title]="one.says">{{ one.says }}</span>
        </div>
      }
    </div>
    @if (until() === null && shown().length < messages().length) {
      <button mat-button type="button" (click)="most.set(most() + page)">Show more of it</button>
    }
    @for (one of problems(); track one.line) {
      <p class="quiet">Line {{ one.line }}: {{ one.why }}</p>
    }
    @if (more() > 0) {
      <p class="quiet">and {{ counted(more(), 'more line') }} that could not be read</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 16px;
      align-items: end;
    }
    .list {
      max-height: 384px;
      overflow: auto;
    }
    .said {
      display: grid;
      grid-template-columns: 9ch 9ch 1fr;
      gap: 12px;
      height: 32px;
      align-items: center;
      white-space: nowrap;
    }
    .words {
      overflow: hidden;
      text-overflow: ellipsis;
    }
    .refusal .words {
      color: var(--red);
    }
    p {
      margin: 0;
    }
  `,
})
export class FrameLog {
  /** Lines such as `(1.000270) can0 7E0#021003`. */
  readonly text = input.required<string>();
  protected readonly counted = counted;
  protected readonly speeds: readonly Choice[] = [
    { value: '0.1', label: 'a tenth' },
    { value: '1', label: 'real time' },
    { value: '10', label: 'ten times' },
  ];
  protected readonly speed = field('1');
  private readonly decoded = computed(() => decodeLog(this.text()));
  protected readonly messages = computed(() => {
    const { messages } = this.decoded();
    const from = messages.reduce((least, { at }) => Math.min(least, at), Infinity);
    return messages
      .map(({ at, id, kind, says }) => ({ at: at - from, seconds: (at - from).toFixed(4), id, kind, says }))
      .sort((a, b) => a.at - b.at)
      .map((one, n) => ({ ...one, n }));
  });
  /** Seconds of the log that have run; null where all of it is shown. */
  protected readonly until = signal<number | null>(null);
  protected readonly page = page;
  protected readonly most = signal(page);
  /** The first of them; of a replay the last that have come. */
  protected readonly shown = computed(() => {
    const until = this.until();
    return until === null
      ? this.messages().slice(0, this.most())
      : this.messages()
          .filter(({ at }) => at <= until)
          .slice(-page);
  });
  protected readonly problems = computed(() => this.decoded().problems.slice(0, mostProblems));
  protected readonly more = computed(() => this.decoded().problems.length - this.problems().length);
  protected readonly about = computed(() =>
    this.until() === null
      ? `${counted(this.messages().length, 'message')}, ${(this.messages().at(-1)?.at ?? 0).toFixed(3)} s`
      : `${this.until()!.toFixed(3)} s`,
  );
  private readonly list = viewChild.required<ElementRef<HTMLElement>>('list');
  private timer: ReturnType<typeof setInterval> | null = null;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
    // A replay stays at its end.
    afterRenderEffect(() => {
      if (this.shown().length > 0 && this.until() !== null)
        this.list().nativeElement.scrollTop = this.list().nativeElement.scrollHeight;
    });
  }

  protected play(): void {
    this.stop();
    let ran = 0;
    let last = performance.now();
    const end = this.messages().at(-1)?.at ?? 0;
    this.until.set(0);
    this.timer = setInterval(() => {
      const now = performance.now();
      ran += ((now - last) / 1000) * Number(this.speed());
      last = now;
      if (ran >= end) this.stop();
      else this.until.set(ran);
    }, stepMs);
  }

  protected stop(): void {
    if (this.timer !== null) clearInterval(this.timer);
    this.timer = null;
    this.until.set(null);
  }
}
