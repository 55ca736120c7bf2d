/** A log of timed frames as requests and answers in words, replayed at any speed; what is not understood stays as bytes. */
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { CdkVirtualScrollViewport, ScrollingModule } from '@angular/cdk/scrolling';
import { MatButtonModule } from '@angular/material/button';
import { decodeLog } from '@dormant-beacon/bench/link';
import { counted } from '@dormant-beacon/core/units';
import { type Choice, ChoiceOne, field } from '../entry';
import { FiguresPipe } from '../figures';

/** Milliseconds between two looks at the clock of a replay. */
const stepMs = 50;
const mostProblems = 5;
/** Pixels, as the styles say too. */
const rowHeight = 32;

@Component({
  selector: 'db-frame-log',
  imports: [ChoiceOne, FiguresPipe, MatButtonModule, ScrollingModule],
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
      <span class="quiet" role="status">{{ about() | figures }}</span>
    </div>
    <cdk-virtual-scroll-viewport
      class="list"
      [itemSize]="rowHeight"
      tabindex="0"
      role="region"
      aria-label="What was said on the link"
    >
      <div
        *cdkVirtualFor="let one of shown(); trackBy: byPlace"
        class="said"
        [class.refusal]="one.kind === 'refusal'"
      >
        <span class="mono">{{ one.seconds | figures }}</span>
        <span class="mono">{{ one.id }}</span>
        <span class="words" [title]="one.says">{{ one.says | figures }}</span>
      </div>
    </cdk-virtual-scroll-viewport>
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
      height: 384px;
    }
    .said {
      display: grid;
      grid-template-columns: 9ch 9ch 1fr;
      gap: 12px;
      box-sizing: border-box;
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
  protected readonly rowHeight = rowHeight;
  /** All of them, or those of a replay that have come. */
  protected readonly shown = computed(() => {
    const until = this.until();
    return until === null ? this.messages() : this.messages().filter(({ at }) => at <= until);
  });
  protected readonly problems = computed(() => this.decoded().problems.slice(0, mostProblems));
  protected readonly more = computed(() => this.decoded().problems.length - this.problems().length);
  protected readonly about = computed(() =>
    this.until() === null
      ? `${counted(this.messages().length, 'message')}, ${(this.messages().at(-1)?.at ?? 0).toFixed(3)} s`
      : `${this.until()!.toFixed(3)} s`,
  );
  private readonly list = viewChild.required(CdkVirtualScrollViewport);
  private timer: ReturnType<typeof setInterval> | null = null;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
    // A replay stays at its end.
    afterRenderEffect(() => {
      const last = this.shown().length - 1;
      if (last >= 0 && this.until() !== null) this.list().scrollToIndex(last);
    });
  }

  protected byPlace(_: number, { n }: { readonly n: number }): number {
    return n;
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
