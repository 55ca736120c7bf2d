/** A test of a trace, made at the simulated car by its instruments. */
import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Desk } from '../entry';
import { SimulatedDesk } from './simulated-desk';

@Component({
  selector: 'db-car-measure',
  imports: [MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button mat-flat-button type="button" [disabled]="busy()" (click)="measure()">
      Do it at the simulated car
    </button>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
    @if (overridable()) {
      <p>In practice it can be done once all the same. The car keeps what it does.</p>
      <button mat-stroked-button type="button" [disabled]="busy()" (click)="anyway()">
        Do it all the same
      </button>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      justify-items: start;
      margin-bottom: 12px;
    }
    p {
      margin: 0;
    }
  `,
})
export class CarMeasure {
  private readonly desk = inject(Desk);
  private readonly car = inject(SimulatedDesk);
  /** The row of the trace that stands, and the id under which it began. */
  readonly traceId = input.required<string>();
  readonly test = input.required<string>();
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly overridable = signal(false);

  protected async measure(): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.problem.set(null);
    try {
      const { reading, refused, overridable } = await this.car.reading(this.traceId(), this.test());
      this.overridable.set(overridable);
      if (!reading) this.problem.set(refused);
      else {
        const { test, value, overload, found } = reading;
        const sent = await this.desk.enterReading({
          traceId: this.traceId(),
          test,
          value: value ?? null,
          found: found ?? null,
          ...(overload ? { overload: true } : {}),
        });
        if (sent.state === 'refused') this.problem.set(sent.problem.message);
      }
    } catch (error) {
      this.problem.set((error as Error).message);
    }
    this.busy.set(false);
  }

  protected async anyway(): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.overridable.set(false);
    try {
      const { says } = await this.car.override(this.traceId(), this.test());
      this.problem.set(says);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
    this.busy.set(false);
  }
}
