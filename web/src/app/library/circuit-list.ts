/** Circuits that the shop keeps: opened, begun from a template, given away and taken in as files. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSortModule } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import { check } from '@dormant-beacon/core/refusal';
import { circuitFile } from '@dormant-beacon/core/trace/edit';
import { templates } from '@dormant-beacon/core/trace/templates';
import { Store } from '@ngrx/store';
import { newId } from '../api';
import { When } from '../time';
import { sorted, unsorted } from '../frame';
import { LibraryDesk, CircuitEvents, circuitsFeature } from '../knowledge';
import { downloadCircuit } from './circuit-download';
import { readJsonFile } from '../file';
import { Pick } from '../entry';

@Component({
  selector: 'db-circuit-list',
  imports: [MatButtonModule, MatSortModule, MatTableModule, Pick, RouterLink, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Circuits</h2>
    <p class="quiet">
      Kept for a model, they are offered first when a beacon of that model is traced. A version once kept
      stays.
    </p>
    <table
      mat-table
      class="plain"
      matSort
      (matSortChange)="order.set($event)"
      [dataSource]="circuits()"
      [trackBy]="byId"
    >
      <ng-container matColumnDef="title">
        <th mat-header-cell mat-sort-header *matHeaderCellDef>Circuit</th>
        <td mat-cell *matCellDef="let circuit">
          <a [routerLink]="['/library/circuits', circuit.circuitId]"
            ><strong>{{ circuit.title }}</strong></a
          >
        </td>
      </ng-container>
      <ng-container matColumnDef="car">
        <th mat-header-cell mat-sort-header *matHeaderCellDef>Vehicle</th>
        <td mat-cell *matCellDef="let circuit">{{ circuit.make }} {{ circuit.model ?? '(all models)' }}</td>
      </ng-container>
      <ng-container matColumnDef="kept">
        <th mat-header-cell mat-sort-header *matHeaderCellDef>Version</th>
        <td mat-cell class="quiet" *matCellDef="let circuit">
          version {{ circuit.version }} · {{ circuit.addedAt | when }}
        </td>
      </ng-container>
      <ng-container matColumnDef="export">
        <th mat-header-cell *matHeaderCellDef><span class="seen-only-by-readers">Export</span></th>
        <td mat-cell *matCellDef="let circuit">
          <button mat-button type="button" (click)="give(circuit.circuitId)">Export</button>
        </td>
      </ng-container>
      <tr mat-header-row *matHeaderRowDef="columns"></tr>
      <tr mat-row *matRowDef="let circuit; columns: columns"></tr>
      <tr *matNoDataRow>
        <td class="quiet" colspan="4">
          Nothing yet. Begin with a template below, fit it to the car, and keep it for the next one.
        </td>
      </tr>
    </table>
    <div class="row">
      <db-pick label="Begin with" [choices]="beginnings" [(value)]="template" />
      <a
        mat-stroked-button
        [routerLink]="['/library/circuits', 'new']"
        [queryParams]="template() === '' ? {} : { template: template() }"
        >A new circuit</a
      >
      <label class="file"
        >Import a file<input type="file" accept=".json,application/json" (change)="take($any($event.target))"
      /></label>
    </div>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    table.plain td {
      vertical-align: middle;
    }
    :host {
      display: grid;
      gap: 12px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
    }
  `,
})
export class CircuitList {
  private readonly library = inject(LibraryDesk);
  private readonly store = inject(Store);
  private readonly all = this.store.selectSignal(circuitsFeature.selectCircuits);
  protected readonly columns = ['title', 'car', 'kept', 'export'];
  protected readonly byId = (_: number, { circuitId }: { readonly circuitId: string }) => circuitId;
  protected readonly order = signal(unsorted);
  protected readonly circuits = computed(() =>
    sorted(this.all() ?? [], this.order(), ({ title, make, model, addedAt }) => ({
      title,
      car: `${make} ${model ?? ''}`,
      kept: addedAt,
    })),
  );
  protected readonly beginnings = [
    { value: '', label: 'nothing' },
    ...templates.map(({ id, title }) => ({ value: id, label: title })),
  ];
  protected readonly template = signal('');
  protected readonly problem = signal<string | null>(null);

  constructor() {
    this.store.dispatch(CircuitEvents.circuitsWanted());
  }

  protected async give(circuitId: string): Promise<void> {
    await this.done(
      this.library
        .circuit(circuitId)
        .then(({ make, model, title, case: source }) =>
          downloadCircuit({ make, model: model ?? null, title, case: source }),
        ),
    );
  }

  protected async take(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    field.value = '';
    if (!file) return;
    await this.done(this.import(file));
  }

  private async import(file: File): Promise<void> {
    const {
      make,
      model,
      title,
      case: source,
    } = await readJsonFile(file, 'circuit', (data) => check(circuitFile, data));
    await this.library.keepCircuit({
      circuitId: newId(),
      basedOn: 0,
      make,
      model: model ?? null,
      title,
      note: `from ${file.name}`.slice(0, 200),
      case: source,
    });
  }

  private async done(sent: Promise<void>): Promise<void> {
    this.problem.set(null);
    try {
      await sent;
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}
