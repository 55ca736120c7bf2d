/** A step of a procedure at a simulated car, or the volts of its supply: what the module answered, and what is entered of it. */
import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { CarTalk } from './car-talk';
import { codingWork } from './link-work';
import { SimulatedDesk } from './simulated-desk';

@Component({
  selector: 'db-car-step',
  imports: [CarTalk, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button class="thumb" mat-flat-button type="button" [disabled]="work.busy()" (click)="do()">
      {{ step() === null ? 'Read the volts over the link' : 'Do it at the simulated car' }}
    </button>
    <db-car-talk [said]="work.done()" [problem]="work.problem()" />
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
  private readonly car = inject(SimulatedDesk);
  readonly codingId = input.required<string>();
  readonly procedure = input.required<string>();
  /** Null: the volts that it asks for. */
  readonly step = input.required<string | null>();
  protected readonly work = codingWork(this.codingId);

  protected do(): Promise<void> {
    return this.work.ask(() => this.car.step(this.codingId(), this.procedure(), this.step()));
  }
}
