/** What was changed in the shop, by whom, from which device: newest first. */
import { ChangeDetectionStrategy, Component, inject, signal, computed } from '@angular/core';
import { MatSortModule } from '@angular/material/sort';
import type { ShopLogEntry } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { sorted, unsorted } from '../frame';
import { peopleFeature, shopFeature } from '../session';
import { When } from '../time';
import { effect } from '@angular/core';
import { ShopDesk } from './shop-desk';

@Component({
  selector: 'db-shop-log',
  imports: [MatSortModule, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>What was changed</h2>
    <table class="plain" matSort (matSortChange)="order.set($event)">
      <thead>
        <tr>
          <th mat-sort-header="when">When</th>
          <th mat-sort-header="says">What</th>
          <th mat-sort-header="who">Who</th>
        </tr>
      </thead>
      <tbody>
        @for (entry of shown(); track entry.id) {
          <tr>
            <td class="mono quiet">{{ entry.recordedAt | when }}</td>
            <td>{{ entry.says }}</td>
            <td class="quiet">{{ whoOf(entry) }}</td>
          </tr>
        } @empty {
          <tr>
            <td class="quiet">Nothing yet: the shop stands as it began.</td>
          </tr>
        }
      </tbody>
    </table>
  `,
})
export class ShopLog {
  private readonly desk = inject(ShopDesk);
  private readonly store = inject(Store);
  private readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  private readonly shop = this.store.selectSignal(shopFeature.selectShop);
  protected readonly entries = signal<readonly ShopLogEntry[]>([]);

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
