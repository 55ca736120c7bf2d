/** A line of a coding sheet, done over the link of a simulated car: what the module answered, and what is entered of it. */
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { CarLine } from '@dormant-beacon/contract';
import type { SheetLine } from '@dormant-beacon/core/coding';
import { Store } from '@ngrx/store';
import { Desk } from '../entry';
import { jobFeature } from '../job';
import { CarTalk } from './car-talk';
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
      <button class="thumb" mat-flat-button type="button" [disabled]="busy()" (click)="do()">
        Do it over the link
      </button>
      <db-car-talk [said]="done()" [problem]="problem()" />
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
  private readonly desk = inject(Desk);
  private readonly car = inject(SimulatedDesk);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  readonly codingId = input.required<string>();
  readonly line = input.required<SheetLine>();
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly done = signal<CarLine | null>(null);
  protected readonly shown = computed(() => this.record()?.simulated != null && isOverLink(this.line()));

  protected async do(): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.problem.set(null);
    try {
      const codingId = this.codingId();
      const done = await this.car.line(codingId, this.line().id);
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
