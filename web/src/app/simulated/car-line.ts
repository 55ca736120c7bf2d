/** A line of a coding sheet, done over the link of a simulated car: what the module answered, and what is entered of it. */
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { SheetLine } from '@dormant-beacon/core/coding';
import { Store } from '@ngrx/store';
import { jobFeature } from '../job';
import { CarTalk } from './car-talk';
import { codingWork } from './link-work';
import { SimulatedDesk } from './simulated-desk';

const overLink: ReadonlySet<string> = new Set(['supply', 'identity', 'codes']);

const taughtOverLink: ReadonlySet<string> = new Set(['calibration', 'pairing', 'identity']);

/** What a module can do, or answer; the rest is the work of a hand. */
export function isOverLink(line: SheetLine): boolean {
  if (line.kind === 'check') return overLink.has(line.check);
  if (line.kind !== 'item') return false;
  const { how, kind } = line.item;
  return how === 'write' || (how === 'teach' && taughtOverLink.has(kind));
}

@Component({
  selector: 'db-car-line',
  imports: [CarTalk, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (shown()) {
      <button class="thumb" mat-flat-button type="button" [disabled]="work.busy()" (click)="do()">
        Do it over the link
      </button>
      <db-car-talk [said]="work.done()" [problem]="work.problem()" />
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      justify-items: start;
    }
  `,
})
export class CarLineButton {
  private readonly car = inject(SimulatedDesk);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  readonly codingId = input.required<string>();
  readonly line = input.required<SheetLine>();
  protected readonly work = codingWork(this.codingId);
  protected readonly shown = computed(() => this.record()?.simulated != null && isOverLink(this.line()));

  protected do(): Promise<void> {
    return this.work.ask(() => this.car.line(this.codingId(), this.line().id));
  }
}
