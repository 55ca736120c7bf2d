/** A live value of a simulated car for whoever records it; what is moved is moved there too. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  type OnInit,
  signal,
} from '@angular/core';
import type { CarLink } from '../api';
import { type Choice, field, Pick } from '../entry';
import { FiguresPipe } from '../figures';
import { type Live, liveRequests, liveValue } from './live-value';
import { SimulatedDesk } from './simulated-desk';

@Component({
  selector: 'db-car-feed',
  imports: [FiguresPipe, Pick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-pick label="Which value of the simulated car?" [choices]="choices()" [field]="chosen" />
    <p class="mono" aria-hidden="true">{{ shown() | figures }}</p>
    @if (problem() ?? link()?.ended(); as why) {
      <p class="problem" role="alert">{{ why }}</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 16px;
      align-items: end;
    }
    p {
      margin: 0;
    }
    .mono {
      min-width: 7ch;
      font-size: 24px;
      font-weight: 650;
    }
  `,
})
export class CarFeed implements OnInit {
  private readonly car = inject(SimulatedDesk);
  /** What is moved now; empty where nothing is. */
  readonly moving = input('');
  private readonly live = signal<readonly Live[]>([]);
  protected readonly link = signal<CarLink | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly chosen = field('0');
  protected readonly choices = computed((): Choice[] =>
    this.live().map(({ label, unit }, n) => ({ value: `${n}`, label: `${label}, ${unit}` })),
  );
  private readonly one = computed(() => this.live()[Number(this.chosen())]);
  readonly label = computed(() => this.one()?.label ?? '');
  readonly unit = computed(() => this.one()?.unit ?? 'V');
  /** Null where it is open, undefined where nothing was answered yet. */
  readonly value = computed(() => liveValue(this.link()?.values()[0]?.bytes));
  protected readonly shown = computed(() => {
    const value = this.value();
    return value === undefined ? '…' : value === null ? 'OL' : `${value.toFixed(2)} ${this.unit()}`;
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.link()?.close());
    effect(() => {
      const one = this.one();
      if (one) this.link()?.watch(liveRequests([one]));
    });
    effect(() => this.link()?.set(movedAs(this.moving())));
  }

  async ngOnInit(): Promise<void> {
    try {
      this.live.set((await this.car.parts()).live);
      this.link.set(this.car.link());
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}

/** A seat goes where its words say; a plug or a harness is shaken. */
function movedAs(moving: string): { positions: string[]; trial: 'wiggle' | null } {
  const words = moving.toLowerCase();
  if (!/\bseats?\b/.test(words)) return { positions: [], trial: words === '' ? null : 'wiggle' };
  return { positions: [/\b(?:forward|front)\b/.test(words) ? 'seat-forward' : 'seat-back'], trial: null };
}
