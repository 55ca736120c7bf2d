/** All open jobs, a row each: the first thing seen in the morning. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Bay } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { FiguresPipe } from '../figures';
import { PersonPicker, ThemeSwitch } from '../frame';
import { Lens } from '../lens';
import { sayWhen, When } from '../time';
import { type BayOrder, BaysEvents, baysFeature, byPromise } from './bays.state';

const numbers = [
  'No',
  'One',
  'Two',
  'Three',
  'Four',
  'Five',
  'Six',
  'Seven',
  'Eight',
  'Nine',
  'Ten',
  'Eleven',
  'Twelve',
];

/** `Eight jobs are open. Six can go on now.` */
export function headline(bays: readonly Bay[], more = false, order: BayOrder = 'promised'): string {
  if (more)
    return order === 'newest'
      ? `The newest ${bays.length} jobs.`
      : `The next ${bays.length} jobs, by promised time.`;
  const open = bays.length;
  const free = bays.filter((bay) => bay.waitsFor === null).length;
  const say = (n: number) => numbers[n] ?? String(n);
  const first = `${say(open)} ${open === 1 ? 'job is' : 'jobs are'} open.`;
  if (free === open) return first;
  return `${first} ${free === 0 ? 'All of them wait.' : `${say(free)} can go on now.`}`;
}

/** True where every word of `text` stands somewhere in the row. */
export function matches(bay: Bay, text: string): boolean {
  const row = [
    bay.number,
    bay.title,
    bay.subtitle,
    bay.plate,
    bay.next,
    bay.stage,
    ...bay.rail.map(({ name }) => name),
  ]
    .join(' ')
    .toLowerCase();
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((word) => row.includes(word));
}

const rowsOfAPart = 50;

@Component({
  selector: 'db-bays',
  imports: [FiguresPipe, Lens, MatButtonModule, PersonPicker, RouterLink, ThemeSwitch, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bays.html',
  styleUrl: './bays.scss',
})
export class Bays {
  private readonly store = inject(Store);
  protected readonly bays = this.store.selectSignal(baysFeature.selectOpenJobs);
  protected readonly status = this.store.selectSignal(baysFeature.selectStatus);
  protected readonly reason = this.store.selectSignal(baysFeature.selectReason);
  protected readonly text = this.store.selectSignal(baysFeature.selectText);
  protected readonly after = this.store.selectSignal(baysFeature.selectAfter);
  protected readonly order = this.store.selectSignal(baysFeature.selectOrder);
  protected readonly orders: readonly { id: BayOrder; label: string }[] = [
    { id: 'promised', label: 'by promised time' },
    { id: 'newest', label: 'newest first' },
  ];
  private readonly found = this.store.selectSignal(baysFeature.selectFound);
  /** Rows on the device that answer to the text, then those that the server found besides. */
  protected readonly shown = computed(() => {
    const text = this.text().trim();
    if (text === '') return this.bays();
    const near = this.bays().filter((bay) => matches(bay, text));
    const known = new Set(near.map(({ jobId }) => jobId));
    return [...near, ...this.found().filter(({ jobId }) => !known.has(jobId))];
  });
  /** The rows in parts, so that a long list costs what is seen of it. */
  protected readonly parts = computed(() => {
    const rows = this.shown();
    return Array.from({ length: Math.ceil(rows.length / rowsOfAPart) }, (_, n) => ({
      from: n * rowsOfAPart,
      bays: rows.slice(n * rowsOfAPart, (n + 1) * rowsOfAPart),
    }));
  });
  protected readonly headline = computed(() => headline(this.bays(), this.after() !== null, this.order()));
  protected readonly first = computed(
    () => [...this.bays()].sort(byPromise).find((bay) => bay.waitsFor === null) ?? null,
  );
  protected readonly skeletons = [0, 1, 2, 3, 4];

  constructor() {
    this.store.dispatch(BaysEvents.opened());
  }

  protected narrow(text: string): void {
    this.store.dispatch(BaysEvents.narrowed({ text }));
  }

  protected sort(order: BayOrder): void {
    this.store.dispatch(BaysEvents.ordered({ order }));
  }

  protected more(): void {
    this.store.dispatch(BaysEvents.moreWanted());
  }

  protected stageLine(bay: Bay): string {
    if (bay.done) return 'closed';
    const stage = bay.stage.replaceAll('-', ' ');
    if (!bay.waitsFor) return stage;
    const until = bay.waitsUntil ? ` until ${sayWhen(bay.waitsUntil)}` : '';
    return `${stage} · waits for ${bay.waitsFor}${until}`;
  }

  protected again(): void {
    this.store.dispatch(BaysEvents.opened());
  }
}
