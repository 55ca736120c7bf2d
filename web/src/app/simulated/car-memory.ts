/** The memory of a unit on a simulated car: read over the link, or written with the merged image and read back. */
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { CarMemory } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { jobFeature } from '../job';
import { CarTalk } from './car-talk';
import { linkWork } from './link-work';
import { SimulatedDesk } from './simulated-desk';

@Component({
  selector: 'db-car-memory',
  imports: [CarTalk, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (simulated()) {
      <div class="row">
        <button mat-stroked-button type="button" [disabled]="work.busy()" (click)="ask(null)">
          Read the unit in the car over the link
        </button>
        @if (merged(); as imageId) {
          <button mat-flat-button type="button" [disabled]="work.busy()" (click)="ask(imageId)">
            Write the merged image over the link, and read it back
          </button>
        }
      </div>
      <db-car-talk [said]="work.done()" [problem]="work.problem()" />
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
      gap: 12px;
    }
  `,
})
export class CarMemoryButtons {
  private readonly car = inject(SimulatedDesk);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  readonly codingId = input.required<string>();
  /** The merged image that can be written, where the new unit is in the car. */
  readonly merged = input.required<string | null>();
  /** The bytes of the file, as Intel HEX. */
  readonly read = output<Uint8Array>();
  protected readonly simulated = computed(() => this.record()?.simulated != null);
  protected readonly work = linkWork<CarMemory>(({ text }) => {
    if (text !== null) this.read.emit(new TextEncoder().encode(text));
  });

  protected ask(write: string | null): Promise<void> {
    return this.work.ask(() => this.car.memory(this.codingId(), write));
  }
}
