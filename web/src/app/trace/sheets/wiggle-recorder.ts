/** Records a value while things are moved: typed as it changes, or held down while it is bad. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { judgeWiggle, type WiggleAnswer, type WiggleSheet } from '@dormant-beacon/core/readings';
import { readTyped } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import {
  type Choice,
  ChoiceOne,
  done,
  Entry,
  entryForm,
  field,
  TextField,
  trouble,
  type Trouble,
} from '../../entry';
import { FiguresPipe } from '../../figures';
import { jobFeature } from '../../job';
import { CarFeed } from '../../simulated';
import { SheetForm, sheetStyles } from './sheet-form';
import { WiggleChart } from './wiggle-chart';

/** While it is held, or read off a simulated car, a value every so many milliseconds. */
const sampleMs = 200;
/** A recording ends by itself after so many values. */
const mostValues = 18_000;

@Component({
  selector: 'db-wiggle-recorder',
  imports: [CarFeed, ChoiceOne, Entry, FiguresPipe, MatButtonModule, TextField, WiggleChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wiggle-recorder.html',
  styles: [
    sheetStyles,
    `
      :host {
        display: grid;
        gap: 14px;
        padding: 12px 0;
      }
      .hold {
        min-height: 84px;
        flex: 1;
        border: 0;
        border-radius: 14px;
        background: var(--raised);
        color: var(--ink);
        font: 650 20px var(--body);
        cursor: pointer;
        touch-action: none;
        user-select: none;
      }
      .hold.down {
        background: var(--red);
        color: var(--sheet);
      }
      .moved {
        display: flex;
        flex-wrap: wrap;
        gap: 8px;
      }
      .moved button {
        min-height: 56px;
        padding: 0 18px;
        border: 2px solid transparent;
        border-radius: 12px;
        background: var(--raised);
        color: var(--ink);
        font: 600 17px var(--body);
        cursor: pointer;
      }
      .moved button.now {
        border-color: var(--ember);
      }
      .typed {
        display: flex;
        gap: 10px;
        align-items: end;
      }
    `,
  ],
})
export class WiggleRecorder extends SheetForm<WiggleSheet> {
  /** What is watched, and what may be moved, where the test says so. */
  readonly watched = input('');
  readonly places = input<readonly string[]>([]);
  readonly judged = output<WiggleAnswer['verdict']>();

  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  private readonly feed = viewChild(CarFeed);
  protected readonly ways = computed((): readonly Choice[] => [
    { value: 'hold', label: 'I hold a button while it is bad' },
    { value: 'type', label: 'I type the values' },
    ...(this.record()?.simulated ? [{ value: 'car', label: 'The simulated car’s live value' }] : []),
  ]);
  protected readonly way = field('hold');
  protected readonly unit = field('V');
  protected readonly what = field('');
  protected readonly place = field('');
  protected readonly own = field<readonly string[]>([]);
  protected readonly series = field<WiggleSheet['series']>([]);
  protected readonly marks = field<WiggleSheet['marks']>([]);
  protected readonly running = signal(false);
  protected readonly bad = signal(false);
  protected readonly typed = field('');
  protected readonly form = this.sheetForm(
    {
      way: this.way,
      unit: this.unit,
      what: this.what,
      own: this.own,
      series: this.series,
      marks: this.marks,
    },
    () => `wiggle ${this.traceId() ?? ''} ${this.watched()}`,
    (sheet) => this.judged.emit(judgeWiggle(sheet).verdict),
  );
  private timer: ReturnType<typeof setInterval> | null = null;
  private begun = 0;

  protected readonly movable = computed(() => [...new Set([...this.places(), ...this.own()])]);
  protected readonly moving = computed(() => this.marks().at(-1)?.moved ?? '');
  protected readonly shownUnit = computed(() => {
    if (this.way() === 'car') return this.feed()?.unit() ?? 'V';
    return this.way() === 'hold' ? 'bad' : this.unit();
  });
  protected readonly read = computed((): WiggleSheet | Trouble => {
    if (this.series().length < 4) return trouble(null, 'Record a few seconds first.');
    return {
      sheet: 'wiggle',
      what: this.what().trim() || this.feed()?.label() || this.watched() || 'the value',
      unit: this.shownUnit(),
      series: [...this.series()],
      marks: [...this.marks()],
    };
  });
  protected readonly answer = computed(() => (this.sheet() ? judgeWiggle(this.sheet()!) : null));

  constructor() {
    super();
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  protected start(): void {
    this.begun = performance.now() - 1000 * (this.series().at(-1)?.at ?? 0);
    this.running.set(true);
    this.timer = setInterval(() => {
      const value = this.way() === 'car' ? this.feed()?.value() : this.bad() ? 1 : 0;
      if (this.way() !== 'type' && value !== undefined) this.push(value);
    }, sampleMs);
  }

  protected stop(): void {
    if (this.timer !== null) clearInterval(this.timer);
    this.timer = null;
    this.running.set(false);
    this.bad.set(false);
  }

  protected again(): void {
    this.stop();
    this.series.set([]);
    this.marks.set([]);
  }

  /** Moved from now on; the same once more ends it. */
  protected mark(moved: string): void {
    if (!this.running()) this.start();
    const next = this.moving() === moved ? '' : moved;
    this.marks.update((marks) => [...marks, { at: this.now(), moved: next }]);
  }

  protected readonly placeForm = entryForm(
    { place: this.place },
    {
      draft: null,
      read: (): string | Trouble => this.place().trim() || trouble(this.place, 'Say what is moved.'),
      enter: (place) => {
        this.own.update((own) => [...new Set([...own, place])]);
        this.place.set('');
        return done;
      },
    },
  );

  protected readonly valueForm = entryForm(
    { typed: this.typed },
    {
      draft: null,
      read: (): { value: number | null } | Trouble => {
        const typed = readTyped(this.typed());
        if (typed.kind === 'notRead') return trouble(this.typed, typed.reason);
        if (typed.kind === 'ask')
          return trouble(this.typed, 'Write it without the comma, or with fewer digits behind it.');
        return { value: typed.kind === 'overload' ? null : typed.value };
      },
      enter: ({ value }) => {
        if (!this.running()) this.start();
        this.push(value);
        return done;
      },
    },
  );

  private push(value: number | null): void {
    if (this.series().length >= mostValues) return this.stop();
    this.series.update((series) => [...series, { at: this.now(), value }]);
  }

  /** Seconds since the recording began, to the hundredth. */
  private now(): number {
    return Math.max(0, Math.round((performance.now() - this.begun) / 10) / 100);
  }
}
