/** A clock for heat at the bench: it counts down, outlives a reload with its form, and says when the time is up. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Field } from '../entry';

@Component({
  selector: 'db-dwell-clock',
  imports: [MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (left(); as time) {
      <span class="mono" role="timer">{{ time }}</span>
      <button mat-button type="button" (click)="until().set('')">Stop the clock</button>
    } @else if (until()() !== '') {
      <strong role="status">The time is up.</strong>
      <button mat-button type="button" (click)="until().set('')">Again</button>
    } @else if (minutes() !== null && minutes()! > 0) {
      <button mat-stroked-button type="button" (click)="start()">Start the clock: {{ minutes() }} min</button>
    }
  `,
  styles: `
    :host {
      display: flex;
      align-items: center;
      gap: 10px;
    }
    .mono {
      font-size: 34px;
    }
    strong {
      color: var(--ember);
    }
  `,
})
export class DwellClock {
  readonly minutes = input.required<number | null>();
  /** The moment at which the time is up, as milliseconds in text; empty while it rests. */
  readonly until = input.required<Field<string>>();
  private readonly now = signal(Date.now());
  protected readonly left = computed(() => {
    const seconds = Math.ceil((Number(this.until()() || 0) - this.now()) / 1000);
    return seconds <= 0 ? null : `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  });

  constructor() {
    const tick = setInterval(() => this.now.set(Date.now()), 500);
    inject(DestroyRef).onDestroy(() => clearInterval(tick));
  }

  protected start(): void {
    this.now.set(Date.now());
    this.until().set(String(Date.now() + this.minutes()! * 60_000));
  }
}
