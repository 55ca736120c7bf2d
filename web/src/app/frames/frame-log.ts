/** A log of timed frames as requests and answers in words, replayed at any speed; what is not understood stays as bytes. */
import { ScrollingModule, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
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

@Component({
  selector: 'db-frame-log',
  imports: [ChoiceOne, MatButtonModule, ScrollingModule],
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
    <cdk-virtual-scroll-viewport
      itemSize="32"
      tabindex="0"
      aria-label="What was said on the link"
      [style.height.px]="height()"
    >
      <div *cdkVirtualFor="let one of shown()" class="said" [class.refusal]="one.kind === 'refusal'">
        <span class="mono">{{ one.seconds }}</span>
        <span class="mono">{{ one.id }}</span>
        <span class="words" [title]="one.says">{{ one.says }}</span>
      </div>
    </cdk-virtual-scroll-viewport>
    @for (one of problems(); track one.line) {
      <p class="quiet">Line {{ one.line }}: {{ one.why }}</p>
    }
    @if (more() > 0) {
      <p class="quiet">and {{ counted(more(), 'line') }} more that say nothing</p>
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
    { value: '1', label: 'as it was' },
    { value: '10', label: 'ten times' },
  ];
  protected readonly speed = field('1');
  private readonly decoded = computed(() => decodeLog(this.text()));
  protected readonly messages = computed(() => {
    const { messages } = this.decoded();
    const from = messages.reduce((least, { at }) => Math.min(least, at), Infinity);
    return messages
      .map(({ at, id, kind, says }) => ({ at: at - from, seconds: (at - from).toFixed(4), id, kind, says }))
      .sort((a, b) => a.at - b.at);
  });
  /** Seconds of the log that have run; null where all of it is shown. */
  protected readonly until = signal<number | null>(null);
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
  protected readonly height = computed(() => 32 * Math.min(12, Math.max(2, this.messages().length)));
  private readonly viewport = viewChild(CdkVirtualScrollViewport);
  private timer: ReturnType<typeof setInterval> | null = null;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
    // A replay stays at its end.
    effect(() => {
      const count = this.shown().length;
      if (this.until() !== null && count > 0) this.viewport()?.scrollToIndex(count - 1);
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
