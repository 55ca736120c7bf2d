/** A step of a procedure at a simulated car, or the volts of its supply: what the module answered, and what is entered of it. */
import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { CarLine } from '@dormant-beacon/contract';
import { Desk } from '../entry';
import { CarTalk } from './car-talk';
import { SimulatedDesk } from './simulated-desk';

@Component({
  selector: 'db-car-step',
  imports: [CarTalk, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button class="thumb" mat-flat-button type="button" [disabled]="busy()" (click)="do()">
      {{ step() === null ? 'Read the volts over the link' : 'Do it at the simulated car' }}
    </button>
    <db-car-talk [said]="done()" [problem]="problem()" />
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      justify-items: start;
    }
  `,
})
export class CarStepButton {
  private readonly desk = inject(Desk);
  private readonly car = inject(SimulatedDesk);
  readonly codingId = input.required<string>();
  readonly procedure = input.required<string>();
  /** Null: the volts that it asks for. */
  readonly step = input.required<string | null>();
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly done = signal<CarLine | null>(null);

  protected async do(): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.problem.set(null);
    try {
      const codingId = this.codingId();
      const done = await this.car.step(codingId, this.procedure(), this.step());
      this.done.set(done);
      for (const entry of done.entries) {
        const sent = await this.desk.enter('coding-entries', { codingId, entry });
        if (sent.state === 'refused') throw new Error(sent.problem.message);
      }
    } catch (error) {
      this.problem.set((error as Error).message);
    }
    this.busy.set(false);
  }
}
