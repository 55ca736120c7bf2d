/** Begins a car’s inventory: from the library’s file of the model, or from what such a car usually has. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type RestraintFile } from '@dormant-beacon/core/restraints';
import { seatCounts, usualInventory } from '@dormant-beacon/core/restraints/scope';
import { Store } from '@ngrx/store';
import { type Choice, ChoiceOne, Desk } from '../entry';
import { jobFeature } from '../job';
import { LibraryDesk } from '../knowledge';

@Component({
  selector: 'db-inventory-start',
  imports: [ChoiceOne, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (known(); as file) {
      <button mat-flat-button type="button" data-key="s" (click)="begin(file)">
        From the library: {{ car() }}, {{ file.items.length }} items
      </button>
    }
    <db-choice question="Seats" [choices]="counts" [(value)]="seats" />
    <db-choice question="Steering wheel" [choices]="sides" [(value)]="side" />
    <button mat-stroked-button type="button" (click)="beginUsual()">Begin with the usual items</button>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
      justify-items: start;
    }
  `,
})
export class InventoryStart {
  private readonly desk = inject(Desk);
  private readonly library = inject(LibraryDesk);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  protected readonly counts: readonly Choice[] = seatCounts.map((n) => ({
    value: String(n),
    label: String(n),
  }));
  protected readonly sides: readonly Choice[] = [
    { value: 'left', label: 'on the left' },
    { value: 'right', label: 'on the right' },
  ];
  protected readonly seats = signal('5');
  protected readonly side = signal('left');
  protected readonly known = signal<RestraintFile | null>(null);
  protected readonly problem = signal<string | null>(null);

  constructor() {
    const { make, model } = this.record()!.vehicle;
    void this.library.restraintFile(make, model).then(
      (kept) => this.known.set(kept?.file ?? null),
      () => undefined,
    );
  }

  protected car(): string {
    const { make, model } = this.record()!.vehicle;
    return `${make} ${model}`;
  }

  protected beginUsual(): Promise<void> {
    return this.begin({ items: usualInventory(Number(this.seats()), this.side() as 'left' | 'right') });
  }

  protected async begin(file: RestraintFile): Promise<void> {
    const sent = await this.desk.enter('inventories', { file });
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }
}
