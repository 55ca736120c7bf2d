/** Live values of a simulated car while a seat is moved: what a reader shows beside the car. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  type OnInit,
  signal,
} from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import type { CarLink } from '../api';
import { FiguresPipe } from '../figures';
import { type Live, liveRequests, liveValue } from './live-value';
import { SimulatedDesk } from './simulated-desk';

function shownOf(bytes: string, unit: Live['unit']): string {
  const value = liveValue(bytes);
  if (value === undefined) return 'no answer';
  return value === null ? 'open' : `${value.toFixed(2)} ${unit}`;
}

@Component({
  selector: 'db-car-live',
  imports: [FiguresPipe, MatButtonToggleModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (ended(); as why) {
      <p role="alert">{{ why }}</p>
    }
    <mat-button-toggle-group
      hideSingleSelectionIndicator
      aria-label="Where the seats stand"
      [value]="seat()"
      (change)="move($event.value)"
    >
      <mat-button-toggle value="">Seats in the middle</mat-button-toggle>
      <mat-button-toggle value="seat-forward">Forward</mat-button-toggle>
      <mat-button-toggle value="seat-back">At the back</mat-button-toggle>
    </mat-button-toggle-group>
    <dl>
      @for (row of rows(); track row.key) {
        <div [class.open]="row.shown === 'open'">
          <dt>{{ row.label }}</dt>
          <dd class="mono">{{ row.shown | figures }}</dd>
        </div>
      }
    </dl>
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      flex: 1 0 100%;
    }
    p,
    dl,
    dd {
      margin: 0;
    }
    mat-button-toggle-group {
      justify-self: start;
      flex-wrap: wrap;
    }
    dl {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
      gap: 6px 24px;
    }
    dl div {
      display: flex;
      justify-content: space-between;
      gap: 12px;
      padding: 4px 0;
      border-bottom: 1px solid var(--line);
    }
    .open dd {
      font-weight: 700;
    }
  `,
})
export class CarLive implements OnInit {
  private readonly car = inject(SimulatedDesk);
  readonly live = input.required<readonly Live[]>();
  private link: CarLink | null = null;
  protected readonly seat = signal('');
  private readonly opened = signal<CarLink | null>(null);
  protected readonly ended = computed(() => this.opened()?.ended() ?? null);
  protected readonly rows = computed(() =>
    this.live().map(({ module, did, label, unit }, n) => {
      const said = this.opened()?.values()[n];
      return { key: `${module} ${did}`, label, shown: said ? shownOf(said.bytes, unit) : '…' };
    }),
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => this.link?.close());
  }

  ngOnInit(): void {
    this.link = this.car.link();
    this.opened.set(this.link);
    this.link.watch(liveRequests(this.live()));
  }

  protected move(seat: string): void {
    this.seat.set(seat);
    this.link?.set({ positions: seat === '' ? [] : [seat] });
  }
}
