/** What was changed in the shop, by whom, from which device: newest first. */
import { ChangeDetectionStrategy, Component, inject, signal, computed } from '@angular/core';
import { MatSortModule } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import type { ShopLogEntry } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { sorted, unsorted } from '../frame';
import { peopleFeature, shopFeature } from '../session';
import { When } from '../time';
import { effect } from '@angular/core';
import { ShopDesk } from './shop-desk';

@Component({
  selector: 'db-shop-log',
  imports: [MatSortModule, MatTableModule, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>What was changed</h2>
    <table
      mat-table
      class="plain"
      matSort
      (matSortChange)="order.set($event)"
      [dataSource]="shown()"
      [trackBy]="byId"
    >
      <ng-container matColumnDef="when">
        <th mat-header-cell mat-sort-header *matHeaderCellDef>When</th>
        <td mat-cell class="mono quiet" *matCellDef="let entry">{{ entry.recordedAt | when }}</td>
      </ng-container>
      <ng-container matColumnDef="says">
        <th mat-header-cell mat-sort-header *matHeaderCellDef>What</th>
        <td mat-cell *matCellDef="let entry">{{ entry.says }}</td>
      </ng-container>
      <ng-container matColumnDef="who">
        <th mat-header-cell mat-sort-header *matHeaderCellDef>Who</th>
        <td mat-cell class="quiet" *matCellDef="let entry">{{ whoOf(entry) }}</td>
      </ng-container>
      <tr mat-header-row *matHeaderRowDef="columns"></tr>
      <tr mat-row *matRowDef="let entry; columns: columns"></tr>
      <tr *matNoDataRow>
        <td class="quiet" colspan="3">Nothing yet: the shop stands as it began.</td>
      </tr>
    </table>
  `,
})
export class ShopLog {
  private readonly desk = inject(ShopDesk);
  private readonly store = inject(Store);
  private readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  private readonly shop = this.store.selectSignal(shopFeature.selectShop);
  protected readonly entries = signal<readonly ShopLogEntry[]>([]);

  protected readonly columns = ['when', 'says', 'who'];
  protected readonly byId = (_: number, { id }: ShopLogEntry) => id;
  protected readonly order = signal(unsorted);
  protected readonly shown = computed(() =>
    sorted(this.entries(), this.order(), (entry) => ({
      when: entry.recordedAt,
      says: entry.says,
      who: this.whoOf(entry),
    })),
  );

  constructor() {
    // Read anew with each change of settings or people.
    effect(() => {
      this.shop();
      this.people();
      void this.desk.log().then(
        (entries) => this.entries.set(entries),
        () => undefined,
      );
    });
  }

  protected whoOf({ personId, deviceNumber }: ShopLogEntry): string {
    const name = this.people().find(({ id }) => id === personId)?.name ?? '';
    return deviceNumber === null ? name : `${name}, device ${deviceNumber}`;
  }
}
